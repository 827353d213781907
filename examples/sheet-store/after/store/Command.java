package store;

/** A question with values for its names. */
public interface Command {
  void value(String name, String value);

  Reader read();
}

package store;

/** Goes through answers, one after the other. */
public interface Reader {
  boolean next();

  String text(String name);
}

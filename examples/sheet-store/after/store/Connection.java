package store;

/** A way to a store of sheets, whoever made it. */
public interface Connection {
  /** A question in the store's own words, with names such as {@code :shelf} in it. */
  Command command(String text);

  void close();
}

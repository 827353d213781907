package board;

/** One way for {@link Bell#on} and {@link Bell#off}. */
interface Device {
  void on(StringBuilder wire);

  void off(StringBuilder wire);
}

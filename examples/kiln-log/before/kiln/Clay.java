package kiln;

/** What pots are made of. */
public enum Clay {
  RED(8),
  WHITE(12);

  private final int shrinks;

  Clay(int shrinks) {
    this.shrinks = shrinks;
  }

  /** In hundredths. */
  public int shrinks() {
    return shrinks;
  }
}

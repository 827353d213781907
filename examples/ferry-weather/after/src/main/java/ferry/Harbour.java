package ferry;

/** The harbour that we lie in, by its instruments. */
public final class Harbour implements Conditions {
  private static final Harbour CURRENT = new Harbour("Saltmarsh");

  private final String name;

  private Harbour(String name) {
    this.name = name;
  }

  /** The one that everybody asks. */
  public static Harbour current() {
    return CURRENT;
  }

  public String name() {
    return name;
  }

  @Override
  public int wind() {
    return Integer.getInteger("harbour.wind", 4);
  }

  @Override
  public int tide() {
    return Integer.getInteger("harbour.tide", 180);
  }
}

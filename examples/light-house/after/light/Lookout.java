package light;

/** Sees ships come. */
public final class Lookout {
  private int seen;

  public void sighted(Ship ship, Journal journal) {
    seen++;
    ship.passes(journal);
  }

  public int seen() {
    return seen;
  }
}

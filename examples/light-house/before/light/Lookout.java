package light;

/** Sees ships come. */
public final class Lookout {
  private int seen;

  public void sighted(Ship ship, Journal journal) {
    seen++;
    journal.write("passing: " + ship.name());
    if (ship.draught() > 5) {
      journal.write("keep to the deep channel");
    }
  }

  public int seen() {
    return seen;
  }

  /** What a ship pays for the light: by its load and its length, and double where it lies deep. */
  public int dues(Ship ship) {
    int dues = ship.load() / 10 + ship.length() / 20;
    boolean deep = ship.draught() > 5 || ship.load() > 300;
    return deep ? 2 * dues : dues;
  }
}

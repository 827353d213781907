package light;

/** A ship, with its name, its size and its load. */
public final class Ship {
  private final String name;
  private final int length;
  private final int draught;
  private final int load;

  public Ship(String name, int length, int draught, int load) {
    this.name = name;
    this.length = length;
    this.draught = draught;
    this.load = load;
  }

  public String name() {
    return name;
  }

  public int length() {
    return length;
  }

  public int draught() {
    return draught;
  }

  public int load() {
    return load;
  }

  public void passes(Journal journal) {
    journal.write("passing: " + name());
    if (draught() > 5) {
      journal.write("keep to the deep channel");
    }
  }

  /** What a ship pays for the light: by its load and its length, and double where it lies deep. */
  public int dues() {
    int dues = load() / 10 + length() / 20;
    boolean deep = draught() > 5 || load() > 300;
    return deep ? 2 * dues : dues;
  }
}

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
}

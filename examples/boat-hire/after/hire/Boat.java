package hire;

/** A boat for hire. */
public final class Boat {
  private final String name;
  private final int seats;
  private boolean afloat = true;

  public Boat(String name, int seats) {
    this.name = name;
    this.seats = seats;
  }

  public String name() {
    return name;
  }

  public int seats() {
    return seats;
  }

  public boolean afloat() {
    return afloat;
  }

  public void haul() {
    afloat = false;
  }
}

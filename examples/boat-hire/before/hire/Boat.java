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

  /** Who is of age and can swim may take it out. */
  public boolean mayHire(Guest guest) {
    return afloat && guest.age() >= 16 && guest.swims();
  }

  /** Children may come along where there is a seat for them. */
  public boolean mayBoard(Guest guest, int aboard) {
    return aboard < seats() && (guest.age() >= 4 || guest.swims());
  }
}

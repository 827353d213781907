package hire;

/** Comes from {@link Boat}. */
public final class HirePolicy {
  private HirePolicy() {}

  /** Who is of age and can swim may take it out. */
  public static boolean mayHire(Boat boat, Guest guest) {
    return boat.afloat() && guest.age() >= 16 && guest.swims();
  }

  /** Children may come along where there is a seat for them. */
  public static boolean mayBoard(Boat boat, Guest guest, int aboard) {
    return aboard < boat.seats() && (guest.age() >= 4 || guest.swims());
  }
}

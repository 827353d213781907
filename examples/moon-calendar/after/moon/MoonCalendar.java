package moon;

/** Says when the moon is full, for gardeners. */
public final class MoonCalendar {
  private static final int FULL = 15;

  /** One line of the calendar. */
  public String line(Date on, String place, boolean brief) {
    String date = on.written();
    int age = (on.dayOfYear() + 9) % 29;
    String moon = age == FULL ? "full moon" : age < FULL ? "waxing" : "waning";
    return brief ? date + " " + moon : date + " in " + place + ": " + moon;
  }

  /** Whether two dates share a moon. */
  public boolean sameMoon(Date on, int later) {
    return (on.dayOfYear() + 9) / 29 == (on.dayOfYear() + later + 9) / 29;
  }
}

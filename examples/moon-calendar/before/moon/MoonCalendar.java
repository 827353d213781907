package moon;

/** Says when the moon is full, for gardeners. */
public final class MoonCalendar {
  private static final int FULL = 15;

  /** One line of the calendar. */
  public String moonCalendarLine(int day, int month, int year, String place, boolean brief) {
    String date = written(day, month, year);
    int age = (dayOfYear(day, month, year) + 9) % 29;
    String moon = age == FULL ? "full moon" : age < FULL ? "waxing" : "waning";
    return brief ? date + " " + moon : date + " in " + place + ": " + moon;
  }

  /** Whether two dates share a moon. */
  public boolean sameMoon(int day, int month, int year, int later) {
    return (dayOfYear(day, month, year) + 9) / 29 == (dayOfYear(day, month, year) + later + 9) / 29;
  }

  private static String written(int day, int month, int year) {
    return day + "." + month + "." + year;
  }

  private static int dayOfYear(int day, int month, int year) {
    boolean leap = year % 4 == 0 && (year % 100 != 0 || year % 400 == 0);
    int before = 30 * (month - 1) + month / 2 + (month > 8 && month % 2 == 1 ? 1 : 0);
    return day + before - (month > 2 ? leap ? 1 : 2 : 0);
  }
}

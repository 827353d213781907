package moon;

/** What is printed each year. */
public final class Almanac {
  private final MoonCalendar calendar = new MoonCalendar();

  public String page(int year) {
    return calendar.moonCalendarLine(5, 3, year, "Saltmarsh", false)
        + "\n"
        + calendar.moonCalendarLine(6, 3, year, "Saltmarsh", true);
  }
}

package moon;

/** What is printed each year. */
public final class Almanac {
  private final MoonCalendar calendar = new MoonCalendar();

  public String page(int year) {
    return calendar.line(new Date(5, 3, year), "Saltmarsh", false)
        + "\n"
        + calendar.line(new Date(6, 3, year), "Saltmarsh", true);
  }
}

package moon;

/** Day, month and year, which go together. */
public record Date(int day, int month, int year) {
  int dayOfYear() {
    boolean leap = year() % 4 == 0 && (year() % 100 != 0 || year() % 400 == 0);
    int before = 30 * (month() - 1) + month() / 2 + (month() > 8 && month() % 2 == 1 ? 1 : 0);
    return day() + before - (month() > 2 ? leap ? 1 : 2 : 0);
  }

  String written() {
    return day() + "." + month() + "." + year();
  }
}

package tower;

/** Looks at the clock, decides, and lets strike. */
class Tower {
  /** What sort of day it is. */
  enum Day {
    PLAIN,
    FEAST,
    MOURNING
  }

  private final HourHammer hours;
  private final QuarterHammer quarters;

  Tower(HourHammer hours, QuarterHammer quarters) {
    this.hours = hours;
    this.quarters = quarters;
  }

  HourHammer hours() {
    return hours;
  }

  QuarterHammer quarters() {
    return quarters;
  }

  /** A minute has passed; gives how many strokes were heard. */
  int update(int minute, Day day) {
    if (minute % 15 != 0) {
      return 0;
    }
    return custom(day).strike(this, minute);
  }

  private Custom custom(Day day) {
    switch (day) {
      case PLAIN:
        return new PlainCustom();
      case FEAST:
        return new FeastCustom();
      default:
        return new OtherCustom();
    }
  }
}

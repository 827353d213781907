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
  int update(int minute, Day day, String keeper) {
    if (minute % 15 != 0) {
      return 0;
    }
    switch (day) {
      case PLAIN:
        return quarters().strike(minute) + (minute % 60 == 0 ? hours().strike(minute) : 0);
      case FEAST:
        // Everything, every quarter.
        return quarters().strike(minute) + hours().strike(minute);
      default:
        return minute % 60 == 0 ? hours().strike(60) : 0;
    }
  }
}

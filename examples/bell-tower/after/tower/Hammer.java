package tower;

/** What {@link HourHammer} and {@link QuarterHammer} have in common. */
abstract class Hammer {
  private final Sound sound;
  protected int worn;

  Hammer(Sound sound) {
    this.sound = sound;
  }

  /** Strikes what the minute of the day asks for; gives how often. */
  int strike(int minute) {
    int strokes = strokes(minute);
    for (int n = 0; n < strokes; n++) {
      // A hammer that has struck often is turned.
      if (++worn % 1000 == 0) {
        sound.stroke("turned");
      }
      sound.stroke(bell());
    }
    return strokes;
  }

  protected abstract int strokes(int minute);

  protected abstract String bell();
}

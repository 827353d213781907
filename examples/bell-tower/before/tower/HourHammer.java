package tower;

/** Strikes the hours on the great bell. */
class HourHammer {
  private final Sound sound;
  private int worn;

  HourHammer(Sound sound) {
    this.sound = sound;
  }

  /** Strikes what the minute of the day asks for; gives how often. */
  int strike(int minute) {
    int strokes = minute / 60 % 12 == 0 ? 12 : minute / 60 % 12;
    for (int n = 0; n < strokes; n++) {
      // A hammer that has struck often is turned.
      if (++worn % 1000 == 0) {
        sound.stroke("turned");
      }
      sound.stroke("great bell");
    }
    return strokes;
  }

  int worn() {
    return worn;
  }
}

package tower;

/** Strikes the quarters on the small bell. */
class QuarterHammer {
  private final Sound sound;
  private int worn;

  QuarterHammer(Sound sound) {
    this.sound = sound;
  }

  int strike(int minute) {
    int strokes = minute % 60 / 15;
    for (int n = 0; n < strokes; n++) {
      // A hammer that has struck often is turned.
      if (++worn % 1000 == 0) {
        sound.stroke("turned");
      }
      sound.stroke("small bell");
    }
    return strokes;
  }
}

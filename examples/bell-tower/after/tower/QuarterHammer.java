package tower;

/** Strikes the quarters on the small bell. */
class QuarterHammer extends Hammer {
  QuarterHammer(Sound sound) {
    super(sound);
  }

  @Override
  protected int strokes(int minute) {
    return minute % 60 / 15;
  }

  @Override
  protected String bell() {
    return "small bell";
  }
}

package tower;

/** Strikes the hours on the great bell. */
class HourHammer extends Hammer {
  HourHammer(Sound sound) {
    super(sound);
  }

  @Override
  protected int strokes(int minute) {
    return minute / 60 % 12 == 0 ? 12 : minute / 60 % 12;
  }

  @Override
  protected String bell() {
    return "great bell";
  }

  int worn() {
    return worn;
  }
}

package tower;

/** A {@link Custom} for {@code PLAIN}. */
final class PlainCustom implements Custom {
  @Override
  public int strike(Tower tower, int minute) {
    return tower.quarters().strike(minute) + (minute % 60 == 0 ? tower.hours().strike(minute) : 0);
  }
}

package tower;

/** A {@link Custom} for all else. */
final class OtherCustom implements Custom {
  @Override
  public int strike(Tower tower, int minute) {
    return minute % 60 == 0 ? tower.hours().strike(60) : 0;
  }
}

package tower;

/** A {@link Custom} for {@code FEAST}. */
final class FeastCustom implements Custom {
  @Override
  public int strike(Tower tower, int minute) {
    // Everything, every quarter.
    return tower.quarters().strike(minute) + tower.hours().strike(minute);
  }
}

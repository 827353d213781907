package kiln;

/** A pot on its way. */
public final class Pot {
  private final int height;
  private final Clay clay;
  private final String glaze;
  private Firing firing;

  public Pot(int height, Clay clay, String glaze) {
    this.height = height;
    this.clay = clay;
    this.glaze = glaze;
  }

  public int height() {
    return height;
  }

  public Clay clay() {
    return clay;
  }

  public String glaze() {
    return glaze;
  }

  void setFiring(Firing firing) {
    this.firing = firing;
  }

  /** The height that it comes out with. */
  public int fired() {
    return firing.heightAfter(this);
  }
}

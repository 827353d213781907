package ferry;

/** A {@link Conditions} for tests that gives what it is made with. */
public final class SteadyConditions implements Conditions {
  private final int wind;
  private final int tide;

  public SteadyConditions(int wind, int tide) {
    this.wind = wind;
    this.tide = tide;
  }

  @Override
  public int wind() {
    return wind;
  }

  @Override
  public int tide() {
    return tide;
  }
}

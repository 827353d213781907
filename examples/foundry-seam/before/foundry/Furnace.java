package foundry;

/** The furnace in the yard; it has to be lit to be asked. */
final class Furnace {
  static Furnace open() {
    if (!Boolean.getBoolean("furnace.lit")) {
      throw new IllegalStateException("The furnace is cold.");
    }
    return new Furnace();
  }

  /** What is lost in the fire, in hundredths. */
  int loss() {
    return 7;
  }
}

package org.saltmarsh.mounting;

/** The old press with its wing nuts. */
final class DryingPress {
  private int turns;

  void tighten() {
    turns++;
  }

  int daysToDry(boolean succulent) {
    int days = succulent ? 21 : 7;
    return Math.max(3, days - turns);
  }
}

package org.saltmarsh.freezer;

/** A stay in the freezer that kills insects and their eggs. */
public record FreezeCycle(int celsius, int days) {
  public static final FreezeCycle STANDARD = new FreezeCycle(-30, 7);

  public boolean killsEggs() {
    return celsius <= -30 && days >= 7 || celsius <= -20 && days >= 14;
  }
}

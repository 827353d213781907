package org.saltmarsh.intake;

import org.saltmarsh.freezer.FreezeCycle;
import org.saltmarsh.freezer.FreezerSchedule;
import org.saltmarsh.freezer.InsectTrap;

/** What must be frozen before it is opened. */
final class QuarantineRule {
  private final FreezerSchedule freezer;

  QuarantineRule(FreezerSchedule freezer) {
    this.freezer = freezer;
  }

  void apply(Parcel parcel, InsectTrap trap) {
    FreezeCycle cycle = trap.alarming() ? new FreezeCycle(-30, 14) : FreezeCycle.STANDARD;
    freezer.book(parcel.from(), cycle);
  }

  boolean mayOpen(Parcel parcel) {
    return freezer.holds(parcel.from());
  }
}

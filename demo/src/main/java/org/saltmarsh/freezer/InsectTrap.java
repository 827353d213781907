package org.saltmarsh.freezer;

import org.saltmarsh.climate.ClimateService;

/** A sticky trap and what was found on it. */
public final class InsectTrap {
  private final String room;
  private int beetles;

  public InsectTrap(String room) {
    this.room = room;
  }

  public void found(int more) {
    beetles += more;
  }

  public boolean alarming() {
    int bound = ClimateService.instance().isDamp(room) ? 1 : 3;
    return beetles >= bound;
  }
}

package org.saltmarsh.specimen;

/** How well a specimen has kept. */
public enum Condition {
  FRESH,
  SOUND,
  BRITTLE,
  EATEN;

  public boolean mayTravel() {
    return this == FRESH || this == SOUND;
  }
}

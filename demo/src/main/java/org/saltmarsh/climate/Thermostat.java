package org.saltmarsh.climate;

/** Keeps a room at its temperature. */
public final class Thermostat {
  private final String room;
  private double target = 17;

  public Thermostat(String room) {
    this.room = room;
  }

  public void target(double celsius) {
    target = celsius;
  }

  public boolean heats(Reading now) {
    return now.room().equals(room) && now.celsius() < target - 0.5;
  }
}

package org.saltmarsh.climate;

import java.util.List;

/** Rings when a room has been damp for three readings on end. */
public final class HumidityAlarm {
  private static final int PATIENCE = 3;

  private final ClimateLog log;

  public HumidityAlarm(ClimateLog log) {
    this.log = log;
  }

  public boolean rings(String room) {
    List<Reading> readings = log.of(room);
    if (readings.size() < PATIENCE) {
      return false;
    }
    return readings.subList(readings.size() - PATIENCE, readings.size()).stream()
        .allMatch(Reading::damp);
  }
}

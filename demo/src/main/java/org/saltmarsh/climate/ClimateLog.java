package org.saltmarsh.climate;

import java.util.ArrayList;
import java.util.List;

/** All readings, newest last. */
public final class ClimateLog {
  private final List<Reading> readings = new ArrayList<>();

  public void add(Reading reading) {
    readings.add(reading);
  }

  public List<Reading> of(String room) {
    return readings.stream().filter(r -> r.room().equals(room)).toList();
  }

  public double meanHumidity(String room) {
    return of(room).stream().mapToDouble(Reading::humidity).average().orElse(0);
  }
}

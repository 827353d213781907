package org.saltmarsh.freezer;

import java.util.LinkedHashMap;
import java.util.Map;

/** Which parcel is in the freezer when. */
public final class FreezerSchedule {
  private final Map<String, FreezeCycle> booked = new LinkedHashMap<>();

  public void book(String parcel, FreezeCycle cycle) {
    if (!cycle.killsEggs()) {
      throw new IllegalArgumentException("Too short or too warm: " + cycle);
    }
    booked.put(parcel, cycle);
  }

  public int daysBooked() {
    return booked.values().stream().mapToInt(FreezeCycle::days).sum();
  }

  public boolean holds(String parcel) {
    return booked.containsKey(parcel);
  }
}

package org.saltmarsh.climate;

/** One look at the hygrometer. */
public record Reading(String room, double celsius, double humidity) {
  public boolean damp() {
    return humidity > 55;
  }
}

package org.saltmarsh.climate;

/** The climate of the house, reached from everywhere. */
public final class ClimateService {
  private static ClimateService instance;

  private final ClimateLog log = new ClimateLog();

  private ClimateService() {}

  public static synchronized ClimateService instance() {
    if (instance == null) {
      instance = new ClimateService();
    }
    return instance;
  }

  public ClimateLog log() {
    return log;
  }

  public boolean isDamp(String room) {
    return log.meanHumidity(room) > 55;
  }
}

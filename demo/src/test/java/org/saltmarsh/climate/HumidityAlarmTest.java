package org.saltmarsh.climate;

import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class HumidityAlarmTest {
  @Test
  void ringsAfterThreeDampReadings() {
    ClimateLog log = new ClimateLog();
    HumidityAlarm alarm = new HumidityAlarm(log);
    for (int n = 0; n < 3; n++) {
      assertFalse(alarm.rings("vault"));
      log.add(new Reading("vault", 16, 60));
    }
    assertTrue(alarm.rings("vault"));
    assertTrue(new Thermostat("vault").heats(new Reading("vault", 16, 60)));
  }
}

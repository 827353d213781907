package org.saltmarsh.report;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class HerbariumOfficeTest {
  @Test
  void threeJobs() {
    HerbariumOffice office = new HerbariumOffice();
    office.open("Monday", "9", "17");
    assertTrue(office.isOpen("Monday"));
    assertEquals(212, HerbariumOffice.fahrenheit(100));
    assertTrue(office.frank(99));
    assertFalse(office.frank(2));
  }
}

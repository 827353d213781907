package org.saltmarsh.desk;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.saltmarsh.app.HerbariumApp;
import org.saltmarsh.app.House;
import org.saltmarsh.print.LaserPrinter;
import org.saltmarsh.vault.Placement;

class FrontDeskTest {
  @Test
  void welcomesAndFetches() {
    House house = new House();
    FrontDesk desk = house.desk();
    Visitor guest = new Visitor("Ada", new Address("Ada", "Hill 2", "Upton", "Upland"), false);
    assertEquals("Ines Marram will be with you, Ada. Tea is ready.", desk.welcome(guest, "Monday"));
    assertEquals("A-01-c", desk.shelfMark(new Placement("a", 1, 3)));
  }

  @Test
  void aWholeDay() {
    HerbariumApp.main(new String[0]);
    assertTrue(LaserPrinter.printed().contains("Received SM-2026-00001"));
  }
}

package org.saltmarsh.mounting;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Collector;
import org.saltmarsh.specimen.Condition;
import org.saltmarsh.specimen.Locality;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.specimen.Taxon;

class MountingBenchTest {
  @Test
  void brittleFirst() {
    MountingQueue queue = new MountingQueue();
    Sheet sound = new Sheet(new Specimen(
            new AccessionNumber(2026, 1),
            new Taxon("Armeria", "maritima", "Willd."),
            new Locality("Saltmarsh", "North dyke", 3),
            new Collector("R. Ebb", "RE")));
    Specimen brittle = new Specimen(
            new AccessionNumber(2026, 2),
            new Taxon("Armeria", "maritima", "Willd."),
            new Locality("Saltmarsh", "North dyke", 3),
            new Collector("R. Ebb", "RE"));
    brittle.condition(Condition.BRITTLE);
    queue.add(sound);
    queue.add(new Sheet(brittle));
    assertEquals(brittle, new MountingBench(queue).work(1).get(0).specimen());
    assertTrue(sound.glued());
  }
}

package org.saltmarsh.store;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Collector;
import org.saltmarsh.specimen.Locality;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.specimen.Taxon;

class StoreIndexTest {
  @Test
  void findsByFirstLetters() {
    SpecimenStore store = new SpecimenStore();
    store.put(new Specimen(
            new AccessionNumber(2026, 1),
            new Taxon("Armeria", "maritima", "Willd."),
            new Locality("Saltmarsh", "North dyke", 3),
            new Collector("R. Ebb", "RE")));
    assertEquals(1, new StoreIndex(store).startingWith("Arm").size());
    assertEquals(1, store.ofGenus("Armeria").size());
    assertTrue(new ArchiveWriter(store).page(0).contains("Armeria maritima"));
  }
}

package org.saltmarsh.vault;

import static org.junit.jupiter.api.Assertions.assertEquals;

import org.junit.jupiter.api.Test;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Collector;
import org.saltmarsh.specimen.Locality;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.specimen.Taxon;

class VaultMapTest {
  @Test
  void placesAndRemembers() {
    VaultMap vault = new VaultMap();
    vault.add(new Cabinet("a", 1));
    Specimen thrift = new Specimen(
            new AccessionNumber(2026, 1),
            new Taxon("Armeria", "maritima", "Willd."),
            new Locality("Saltmarsh", "North dyke", 3),
            new Collector("R. Ebb", "RE"));
    Placement placement = vault.place(thrift);
    assertEquals(1, placement.shelf());
    assertEquals(placement, vault.of(thrift.number()));
  }
}

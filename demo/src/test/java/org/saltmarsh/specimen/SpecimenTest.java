package org.saltmarsh.specimen;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;

class SpecimenTest {
  private static Specimen thrift() {
    return new Specimen(
            new AccessionNumber(2026, 1),
            new Taxon("Armeria", "maritima", "Willd."),
            new Locality("Saltmarsh", "North dyke", 3),
            new Collector("R. Ebb", "RE"));
  }

  @Test
  void newestOpinionCounts() {
    Specimen thrift = thrift();
    thrift.determine(new Determination(new Taxon("Limonium", "vulgare", "Mill."), "I. Marram", 2027));
    assertEquals("L. vulgare", thrift.taxon().shortName());
  }

  @Test
  void typeSpecimensAreForTheKeeper() {
    Specimen thrift = thrift();
    thrift.markAsType();
    assertTrue(thrift.mayBeHandledBy(Specimen.Post.KEEPER));
    assertFalse(thrift.mayBeHandledBy(Specimen.Post.MOUNTER));
    assertFalse(thrift.mayBeLentBy(Specimen.Post.KEEPER));
  }
}

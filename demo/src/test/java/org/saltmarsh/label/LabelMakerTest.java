package org.saltmarsh.label;

import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.saltmarsh.print.LaserPrinter;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Collector;
import org.saltmarsh.specimen.Locality;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.specimen.Taxon;
import org.saltmarsh.vault.Cabinet;
import org.saltmarsh.vault.VaultMap;

class LabelMakerTest {
  @Test
  void labelSaysWhereItLies() {
    VaultMap vault = new VaultMap();
    vault.add(new Cabinet("b", 2));
    Specimen thrift = new Specimen(
            new AccessionNumber(2026, 7),
            new Taxon("Armeria", "maritima", "Willd."),
            new Locality("Saltmarsh", "North dyke", 3),
            new Collector("R. Ebb", "RE"));
    LabelMaker maker = new LabelMaker(vault);
    assertTrue(maker.label(thrift).framed().contains("not placed"));
    vault.place(thrift);
    assertTrue(maker.label(thrift).framed().contains("b2/1"));
    maker.print(List.of(thrift));
    assertTrue(LaserPrinter.printed().stream().anyMatch(p -> p.contains("SM-2026-00007")));
  }
}

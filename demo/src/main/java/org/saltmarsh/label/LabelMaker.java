package org.saltmarsh.label;

import java.util.List;
import org.saltmarsh.print.LaserPrinter;
import org.saltmarsh.print.Printer;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.vault.LabelSheet;
import org.saltmarsh.vault.Placement;
import org.saltmarsh.vault.VaultMap;

/** Makes the labels of newly placed specimens. */
public final class LabelMaker {
  private final VaultMap vault;
  private final BarcodeFont font = new BarcodeFont();

  public LabelMaker(VaultMap vault) {
    this.vault = vault;
  }

  public LabelText label(Specimen specimen) {
    Placement placement = vault.of(specimen.number());
    String place =
        placement == null
            ? "not placed"
            : placement.row() + placement.cabinet() + "/" + placement.shelf();
    return new LabelText(
        List.of(
            "Saltmarsh Herbarium   " + specimen.number(),
            specimen.taxon().fullName(),
            specimen.locality().line(),
            "leg. " + specimen.collector().name(),
            place + "  " + font.bars(specimen.number())));
  }

  public void print(List<Specimen> specimens) {
    LabelSheet sheet = new LabelSheet();
    specimens.forEach(specimen -> sheet.add(label(specimen)));
    Printer printer = new LaserPrinter();
    printer.print(sheet.text());
  }
}

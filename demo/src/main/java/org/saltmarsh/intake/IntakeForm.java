package org.saltmarsh.intake;

import org.saltmarsh.print.LaserPrinter;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Collector;
import org.saltmarsh.specimen.Locality;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.specimen.Taxon;

/** Turns the paper form into a specimen. */
public final class IntakeForm {
  private int lastSerial;

  public Specimen register(
      int year,
      String genus,
      String species,
      String author,
      String country,
      String place,
      int metres,
      String collector,
      String initials) {
    lastSerial++;
    Specimen specimen =
        new Specimen(
            new AccessionNumber(year, lastSerial),
            new Taxon(genus, species, author),
            new Locality(country, place, metres),
            new Collector(collector, initials));
    new LaserPrinter().print("Received " + specimen.number());
    return specimen;
  }
}

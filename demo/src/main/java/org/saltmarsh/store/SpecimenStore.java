package org.saltmarsh.store;

import java.util.List;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Specimen;

/** All specimens by accession number. */
public final class SpecimenStore extends MemoryStore<AccessionNumber, Specimen> {
  public void put(Specimen specimen) {
    put(specimen.number(), specimen);
  }

  public List<Specimen> ofGenus(String genus) {
    return all().stream().filter(s -> s.taxon().genus().equals(genus)).toList();
  }
}

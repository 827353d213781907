package org.saltmarsh.store;

import java.util.List;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Specimen;

/** Finds specimens by the first letters of their genus. */
public final class StoreIndex {
  private final SpecimenStore store;

  public StoreIndex(SpecimenStore store) {
    this.store = store;
  }

  public List<AccessionNumber> startingWith(String letters) {
    return store.all().stream()
        .filter(s -> s.taxon().genus().startsWith(letters))
        .map(Specimen::number)
        .toList();
  }
}

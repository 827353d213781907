package org.saltmarsh.exchange;

import java.util.HashMap;
import java.util.Map;
import org.saltmarsh.specimen.Taxon;

/** Specimens of which we have more than one. */
public final class DuplicatePool {
  private final Map<Taxon, Integer> spare = new HashMap<>();

  public void add(Taxon taxon, int more) {
    spare.merge(taxon, more, Integer::sum);
  }

  public boolean has(Taxon taxon) {
    return spare.getOrDefault(taxon, 0) > 0;
  }

  boolean take(Taxon taxon) {
    if (!has(taxon)) {
      return false;
    }
    spare.merge(taxon, -1, Integer::sum);
    return true;
  }
}

package org.saltmarsh.vault;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Specimen;

/** Finds a place for every specimen and remembers it. */
public final class VaultMap {
  private final List<Cabinet> cabinets = new ArrayList<>();
  private final Map<AccessionNumber, Placement> places = new TreeMap<>();

  public void add(Cabinet cabinet) {
    cabinets.add(cabinet);
  }

  public Placement place(Specimen specimen) {
    for (Cabinet cabinet : cabinets) {
      Placement placement = cabinet.place();
      if (placement != null) {
        places.put(specimen.number(), placement);
        return placement;
      }
    }
    throw new IllegalStateException("The vault is full.");
  }

  public Placement of(AccessionNumber number) {
    return places.get(number);
  }
}

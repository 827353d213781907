package org.saltmarsh.desk;

import java.util.ArrayList;
import java.util.List;

/** Who came when. */
public final class VisitorBook {
  private final List<Visitor> visitors = new ArrayList<>();

  public void sign(Visitor visitor) {
    visitors.add(visitor);
  }

  public long botanists() {
    return visitors.stream().filter(Visitor::botanist).count();
  }
}

package org.saltmarsh.mounting;

import java.util.ArrayList;
import java.util.List;

/** Where sheets are glued. */
public final class MountingBench {
  private final MountingQueue queue;

  public MountingBench(MountingQueue queue) {
    this.queue = queue;
  }

  /** Glues as many sheets as there are hours, two an hour. */
  public List<Sheet> work(int hours) {
    List<Sheet> done = new ArrayList<>();
    for (int n = 0; n < hours * 2 && queue.length() > 0; n++) {
      Sheet sheet = queue.next();
      sheet.glue();
      done.add(sheet);
    }
    return done;
  }
}

package org.saltmarsh.mounting;

import java.util.ArrayDeque;
import java.util.Deque;
import org.saltmarsh.specimen.Condition;

/** What waits to be mounted, brittle plants first. */
public final class MountingQueue {
  private final Deque<Sheet> waiting = new ArrayDeque<>();

  public void add(Sheet sheet) {
    if (sheet.specimen().condition() == Condition.BRITTLE) {
      waiting.addFirst(sheet);
    } else {
      waiting.addLast(sheet);
    }
  }

  public Sheet next() {
    return waiting.poll();
  }

  public int length() {
    return waiting.size();
  }
}

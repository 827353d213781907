package dev.vinesorter.cli;

import dev.vinesorter.core.graph.CutSet;
import dev.vinesorter.core.structure.CycleGroups;
import java.util.List;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;

/**
 * Searches for the cut sets of cycle groups, for as long as the user says: each large group gets
 * the share of the time that it has of the dependencies. When the user interrupts it, each search
 * ends with what it has, and the report is written as usual.
 */
final class CutSearch implements AutoCloseable {
  /** How long an interrupted program waits for its report. */
  private static final int SECONDS_TO_WRITE = 20;

  private final double nanosForEach;
  private final CountDownLatch written = new CountDownLatch(1);
  private final Thread atEnd = new Thread(this::stop, "stop");
  private volatile boolean stopped;

  /**
   * Prepares for some groups.
   *
   * @param seconds for how long to search beyond the usual budget; 0 for not at all
   */
  CutSearch(List<CycleGroups.Group> groups, int seconds) {
    long large =
        groups.stream().filter(CutSearch::isLarge).mapToLong(CycleGroups.Group::dependencies).sum();
    this.nanosForEach = large == 0 ? 0 : seconds * 1e9 / large;
    if (nanosForEach > 0) {
      Runtime.getRuntime().addShutdownHook(atEnd);
    }
  }

  private static boolean isLarge(CycleGroups.Group group) {
    return group.nodes().length > CutSet.EXACT_NODES;
  }

  /** The cut set of one of the groups. */
  CutSet cut(CycleGroups.Group group) {
    long until = System.nanoTime() + Math.round(nanosForEach * group.dependencies());
    return isLarge(group) && nanosForEach > 0
        ? group.cut(() -> !stopped && System.nanoTime() - until < 0)
        : group.cut();
  }

  private void stop() {
    stopped = true;
    try {
      written.await(SECONDS_TO_WRITE, TimeUnit.SECONDS);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  @Override
  public void close() {
    System.out.flush();
    written.countDown();
    if (nanosForEach > 0 && !stopped) {
      try {
        Runtime.getRuntime().removeShutdownHook(atEnd);
      } catch (IllegalStateException e) {
        // The program is ending at this very moment; then the hook has nothing to wait for.
        return;
      }
    }
  }
}

package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.graph.Rows;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * The layers as the code has them: units in rows, each resting on those below it. Where units run
 * in circles, the dependencies of the cheapest cut are the ones that run upwards.
 *
 * @param graph the graph of the units
 * @param rows the nodes of each row by name, the top row first
 * @param upwards the dependencies that do not run downwards, heaviest first
 * @param optimal whether no cheaper cut exists
 */
public record Layering(LevelGraph graph, List<int[]> rows, List<Upward> upwards, boolean optimal) {
  /** A dependency that runs upwards, between nodes of the graph. */
  public record Upward(int from, int to, int weight) {}

  public static Layering of(LevelGraph graph) {
    Digraph arcs = graph.graph();
    Rows rows = Rows.of(arcs);
    List<int[]> layering = new ArrayList<>();
    for (int row = rows.count() - 1; row >= 0; row--) {
      layering.add(rows.nodes(row));
    }
    List<Upward> upwards = new ArrayList<>();
    for (int v = 0; v < arcs.nodes(); v++) {
      for (int k = arcs.firstArc(v); k < arcs.firstArc(v + 1); k++) {
        if (rows.of(arcs.target(k)) >= rows.of(v)) {
          upwards.add(new Upward(v, arcs.target(k), arcs.weight(k)));
        }
      }
    }
    upwards.sort(
        Comparator.comparingInt((Upward u) -> -u.weight)
            .thenComparing(Upward::from)
            .thenComparing(Upward::to));
    boolean optimal = true;
    for (int c = 0; c < rows.components().count(); c++) {
      optimal &= rows.cut(c) == null || rows.cut(c).optimal();
    }
    return new Layering(graph, List.copyOf(layering), List.copyOf(upwards), optimal);
  }

  /** The weight of all that runs upwards. */
  public long upwardWeight() {
    return upwards.stream().mapToLong(Upward::weight).sum();
  }
}

package dev.vinesorter.core.graph;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.function.IntPredicate;

/** Shortest chains of arcs, by breadth-first search. */
public final class Chain {
  private Chain() {}

  /**
   * A shortest chain of nodes from one of the starts to one of the goals, both ends included; empty
   * where there is none. Among equally short ones the choice depends on the graph alone.
   */
  public static List<Integer> shortest(Digraph graph, IntPredicate start, IntPredicate goal) {
    int[] before = new int[graph.nodes()];
    Arrays.fill(before, -2);
    Deque<Integer> queue = new ArrayDeque<>();
    for (int v = 0; v < graph.nodes(); v++) {
      if (start.test(v)) {
        before[v] = -1;
        queue.add(v);
      }
    }
    while (!queue.isEmpty()) {
      int v = queue.remove();
      if (goal.test(v)) {
        List<Integer> chain = new ArrayList<>();
        for (int at = v; at >= 0; at = before[at]) {
          chain.add(at);
        }
        Collections.reverse(chain);
        return chain;
      }
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        int w = graph.target(k);
        if (before[w] == -2) {
          before[w] = v;
          queue.add(w);
        }
      }
    }
    return List.of();
  }
}

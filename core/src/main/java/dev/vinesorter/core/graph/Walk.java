package dev.vinesorter.core.graph;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;

/** Everything that can be reached from some nodes, by breadth-first search: O(nodes + arcs). */
public final class Walk {
  /** The number of arcs on the shortest way to a node, -1 where none leads. */
  private final int[] distance;

  /** The node before it on that way, -1 at the start; the smallest where there are several. */
  private final int[] before;

  /** The nodes reached, nearest first, the starts among them. */
  private final int[] reached;

  private Walk(int[] distance, int[] before, int[] reached) {
    this.distance = distance;
    this.before = before;
    this.reached = reached;
  }

  public static Walk from(Digraph graph, int... starts) {
    int[] distance = new int[graph.nodes()];
    int[] before = new int[graph.nodes()];
    Arrays.fill(distance, -1);
    Arrays.fill(before, -1);
    int[] reached = new int[graph.nodes()];
    int count = 0;
    Deque<Integer> queue = new ArrayDeque<>();
    for (int start : starts) {
      if (distance[start] < 0) {
        distance[start] = 0;
        queue.add(start);
      }
    }
    while (!queue.isEmpty()) {
      int v = queue.remove();
      reached[count++] = v;
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        int w = graph.target(k);
        if (distance[w] < 0) {
          distance[w] = distance[v] + 1;
          before[w] = v;
          queue.add(w);
        }
      }
    }
    return new Walk(distance, before, Arrays.copyOf(reached, count));
  }

  public int distance(int node) {
    return distance[node];
  }

  public int before(int node) {
    return before[node];
  }

  public int[] reached() {
    return reached.clone();
  }

  /**
   * For each node how many nodes it reaches, itself included. Components are condensed first; then
   * sets of components are bits, one block of 64 at a time, so memory stays O(nodes): O(nodes / 64
   * · (nodes + arcs)).
   */
  public static int[] reachCounts(Digraph graph) {
    Components components = Components.of(graph);
    int count = components.count();
    int[] size = new int[count];
    for (int v = 0; v < graph.nodes(); v++) {
      size[components.of(v)]++;
    }
    int[][] below = successors(graph, components);
    long[] total = new long[count];
    long[] bits = new long[count];
    for (int first = 0; first < count; first += Long.SIZE) {
      // What is used has the smaller number, so nothing before the block reaches into it.
      for (int c = first; c < count; c++) {
        bits[c] = c < first + Long.SIZE ? 1L << (c - first) : 0;
        for (int w : below[c]) {
          bits[c] |= w >= first ? bits[w] : 0;
        }
        for (long left = bits[c]; left != 0; left &= left - 1) {
          total[c] += size[first + Long.numberOfTrailingZeros(left)];
        }
      }
    }
    int[] reach = new int[graph.nodes()];
    for (int v = 0; v < reach.length; v++) {
      reach[v] = (int) total[components.of(v)];
    }
    return reach;
  }

  private static int[][] successors(Digraph graph, Components components) {
    int[] from = new int[graph.arcs()];
    int[] to = new int[graph.arcs()];
    int[] weight = new int[graph.arcs()];
    int arcs = 0;
    for (int v = 0; v < graph.nodes(); v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        from[arcs] = components.of(v);
        to[arcs] = components.of(graph.target(k));
        weight[arcs++] = 1;
      }
    }
    Digraph condensed = Digraph.of(components.count(), from, to, weight, arcs);
    int[][] below = new int[components.count()][];
    for (int c = 0; c < below.length; c++) {
      below[c] = new int[condensed.firstArc(c + 1) - condensed.firstArc(c)];
      for (int k = condensed.firstArc(c); k < condensed.firstArc(c + 1); k++) {
        below[c][k - condensed.firstArc(c)] = condensed.target(k);
      }
    }
    return below;
  }
}

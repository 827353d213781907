package dev.vinesorter.core.graph;

import java.util.Random;

/** Graphs for tests: drawn as words, or random. */
final class Graphs {
  private Graphs() {}

  /** The graph of arcs such as {@code "ab", "bc3"}: from, to, and a weight where it is not 1. */
  static Digraph drawn(String... arcs) {
    int[] from = new int[arcs.length];
    int[] to = new int[arcs.length];
    int[] weight = new int[arcs.length];
    int nodes = 0;
    for (int n = 0; n < arcs.length; n++) {
      from[n] = arcs[n].charAt(0) - 'a';
      to[n] = arcs[n].charAt(1) - 'a';
      weight[n] = arcs[n].length() > 2 ? Integer.parseInt(arcs[n].substring(2)) : 1;
      nodes = Math.max(nodes, Math.max(from[n], to[n]) + 1);
    }
    return Digraph.of(nodes, from, to, weight, arcs.length);
  }

  static Digraph random(Random random, int nodes, int arcs, int heaviest) {
    int[] from = new int[arcs];
    int[] to = new int[arcs];
    int[] weight = new int[arcs];
    for (int n = 0; n < arcs; n++) {
      from[n] = random.nextInt(nodes);
      to[n] = random.nextInt(nodes);
      weight[n] = 1 + random.nextInt(heaviest);
    }
    return Digraph.of(nodes, from, to, weight, arcs);
  }

  /** Which nodes each node reaches by one arc or more, by the textbook's triple loop. */
  static boolean[][] reach(Digraph graph) {
    int n = graph.nodes();
    boolean[][] reach = new boolean[n][n];
    for (int v = 0; v < n; v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        reach[v][graph.target(k)] = true;
      }
    }
    for (int via = 0; via < n; via++) {
      for (int v = 0; v < n; v++) {
        for (int w = 0; w < n; w++) {
          reach[v][w] |= reach[v][via] && reach[via][w];
        }
      }
    }
    return reach;
  }
}

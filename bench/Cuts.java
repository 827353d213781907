package dev.vinesorter.core.graph;

import java.util.Random;

/**
 * Measures cut sets: the heuristic against the optimum on random groups of up to 20 units, and the
 * time for groups of 2,000 units and 20,000 dependencies.
 */
public final class Cuts {
  private Cuts() {}

  /** Arguments: groups, seed. */
  public static void main(String[] arguments) {
    int groups = Integer.parseInt(arguments[0]);
    Random random = new Random(Long.parseLong(arguments[1]));
    int notOptimal = 0;
    int told = 0;
    double worst = 0;
    double worstHeuristic = 0;
    int heuristicOptimal = 0;
    for (int n = 0; n < groups; n++) {
      int nodes = 2 + random.nextInt(19);
      Digraph graph = random(random, nodes, nodes + random.nextInt(nodes * 4));
      CutSet cut = CutSet.of(graph);
      long best = optimum(graph);
      double over = best == 0 ? 0 : (cut.weight() - best) / (double) best;
      long other = CutSet.heuristic(graph).weight();
      double overHeuristic = best == 0 ? 0 : (other - best) / (double) best;
      worst = Math.max(worst, over);
      worstHeuristic = Math.max(worstHeuristic, overHeuristic);
      heuristicOptimal += other == best ? 1 : 0;
      told += cut.optimal() ? 1 : 0;
      notOptimal += cut.optimal() && cut.weight() != best ? 1 : 0;
    }
    System.out.printf(
        "%d groups of 2 to 20 units: at most %.2f %% over the optimum; said optimal %d, wrongly %d%n",
        groups, 100 * worst, told, notOptimal);
    System.out.printf(
        "the heuristic for larger groups, on the same: optimal in %d, at most %.2f %% over%n",
        heuristicOptimal, 100 * worstHeuristic);
    for (int run = 0; run < 3; run++) {
      Digraph graph = random(random, 2000, 20_000);
      long start = System.nanoTime();
      CutSet cut = CutSet.of(graph);
      System.out.printf(
          "2,000 units, %,d dependencies: %.2f s, cut of weight %,d, none below %,d%n",
          graph.arcs(), (System.nanoTime() - start) / 1e9, cut.weight(), cut.least());
    }
  }

  private static Digraph random(Random random, int nodes, int arcs) {
    int[] from = new int[arcs];
    int[] to = new int[arcs];
    int[] weight = new int[arcs];
    for (int n = 0; n < arcs; n++) {
      from[n] = random.nextInt(nodes);
      to[n] = random.nextInt(nodes);
      weight[n] = 1 + random.nextInt(9);
    }
    return Digraph.of(nodes, from, to, weight, arcs);
  }

  /**
   * The optimum by another way than the product's: over sets of nodes that come last, the weight
   * from each node placed before them summed arc by arc.
   */
  private static long optimum(Digraph graph) {
    int n = graph.nodes();
    long[] best = new long[1 << n];
    java.util.Arrays.fill(best, Long.MAX_VALUE);
    best[0] = 0;
    for (int last = 0; last < best.length; last++) {
      for (int v = 0; v < n; v++) {
        if ((last & 1 << v) == 0) {
          // v goes right before the set: arcs from the set to v run backwards.
          long cost = best[last];
          for (int w = 0; w < n; w++) {
            cost += (last & 1 << w) != 0 ? graph.weight(w, v) : 0;
          }
          best[last | 1 << v] = Math.min(best[last | 1 << v], cost);
        }
      }
    }
    return best[best.length - 1];
  }
}

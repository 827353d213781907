package dev.vinesorter.core.graph;

import java.util.Arrays;
import java.util.Random;

/**
 * A lower bound for cut sets: of cycles that share no weight each has to be opened, so their
 * weights together are the least that any cut set has (the dual of the weighted feedback arc set).
 * The shortest cycles are packed first, each by as much as all of its arcs have left; of several
 * orders the one that packs most counts.
 */
final class CyclePacking {
  /** Longer cycles than this are looked for at last, whatever their length. */
  private static final int LONG = 8;

  private final Digraph graph;
  private final int[] left;
  private final int[] distance;
  private final int[] from;
  private final int[] by;
  private final int[] queue;

  private CyclePacking(Digraph graph) {
    this.graph = graph;
    this.left = new int[graph.arcs()];
    this.distance = new int[graph.nodes()];
    this.from = new int[graph.nodes()];
    this.by = new int[graph.nodes()];
    this.queue = new int[graph.nodes()];
  }

  /**
   * What any cut set weighs at least.
   *
   * @param order the nodes in an order; each cycle has an arc that runs backwards in it
   * @param tries how many orders of these arcs are tried
   */
  static long weight(Digraph graph, int[] order, int tries) {
    int[] place = NodeOrder.places(order);
    int[][] backward = new int[graph.arcs()][];
    int count = 0;
    for (int v = 0; v < graph.nodes(); v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        if (place[graph.target(k)] < place[v]) {
          backward[count++] = new int[] {v, k};
        }
      }
    }
    CyclePacking packing = new CyclePacking(graph);
    Random random = new Random(graph.arcs());
    long most = 0;
    for (int n = 0; n < tries; n++) {
      for (int a = count - 1; a > 0 && n > 0; a--) {
        int b = random.nextInt(a + 1);
        int[] arc = backward[a];
        backward[a] = backward[b];
        backward[b] = arc;
      }
      most = Math.max(most, packing.pack(Arrays.copyOf(backward, count)));
    }
    return most;
  }

  private long pack(int[][] backward) {
    for (int k = 0; k < left.length; k++) {
      left[k] = graph.weight(k);
    }
    long packed = 0;
    for (int length = 2; length <= LONG + 1; length++) {
      int most = length > LONG ? Integer.MAX_VALUE : length;
      for (int[] arc : backward) {
        int taken = 1;
        while (left[arc[1]] > 0 && taken > 0) {
          taken = take(arc[0], arc[1], most);
          packed += taken;
        }
      }
    }
    return packed;
  }

  /** Takes the shortest cycle through an arc out; gives its weight, or 0 where there is none. */
  private int take(int node, int arc, int most) {
    int start = graph.target(arc);
    Arrays.fill(distance, -1);
    distance[start] = 0;
    queue[0] = start;
    int count = 1;
    for (int q = 0; q < count && distance[node] < 0; q++) {
      int v = queue[q];
      if (distance[v] >= most) {
        return 0;
      }
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        int w = graph.target(k);
        if (left[k] > 0 && distance[w] < 0) {
          distance[w] = distance[v] + 1;
          from[w] = v;
          by[w] = k;
          queue[count++] = w;
        }
      }
    }
    if (distance[node] < 0) {
      return 0;
    }
    int weight = left[arc];
    for (int v = node; v != start; v = from[v]) {
      weight = Math.min(weight, left[by[v]]);
    }
    left[arc] -= weight;
    for (int v = node; v != start; v = from[v]) {
      left[by[v]] -= weight;
    }
    return weight;
  }
}

package dev.vinesorter.core.graph;

import java.util.Arrays;

/** Orders of nodes in which little weight runs backwards, for graphs too large for the optimum. */
final class NodeOrder {
  /** Rounds of local search at most; each visits every node, and a round without gain ends it. */
  private static final int ROUNDS = 60;

  private NodeOrder() {}

  /**
   * The greedy order of P. Eades, X. Lin and W. Smyth (1993), weighted: sinks go last, sources
   * first, else the node with the largest surplus of outgoing weight goes first. O(nodes² + arcs).
   */
  static int[] greedy(Digraph graph) {
    int n = graph.nodes();
    Digraph back = graph.reversed();
    long[] out = new long[n];
    long[] in = new long[n];
    for (int v = 0; v < n; v++) {
      out[v] = sum(graph, v);
      in[v] = sum(back, v);
    }
    boolean[] placed = new boolean[n];
    int[] order = new int[n];
    int front = 0;
    int rear = n;
    while (front < rear) {
      int best = -1;
      boolean sink = false;
      for (int v = 0; v < n && !sink; v++) {
        if (!placed[v]) {
          if (out[v] == 0 && in[v] > 0) {
            best = v;
            sink = true;
          } else if (best < 0 || out[v] - in[v] > out[best] - in[best]) {
            best = v;
          }
        }
      }
      placed[best] = true;
      if (sink) {
        order[--rear] = best;
      } else {
        order[front++] = best;
      }
      for (int k = graph.firstArc(best); k < graph.firstArc(best + 1); k++) {
        in[graph.target(k)] -= graph.weight(k);
      }
      for (int k = back.firstArc(best); k < back.firstArc(best + 1); k++) {
        out[back.target(k)] -= back.weight(k);
      }
    }
    return order;
  }

  private static long sum(Digraph graph, int v) {
    long sum = 0;
    for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
      sum += graph.weight(k);
    }
    return sum;
  }

  /**
   * Local search: takes each node out and puts it back where the least weight runs backwards, until
   * a round brings nothing. Only the places next to a neighbour can be best, so a node of degree d
   * costs O(d log d) to judge and O(nodes) to move.
   */
  static int[] improved(Digraph graph, int[] start) {
    int n = graph.nodes();
    Digraph back = graph.reversed();
    int[] order = start.clone();
    int[] place = new int[n];
    for (int p = 0; p < n; p++) {
      place[order[p]] = p;
    }
    boolean gained = true;
    for (int round = 0; round < ROUNDS && gained; round++) {
      gained = false;
      for (int v = 0; v < n; v++) {
        int to = bestPlace(graph, back, place, v);
        if (to != place[v]) {
          move(order, place, v, to);
          gained = true;
        }
      }
    }
    return order;
  }

  /** Where v should stand, given all others as they are; its own place unless another is better. */
  private static int bestPlace(Digraph graph, Digraph back, int[] place, int v) {
    int outs = graph.firstArc(v + 1) - graph.firstArc(v);
    int ins = back.firstArc(v + 1) - back.firstArc(v);
    long[] steps = new long[outs + ins];
    int count = 0;
    for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
      steps[count++] = (long) place[graph.target(k)] << 32 | graph.weight(k);
    }
    for (int k = back.firstArc(v); k < back.firstArc(v + 1); k++) {
      steps[count++] = (long) place[back.target(k)] << 32 | 0x8000_0000L | back.weight(k);
    }
    Arrays.sort(steps);
    // cost is relative to standing before all; passing a successor costs, passing a user gains.
    long cost = 0;
    long best = 0;
    int bestAfter = -1;
    long own = place[v] == 0 ? 0 : Long.MIN_VALUE;
    for (long step : steps) {
      int at = (int) (step >>> 32);
      if (at > place[v] && own == Long.MIN_VALUE) {
        own = cost;
      }
      long weight = step & 0x7fff_ffffL;
      cost += (step & 0x8000_0000L) == 0 ? weight : -weight;
      if (cost < best) {
        best = cost;
        bestAfter = at;
      }
    }
    if (own == Long.MIN_VALUE) {
      own = cost;
    }
    if (best >= own) {
      return place[v];
    }
    return bestAfter < place[v] ? bestAfter + 1 : bestAfter;
  }

  private static void move(int[] order, int[] place, int v, int to) {
    int from = place[v];
    if (from < to) {
      System.arraycopy(order, from + 1, order, from, to - from);
    } else {
      System.arraycopy(order, to, order, to + 1, from - to);
    }
    order[to] = v;
    for (int p = Math.min(from, to); p <= Math.max(from, to); p++) {
      place[order[p]] = p;
    }
  }
}

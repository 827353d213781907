package dev.vinesorter.core.graph;

import java.util.Comparator;
import java.util.PriorityQueue;

/** Orders of nodes to start from, in which little weight runs backwards. */
final class NodeOrder {
  private NodeOrder() {}

  /**
   * The greedy order of P. Eades, X. Lin and W. Smyth (1993), weighted: sinks go last, sources
   * first, else the node with the largest surplus of outgoing weight goes first; ties go to the
   * smaller node. O((nodes + arcs) log nodes) with a queue whose outdated entries are passed over.
   */
  static int[] greedy(Digraph graph) {
    int n = graph.nodes();
    Digraph back = graph.reversed();
    long[] out = new long[n];
    long[] in = new long[n];
    PriorityQueue<long[]> surplus =
        new PriorityQueue<>(
            Comparator.comparingLong((long[] e) -> -e[SURPLUS]).thenComparingLong(e -> e[NODE]));
    PriorityQueue<Integer> sinks = new PriorityQueue<>();
    for (int v = 0; v < n; v++) {
      out[v] = sum(graph, v);
      in[v] = sum(back, v);
      surplus.add(new long[] {v, out[v] - in[v]});
      if (out[v] == 0 && in[v] > 0) {
        sinks.add(v);
      }
    }
    boolean[] placed = new boolean[n];
    int[] order = new int[n];
    int front = 0;
    int rear = n;
    while (front < rear) {
      int best;
      if (!sinks.isEmpty()) {
        best = sinks.remove();
        if (placed[best] || in[best] == 0) {
          continue;
        }
        order[--rear] = best;
      } else {
        long[] first = surplus.remove();
        best = (int) first[NODE];
        if (placed[best] || first[SURPLUS] != out[best] - in[best]) {
          continue;
        }
        order[front++] = best;
      }
      placed[best] = true;
      for (int k = graph.firstArc(best); k < graph.firstArc(best + 1); k++) {
        int w = graph.target(k);
        in[w] -= graph.weight(k);
        if (!placed[w]) {
          surplus.add(new long[] {w, out[w] - in[w]});
        }
      }
      for (int k = back.firstArc(best); k < back.firstArc(best + 1); k++) {
        int w = back.target(k);
        out[w] -= back.weight(k);
        if (!placed[w]) {
          surplus.add(new long[] {w, out[w] - in[w]});
          if (out[w] == 0 && in[w] > 0) {
            sinks.add(w);
          }
        }
      }
    }
    return order;
  }

  private static final int NODE = 0;
  private static final int SURPLUS = 1;

  private static long sum(Digraph graph, int v) {
    long sum = 0;
    for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
      sum += graph.weight(k);
    }
    return sum;
  }

  /**
   * The better of two greedy orders, one of them from the other end, each node put where it is
   * best.
   */
  static OrderSearch start(Digraph graph) {
    OrderSearch one = new OrderSearch(graph, greedy(graph));
    OrderSearch other = new OrderSearch(graph, reversed(greedy(graph.reversed())));
    return other.weight() < one.weight() ? other : one;
  }

  /** The place of each node in an order. */
  static int[] places(int[] order) {
    int[] place = new int[order.length];
    for (int p = 0; p < order.length; p++) {
      place[order[p]] = p;
    }
    return place;
  }

  private static int[] reversed(int[] order) {
    int[] turned = new int[order.length];
    for (int p = 0; p < order.length; p++) {
      turned[p] = order[order.length - 1 - p];
    }
    return turned;
  }
}

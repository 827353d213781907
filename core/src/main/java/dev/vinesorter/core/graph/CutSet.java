package dev.vinesorter.core.graph;

import java.util.ArrayList;
import java.util.List;

/**
 * A cut set of a graph: arcs whose removal leaves it without cycles, with the least total weight
 * that we can find (the weighted feedback arc set).
 *
 * <p>It is found as an order of the nodes: the cut set is then the arcs that run backwards. Up to
 * {@link #EXACT_NODES} nodes the order is optimal, by dynamic programming over the sets of nodes
 * that come first (as in E. Lawler, 1964): 2^n sets, O(2^n n) time, passing over those that already
 * cut as much as the heuristic's order does. Larger graphs start from the greedy order of Eades,
 * Lin and Smyth (1993), moving one node at a time to its best place, from ever new starts until a
 * fixed budget of steps is used up; what that gives is not proven optimal, and {@link #optimal()}
 * says so unless it cuts nothing.
 */
public final class CutSet {
  /** The most nodes for which the optimum is computed: 2^20 sets take 4 MiB and some 0.1 s. */
  public static final int EXACT_NODES = 20;

  /** An arc to remove. */
  public record Arc(int from, int to, int weight) {}

  private final int[] order;
  private final List<Arc> arcs;
  private final long weight;
  private final boolean optimal;

  private CutSet(Digraph graph, int[] order, boolean exact) {
    int[] place = NodeOrder.places(order);
    List<Arc> backward = new ArrayList<>();
    long sum = 0;
    for (int v = 0; v < graph.nodes(); v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        if (place[graph.target(k)] < place[v]) {
          backward.add(new Arc(v, graph.target(k), graph.weight(k)));
          sum += graph.weight(k);
        }
      }
    }
    this.order = order;
    this.arcs = List.copyOf(backward);
    this.weight = sum;
    this.optimal = exact || sum == 0;
  }

  public static CutSet of(Digraph graph) {
    return graph.nodes() <= EXACT_NODES
        ? new CutSet(graph, exactOrder(graph), true)
        : new CutSet(graph, NodeOrder.best(graph), false);
  }

  /** The cut set by the heuristic whatever the size; for measuring it against the optimum. */
  public static CutSet heuristic(Digraph graph) {
    return new CutSet(graph, NodeOrder.best(graph), false);
  }

  /** The nodes, users first; every arc not in the set runs forwards in this order. */
  public int[] order() {
    return order.clone();
  }

  /** The arcs to remove, by from and to. */
  public List<Arc> arcs() {
    return arcs;
  }

  public long weight() {
    return weight;
  }

  /** Whether no lighter cut set exists. */
  public boolean optimal() {
    return optimal;
  }

  /**
   * best[S] is the least weight of arcs running backwards among the nodes of S when these come
   * first. Putting v behind S lets the arcs from v into S run backwards. The weight from v into S
   * is the sum of two table cells, one for each half of the nodes. Of two arcs between the same
   * nodes one runs backwards whatever the order, so only what the heavier has more is counted, and
   * few sets stay below what the heuristic's order costs.
   */
  private static int[] exactOrder(Digraph full) {
    int n = full.nodes();
    int[] known = NodeOrder.quick(full);
    Digraph graph = surplus(full);
    long bound = new CutSet(graph, known, false).weight;
    int half = n / 2;
    long[][] low = intoSets(graph, 0, half);
    long[][] high = intoSets(graph, half, n - half);
    int lowMask = (1 << half) - 1;
    long[] best = new long[1 << n];
    byte[] last = new byte[1 << n];
    java.util.Arrays.fill(best, Long.MAX_VALUE);
    best[0] = 0;
    for (int set = 0; set < best.length; set++) {
      for (int v = 0; v < n && best[set] < bound; v++) {
        int bit = 1 << v;
        if ((set & bit) == 0) {
          long cost = best[set] + low[v][set & lowMask] + high[v][set >>> half];
          if (cost < best[set | bit]) {
            best[set | bit] = cost;
            last[set | bit] = (byte) v;
          }
        }
      }
    }
    int set = best.length - 1;
    if (best[set] >= bound) {
      return known;
    }
    int[] order = new int[n];
    for (int p = n - 1; p >= 0; p--) {
      order[p] = last[set];
      set &= ~(1 << order[p]);
    }
    return order;
  }

  /** The graph with each arc lighter by the one that runs the other way. */
  private static Digraph surplus(Digraph graph) {
    int[] from = new int[graph.arcs()];
    int[] to = new int[graph.arcs()];
    int[] weight = new int[graph.arcs()];
    int count = 0;
    for (int v = 0; v < graph.nodes(); v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        int more = graph.weight(k) - graph.weight(graph.target(k), v);
        if (more > 0) {
          from[count] = v;
          to[count] = graph.target(k);
          weight[count++] = more;
        }
      }
    }
    return Digraph.of(graph.nodes(), from, to, weight, count);
  }

  /**
   * For each node v and each set S of the {@code count} nodes from {@code first}: weight v into S.
   */
  private static long[][] intoSets(Digraph graph, int first, int count) {
    long[][] into = new long[graph.nodes()][1 << count];
    for (int v = 0; v < graph.nodes(); v++) {
      for (int set = 1; set < 1 << count; set++) {
        int lowest = Integer.numberOfTrailingZeros(set);
        into[v][set] = into[v][set & (set - 1)] + graph.weight(v, first + lowest);
      }
    }
    return into;
  }
}

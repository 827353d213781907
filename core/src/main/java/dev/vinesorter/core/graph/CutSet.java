package dev.vinesorter.core.graph;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;

/**
 * A cut set of a graph: arcs whose removal leaves it without cycles, with the least total weight
 * that we can find (the weighted feedback arc set).
 *
 * <p>It is found as an order of the nodes: the cut set is then the arcs that run backwards. Of two
 * arcs between the same nodes one runs backwards whatever the order, so only what the heavier has
 * more is looked at, and what that leaves without cycles falls apart into parts of its own. Up to
 * {@link #EXACT_NODES} nodes the order of a part is optimal, by dynamic programming over the sets
 * of nodes that come first (as in E. Lawler, 1964): 2^n sets, O(2^n n) time, passing over those
 * that already cut as much as a known order does. Larger parts start from the greedy order of
 * Eades, Lin and Smyth (1993), which {@link OrderSearch} improves for a fixed budget of steps. How
 * much lighter a cut set could be at most is told by {@link CyclePacking}; where that is nothing,
 * the order is optimal as well.
 */
public final class CutSet {
  /** The most nodes for which the optimum is computed: 2^20 sets take 4 MiB and some 0.1 s. */
  public static final int EXACT_NODES = 20;

  /** Steps of the search at least, and for each arc. */
  private static final long STEPS = 2_000_000;

  private static final long STEPS_PER_ARC = 6000;

  /** Steps between two questions whether to go on. */
  private static final long STEPS_AT_ONCE = 5_000_000;

  /** Steps that make an order good enough to begin with, where the optimum is computed. */
  private static final long FEW_STEPS = 30_000;

  /** The most orders for which cycles are packed, and over how many arcs in all. */
  private static final int PACKINGS = 20;

  private static final int ARCS_PACKED = 60_000;

  /** An arc to remove. */
  public record Arc(int from, int to, int weight) {}

  private final int[] order;
  private final List<Arc> arcs;
  private final long weight;
  private final long least;

  /**
   * Nodes in an order.
   *
   * @param least the weight that runs backwards in any order
   */
  private record Ordered(int[] nodes, long least) {}

  private CutSet(Digraph graph, Ordered ordered) {
    int[] place = NodeOrder.places(ordered.nodes);
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
    this.order = ordered.nodes;
    this.arcs = List.copyOf(backward);
    this.weight = sum;
    this.least = ordered.least;
  }

  /** The cut set found within the budget; the same for the same graph. */
  public static CutSet of(Digraph graph) {
    return of(graph, () -> false);
  }

  /**
   * The cut set found within the budget, and as long as somebody wants a lighter one.
   *
   * @param goesOn whether to search on; asked about a hundred times a second, and not where nothing
   *     lighter exists
   */
  public static CutSet of(Digraph graph, BooleanSupplier goesOn) {
    return new CutSet(graph, ordered(graph, EXACT_NODES, goesOn));
  }

  /** The cut set by the heuristic whatever the size; for measuring it against the optimum. */
  public static CutSet heuristic(Digraph graph) {
    return new CutSet(graph, ordered(graph, 1, () -> false));
  }

  /** Puts the parts that hang together one behind the other. */
  private static Ordered ordered(Digraph graph, int exactNodes, BooleanSupplier goesOn) {
    Digraph surplus = surplus(graph);
    int[][] parts = Components.of(surplus).members();
    int[] order = new int[graph.nodes()];
    int count = 0;
    long least = bothWays(graph);
    // A part's number is above those of all that it uses.
    for (int c = parts.length - 1; c >= 0; c--) {
      int[] nodes = parts[c];
      if (nodes.length == 1) {
        order[count++] = nodes[0];
        continue;
      }
      Digraph part = surplus.part(nodes);
      Ordered inner = nodes.length <= exactNodes ? exact(part) : searched(part, goesOn);
      least += inner.least;
      for (int node : inner.nodes) {
        order[count++] = nodes[node];
      }
    }
    return new Ordered(order, least);
  }

  private static Ordered searched(Digraph graph, BooleanSupplier goesOn) {
    OrderSearch search = NodeOrder.start(graph);
    int tries = Math.max(1, Math.min(PACKINGS, ARCS_PACKED / graph.arcs()));
    long least = CyclePacking.weight(graph, search.order(), 1);
    search.search(STEPS + STEPS_PER_ARC * graph.arcs(), least);
    if (search.weight() > least) {
      least = Math.max(least, CyclePacking.weight(graph, search.order(), tries));
    }
    while (search.weight() > least && goesOn.getAsBoolean()) {
      search.search(STEPS_AT_ONCE, least);
    }
    return new Ordered(search.order(), least);
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

  /** What any cut set weighs at least, as far as is proven. */
  public long least() {
    return least;
  }

  /** Whether no lighter cut set exists, as far as is proven. */
  public boolean optimal() {
    return weight == least;
  }

  /**
   * best[S] is the least weight of arcs running backwards among the nodes of S when these come
   * first. Putting v behind S lets the arcs from v into S run backwards. The weight from v into S
   * is the sum of two table cells, one for each half of the nodes. Few sets stay below what a known
   * order costs.
   */
  private static Ordered exact(Digraph graph) {
    int n = graph.nodes();
    OrderSearch known = NodeOrder.start(graph);
    known.search(FEW_STEPS, 0);
    long bound = known.weight();
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
      return new Ordered(known.order(), bound);
    }
    long least = best[set];
    int[] order = new int[n];
    for (int p = n - 1; p >= 0; p--) {
      order[p] = last[set];
      set &= ~(1 << order[p]);
    }
    return new Ordered(order, least);
  }

  /** What runs backwards in any order, of arcs that run both ways between two nodes. */
  private static long bothWays(Digraph graph) {
    long sum = 0;
    for (int v = 0; v < graph.nodes(); v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        int w = graph.target(k);
        sum += v < w ? Math.min(graph.weight(k), graph.weight(w, v)) : 0;
      }
    }
    return sum;
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

package dev.vinesorter.core.graph;

import java.util.Arrays;
import java.util.Comparator;
import java.util.PriorityQueue;
import java.util.Random;

/** Orders of nodes in which little weight runs backwards, for graphs too large for the optimum. */
final class NodeOrder {
  /** Rounds of local search at most; each visits every node, and a round without gain ends it. */
  private static final int ROUNDS = 60;

  /** Steps at least, a step being about one look at a neighbour or one node shifted. */
  private static final long STEPS = 500_000;

  /** Steps for each arc of a large graph. */
  private static final long STEPS_PER_ARC = 1500;

  /** Tries without gain after which there is little to hope for. */
  private static final int MISSES = 150;

  private static final int QUICK_MISSES = 10;

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
   * Iterated local search (H. Lourenço, O. Martin and T. Stützle, 2003): from the better of two
   * greedy orders, then again and again from the best order with a few nodes moved at random, until
   * the budget of steps is used up. The random numbers are always the same, so the result is, too.
   */
  static int[] best(Digraph graph) {
    return best(graph, MISSES);
  }

  /** A good order in little time, where a bound is all that is wanted. */
  static int[] quick(Digraph graph) {
    return best(graph, QUICK_MISSES);
  }

  private static int[] best(Digraph graph, int patience) {
    Digraph back = graph.reversed();
    Search search = new Search(graph, back);
    int[] best = search.improved(greedy(graph));
    long weight = search.backward(best);
    int[] turned = reversed(greedy(back));
    Random random = new Random(graph.nodes() * 31L + graph.arcs());
    int[] tried = turned;
    int misses = 0;
    while (weight > 0) {
      tried = search.improved(tried);
      long found = search.backward(tried);
      misses = found < weight ? 0 : misses + 1;
      if (found <= weight) {
        best = tried;
        weight = found;
      }
      if (search.steps >= search.budget || misses > patience) {
        break;
      }
      tried = shaken(best, random);
    }
    return best;
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

  /** The order with a few nodes taken out and put back anywhere. */
  private static int[] shaken(int[] order, Random random) {
    int n = order.length;
    int[] shaken = order.clone();
    int[] place = places(shaken);
    for (int kicks = 2 + random.nextInt(3 + n / 50); kicks > 0; kicks--) {
      move(shaken, place, random.nextInt(n), random.nextInt(n));
    }
    return shaken;
  }

  /** Local search with a count of its steps. */
  private static final class Search {
    private final Digraph graph;
    private final Digraph back;
    private final long budget;
    private long steps;

    Search(Digraph graph, Digraph back) {
      this.graph = graph;
      this.back = back;
      this.budget = Math.max(STEPS, STEPS_PER_ARC * graph.arcs());
    }

    /**
     * Takes each node out and puts it back where the least weight runs backwards, until a round
     * brings nothing. Only the places next to a neighbour can be best, so a node of degree d costs
     * O(d log d) to judge and O(nodes) to move.
     */
    int[] improved(int[] start) {
      int n = graph.nodes();
      int[] order = start.clone();
      int[] place = places(order);
      boolean gained = true;
      for (int round = 0; round < ROUNDS && gained; round++) {
        gained = false;
        for (int v = 0; v < n && steps < budget; v++) {
          int to = bestPlace(graph, back, place, v);
          steps +=
              4L
                  * (graph.firstArc(v + 1)
                      - graph.firstArc(v)
                      + back.firstArc(v + 1)
                      - back.firstArc(v));
          if (to != place[v]) {
            steps += Math.abs(to - place[v]);
            move(order, place, v, to);
            gained = true;
          }
        }
      }
      return order;
    }

    /** The weight that runs backwards in an order. */
    long backward(int[] order) {
      int[] place = places(order);
      long sum = 0;
      for (int v = 0; v < order.length; v++) {
        for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
          sum += place[graph.target(k)] < place[v] ? graph.weight(k) : 0;
        }
      }
      steps += graph.arcs();
      return sum;
    }
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

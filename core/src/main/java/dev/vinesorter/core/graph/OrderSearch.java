package dev.vinesorter.core.graph;

import java.util.Arrays;
import java.util.Random;

/**
 * Improves an order of nodes so that less weight runs backwards, by iterated local search (H.
 * Lourenço, O. Martin and T. Stützle, 2003): a few neighbours are moved beside each other at
 * random, every node that this concerns is put where it is best, and what brought no gain is taken
 * back.
 *
 * <p>The order is a linked list whose nodes have numbers that grow along it, so that moving one
 * costs nothing but its own arcs, whatever the distance. After a move only those neighbours are
 * looked at again that it went past. The random numbers are always the same, so the result is, too.
 */
final class OrderSearch {
  /** The room between two numbers after they were given anew. */
  private static final long GAP = 1L << 20;

  /** Bits for which of a node's arcs it is, beside the number of the node at its other end. */
  private static final int ARC_BITS = 20;

  private static final int ARC = (1 << ARC_BITS) - 1;

  /** Numbers stay below this, so that they fit beside an arc. */
  private static final long MOST = 1L << 62 - ARC_BITS;

  /** The most nodes that are moved before the search puts all in order again. */
  private static final int KICKS = 6;

  /** Nodes of more than so many times as many arcs as others have are moved by nobody else. */
  private static final int HUB = 4;

  /** Fewer arcs than this are sorted by insertion. */
  private static final int FEW = 32;

  private final Digraph graph;
  private final Digraph back;
  private final int nodes;
  private final Random random;

  /** The list; the node one past the last stands for both ends. */
  private final int[] next;

  private final int[] previous;
  private final long[] number;

  private final int mostDegree;
  private long weight;
  private long steps;

  /** Nodes to be looked at, as a ring. */
  private final int[] queue;

  private final boolean[] queued;
  private int first;
  private int past;

  /** Moves since the last good order, each with what the node stood behind. */
  private int[] movedNode = new int[64];

  private int[] movedFrom = new int[64];
  private int moves;

  /** The arcs of one node by the place of their other end. */
  private long[] sorted = new long[64];

  /** Where the node that was looked at last is best: behind which other, and what that gains. */
  private int bestBehind;

  private long gain;

  OrderSearch(Digraph graph, int[] order) {
    this.graph = graph;
    this.back = graph.reversed();
    this.nodes = graph.nodes();
    this.random = new Random(nodes * 31L + graph.arcs());
    this.next = new int[nodes + 1];
    this.previous = new int[nodes + 1];
    this.number = new long[nodes + 1];
    this.queue = new int[nodes + 1];
    this.queued = new boolean[nodes];
    this.mostDegree = HUB * 2 * graph.arcs() / nodes;
    start(order);
  }

  private void start(int[] order) {
    int last = nodes;
    for (int v : order) {
      next[last] = v;
      previous[v] = last;
      last = v;
    }
    next[last] = nodes;
    previous[nodes] = last;
    renumber();
    for (int v = 0; v < nodes; v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        weight += number[graph.target(k)] < number[v] ? graph.weight(k) : 0;
      }
    }
    for (int v : order) {
      enqueue(v);
    }
    settle();
    moves = 0;
  }

  private void renumber() {
    long last = 0;
    for (int v = next[nodes]; v != nodes; v = next[v]) {
      last += GAP;
      number[v] = last;
    }
  }

  /** The weight that runs backwards. */
  long weight() {
    return weight;
  }

  /** The order as it is. */
  int[] order() {
    int[] order = new int[nodes];
    int p = 0;
    for (int v = next[nodes]; v != nodes; v = next[v]) {
      order[p++] = v;
    }
    return order;
  }

  /**
   * Goes on for some steps, a step being about one look at a neighbour.
   *
   * @param enough the weight from which on nothing better can be found
   */
  void search(long more, long enough) {
    long until = steps + more;
    while (steps < until && weight > enough) {
      long before = weight;
      moves = 0;
      kick();
      settle();
      if (weight > before) {
        for (int m = moves - 1; m >= 0; m--) {
          put(movedNode[m], movedFrom[m]);
        }
        weight = before;
      }
    }
  }

  /** Moves some nodes, each of them beside a neighbour, and that one next. */
  private void kick() {
    int v = random.nextInt(nodes);
    for (int kicks = 1 + random.nextInt(KICKS); kicks > 0; kicks--) {
      // To look at a hub and all its neighbours costs more than it brings.
      for (int tries = 0; tries < nodes && degree(v) > mostDegree; tries++) {
        v = random.nextInt(nodes);
      }
      int outs = graph.firstArc(v + 1) - graph.firstArc(v);
      int ins = back.firstArc(v + 1) - back.firstArc(v);
      int arc = random.nextInt(outs + ins);
      int beside =
          arc < outs
              ? graph.target(graph.firstArc(v) + arc)
              : back.target(back.firstArc(v) + arc - outs);
      boolean behind = random.nextBoolean() || previous[beside] == v;
      long cost = cost(v);
      move(v, behind ? beside : previous[beside]);
      weight += cost(v) - cost;
      enqueue(v);
      v = beside;
    }
  }

  private int degree(int v) {
    return graph.firstArc(v + 1) - graph.firstArc(v) + back.firstArc(v + 1) - back.firstArc(v);
  }

  /** What runs backwards at a node. */
  private long cost(int v) {
    long cost = 0;
    for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
      cost += number[graph.target(k)] < number[v] ? graph.weight(k) : 0;
    }
    for (int k = back.firstArc(v); k < back.firstArc(v + 1); k++) {
      cost += number[back.target(k)] > number[v] ? back.weight(k) : 0;
    }
    return cost;
  }

  /** Puts every node that waits where it is best, until none waits. */
  private void settle() {
    while (first != past) {
      int v = queue[first];
      first = (first + 1) % queue.length;
      queued[v] = false;
      look(v);
      if (gain > 0) {
        weight -= gain;
        move(v, bestBehind);
      }
    }
  }

  private void enqueue(int v) {
    if (!queued[v]) {
      queued[v] = true;
      queue[past] = v;
      past = (past + 1) % queue.length;
    }
  }

  /** Moves a node behind another one; neighbours that it goes past wait to be looked at. */
  private void move(int v, int behind) {
    if (behind == v || previous[v] == behind) {
      return;
    }
    if (moves == movedNode.length) {
      movedNode = Arrays.copyOf(movedNode, 2 * moves);
      movedFrom = Arrays.copyOf(movedFrom, 2 * moves);
    }
    movedNode[moves] = v;
    movedFrom[moves++] = previous[v];
    long from = number[v];
    // Where the numbers are given anew they no longer compare with the old one: all are looked at.
    boolean anew = put(v, behind);
    long low = anew ? Long.MIN_VALUE : Math.min(from, number[v]);
    long high = anew ? Long.MAX_VALUE : Math.max(from, number[v]);
    enqueueBetween(graph, v, low, high);
    enqueueBetween(back, v, low, high);
  }

  private void enqueueBetween(Digraph arcs, int v, long low, long high) {
    for (int k = arcs.firstArc(v); k < arcs.firstArc(v + 1); k++) {
      long place = number[arcs.target(k)];
      if (place >= low && place <= high) {
        enqueue(arcs.target(k));
      }
    }
    steps += arcs.firstArc(v + 1) - arcs.firstArc(v);
  }

  /** Puts a node behind another one; says whether all got new numbers for that. */
  private boolean put(int v, int behind) {
    if (previous[v] == behind) {
      return false;
    }
    next[previous[v]] = next[v];
    previous[next[v]] = previous[v];
    int following = next[behind];
    previous[v] = behind;
    next[v] = following;
    next[behind] = v;
    previous[following] = v;
    long low = behind == nodes ? number[following] - 2 * GAP : number[behind];
    long high = following == nodes ? low + 2 * GAP : number[following];
    if (high - low < 2 || low < -MOST || high > MOST) {
      renumber();
      steps += nodes;
      return true;
    }
    number[v] = low + (high - low) / 2;
    return false;
  }

  /**
   * Where a node is best, all others staying: only beside a neighbour, so O(d log d) for d of them.
   */
  private void look(int v) {
    int count = 0;
    int outs = graph.firstArc(v + 1) - graph.firstArc(v);
    int degree = degree(v);
    if (degree > ARC) {
      // Its arcs have no room beside a number; such a hub stays where it is.
      gain = 0;
      return;
    }
    if (sorted.length < degree) {
      sorted = new long[2 * degree];
    }
    for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
      sorted[count] = number[graph.target(k)] << ARC_BITS | count++;
    }
    for (int k = back.firstArc(v); k < back.firstArc(v + 1); k++) {
      sorted[count] = number[back.target(k)] << ARC_BITS | count++;
    }
    steps += 3L * degree + 5;
    sort(count);
    // Costs are relative to standing before all; passing a successor costs, passing a user gains.
    long cost = 0;
    long best = 0;
    long own = 0;
    int behind = -1;
    for (int n = 0; n < count; n++) {
      int arc = (int) sorted[n] & ARC;
      cost +=
          arc < outs
              ? graph.weight(graph.firstArc(v) + arc)
              : -back.weight(back.firstArc(v) + arc - outs);
      if (cost < best) {
        best = cost;
        behind = arc;
      }
      own = sorted[n] >> ARC_BITS < number[v] ? cost : own;
    }
    bestBehind =
        behind < 0
            ? nodes
            : behind < outs
                ? graph.target(graph.firstArc(v) + behind)
                : back.target(back.firstArc(v) + behind - outs);
    gain = own - best;
  }

  private void sort(int count) {
    if (count >= FEW) {
      Arrays.sort(sorted, 0, count);
      return;
    }
    for (int n = 1; n < count; n++) {
      long one = sorted[n];
      int m = n - 1;
      for (; m >= 0 && sorted[m] > one; m--) {
        sorted[m + 1] = sorted[m];
      }
      sorted[m + 1] = one;
    }
  }
}

package dev.vinesorter.core.graph;

import java.util.Arrays;

/**
 * A directed graph with weighted arcs, as compressed rows. Parallel arcs are merged when it is
 * made, their weights added; an arc from a node to itself is dropped.
 */
public final class Digraph {
  /** Successors of node v: targets[k] for offsets[v] <= k < offsets[v + 1], ascending. */
  private final int[] offsets;

  private final int[] targets;

  /** Weight of each arc, above 0. */
  private final int[] weights;

  private Digraph(int[] offsets, int[] targets, int[] weights) {
    this.offsets = offsets;
    this.targets = targets;
    this.weights = weights;
  }

  /**
   * The graph of these arcs, given as parallel arrays in any order; only the first {@code count}
   * cells are read.
   *
   * @throws IllegalArgumentException when an arc names a node outside [0, nodes)
   */
  public static Digraph of(int nodes, int[] from, int[] to, int[] weight, int count) {
    int[] row = new int[nodes + 1];
    for (int k = 0; k < count; k++) {
      if (from[k] < 0 || from[k] >= nodes || to[k] < 0 || to[k] >= nodes) {
        throw new IllegalArgumentException(
            "Arc " + from[k] + " -> " + to[k] + " leaves the graph of " + nodes + " nodes.");
      }
      row[from[k] + 1]++;
    }
    for (int v = 0; v < nodes; v++) {
      row[v + 1] += row[v];
    }
    int[] next = row.clone();
    int[] sorted = new int[count];
    for (int k = 0; k < count; k++) {
      sorted[next[from[k]]++] = k;
    }
    return merged(nodes, row, sorted, to, weight);
  }

  private static Digraph merged(int nodes, int[] row, int[] sorted, int[] to, int[] weight) {
    int[] offsets = new int[nodes + 1];
    int[] targets = new int[sorted.length];
    int[] weights = new int[sorted.length];
    int[] sum = new int[nodes];
    int size = 0;
    for (int v = 0; v < nodes; v++) {
      int first = size;
      for (int k = row[v]; k < row[v + 1]; k++) {
        int w = to[sorted[k]];
        if (w != v) {
          if (sum[w] == 0) {
            targets[size++] = w;
          }
          sum[w] += weight[sorted[k]];
        }
      }
      Arrays.sort(targets, first, size);
      for (int k = first; k < size; k++) {
        weights[k] = sum[targets[k]];
        sum[targets[k]] = 0;
      }
      offsets[v + 1] = size;
    }
    return new Digraph(offsets, Arrays.copyOf(targets, size), Arrays.copyOf(weights, size));
  }

  public int nodes() {
    return offsets.length - 1;
  }

  /** The number of distinct arcs. */
  public int arcs() {
    return targets.length;
  }

  /** The first arc that leaves a node; the one after its last is {@code firstArc(node + 1)}. */
  public int firstArc(int node) {
    return offsets[node];
  }

  /** The nodes that arcs of a node lead to, ascending; a copy. */
  public int[] targets(int node) {
    return Arrays.copyOfRange(targets, offsets[node], offsets[node + 1]);
  }

  public int target(int arc) {
    return targets[arc];
  }

  public int weight(int arc) {
    return weights[arc];
  }

  /** The weight of the arc between two nodes, 0 where there is none. */
  public int weight(int from, int to) {
    int arc = Arrays.binarySearch(targets, offsets[from], offsets[from + 1], to);
    return arc < 0 ? 0 : weights[arc];
  }

  /** The part of the graph on these nodes, renumbered in the order given. */
  public Digraph part(int[] nodes) {
    int[] inner = new int[nodes()];
    Arrays.fill(inner, -1);
    int room = 0;
    for (int n = 0; n < nodes.length; n++) {
      inner[nodes[n]] = n;
      room += offsets[nodes[n] + 1] - offsets[nodes[n]];
    }
    int[] from = new int[room];
    int[] to = new int[room];
    int[] weight = new int[room];
    int count = 0;
    for (int n = 0; n < nodes.length; n++) {
      for (int k = offsets[nodes[n]]; k < offsets[nodes[n] + 1]; k++) {
        if (inner[targets[k]] >= 0) {
          from[count] = n;
          to[count] = inner[targets[k]];
          weight[count++] = weights[k];
        }
      }
    }
    return of(nodes.length, from, to, weight, count);
  }

  /** The same arcs the other way round. */
  public Digraph reversed() {
    int[] from = new int[arcs()];
    for (int v = 0; v < nodes(); v++) {
      Arrays.fill(from, offsets[v], offsets[v + 1], v);
    }
    return of(nodes(), targets, from, weights, arcs());
  }
}

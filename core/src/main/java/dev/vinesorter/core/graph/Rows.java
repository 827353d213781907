package dev.vinesorter.core.graph;

import java.util.Arrays;

/**
 * The nodes in rows, each resting on those below: a node stands one row above the highest node it
 * has an arc to. Coupled nodes share no cycle here, because the arcs of each component's cut set
 * are looked past; those arcs then run upwards or stay in their row.
 *
 * <p>It is the longest path to a sink (as in the layering of K. Sugiyama, S. Tagawa and M. Toda,
 * 1981), O(nodes + arcs) once the cut sets are known.
 */
public final class Rows {
  private final int[] row;
  private final int count;
  private final CutSet[] cuts;
  private final Components components;
  private final int[] order;

  private Rows(int[] row, int count, CutSet[] cuts, Components components, int[] order) {
    this.row = row;
    this.count = count;
    this.cuts = cuts;
    this.components = components;
    this.order = order;
  }

  /** Rows of single nodes: within a component they follow its cut set. */
  public static Rows of(Digraph graph) {
    return of(graph, false);
  }

  /** Rows in which all nodes of a component stand on one row. */
  public static Rows ofComponents(Digraph graph) {
    return of(graph, true);
  }

  private static Rows of(Digraph graph, boolean together) {
    Components components = Components.of(graph);
    CutSet[] cuts = new CutSet[components.count()];
    int[] inner = new int[graph.nodes()];
    int[][] members = components.members();
    for (int c = 0; c < members.length; c++) {
      if (members[c].length > 1) {
        cuts[c] = CutSet.of(graph.part(members[c]));
        int[] order = cuts[c].order();
        for (int place = 0; place < order.length; place++) {
          inner[members[c][order[place]]] = place;
        }
      }
    }
    // Components are numbered users last, so that this order has what is used before its users.
    int[] row = new int[graph.nodes()];
    int[] order = new int[graph.nodes()];
    int filled = 0;
    int count = 0;
    for (int c = 0; c < members.length; c++) {
      int[] group = byPlace(members[c], inner);
      int highest = 0;
      for (int g = group.length - 1; g >= 0; g--) {
        int v = group[g];
        for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
          int w = graph.target(k);
          boolean below = components.of(w) != c || !together && inner[w] > inner[v];
          if (below) {
            row[v] = Math.max(row[v], row[w] + 1);
          }
        }
        highest = Math.max(highest, row[v]);
        order[filled++] = v;
      }
      if (together) {
        for (int v : group) {
          row[v] = highest;
        }
      }
      count = Math.max(count, highest + 1);
    }
    return new Rows(row, graph.nodes() == 0 ? 0 : count, cuts, components, order);
  }

  private static int[] byPlace(int[] group, int[] inner) {
    int[] sorted = new int[group.length];
    for (int v : group) {
      sorted[inner[v]] = v;
    }
    return group.length == 1 ? group : sorted;
  }

  /** The row of a node, 0 at the bottom. */
  public int of(int node) {
    return row[node];
  }

  /** The number of rows. */
  public int count() {
    return count;
  }

  /** The nodes of a row, ascending. */
  public int[] nodes(int wanted) {
    int[] found = new int[row.length];
    int size = 0;
    for (int v = 0; v < row.length; v++) {
      if (row[v] == wanted) {
        found[size++] = v;
      }
    }
    return Arrays.copyOf(found, size);
  }

  /** The strongly connected components. */
  public Components components() {
    return components;
  }

  /** The cut set of a component in its own numbers, nodes ascending; null for a single node. */
  public CutSet cut(int component) {
    return cuts[component];
  }

  /** All nodes, what is used before its users; within a component as its cut set has it. */
  public int[] bottomUp() {
    return order.clone();
  }
}

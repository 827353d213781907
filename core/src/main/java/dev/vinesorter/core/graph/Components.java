package dev.vinesorter.core.graph;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The strongly connected components of a graph, by Tarjan's depth-first search (R. Tarjan, 1972)
 * with the call stack kept in arrays: O(nodes + arcs) time, and no depth that could overflow.
 */
public final class Components {
  /** Component of each node; a component's number is above those of all it reaches. */
  private final int[] componentOf;

  private final int count;

  private Components(int[] componentOf, int count) {
    this.componentOf = componentOf;
    this.count = count;
  }

  public static Components of(Digraph graph) {
    int nodes = graph.nodes();
    int[] componentOf = new int[nodes];
    int[] index = new int[nodes];
    int[] low = new int[nodes];
    int[] arc = new int[nodes];
    int[] open = new int[nodes];
    int[] path = new int[nodes];
    Arrays.fill(componentOf, -1);
    Arrays.fill(index, -1);
    int seen = 0;
    int opened = 0;
    int count = 0;
    for (int root = 0; root < nodes; root++) {
      if (index[root] >= 0) {
        continue;
      }
      int depth = 0;
      path[depth++] = root;
      while (depth > 0) {
        int v = path[depth - 1];
        if (index[v] < 0) {
          index[v] = seen;
          low[v] = seen++;
          arc[v] = graph.firstArc(v);
          open[opened++] = v;
        }
        if (arc[v] < graph.firstArc(v + 1)) {
          int w = graph.target(arc[v]++);
          if (index[w] < 0) {
            path[depth++] = w;
          } else if (componentOf[w] < 0) {
            low[v] = Math.min(low[v], index[w]);
          }
          continue;
        }
        depth--;
        if (low[v] == index[v]) {
          int w;
          do {
            w = open[--opened];
            componentOf[w] = count;
          } while (w != v);
          count++;
        }
        if (depth > 0) {
          low[path[depth - 1]] = Math.min(low[path[depth - 1]], low[v]);
        }
      }
    }
    return new Components(componentOf, count);
  }

  public int count() {
    return count;
  }

  public int of(int node) {
    return componentOf[node];
  }

  /** The nodes of each component, ascending. */
  public int[][] members() {
    int[] size = new int[count];
    for (int component : componentOf) {
      size[component]++;
    }
    int[][] members = new int[count][];
    int[] filled = new int[count];
    for (int v = 0; v < componentOf.length; v++) {
      int component = componentOf[v];
      if (members[component] == null) {
        members[component] = new int[size[component]];
      }
      members[component][filled[component]++] = v;
    }
    return members;
  }

  /** The components of two or more nodes, nodes ascending; largest first, then by first node. */
  public List<int[]> groups() {
    List<int[]> groups = new ArrayList<>();
    for (int[] group : members()) {
      if (group.length > 1) {
        groups.add(group);
      }
    }
    groups.sort((a, b) -> a.length != b.length ? b.length - a.length : Integer.compare(a[0], b[0]));
    return groups;
  }
}

package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.graph.Walk;
import dev.vinesorter.core.model.Units;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.function.IntPredicate;

/**
 * What some units depend on through any chain until nothing follows; or, the other way round, whom
 * a change of them can reach. It is a tree: each unit hangs below the one through which it is first
 * met, by the shortest way.
 *
 * @param graph the graph of the units
 * @param starts the nodes it begins with
 * @param branches every other unit that is reached, in the order of the tree: parents first, each
 *     followed by what hangs below it
 */
public record Reach(LevelGraph graph, int[] starts, List<Branch> branches) {
  /**
   * A unit that is reached.
   *
   * @param node the unit's node
   * @param via the node above it in the tree
   * @param distance the number of dependencies on the shortest way
   * @param below how many units hang below it in the tree
   */
  public record Branch(int node, int via, int distance, int below) {}

  /**
   * The units reached from those that a predicate picks.
   *
   * @param users whether to follow the users instead of what is used
   */
  public static Reach of(LevelGraph graph, IntPredicate start, boolean users) {
    int[] starts = java.util.stream.IntStream.range(0, graph.size()).filter(start).toArray();
    Digraph arcs = users ? graph.graph().reversed() : graph.graph();
    Walk walk = Walk.from(arcs, starts);
    int[] reached = walk.reached();
    int[] below = new int[graph.size()];
    List<List<Integer>> children = new ArrayList<>();
    for (int v = 0; v < graph.size(); v++) {
      children.add(List.of());
    }
    for (int r = reached.length - 1; r >= 0; r--) {
      int above = walk.before(reached[r]);
      if (above >= 0) {
        below[above] += below[reached[r]] + 1;
      }
    }
    for (int node : reached) {
      int above = walk.before(node);
      if (above >= 0) {
        if (children.get(above).isEmpty()) {
          children.set(above, new ArrayList<>());
        }
        children.get(above).add(node);
      }
    }
    List<Branch> branches = new ArrayList<>();
    Deque<Integer> open = new ArrayDeque<>();
    for (int s = starts.length - 1; s >= 0; s--) {
      open.push(starts[s]);
    }
    while (!open.isEmpty()) {
      int node = open.pop();
      if (walk.distance(node) > 0) {
        branches.add(new Branch(node, walk.before(node), walk.distance(node), below[node]));
      }
      List<Integer> next = new ArrayList<>(children.get(node));
      next.sort((a, b) -> below[a] != below[b] ? below[b] - below[a] : a - b);
      for (int c = next.size() - 1; c >= 0; c--) {
        open.push(next.get(c));
      }
    }
    return new Reach(graph, starts, List.copyOf(branches));
  }

  /** The units of a level inside a unit. */
  public static IntPredicate inside(LevelGraph graph, int unit) {
    Units units = graph.survey().units();
    return node -> units.inside(graph.unit(node), unit);
  }

  /** How many units are reached at each distance, from 1; index 0 is for distance 1. */
  public int[] byDistance() {
    int most = branches.stream().mapToInt(Branch::distance).max().orElse(0);
    int[] count = new int[most];
    branches.forEach(b -> count[b.distance - 1]++);
    return count;
  }
}

package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Components;
import dev.vinesorter.core.graph.CutSet;
import dev.vinesorter.core.graph.Digraph;
import java.util.ArrayList;
import java.util.List;
import java.util.function.BooleanSupplier;

/** The cycle groups of a level: the strongly connected components of two or more units. */
public final class CycleGroups {
  private CycleGroups() {}

  /**
   * One cycle group.
   *
   * @param nodes its nodes in the level graph, ascending, which is by name
   * @param dependencies the number of dependencies between them
   * @param part the graph of the group alone; its node n is {@code nodes[n]}
   */
  public record Group(int[] nodes, int dependencies, Digraph part) {
    /** The cheapest cut set found, in nodes of {@link #part()}. */
    public CutSet cut() {
      return CutSet.of(part);
    }

    /** The same, searched for longer; see {@link CutSet#of(Digraph, BooleanSupplier)}. */
    public CutSet cut(BooleanSupplier goesOn) {
      return CutSet.of(part, goesOn);
    }

    /** The number of sites behind the group's dependencies. */
    public long weight() {
      long sum = 0;
      for (int arc = 0; arc < part.arcs(); arc++) {
        sum += part.weight(arc);
      }
      return sum;
    }
  }

  /** All groups of a graph, the largest first. */
  static List<Group> find(Digraph graph) {
    List<Group> groups = new ArrayList<>();
    for (int[] nodes : Components.of(graph).groups()) {
      Digraph part = graph.part(nodes);
      groups.add(new Group(nodes, part.arcs(), part));
    }
    return List.copyOf(groups);
  }
}

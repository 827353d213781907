package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Chain;
import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.List;

/**
 * Why one unit depends on another: every direct reference, or where there is none, the shortest
 * chain of dependencies with the references behind each link.
 *
 * @param direct whether the first unit uses the second without others between
 * @param level the level on which the links stand
 * @param links from the first unit to the second; empty where nothing leads there
 */
public record Reason(boolean direct, Level level, List<Link> links) {
  /**
   * One link of the chain.
   *
   * @param from the using unit
   * @param to the used unit
   * @param references the references behind it, by file and place
   */
  public record Link(int from, int to, List<Integer> references) {}

  public static Reason of(Survey survey, int from, int to, View view) {
    Units units = survey.units();
    List<Integer> sites = between(survey, from, to, view);
    if (!sites.isEmpty()) {
      return new Reason(true, units.level(from), List.of(new Link(from, to, sites)));
    }
    Level level = chainLevel(units, from, to);
    LevelGraph graph = LevelGraph.of(survey, level, view);
    Digraph arcs = graph.graph();
    // A file may be one with others, such as a header with its source.
    boolean files = level == Level.FILE;
    int fromNode = files ? graph.node(from) : -1;
    int toNode = files ? graph.node(to) : -1;
    if (fromNode >= 0 && toNode >= 0 && fromNode != toNode) {
      List<Integer> together = graph.references(fromNode, toNode);
      if (!together.isEmpty()) {
        return new Reason(true, level, List.of(new Link(from, to, together)));
      }
    }
    List<Integer> chain =
        Chain.shortest(
            arcs,
            n -> n == fromNode || in(units, graph.unit(n), from, to),
            n -> n == toNode || in(units, graph.unit(n), to, from));
    List<Link> links = new ArrayList<>();
    for (int step = 0; step + 1 < chain.size(); step++) {
      int user = chain.get(step);
      int used = chain.get(step + 1);
      links.add(new Link(graph.unit(user), graph.unit(used), graph.references(user, used)));
    }
    return new Reason(false, level, links);
  }

  /** Whether a unit stands in one but not in the other, which may stand around the one. */
  private static boolean in(Units units, int unit, int one, int other) {
    return units.inside(unit, one) && (units.inside(one, other) || !units.inside(unit, other));
  }

  /** The finer of the two units' levels, so that both ends are whole nodes or made of them. */
  private static Level chainLevel(Units units, int from, int to) {
    Level finer =
        units.level(from).compareTo(units.level(to)) >= 0 ? units.level(from) : units.level(to);
    return finer;
  }

  /** References from inside one unit to inside another, none that stays inside either. */
  static List<Integer> between(Survey survey, int from, int to, View view) {
    Units units = survey.units();
    var references = survey.references();
    List<Integer> found = new ArrayList<>();
    boolean nested = units.inside(from, to) || units.inside(to, from);
    boolean[] shown = view.shown(survey);
    for (int unit = 0; unit < units.size(); unit++) {
      if (references.row(unit) == references.row(unit + 1)
          || !shown[unit]
          || !units.inside(unit, from)) {
        continue;
      }
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int used = references.target(r);
        if (view.shows(references, r) && units.inside(used, to)) {
          boolean stays = nested && (units.inside(unit, to) || units.inside(used, from));
          if (!stays) {
            found.add(r);
          }
        }
      }
    }
    found.sort(LevelGraph.byPlace(survey));
    return found;
  }
}

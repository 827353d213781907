package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * One unit at a glance.
 *
 * @param unit the unit
 * @param level the level on which users and used are told: the unit's own, but types for what is
 *     inside a file
 * @param contents what stands directly in it, the heaviest first
 * @param uses units of its level that it uses, heaviest first
 * @param users units of its level that use it, heaviest first
 * @param group the cycle group it stands in, by name; empty where it stands in none
 */
public record UnitCard(
    int unit,
    Level level,
    List<Content> contents,
    List<Link> uses,
    List<Link> users,
    List<Integer> group) {
  /** A unit inside, with its lines, the sites that leave it and those that reach it. */
  public record Content(int unit, int lines, int out, int in) {}

  /** Another unit with the number of sites and whether it is a library's. */
  public record Link(int unit, int weight, boolean foreign) {}

  public static UnitCard of(Survey survey, int unit, View view) {
    Units units = survey.units();
    Level level = units.level(unit);
    boolean[] shown = view.withForeign(true).shown(survey);
    boolean[] inside = new boolean[units.size()];
    for (int u = 0; u < inside.length; u++) {
      inside[u] = units.inside(u, unit);
    }
    Map<Integer, Integer> uses = new HashMap<>();
    Map<Integer, Integer> users = new HashMap<>();
    Map<Integer, int[]> contents = new HashMap<>();
    References references = survey.references();
    for (int from = 0; from < units.size(); from++) {
      if (!shown[from]) {
        continue;
      }
      int child = inside[from] ? units.childOf(unit, from) : -1;
      if (child >= 0) {
        contents.computeIfAbsent(child, c -> new int[2]);
      }
      for (int r = references.row(from); r < references.row(from + 1); r++) {
        int to = references.target(r);
        if (!view.shows(references, r) || !shown[to]) {
          continue;
        }
        if (inside[from] && !inside[to]) {
          int other = at(units, to, level);
          if (other >= 0 && !units.inside(unit, other)) {
            uses.merge(other, 1, Integer::sum);
          }
          if (child >= 0) {
            contents.get(child)[0]++;
          }
        } else if (inside[to] && !inside[from]) {
          int other = at(units, from, level);
          if (other >= 0 && !units.inside(unit, other)) {
            users.merge(other, 1, Integer::sum);
          }
          int reached = units.childOf(unit, to);
          if (reached >= 0) {
            contents.computeIfAbsent(reached, c -> new int[2])[1]++;
          }
        }
      }
    }
    List<Content> inner = new ArrayList<>();
    contents.forEach((c, n) -> inner.add(new Content(c, lines(survey, c), n[0], n[1])));
    inner.sort(
        Comparator.comparingInt((Content c) -> -(c.out + c.in))
            .thenComparing(c -> -c.lines)
            .thenComparing(c -> units.name(c.unit)));
    return new UnitCard(
        unit, level, inner, links(units, uses), links(units, users), group(survey, unit, view));
  }

  private static List<Link> links(Units units, Map<Integer, Integer> weights) {
    List<Link> links = new ArrayList<>();
    weights.forEach((u, w) -> links.add(new Link(u, w, units.has(u, Trait.FOREIGN))));
    links.sort(
        Comparator.comparing(Link::foreign)
            .thenComparing(l -> -l.weight)
            .thenComparing(l -> units.name(l.unit)));
    return links;
  }

  /** The unit on the level that holds another; a library has no files, so its type counts. */
  private static int at(Units units, int unit, Level level) {
    int at = units.ancestor(unit, level);
    return at >= 0 || !units.has(unit, Trait.FOREIGN)
        ? at
        : level == Level.FILE ? units.topTypeOf(unit) : units.packageOf(unit);
  }

  /** The lines of a unit, of all its files for a package or module. */
  public static int lines(Survey survey, int unit) {
    Units units = survey.units();
    if (units.level(unit) != Level.PACKAGE && units.level(unit) != Level.MODULE) {
      return units.lines(unit);
    }
    int lines = 0;
    for (int file = 0; file < units.size(); file++) {
      if (units.level(file) == Level.FILE && units.inside(file, unit)) {
        lines += units.lines(file);
      }
    }
    return lines;
  }

  private static List<Integer> group(Survey survey, int unit, View view) {
    if (survey.units().has(unit, Trait.FOREIGN)) {
      return List.of();
    }
    LevelGraph graph = LevelGraph.of(survey, survey.units().level(unit), view);
    int node = graph.node(unit);
    Digraph arcs = graph.graph();
    if (node < 0 || arcs.nodes() == 0) {
      return List.of();
    }
    for (CycleGroups.Group group : graph.groups()) {
      if (java.util.Arrays.binarySearch(group.nodes(), node) >= 0) {
        return java.util.Arrays.stream(group.nodes()).mapToObj(graph::unit).toList();
      }
    }
    return List.of();
  }
}

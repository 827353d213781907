package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.TreeMap;

/**
 * The dependencies between the units of one level: every reference below is counted for the units
 * that hold its ends. Nodes are the level's units in view, ordered by name, so that no result
 * depends on the order in which sources were read. What stands above the level (an import, for
 * types) and what stays inside one unit has no arc. Rolling up is one pass over the references.
 */
public final class LevelGraph {
  private final Survey survey;
  private final View view;
  private final Level level;

  /** The unit of each node, ascending by name. */
  private final int[] unitOf;

  /** The node that stands for each unit of the survey, or -1. */
  private final int[] nodeOf;

  private final Digraph graph;

  private LevelGraph(
      Survey survey, View view, Level level, int[] unitOf, int[] nodeOf, Digraph graph) {
    this.survey = survey;
    this.view = view;
    this.level = level;
    this.unitOf = unitOf;
    this.nodeOf = nodeOf;
    this.graph = graph;
  }

  public static LevelGraph of(Survey survey, Level level, View view) {
    int[] unitOf = unitsInView(survey.units(), level, view);
    int[] nodeOf = nodes(survey.units(), level, view, unitOf);
    References references = survey.references();
    int[] from = new int[references.size()];
    int[] to = new int[references.size()];
    int[] weight = new int[references.size()];
    int count = 0;
    for (int unit = 0; unit < nodeOf.length; unit++) {
      int user = nodeOf[unit];
      if (user < 0) {
        continue;
      }
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int used = nodeOf[references.target(r)];
        if (used >= 0 && used != user && view.shows(references.kind(r))) {
          from[count] = user;
          to[count] = used;
          weight[count++] = 1;
        }
      }
    }
    Digraph graph = Digraph.of(unitOf.length, from, to, weight, count);
    return new LevelGraph(survey, view, level, unitOf, nodeOf, graph);
  }

  private static int[] unitsInView(Units units, Level level, View view) {
    boolean[] holds = new boolean[units.size()];
    for (int unit = 0; unit < units.size(); unit++) {
      if (view.shows(units, unit)) {
        int at = level == Level.MODULE ? units.moduleOf(unit) : units.ancestor(unit, level);
        // A package or module is in view when something in it is, and so is a file or type itself.
        if (at >= 0 && (at != unit || level.compareTo(Level.FILE) >= 0)) {
          holds[at] = true;
        }
      }
    }
    record Named(String name, int unit) {}
    List<Named> named = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (holds[unit]) {
        named.add(new Named(units.name(unit), unit));
      }
    }
    named.sort(Comparator.comparing(Named::name).thenComparing(Named::unit));
    return named.stream().mapToInt(Named::unit).toArray();
  }

  private static int[] nodes(Units units, Level level, View view, int[] unitOf) {
    int[] own = new int[units.size()];
    java.util.Arrays.fill(own, -1);
    for (int node = 0; node < unitOf.length; node++) {
      own[unitOf[node]] = node;
    }
    int[] nodeOf = new int[units.size()];
    for (int unit = 0; unit < nodeOf.length; unit++) {
      int at = level == Level.MODULE ? units.moduleOf(unit) : units.ancestor(unit, level);
      nodeOf[unit] = at < 0 || !view.shows(units, unit) ? -1 : own[at];
    }
    return nodeOf;
  }

  public Digraph graph() {
    return graph;
  }

  public Level level() {
    return level;
  }

  public int unit(int node) {
    return unitOf[node];
  }

  public String label(int node) {
    return survey.units().label(unitOf[node]);
  }

  /** The node that stands for a unit on or below the level; -1 above it or out of view. */
  public int node(int unit) {
    return nodeOf[unit];
  }

  /** The references behind the arcs from one set of units to another, by file, line and column. */
  public List<Integer> references(
      java.util.function.IntPredicate fromNode, java.util.function.IntPredicate toNode) {
    List<Integer> found = new ArrayList<>();
    References references = survey.references();
    for (int unit = 0; unit < nodeOf.length; unit++) {
      if (nodeOf[unit] >= 0 && fromNode.test(nodeOf[unit])) {
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          int used = nodeOf[references.target(r)];
          if (used >= 0
              && used != nodeOf[unit]
              && toNode.test(used)
              && view.shows(references.kind(r))) {
            found.add(r);
          }
        }
      }
    }
    found.sort(byPlace(survey));
    return found;
  }

  /** References in the order people read them: by file, place and kind. */
  static Comparator<Integer> byPlace(Survey survey) {
    Units units = survey.units();
    References references = survey.references();
    return Comparator.comparing((Integer r) -> units.name(units.fileOf(references.from(r))))
        .thenComparing(r -> references.at(r))
        .thenComparing(r -> references.kind(r));
  }

  /** One dependency by kind. */
  public record Row(String from, String to, Kind kind, int count) {}

  /** Every dependency of the level by kind, sorted by from, to and kind's word. */
  public List<Row> rows() {
    TreeMap<String, Row> rows = new TreeMap<>();
    References references = survey.references();
    String[] names = new String[unitOf.length];
    for (int node = 0; node < names.length; node++) {
      names[node] = survey.units().name(unitOf[node]);
    }
    for (int unit = 0; unit < nodeOf.length; unit++) {
      int user = nodeOf[unit];
      if (user < 0) {
        continue;
      }
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int used = nodeOf[references.target(r)];
        Kind kind = references.kind(r);
        if (used >= 0 && used != user && view.shows(kind)) {
          String key = names[user] + '\0' + names[used] + '\0' + kind.word();
          rows.merge(
              key,
              new Row(names[user], names[used], kind, 1),
              (a, b) -> new Row(a.from, a.to, a.kind, a.count + b.count));
        }
      }
    }
    return List.copyOf(rows.values());
  }

  /** How many units the view has on the level, whether or not they have dependencies. */
  public int size() {
    return unitOf.length;
  }
}

package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * The dependencies between the units of one level, or of any {@link Focus}: every reference below
 * is counted for the units that hold its ends. Nodes are the units in view, ordered by name, so
 * that no result depends on the order in which sources were read. What stands above the level (an
 * import, for types) and what stays inside one unit has no arc. Rolling up is one pass over the
 * references.
 */
public final class LevelGraph {
  private final Survey survey;
  private final View view;
  private final Level level;

  /** The unit of each node, the first where several are taken together; ascending by name. */
  private final int[] unitOf;

  /** The full name of each node. */
  private final String[] names;

  /** The node that stands for each unit of the survey, or -1. */
  private final int[] nodeOf;

  /** How many units each node stands for, where some are taken together to fit; else null. */
  private final int[] held;

  private final Digraph graph;

  /** See {@link #unitsOf()}; null until first asked for. */
  private volatile int[][] unitsOf;

  /** See {@link #groups()}; null until first asked for. */
  private volatile List<CycleGroups.Group> groups;

  private LevelGraph(
      Survey survey,
      View view,
      Level level,
      int[] unitOf,
      String[] names,
      int[] nodeOf,
      int[] held) {
    this.held = held;
    this.survey = survey;
    this.view = view;
    this.level = level;
    this.unitOf = unitOf;
    this.names = names;
    this.nodeOf = nodeOf;
    this.graph = arcs();
  }

  /** The graph of a whole level; made once for each survey, level and view. */
  public static LevelGraph of(Survey survey, Level level, View view) {
    return survey.once(new Whole(level, view), () -> of(survey, Focus.on(level), view));
  }

  /** What the graph of a whole level is kept under. */
  private record Whole(Level level, View view) {}

  public static LevelGraph of(Survey survey, Focus focus, View view) {
    Units units = survey.units();
    boolean[] shown = view.shown(survey);
    boolean[] part = focus.part(survey);
    int[] standIn = new int[units.size()];
    boolean[] holds = new boolean[units.size()];
    for (int unit = 0; unit < units.size(); unit++) {
      int at = shown[unit] && (part == null || part[unit]) ? focus.standIn(units, unit) : -1;
      standIn[unit] = at;
      // A package or module is in view when something in it is, and so is a file or type itself.
      if (at >= 0 && (at != unit || units.level(at).compareTo(Level.FILE) >= 0)) {
        holds[at] = true;
      }
    }
    Naming naming = new Naming(survey, focus, view, holds);
    int[] nodeOf = new int[units.size()];
    for (int unit = 0; unit < nodeOf.length; unit++) {
      nodeOf[unit] = standIn[unit] < 0 ? -1 : naming.nodeOf[standIn[unit]];
    }
    return new LevelGraph(survey, view, focus.level(), naming.unitOf, naming.names, nodeOf, null);
  }

  /**
   * The same with nodes taken together.
   *
   * @param groups the name under which each node is taken together with others; null for one that
   *     stays
   */
  LevelGraph together(String[] groups) {
    TreeMap<String, List<Integer>> rows = new TreeMap<>();
    for (int node = 0; node < names.length; node++) {
      String name = groups[node] == null ? names[node] : groups[node];
      rows.computeIfAbsent(name, n -> new ArrayList<>()).add(node);
    }
    int[] rowOf = new int[names.length];
    int[] units = new int[rows.size()];
    int[] count = new int[rows.size()];
    int row = 0;
    for (List<Integer> nodes : rows.values()) {
      for (int node : nodes) {
        rowOf[node] = row;
      }
      units[row] = unitOf[nodes.get(0)];
      count[row++] = nodes.size();
    }
    int[] at = new int[nodeOf.length];
    for (int unit = 0; unit < at.length; unit++) {
      at[unit] = nodeOf[unit] < 0 ? -1 : rowOf[nodeOf[unit]];
    }
    String[] all = rows.keySet().toArray(String[]::new);
    return new LevelGraph(survey, view, level, units, all, at, count);
  }

  /** Whether units are taken together so that the picture can be looked at. */
  public boolean isFolded() {
    return held != null;
  }

  /** How many units of the level the nodes stand for. */
  public int units() {
    return held == null ? unitOf.length : Arrays.stream(held).sum();
  }

  /** How many units of the level a node stands for. */
  public int held(int node) {
    return held == null ? 1 : held[node];
  }

  /** Which stand-ins are nodes, under which names, and which are taken together. */
  private static final class Naming {
    private record Named(String name, int unit) {}

    final int[] nodeOf;
    final int[] unitOf;
    final String[] names;

    Naming(Survey survey, Focus focus, View view, boolean[] holds) {
      Units units = survey.units();
      List<Named> named = new ArrayList<>();
      for (int unit = 0; unit < holds.length; unit++) {
        if (holds[unit]) {
          named.add(new Named(units.name(unit), unit));
        }
      }
      String[] groups = groups(units, focus, view, named);
      for (int n = 0; n < groups.length; n++) {
        if (groups[n] != null) {
          named.set(n, new Named(groups[n], named.get(n).unit));
        }
      }
      boolean[] grouped = new boolean[holds.length];
      for (int n = 0; n < groups.length; n++) {
        grouped[named.get(n).unit] = groups[n] != null;
      }
      named.sort(Comparator.comparing(Named::name).thenComparing(Named::unit));
      nodeOf = new int[holds.length];
      Arrays.fill(nodeOf, -1);
      List<Named> nodes = new ArrayList<>();
      for (Named one : named) {
        int last = nodes.size() - 1;
        boolean together =
            last >= 0
                && grouped[one.unit]
                && grouped[nodes.get(last).unit]
                && nodes.get(last).name.equals(one.name);
        if (!together) {
          nodes.add(one);
        }
        nodeOf[one.unit] = nodes.size() - 1;
      }
      unitOf = nodes.stream().mapToInt(Named::unit).toArray();
      names = nodes.stream().map(Named::name).toArray(String[]::new);
    }

    /** The name under which a unit is taken together with others, or null. */
    private static String[] groups(Units units, Focus focus, View view, List<Named> named) {
      String[] groups = new String[named.size()];
      if (focus.depth() > 0) {
        List<String> packages = new ArrayList<>();
        for (Named one : named) {
          if (units.level(one.unit) == Level.PACKAGE) {
            packages.add(one.name);
          }
        }
        int keep = PackageNames.sharedSegments(packages) + focus.depth();
        for (int n = 0; n < groups.length; n++) {
          Named one = named.get(n);
          if (units.level(one.unit) == Level.PACKAGE) {
            String cut = PackageNames.firstSegments(one.name, keep);
            groups[n] = cut.equals(one.name) ? cut : cut + ".**";
          }
        }
        // A package that others are taken together with goes by their common name.
        Set<String> folded = new HashSet<>();
        for (String group : groups) {
          if (group != null && group.endsWith(".**")) {
            folded.add(group.substring(0, group.length() - 3));
          }
        }
        for (int n = 0; n < groups.length; n++) {
          if (folded.contains(groups[n])) {
            groups[n] += ".**";
          }
        }
      }
      for (List<Glob> fold : view.tidy().folds()) {
        fold(units, named, fold, groups);
      }
      if (!view.tidy().folds().contains(Tidy.APART)) {
        foldHeaders(units, named, groups);
      }
      return groups;
    }

    /** A header and its source in one folder are one, called like the header. */
    private static void foldHeaders(Units units, List<Named> named, String[] groups) {
      Map<String, String> headers = new HashMap<>();
      for (int n = 0; n < groups.length; n++) {
        String stem = stem(units, named.get(n), HEADERS);
        if (stem != null && groups[n] == null) {
          headers.putIfAbsent(stem, named.get(n).name);
        }
      }
      for (int n = 0; n < groups.length && !headers.isEmpty(); n++) {
        String stem = stem(units, named.get(n), HEADERS);
        stem = stem == null ? stem(units, named.get(n), BODIES) : stem;
        if (stem != null && groups[n] == null) {
          groups[n] = headers.get(stem);
        }
      }
    }

    private static final Set<String> HEADERS = Set.of("h", "hh", "hpp", "hxx", "h++");

    private static final Set<String> BODIES =
        Set.of("c", "cc", "cpp", "cxx", "c++", "inl", "ipp", "tpp");

    /** The path of a file without its end, where that is one of some; else null. */
    private static String stem(Units units, Named one, Set<String> ends) {
      int dot = one.name.lastIndexOf('.');
      boolean is =
          units.level(one.unit) == Level.FILE
              && dot >= 0
              && ends.contains(one.name.substring(dot + 1));
      return is ? one.name.substring(0, dot) : null;
    }

    private static void fold(Units units, List<Named> named, List<Glob> fold, String[] groups) {
      Map<String, String> leader = new HashMap<>();
      for (Glob pattern : fold) {
        for (int n = 0; n < groups.length; n++) {
          Named one = named.get(n);
          String wild =
              units.level(one.unit) == Level.FILE && groups[n] == null
                  ? pattern.captured(one.name)
                  : null;
          if (wild != null) {
            groups[n] = leader.computeIfAbsent(wild, w -> one.name);
          }
        }
      }
    }
  }

  private Digraph arcs() {
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
        if (used >= 0 && used != user && view.shows(references, r)) {
          from[count] = user;
          to[count] = used;
          weight[count++] = 1;
        }
      }
    }
    return Digraph.of(unitOf.length, from, to, weight, count);
  }

  public Digraph graph() {
    return graph;
  }

  public Level level() {
    return level;
  }

  public Survey survey() {
    return survey;
  }

  /** The unit of a node; where several are taken together, the first by name. */
  public int unit(int node) {
    return unitOf[node];
  }

  /** The full name, for machines. */
  public String name(int node) {
    return names[node];
  }

  /** The name as people read it, shortened as the view says. */
  public String label(int node) {
    String name = names[node].isEmpty() ? "(unnamed package)" : view.tidy().shown(names[node]);
    return held(node) > 1 ? name + " (" + held(node) + ")" : name;
  }

  /** The node that stands for a unit on or below the level; -1 above it or out of view. */
  public int node(int unit) {
    return nodeOf[unit];
  }

  /** The node of that name, or -1. */
  public int named(String name) {
    int found = Arrays.binarySearch(names, name);
    return found < 0 ? -1 : found;
  }

  /** The references behind one arc, by file, line and column. */
  public List<Integer> references(int fromNode, int toNode) {
    List<Integer> found = new ArrayList<>();
    References references = survey.references();
    int[][] index = unitsOf();
    for (int at = index[0][fromNode]; at < index[0][fromNode + 1]; at++) {
      int unit = index[1][at];
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        if (nodeOf[references.target(r)] == toNode && view.shows(references, r)) {
          found.add(r);
        }
      }
    }
    found.sort(byPlace(survey));
    return found;
  }

  /** The units that stand for each node, as compressed rows: offsets and units; made once. */
  private int[][] unitsOf() {
    if (unitsOf == null) {
      int[] rows = new int[unitOf.length + 1];
      for (int node : nodeOf) {
        if (node >= 0) {
          rows[node + 1]++;
        }
      }
      for (int node = 0; node < unitOf.length; node++) {
        rows[node + 1] += rows[node];
      }
      int[] next = rows.clone();
      int[] units = new int[rows[unitOf.length]];
      for (int unit = 0; unit < nodeOf.length; unit++) {
        if (nodeOf[unit] >= 0) {
          units[next[nodeOf[unit]]++] = unit;
        }
      }
      unitsOf = new int[][] {rows, units};
    }
    return unitsOf;
  }

  /** References in the order people read them: by file, place and kind. */
  public static Comparator<Integer> byPlace(Survey survey) {
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
    References references = survey.references();
    int[] rank = kindRanks();
    long[] keys = new long[references.size()];
    int count = 0;
    long nodes = unitOf.length;
    for (int unit = 0; unit < nodeOf.length; unit++) {
      int user = nodeOf[unit];
      for (int r = references.row(unit); user >= 0 && r < references.row(unit + 1); r++) {
        int used = nodeOf[references.target(r)];
        Kind kind = references.kind(r);
        if (used >= 0 && used != user && view.shows(references, r)) {
          keys[count++] = (user * nodes + used) * rank.length + rank[kind.ordinal()];
        }
      }
    }
    Arrays.sort(keys, 0, count);
    Kind[] byRank = Kind.values().clone();
    for (Kind kind : Kind.values()) {
      byRank[rank[kind.ordinal()]] = kind;
    }
    List<Row> rows = new ArrayList<>();
    for (int first = 0, past = 0; first < count; first = past) {
      while (past < count && keys[past] == keys[first]) {
        past++;
      }
      long pair = keys[first] / rank.length;
      Kind kind = byRank[(int) (keys[first] % rank.length)];
      rows.add(
          new Row(names[(int) (pair / nodes)], names[(int) (pair % nodes)], kind, past - first));
    }
    return merged(rows);
  }

  /** The place of each kind when they are sorted by their words. */
  private static int[] kindRanks() {
    Kind[] sorted = Kind.values().clone();
    Arrays.sort(sorted, Comparator.comparing(Kind::word));
    int[] rank = new int[sorted.length];
    for (int place = 0; place < sorted.length; place++) {
      rank[sorted[place].ordinal()] = place;
    }
    return rank;
  }

  /** Takes rows of units that share their name together; there are none but for twins. */
  private List<Row> merged(List<Row> rows) {
    boolean twins = false;
    for (int node = 1; node < names.length; node++) {
      twins |= names[node].equals(names[node - 1]);
    }
    if (!twins) {
      return rows;
    }
    TreeMap<String, Row> merged = new TreeMap<>();
    for (Row row : rows) {
      merged.merge(
          row.from + '\0' + row.to + '\0' + row.kind.word(),
          row,
          (a, b) -> new Row(a.from, a.to, a.kind, a.count + b.count));
    }
    return List.copyOf(merged.values());
  }

  /** The cycle groups, the largest first; found once. */
  public List<CycleGroups.Group> groups() {
    if (groups == null) {
      groups = CycleGroups.find(graph);
    }
    return groups;
  }

  /** How many units the view has on the level, whether or not they have dependencies. */
  public int size() {
    return unitOf.length;
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What ties the outermost types of a code base to each other, as graphs over nodes 0 to {@link
 * #size()} - 1, ascending by name, and where each stands. Made once for a survey and a view.
 */
public final class TypeTies {
  final Survey survey;

  /** The unit of each node, and the node of each unit inside one, or -1. */
  final int[] unitOf;

  final int[] nodeOf;

  /** The units of the packages that hold nodes, ascending by name. */
  final int[] packages;

  /** The place in {@link #packages} of each node's. */
  final int[] home;

  /** Who uses whom, by sites, and the other way round. */
  final Digraph uses;

  final Digraph users;

  /** Whose documentation links to whom, counted both ways. */
  final Digraph mentions;

  /** The supertypes that each node has, own and foreign, as numbers from 0; none twice. */
  final int[][] supers;

  /** The node of each supertype, or -1. */
  final int[] superNode;

  /** The number that each node has as a supertype, or -1. */
  final int[] superOf;

  /** How many nodes have each supertype. */
  final int[] subs;

  /** The words of each node's simple name. */
  final List<List<String>> words;

  /** Pairs of nodes of one package that need each other by what only their package may name. */
  final Digraph packagePrivate;

  private TypeTies(Survey survey, View view) {
    this.survey = survey;
    Units units = survey.units();
    boolean[] shown = view.shown(survey);
    List<Integer> types = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean outermost =
          shown[unit]
              && units.level(unit) == Level.TYPE
              && units.parent(unit) >= 0
              && units.level(units.parent(unit)) != Level.TYPE
              && units.packageOf(unit) >= 0
              && !units.has(unit, Trait.FOREIGN);
      if (outermost) {
        types.add(unit);
      }
    }
    types.sort(java.util.Comparator.comparing(units::name).thenComparing(u -> u));
    unitOf = types.stream().mapToInt(Integer::intValue).toArray();
    nodeOf = new int[units.size()];
    Arrays.fill(nodeOf, -1);
    for (int node = 0; node < unitOf.length; node++) {
      nodeOf[unitOf[node]] = node;
    }
    for (int unit = 0; unit < nodeOf.length; unit++) {
      if (nodeOf[unit] < 0 && shown[unit] && units.level(unit).compareTo(Level.TYPE) >= 0) {
        int top = units.topTypeOf(unit);
        nodeOf[unit] = top < 0 ? -1 : nodeOf[top];
      }
    }
    packages =
        types.stream()
            .map(units::packageOf)
            .distinct()
            .sorted(java.util.Comparator.comparing(units::name).thenComparing(u -> u))
            .mapToInt(Integer::intValue)
            .toArray();
    Map<Integer, Integer> placeOf = new HashMap<>();
    for (int p = 0; p < packages.length; p++) {
      placeOf.put(packages[p], p);
    }
    home = types.stream().mapToInt(t -> placeOf.get(units.packageOf(t))).toArray();
    Arcs all = new Arcs(survey.references().size());
    Arcs linked = new Arcs(64);
    Arcs tied = new Arcs(64);
    Heritage heritage = new Heritage(unitOf.length);
    collect(all, linked, tied, heritage);
    uses = all.graph(unitOf.length);
    users = uses.reversed();
    mentions = linked.graph(unitOf.length);
    packagePrivate = tied.graph(unitOf.length);
    supers = heritage.rows();
    subs = heritage.counts();
    superNode = new int[subs.length];
    superOf = new int[unitOf.length];
    Arrays.fill(superOf, -1);
    heritage.numbers.forEach(
        (unit, number) -> {
          superNode[number] = nodeOf[unit];
          if (nodeOf[unit] >= 0 && unitOf[nodeOf[unit]] == unit) {
            superOf[nodeOf[unit]] = number;
          }
        });
    words = types.stream().map(t -> Words.of(units.simpleName(t))).toList();
  }

  /** The ties in a view of a survey. */
  public static TypeTies of(Survey survey, View view) {
    return survey.once(new Key(view), () -> new TypeTies(survey, view));
  }

  private record Key(View view) {}

  private void collect(Arcs all, Arcs linked, Arcs tied, Heritage heritage) {
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < nodeOf.length; unit++) {
      int user = nodeOf[unit];
      for (int r = references.row(unit); user >= 0 && r < references.row(unit + 1); r++) {
        int target = references.target(r);
        Kind kind = references.kind(r);
        if (unitOf[user] == unit && (kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS)) {
          heritage.add(user, target);
        }
        int used = nodeOf[target];
        if (used < 0 || used == user) {
          continue;
        }
        if (kind.structural()) {
          all.add(user, used);
          if (home[user] == home[used] && isTied(units, target)) {
            tied.add(user, used);
            tied.add(used, user);
          }
        } else if (kind == Kind.MENTIONS) {
          linked.add(user, used);
          linked.add(used, user);
        }
      }
    }
  }

  /** Whether a use of the unit is one that only its own package may make. */
  private static boolean isTied(Units units, int target) {
    for (int at = target; at >= 0; at = units.parent(at)) {
      if (units.level(at) != Level.MEMBER && units.level(at) != Level.TYPE) {
        return false;
      }
      if (Trait.packagePrivate(units.traits(at))) {
        return true;
      }
    }
    return false;
  }

  /** How many types there are. */
  public int size() {
    return unitOf.length;
  }

  /** The survey that these are the ties of. */
  public Survey survey() {
    return survey;
  }

  /** The unit of a node. */
  public int unit(int node) {
    return unitOf[node];
  }

  /** The node of an outermost type or of what is inside it; -1 for what is not in view. */
  public int node(int unit) {
    return nodeOf[unit];
  }

  /** How many packages hold types. */
  public int places() {
    return packages.length;
  }

  /** The unit of a package by its place among {@link #places()}. */
  public int packageAt(int place) {
    return packages[place];
  }

  /** The place of each node's package; a copy. */
  public int[] homes() {
    return home.clone();
  }

  /** How many neighbours a node has: types that it uses or that use it. */
  public int[] neighbours(int node) {
    int[] both = new int[arcs(uses, node) + arcs(users, node)];
    int count = 0;
    for (Digraph graph : List.of(uses, users)) {
      for (int arc = graph.firstArc(node); arc < graph.firstArc(node + 1); arc++) {
        both[count++] = graph.target(arc);
      }
    }
    return Arrays.stream(both).sorted().distinct().toArray();
  }

  /** The types that a type uses, ascending. */
  public int[] used(int node) {
    return uses.targets(node);
  }

  /** The types that use a type, ascending. */
  public int[] using(int node) {
    return users.targets(node);
  }

  /** The words of a type's simple name. */
  public List<String> words(int node) {
    return words.get(node);
  }

  /** At how many sites one type uses another. */
  public int sites(int user, int used) {
    return uses.weight(user, used);
  }

  static int arcs(Digraph graph, int node) {
    return graph.firstArc(node + 1) - graph.firstArc(node);
  }

  /** Arcs in the making. */
  private static final class Arcs {
    private int[] from;
    private int[] to;
    private int[] weight;
    private int count;

    Arcs(int room) {
      from = new int[room];
      to = new int[room];
      weight = new int[room];
    }

    void add(int user, int used) {
      if (count == from.length) {
        from = Arrays.copyOf(from, 2 * count);
        to = Arrays.copyOf(to, 2 * count);
        weight = Arrays.copyOf(weight, 2 * count);
      }
      from[count] = user;
      to[count] = used;
      weight[count++] = 1;
    }

    Digraph graph(int nodes) {
      return Digraph.of(nodes, from, to, weight, count);
    }
  }

  /** Who extends or implements what. */
  private static final class Heritage {
    private final Map<Integer, Integer> numbers = new HashMap<>();
    private final List<List<Integer>> of = new ArrayList<>();

    Heritage(int nodes) {
      for (int node = 0; node < nodes; node++) {
        of.add(new ArrayList<>());
      }
    }

    void add(int node, int supertype) {
      int number = numbers.computeIfAbsent(supertype, s -> numbers.size());
      if (!of.get(node).contains(number)) {
        of.get(node).add(number);
      }
    }

    int[][] rows() {
      return of.stream()
          .map(row -> row.stream().mapToInt(Integer::intValue).toArray())
          .toArray(int[][]::new);
    }

    int[] counts() {
      int[] counts = new int[numbers.size()];
      of.forEach(row -> row.forEach(s -> counts[s]++));
      return counts;
    }
  }
}

package dev.vinesorter.core.trellis;

import dev.vinesorter.core.graph.Components;
import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.LevelGraph;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;

/**
 * The one move that would mend a breach, where it is plain: nothing that uses the moved type, or
 * that it uses, would be in breach after it.
 */
final class Mending {
  private final Units units;
  private final Layers layers;
  private final List<int[]> pairs;
  private final LooseMending loose;

  /** How many packages run in circles as things are; -1 until first asked for. */
  private int circlingNow = -1;

  private final Map<Integer, List<Integer>> uses = new HashMap<>();
  private final Map<Integer, List<Integer>> users = new HashMap<>();

  /** Over pairs of outermost types of our own. */
  Mending(Survey survey, Layers layers, List<int[]> pairs) {
    this.units = survey.units();
    this.layers = layers;
    this.pairs = pairs;
    this.loose = new LooseMending(survey);
    for (int[] pair : pairs) {
      uses.computeIfAbsent(pair[0], t -> new ArrayList<>()).add(pair[1]);
      users.computeIfAbsent(pair[1], t -> new ArrayList<>()).add(pair[0]);
    }
  }

  /** For a dependency that runs up the layers: the user goes up, or what it uses comes down. */
  String ofLayers(int from, int to, List<Integer> references) {
    int layer = layers.of(from);
    if (loose.isLoose(to)) {
      return loose.move(
          to,
          references,
          units.packageOf(from),
          t -> layers.of(t) < 0 || layers.of(t) >= layer,
          t -> t == from || layers.of(t) < 0 || layers.of(t) <= layer);
    }
    boolean down = isWhole(to) && fits(to, layer, other -> other == from);
    boolean up = isWhole(from) && fits(from, layers.of(to), other -> other == to);
    if (down && up) {
      // Both would do: the one that has less to do with its own package goes.
      return ties(from) < ties(to) ? move(from, to) : move(to, from);
    }
    return down ? move(to, from) : up ? move(from, to) : "";
  }

  /** How many types of its own package a type uses or is used by. */
  private long ties(int type) {
    IntPredicate beside = t -> units.packageOf(t) == units.packageOf(type);
    return neighbours(uses, type).filter(beside).count()
        + neighbours(users, type).filter(beside).count();
  }

  /** For parts of a layer that are kept apart: one of the two belongs to the other part. */
  String ofParts(int from, int to) {
    if (isWhole(to) && staysIn(to, layers.part(from), from)) {
      return move(to, from);
    }
    return isWhole(from) && staysIn(from, layers.part(to), to) ? move(from, to) : "";
  }

  private boolean staysIn(int type, int part, int other) {
    IntPredicate wrong =
        t -> t != other && layers.of(t) == layers.of(type) && layers.part(t) != part;
    return neighbours(uses, type).noneMatch(wrong) && neighbours(users, type).noneMatch(wrong);
  }

  /** Whether a type could stand on a layer with all it uses and all that use it. */
  private boolean fits(int type, int layer, IntPredicate asked) {
    boolean usesFit =
        neighbours(uses, type)
            .allMatch(t -> asked.test(t) || layers.of(t) < 0 || layers.of(t) >= layer);
    boolean usersFit =
        neighbours(users, type)
            .allMatch(t -> asked.test(t) || layers.of(t) < 0 || layers.of(t) <= layer);
    return usesFit && usersFit;
  }

  private static java.util.stream.IntStream neighbours(Map<Integer, List<Integer>> of, int type) {
    return of.getOrDefault(type, List.of()).stream().mapToInt(Integer::intValue);
  }

  private String move(int type, int beside) {
    return "move " + shown(type) + " into " + units.name(units.packageOf(beside));
  }

  /** A type as a plan names it: what stands loose in a file goes with the file. */
  private String shown(int type) {
    return units.name(units.has(type, Trait.LOOSE) ? units.fileOf(type) : type);
  }

  /**
   * Whether a type can go by itself: a file that defines a class's methods belongs to the class.
   */
  private boolean isWhole(int type) {
    return loose.goesWithFile(type)
        && Arrays.stream(units.children(type))
            .noneMatch(member -> MemberNames.isApart(units, member));
  }

  /** Whether fewer packages run in circles when a type stands in another package. */
  private boolean opens(LevelGraph graph, int type, int into) {
    if (circlingNow < 0) {
      circlingNow = circling(graph, -1, -1);
    }
    return circling(graph, type, into) < circlingNow;
  }

  /** How many packages run in circles, one type being taken as standing in another package. */
  private int circling(LevelGraph graph, int moved, int into) {
    int[] from = new int[pairs.size()];
    int[] to = new int[pairs.size()];
    int[] weight = new int[pairs.size()];
    int count = 0;
    for (int[] pair : pairs) {
      int user = pair[0] == moved ? into : home(graph, pair[0]);
      int used = pair[1] == moved ? into : home(graph, pair[1]);
      if (user >= 0 && used >= 0) {
        from[count] = user;
        to[count] = used;
        weight[count++] = 1;
      }
    }
    Digraph packages = Digraph.of(graph.size(), from, to, weight, count);
    return Components.of(packages).groups().stream().mapToInt(group -> group.length).sum();
  }

  /** The node of a unit's package; -1 for a module, which stands in none, and out of view. */
  private int home(LevelGraph graph, int unit) {
    int around = units.packageOf(unit);
    return around < 0 ? -1 : graph.node(around);
  }

  /** For a dependency between packages: the one type that makes it, or that it is about, moves. */
  String ofPackages(LevelGraph graph, int from, int to, List<Integer> references) {
    Set<Integer> makers = new HashSet<>();
    Set<Integer> wanted = new HashSet<>();
    for (int r : references) {
      int user = graph.survey().references().from(r);
      int top = units.topTypeOf(user);
      if (top >= 0) {
        makers.add(top);
      }
      int target = units.topTypeOf(graph.survey().references().target(r));
      wanted.add(target);
    }
    if (makers.size() == 1) {
      int type = makers.iterator().next();
      boolean used = neighbours(users, type).anyMatch(t -> home(graph, t) == from);
      if (!used && isWhole(type) && opens(graph, type, to)) {
        return "move " + shown(type) + " into " + graph.name(to);
      }
    }
    // A header comes along with what is used of it.
    wanted.removeIf(
        type -> type >= 0 && wanted.size() > 1 && loose.isOnlyBroughtIn(type, references));
    if (wanted.size() == 1 && !wanted.contains(-1)) {
      int type = wanted.iterator().next();
      if (loose.isLoose(type)) {
        return loose.move(
            type,
            references,
            graph.unit(from),
            t -> home(graph, t) == from || uses(graph, from, home(graph, t), to),
            t -> home(graph, t) == from || uses(graph, home(graph, t), from, -1));
      }
      boolean needs = neighbours(uses, type).anyMatch(t -> home(graph, t) == to);
      if (!needs && isWhole(type) && opens(graph, type, from)) {
        return "move " + shown(type) + " into " + graph.name(from);
      }
    }
    return "";
  }

  /** Whether a package uses another one as things are, which is not a third one. */
  private static boolean uses(LevelGraph graph, int user, int used, int other) {
    return user >= 0 && used >= 0 && used != other && !graph.references(user, used).isEmpty();
  }
}

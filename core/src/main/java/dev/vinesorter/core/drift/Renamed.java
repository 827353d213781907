package dev.vinesorter.core.drift;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Outermost types that are gone under one name and there under another, and packages whose types
 * have all gone to one other. A type is the same when its members are alike: as many in common as
 * {@link #SAME_NAME} of all where the simple name stayed, {@link #OTHER_NAME} where it did not (the
 * index of P. Jaccard, 1901, over the members' names). The most alike are paired first.
 */
final class Renamed {
  private static final double SAME_NAME = 0.5;
  private static final double OTHER_NAME = 0.8;

  /** A renamed type of fewer members could be any other. */
  private static final int FEWEST_MEMBERS = 3;

  /** New name of each moved type by its old one. */
  private final Map<String, String> types = new TreeMap<>();

  /** New name of each moved package by its old one. */
  private final Map<String, String> packages = new TreeMap<>();

  private record Pair(String old, String fresh, double alike) {}

  Renamed(Survey old, boolean[] oldShown, Survey fresh, boolean[] freshShown) {
    Map<String, Integer> before = types(old, oldShown);
    Map<String, Integer> after = types(fresh, freshShown);
    Map<String, Set<String>> gone = members(old, oldShown, before, after);
    Map<String, Set<String>> come = members(fresh, freshShown, after, before);
    List<Pair> pairs = new ArrayList<>();
    Map<String, List<String>> added = new HashMap<>();
    for (String name : come.keySet()) {
      added.computeIfAbsent(simple(name), n -> new ArrayList<>()).add(name);
    }
    gone.forEach((name, members) -> pairs(name, members, added, come, pairs));
    pairs.sort(
        Comparator.comparingDouble((Pair p) -> -p.alike)
            .thenComparing(Pair::old)
            .thenComparing(Pair::fresh));
    Set<String> taken = new HashSet<>();
    for (Pair pair : pairs) {
      if (!types.containsKey(pair.old) && taken.add(pair.fresh)) {
        types.put(pair.old, pair.fresh);
      }
    }
    packages(before.keySet(), after.keySet());
  }

  private static void pairs(
      String name,
      Set<String> members,
      Map<String, List<String>> added,
      Map<String, Set<String>> after,
      List<Pair> pairs) {
    for (String other : added.getOrDefault(simple(name), List.of())) {
      double alike = alike(members, after.get(other));
      if (alike >= SAME_NAME) {
        // The same simple name counts for more than any likeness under another.
        pairs.add(new Pair(name, other, 1 + alike));
      }
    }
    if (members.size() >= FEWEST_MEMBERS) {
      for (List<String> others : added.values()) {
        for (String other : others) {
          Set<String> theirs = after.get(other);
          boolean sized =
              Math.min(members.size(), theirs.size())
                  >= OTHER_NAME * Math.max(members.size(), theirs.size());
          double alike = sized ? alike(members, theirs) : 0;
          if (alike >= OTHER_NAME && !simple(other).equals(simple(name))) {
            pairs.add(new Pair(name, other, alike));
          }
        }
      }
    }
  }

  private void packages(Set<String> before, Set<String> after) {
    Map<String, Set<String>> goals = new TreeMap<>();
    for (String name : before) {
      String now = types.getOrDefault(name, after.contains(name) ? name : "");
      goals
          .computeIfAbsent(around(name), p -> new HashSet<>())
          .add(now.isEmpty() ? "" : around(now));
    }
    Set<String> old = goals.keySet();
    for (Map.Entry<String, Set<String>> one : goals.entrySet()) {
      String goal = one.getValue().size() == 1 ? one.getValue().iterator().next() : "";
      if (!goal.isEmpty() && !goal.equals(one.getKey()) && !old.contains(goal)) {
        packages.putIfAbsent(one.getKey(), goal);
      }
    }
  }

  /** The outermost types in view by name. */
  private static Map<String, Integer> types(Survey survey, boolean[] shown) {
    Units units = survey.units();
    Map<String, Integer> types = new HashMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (shown[unit] && !units.has(unit, Trait.FOREIGN) && units.topTypeOf(unit) == unit) {
        types.put(units.name(unit), unit);
      }
    }
    return types;
  }

  /** What is in each of these types that the other survey does not have. */
  private static Map<String, Set<String>> members(
      Survey survey, boolean[] shown, Map<String, Integer> types, Map<String, Integer> others) {
    Units units = survey.units();
    Map<String, Set<String>> only = new TreeMap<>();
    Map<Integer, Set<String>> membersOf = new HashMap<>();
    types.forEach(
        (name, type) -> {
          if (!others.containsKey(name)) {
            only.put(name, membersOf.computeIfAbsent(type, t -> new HashSet<>()));
          }
        });
    for (int unit = 0; unit < units.size() && !only.isEmpty(); unit++) {
      int top = shown[unit] && !units.has(unit, Trait.FOREIGN) ? units.topTypeOf(unit) : -1;
      Set<String> members = top == unit ? null : membersOf.get(top);
      if (members != null) {
        boolean makes = units.has(unit, Trait.CONSTRUCTOR);
        String name = units.simpleName(unit);
        members.add(makes ? name.substring(name.indexOf('(')) : name);
      }
    }
    return only;
  }

  private static double alike(Set<String> left, Set<String> right) {
    int common = 0;
    for (String one : left) {
      common += right.contains(one) ? 1 : 0;
    }
    int all = left.size() + right.size() - common;
    return all == 0 ? 1 : common / (double) all;
  }

  private static String simple(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  private static String around(String name) {
    return name.substring(0, Math.max(0, name.lastIndexOf('.')));
  }

  Map<String, String> types() {
    return types;
  }

  Map<String, String> packages() {
    return packages;
  }

  /** The name that a unit of the old survey has in the new one, if it is there at all. */
  String now(Level level, String name) {
    switch (level) {
      case PACKAGE:
        return packages.getOrDefault(name, name);
      case TYPE:
      case MEMBER:
        int end = level == Level.MEMBER ? name.indexOf('#') : name.length();
        for (int cut = end; cut > 0; cut = name.lastIndexOf('.', cut - 1)) {
          String moved = types.get(name.substring(0, cut));
          if (moved != null) {
            return moved + name.substring(cut);
          }
        }
        return name;
      default:
        return name;
    }
  }
}

package dev.vinesorter.core.measure;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * The parts of a type that share nothing: LCOM4, the connected components of methods and fields
 * where a method is joined to the fields it touches and to the methods it calls (M. Hitz and B.
 * Montazeri, 1995). What we count otherwise, so that the number tells of responsibilities:
 *
 * <ul>
 *   <li>a type without fields of its instances has no parts, and neither has a record;
 *   <li>constructors, initialisers and constants join nothing;
 *   <li>methods that touch nothing of the object are one part if they are static and make no object
 *       of the type, else none: they may work on inherited state;
 *   <li>parts that are only fields with their accessors are the data of the object, no part beside
 *       others.
 * </ul>
 */
public final class Cohesion {
  private Cohesion() {}

  /** The parts of a type, the largest first, each as its members in the order of the source. */
  public static List<List<Integer>> parts(Survey survey, int type, List<Integer> members) {
    Units units = survey.units();
    List<Integer> fields = new ArrayList<>();
    List<Integer> methods = new ArrayList<>();
    for (int member : members) {
      if (units.has(member, Trait.FIELD) && !units.has(member, Trait.STATIC)) {
        fields.add(member);
      } else if (units.has(member, Trait.METHOD) && !units.has(member, Trait.ABSTRACT)) {
        methods.add(member);
      }
    }
    if (fields.isEmpty() || units.has(type, Trait.RECORD)) {
      return List.of();
    }
    List<Integer> all = new ArrayList<>(fields);
    all.addAll(methods);
    all.sort(Comparator.comparingInt(units::begin));
    Joined joined = new Joined(all);
    References references = survey.references();
    Set<Integer> makers = new HashSet<>();
    for (int method : methods) {
      for (int r = references.row(method); r < references.row(method + 1); r++) {
        int used = references.target(r);
        Kind kind = references.kind(r);
        if (joined.holds(used)
            && (kind == Kind.READS || kind == Kind.WRITES || kind == Kind.CALLS)) {
          joined.join(method, used);
        } else if (kind == Kind.CREATES
            && units.inside(used, type)
            && (used == type || units.level(used) == Level.MEMBER)) {
          makers.add(method);
        }
      }
    }
    Map<Integer, List<Integer>> groups = new LinkedHashMap<>();
    for (int member : all) {
      groups.computeIfAbsent(joined.find(member), g -> new ArrayList<>()).add(member);
    }
    List<List<Integer>> parts = new ArrayList<>();
    List<Integer> data = new ArrayList<>();
    List<Integer> stateless = new ArrayList<>();
    for (List<Integer> group : groups.values()) {
      boolean state = group.stream().anyMatch(m -> units.has(m, Trait.FIELD));
      if (state && group.stream().allMatch(m -> isData(units, m, group))) {
        data.addAll(group);
      } else if (state) {
        parts.add(group);
      } else if (group.stream().allMatch(m -> units.has(m, Trait.STATIC))
          && group.stream().noneMatch(makers::contains)) {
        stateless.addAll(group);
      }
    }
    if (!stateless.isEmpty()) {
      parts.add(stateless);
    }
    if (parts.isEmpty() && !data.isEmpty()) {
      parts.add(data);
    }
    parts.sort(
        Comparator.comparingInt((List<Integer> p) -> -p.size()).thenComparing(p -> p.get(0)));
    return parts;
  }

  private static boolean isData(Units units, int member, List<Integer> group) {
    if (units.has(member, Trait.FIELD)) {
      return true;
    }
    String name = units.simpleName(member);
    String bare = name.substring(0, Math.max(0, name.indexOf('('))).toLowerCase(Locale.ROOT);
    for (int other : group) {
      String field = units.simpleName(other).toLowerCase(Locale.ROOT);
      if (units.has(other, Trait.FIELD)
          && units.complexity(member) <= 1
          && (bare.equals(field)
              || bare.equals("get" + field)
              || bare.equals("set" + field)
              || bare.equals("is" + field)
              || bare.equals("with" + field))) {
        return true;
      }
    }
    return false;
  }

  /** Disjoint sets of members (B. Galler and M. Fischer, 1964). */
  private static final class Joined {
    /** The members, ascending. */
    private final int[] members;

    /** The place of the member that each is joined to, its own for one that stands for its set. */
    private final int[] above;

    Joined(List<Integer> all) {
      members = all.stream().mapToInt(Integer::intValue).sorted().toArray();
      above = new int[members.length];
      Arrays.setAll(above, at -> at);
    }

    boolean holds(int member) {
      return Arrays.binarySearch(members, member) >= 0;
    }

    int find(int member) {
      int at = Arrays.binarySearch(members, member);
      while (above[at] != at) {
        above[at] = above[above[at]];
        at = above[at];
      }
      return members[at];
    }

    void join(int left, int right) {
      int from = Arrays.binarySearch(members, find(left));
      above[from] = Arrays.binarySearch(members, find(right));
    }
  }
}

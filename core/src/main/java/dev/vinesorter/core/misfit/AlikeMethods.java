package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Facts;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Shape;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Methods of several types whose bodies have nearly the same {@link Shape}. Only those with a band
 * in common are compared (P. Indyk and R. Motwani, 1998), so the cost follows the number of methods
 * and not its square. Types that say the same for another primitive type are alike on purpose.
 */
final class AlikeMethods {
  /** The least share of runs of tokens in common. */
  static final double ALIKE = .8;

  private static final int FEWEST_LINES = 7;

  /** A band that more methods have says nothing. */
  private static final int MOST_IN_BAND = 40;

  private static final Set<String> BY_RULE =
      Set.of("equals", "hashCode", "toString", "compareTo", "main", "clone");

  private AlikeMethods() {}

  /** Groups of units, each group and its first ones in the order of the survey. */
  static List<List<Integer>> of(Inquiry inquiry) {
    List<Integer> asked = asked(inquiry);
    Facts facts = inquiry.units().facts();
    Shape[] shapes = asked.stream().map(facts::shape).toArray(Shape[]::new);
    int[] groupOf = new int[asked.size()];
    Arrays.setAll(groupOf, n -> n);
    Map<Long, List<Integer>> inBand = new HashMap<>();
    for (int n = 0; n < shapes.length; n++) {
      for (int band = 0; band < Shape.CELLS; band++) {
        long key = (long) band << Integer.SIZE | shapes[n].band(band) & 0xffffffffL;
        List<Integer> others = inBand.computeIfAbsent(key, k -> new ArrayList<>());
        for (int other : others) {
          boolean same =
              top(groupOf, n) != top(groupOf, other)
                  && mayRepeat(inquiry, asked.get(n), asked.get(other))
                  && shapes[n].alike(shapes[other]) >= ALIKE;
          if (same) {
            groupOf[top(groupOf, n)] = top(groupOf, other);
          }
        }
        if (others.size() < MOST_IN_BAND) {
          others.add(n);
        }
      }
    }
    Map<Integer, List<Integer>> groups = new LinkedHashMap<>();
    for (int n = 0; n < groupOf.length; n++) {
      groups.computeIfAbsent(top(groupOf, n), g -> new ArrayList<>()).add(asked.get(n));
    }
    return joined(inquiry, groups.values().stream().filter(g -> g.size() > 1).toList());
  }

  private static List<Integer> asked(Inquiry inquiry) {
    Units units = inquiry.units();
    MemberTies members = inquiry.members();
    List<Integer> asked = new ArrayList<>();
    for (int member = 0; member < members.size(); member++) {
      int unit = members.unitOf[member];
      boolean counts =
          units.has(unit, Trait.METHOD)
              && !units.has(unit, Trait.GENERATED)
              && units.lines(unit) >= FEWEST_LINES
              && units.complexity(unit) > 1
              && !BY_RULE.contains(MemberNames.bare(units.simpleName(unit)))
              && units.facts().shape(unit) != null;
      if (counts) {
        asked.add(unit);
      }
    }
    return asked;
  }

  /** Whether two methods stand in types of their own, and those are no pair by primitive type. */
  private static boolean mayRepeat(Inquiry inquiry, int one, int other) {
    Units units = inquiry.units();
    TypeTies ties = inquiry.types();
    return units.topTypeOf(one) != units.topTypeOf(other)
        && !Counterparts.are(
            units.simpleName(units.topTypeOf(one)), units.simpleName(units.topTypeOf(other)))
        && units.complexity(one) == units.complexity(other)
        && !Counterparts.are(units.simpleName(one), units.simpleName(other))
        && !plain(ties.words(ties.nodeOf[one])).equals(plain(ties.words(ties.nodeOf[other])));
  }

  private static List<String> plain(List<String> words) {
    return words.stream().filter(word -> !Counterparts.VALUE_TYPES.contains(word)).toList();
  }

  private static int top(int[] groupOf, int n) {
    int at = n;
    while (groupOf[at] != at) {
      groupOf[at] = groupOf[groupOf[at]];
      at = groupOf[at];
    }
    return at;
  }

  /** Groups of the same types are one: these types repeat each other. */
  private static List<List<Integer>> joined(Inquiry inquiry, List<List<Integer>> groups) {
    Map<Set<Integer>, List<Integer>> byTypes = new LinkedHashMap<>();
    for (List<Integer> group : groups) {
      Set<Integer> types = new TreeSet<>();
      group.forEach(unit -> types.add(inquiry.units().topTypeOf(unit)));
      byTypes.computeIfAbsent(types, t -> new ArrayList<>()).addAll(group);
    }
    return List.copyOf(byTypes.values());
  }
}

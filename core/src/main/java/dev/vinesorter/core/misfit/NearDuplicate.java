package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Shape;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Methods that do nearly the same. In one type, the rows of what they use, in the order of the
 * source, differ in a few places (longest common subsequence, as in R. Wagner and M. Fischer,
 * 1974), and they have as many lines and decisions; overloads are alike on purpose and are passed
 * over. For those of several types see {@link AlikeMethods}.
 */
final class NearDuplicate implements Judge {
  private static final int FEWEST_LINES = 5;
  private static final int FEWEST_USES = 6;
  private static final int MOST_USES = 400;
  private static final double ALIKE = .8;

  /** Bodies that use the same in the same order may still do something else with it. */
  private static final double ALIKE_BODIES = .6;

  /** Where more methods than this are alike in a type, it is made of them. */
  private static final int MOST_ALIKE = 4;

  @Override
  public MisfitKind kind() {
    return MisfitKind.NEAR_DUPLICATE;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    List<Misfit> found = new ArrayList<>();
    for (int type = 0; type < inquiry.types().size(); type++) {
      Map<Integer, int[]> rows = new HashMap<>();
      List<Integer> asked = new ArrayList<>();
      for (int member : members.members[type]) {
        int unit = members.unitOf[member];
        int[] row = isAsked(units, unit) ? row(inquiry, unit) : new int[0];
        if (row.length >= FEWEST_USES && row.length <= MOST_USES) {
          rows.put(unit, row);
          asked.add(unit);
        }
      }
      List<Misfit> here = new ArrayList<>();
      Set<Integer> told = new HashSet<>();
      for (int one = 0; one < asked.size(); one++) {
        for (int other = one + 1; other < asked.size(); other++) {
          int first = asked.get(one);
          int second = asked.get(other);
          double alike = told.contains(second) ? 0 : alike(units, first, second, rows);
          if (alike >= ALIKE) {
            told.add(second);
            here.add(misfit(inquiry, first, second, alike));
          }
        }
      }
      if (here.size() < MOST_ALIKE) {
        found.addAll(here);
      }
    }
    for (List<Integer> group : AlikeMethods.of(inquiry)) {
      found.add(ofSeveralTypes(inquiry, group));
    }
    return found;
  }

  private static boolean isAsked(Units units, int unit) {
    return units.has(unit, Trait.METHOD)
        && !units.has(unit, Trait.GENERATED)
        && units.lines(unit) >= FEWEST_LINES;
  }

  /** What a method uses, in the order of the source, each as a number. */
  private static int[] row(Inquiry inquiry, int unit) {
    References references = inquiry.survey().references();
    int body = inquiry.units().nameAt(unit);
    List<Integer> row = new ArrayList<>();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      Kind kind = references.kind(r);
      boolean counts = kind.structural() && kind != Kind.OVERRIDES && references.at(r) > body;
      if (counts) {
        row.add(references.target(r) * Kind.values().length + kind.ordinal());
      }
    }
    return row.stream().mapToInt(Integer::intValue).toArray();
  }

  private static double alike(Units units, int one, int other, Map<Integer, int[]> rows) {
    int[] a = rows.get(one);
    int[] b = rows.get(other);
    boolean near =
        Math.abs(a.length - b.length) <= Math.max(1, a.length / 8)
            && units.complexity(one) == units.complexity(other)
            && Math.abs(units.lines(one) - units.lines(other)) <= 2
            && !MemberNames.bare(units.simpleName(one))
                .equals(MemberNames.bare(units.simpleName(other)))
            && !Counterparts.are(units.simpleName(one), units.simpleName(other));
    Shape shape = units.facts().shape(one);
    Shape others = units.facts().shape(other);
    double uses = near ? common(a, b) / (double) Math.max(a.length, b.length) : 0;
    if (shape == null || others == null || uses < ALIKE) {
      return uses;
    }
    double bodies = shape.alike(others);
    return bodies < ALIKE_BODIES ? 0 : Math.max(uses, bodies);
  }

  /** The length of the longest common subsequence; quadratic in time, linear in space. */
  private static int common(int[] a, int[] b) {
    int[] above = new int[b.length + 1];
    for (int x : a) {
      int[] row = new int[b.length + 1];
      for (int k = 0; k < b.length; k++) {
        row[k + 1] = x == b[k] ? above[k] + 1 : Math.max(above[k + 1], row[k]);
      }
      above = row;
    }
    return above[b.length];
  }

  private static Misfit misfit(Inquiry inquiry, int one, int other, double alike) {
    Units units = inquiry.units();
    int lines = units.lines(one);
    List<Misfit.Evidence> evidence =
        Arrays.asList(
            Misfit.Evidence.in(
                "both have "
                    + units.complexity(one)
                    + " ways through and use the same "
                    + Math.round(100 * alike)
                    + " % of what they use, in the same order",
                one),
            Misfit.Evidence.in("the other one", other));
    double score =
        .14
            + .25 * (alike - ALIKE) / (1 - ALIKE)
            + .015 * Math.min(20, lines)
            + .07 * Math.min(3, units.complexity(one) - 1);
    return new Misfit(
        MisfitKind.NEAR_DUPLICATE,
        one,
        List.of(other),
        "",
        Math.min(.8, score),
        evidence,
        List.of("literals may differ; the survey does not know them"),
        List.of(),
        "make one method of the two: 'merge' does it where nothing differs, else what differs"
            + " becomes a parameter");
  }

  private static Misfit ofSeveralTypes(Inquiry inquiry, List<Integer> group) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    int first = group.get(0);
    Shape shape = units.facts().shape(first);
    Set<Integer> types = new HashSet<>();
    Set<Integer> above = new HashSet<>();
    double alike = 1;
    int lines = 0;
    List<Misfit.Evidence> evidence = new ArrayList<>();
    for (int unit : group) {
      int type = inquiry.types().nodeOf[unit];
      if (types.isEmpty()) {
        Arrays.stream(inquiry.types().supers[type]).forEach(above::add);
      }
      types.add(type);
      above.removeIf(s -> Arrays.stream(inquiry.types().supers[type]).noneMatch(o -> o == s));
      lines += units.lines(unit);
      if (MemberNames.bare(units.simpleName(unit))
          .equals(MemberNames.bare(units.simpleName(first)))) {
        alike = Math.min(alike, shape.alike(units.facts().shape(unit)));
      }
      evidence.add(
          Misfit.Evidence.in(
              evidence.isEmpty()
                  ? "others have this body but for names of variables and literals, or nearly so"
                  : "so has " + units.simpleName(units.topTypeOf(unit)) + "." + inquiry.brief(unit),
              unit));
    }
    int shared =
        above.stream().filter(s -> inquiry.types().superNode[s] >= 0).findFirst().orElse(-1);
    String place =
        shared < 0
            ? "one place"
            : units.simpleName(inquiry.types().unit(inquiry.types().superNode[shared]))
                + ", which all of them have above them";
    double score =
        .34
            + .5 * (alike - AlikeMethods.ALIKE)
            + .008 * Math.min(30, lines / group.size())
            + .02 * Math.min(5, group.size())
            + (shared >= 0 ? .06 : 0);
    boolean overriding = group.stream().anyMatch(u -> members.inFamily[members.nodeOf[u]]);
    return new Misfit(
        MisfitKind.NEAR_DUPLICATE,
        first,
        group.subList(1, group.size()),
        "",
        Math.min(.8, score),
        evidence,
        overriding && shared < 0 ? List.of("they answer for different types") : List.of(),
        List.of(),
        "put it into "
            + place
            + (isOneHead(units, group)
                ? ", what differs as a method of each type: 'base' does it"
                : ": 'merge' does it where nothing differs, else what differs becomes a"
                    + " parameter"));
  }

  /** Whether methods of objects are called alike and take the same. */
  private static boolean isOneHead(Units units, List<Integer> group) {
    String name = units.simpleName(group.get(0));
    return group.stream()
        .allMatch(one -> units.simpleName(one).equals(name) && !units.has(one, Trait.STATIC));
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Tests that are named after a type of another package, and use it. */
final class MisplacedTest implements Judge {
  private static final List<String> ENDS = List.of("Tests", "Test", "IT", "TestCase");

  @Override
  public MisfitKind kind() {
    return MisfitKind.MISPLACED_TEST;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    Units units = inquiry.units();
    Map<String, List<Integer>> subjects = new HashMap<>();
    List<Integer> tests = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean outermost =
          units.level(unit) == Level.TYPE
              && !units.has(unit, Trait.FOREIGN)
              && units.topTypeOf(unit) == unit
              && units.packageOf(unit) >= 0;
      if (outermost && units.has(unit, Trait.TEST)) {
        tests.add(unit);
      } else if (outermost) {
        subjects.computeIfAbsent(units.simpleName(unit), n -> new ArrayList<>()).add(unit);
      }
    }
    List<Misfit> found = new ArrayList<>();
    for (int test : tests) {
      for (String end : ENDS) {
        String name = units.simpleName(test);
        List<Integer> named =
            name.endsWith(end)
                ? subjects.getOrDefault(name.substring(0, name.length() - end.length()), List.of())
                : List.of();
        boolean elsewhere =
            named.size() == 1 && units.packageOf(named.get(0)) != units.packageOf(test);
        int use = elsewhere ? use(inquiry, test, named.get(0)) : -1;
        if (use >= 0) {
          found.add(misfit(inquiry, test, named.get(0), use));
          break;
        }
      }
    }
    return found;
  }

  /** The first reference from inside one type to inside another one, or -1. */
  private static int use(Inquiry inquiry, int from, int to) {
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    for (int unit : units.withAllInside(from)) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        boolean counts = references.kind(r).structural();
        if (counts && units.inside(references.target(r), to)) {
          return r;
        }
      }
    }
    return -1;
  }

  private static Misfit misfit(Inquiry inquiry, int test, int subject, int use) {
    Units units = inquiry.units();
    String into = inquiry.name(units.packageOf(subject));
    return new Misfit(
        MisfitKind.MISPLACED_TEST,
        test,
        List.of(subject),
        into,
        .7,
        List.of(
            Misfit.Evidence.at("is named after " + inquiry.name(subject) + ", and uses it", use)),
        List.of(),
        List.of(Step.move(inquiry.name(test), into, true, 0)),
        "move it into " + into + ", beside its subject");
  }
}

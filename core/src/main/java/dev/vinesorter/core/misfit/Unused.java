package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.structure.Orphans;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;

/** Types that nothing uses. In a library, others may use what is public. */
final class Unused implements Judge {
  private static final double OFTEN = .15;

  /** What is public and used by its tests is as good as used. */
  private static final double LEAST = .1;

  @Override
  public MisfitKind kind() {
    return MisfitKind.UNUSED;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    Units units = inquiry.units();
    Orphans.Entries entries = new Orphans.Entries(false, inquiry.namedElsewhere());
    List<Orphans.Orphan> orphans =
        Orphans.of(inquiry.survey(), Level.TYPE, inquiry.view(), entries);
    // Where many public types are unused, they are there for others.
    boolean program =
        hasMain(inquiry)
            && orphans.stream().filter(o -> units.has(o.units().get(0), Trait.PUBLIC)).count()
                <= OFTEN * inquiry.types().size();
    List<Misfit> found = new ArrayList<>();
    for (Orphans.Orphan orphan : orphans) {
      int unit = orphan.units().get(0);
      // Types that only use each other are as open as the most open of them.
      boolean open =
          orphan.units().stream()
              .anyMatch(u -> units.has(u, Trait.PUBLIC) || units.has(u, Trait.PROTECTED));
      boolean asked =
          units.topTypeOf(unit) == unit
              && !units.has(unit, Trait.GENERATED)
              && !units.has(unit, Trait.ANNOTATION);
      if (asked) {
        double score = (open ? program ? .6 : .15 : .75) - (orphan.byTests() ? .15 : 0);
        if (score < LEAST) {
          continue;
        }
        List<String> against = new ArrayList<>();
        if (orphan.byTests()) {
          against.add("its tests use it");
        }
        if (open && !program) {
          against.add("it is public, and others may use it");
        }
        List<String> names = new ArrayList<>(orphan.units().stream().map(inquiry::name).toList());
        testsOf(inquiry, orphan.units()).forEach(test -> names.add(inquiry.name(test)));
        found.add(
            new Misfit(
                MisfitKind.UNUSED,
                unit,
                orphan.units().stream().skip(1).toList(),
                "",
                score,
                List.of(
                    Misfit.Evidence.in(
                        "nothing uses it; "
                            + String.format(Locale.ROOT, "%,d", orphan.lines())
                            + (orphan.lines() == 1
                                ? " line would go with it"
                                : " lines would go with it"),
                        unit)),
                against,
                List.of(new Step.Remove(names, Set.of(), 0)),
                (orphan.units().size() == 1 ? "remove it" : "remove these")
                    + (names.size() > orphan.units().size() ? " with its tests" : "")
                    + ", if nobody else needs "
                    + (orphan.units().size() == 1 ? "it" : "them")));
      }
    }
    return found;
  }

  /** The tests that are named after one of some types and use it: they go with it. */
  private static Set<Integer> testsOf(Inquiry inquiry, List<Integer> types) {
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    Set<Integer> tests = new TreeSet<>();
    for (int type : types) {
      for (int r : references.to(type)) {
        int user = units.topTypeOf(references.from(r));
        boolean named =
            user >= 0
                && units.has(user, Trait.TEST)
                && units.simpleName(user).contains(units.simpleName(type));
        if (named) {
          tests.add(user);
        }
      }
    }
    return tests;
  }

  private static boolean hasMain(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    for (int member = 0; member < members.size(); member++) {
      boolean main =
          inquiry.units().simpleName(members.unitOf[member]).equals("main(String[])")
              && members.has(member, Trait.STATIC);
      if (main) {
        return true;
      }
    }
    return false;
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Methods and constructors with more parameters than can be told apart (M. Fowler, 1999). */
final class LongParameterList implements Judge {
  private static final int LIMIT = 7;

  @Override
  public MisfitKind kind() {
    return MisfitKind.LONG_PARAMETER_LIST;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    List<Misfit> found = new ArrayList<>();
    for (int member = 0; member < members.size(); member++) {
      int unit = members.unitOf[member];
      int parameters = MemberNames.parameters(units.simpleName(unit));
      boolean asked =
          parameters > LIMIT
              && !members.inFamily[member]
              && !units.has(unit, Trait.GENERATED)
              && !units.has(units.parent(unit), Trait.RECORD);
      if (asked) {
        List<Misfit.Evidence> evidence = new ArrayList<>();
        evidence.add(Misfit.Evidence.in("takes " + parameters + " parameters", unit));
        int callers = members.using(member).length;
        if (callers > 0) {
          evidence.add(
              Misfit.Evidence.in(
                  callers + (callers == 1 ? " member has" : " members have") + " to give them all",
                  unit));
        }
        boolean maker = members.has(member, Trait.CONSTRUCTOR);
        boolean inside =
            maker
                && callers > 0
                && !units.has(unit, Trait.PUBLIC)
                && members.usersByOwner(member).keySet().equals(Set.of(members.owner[member]));
        found.add(
            new Misfit(
                MisfitKind.LONG_PARAMETER_LIST,
                unit,
                List.of(),
                "",
                Math.min(
                    .75, .5 + .03 * (parameters - LIMIT) - (maker ? .1 : 0) - (inside ? .3 : 0)),
                evidence,
                inside
                    ? List.of("only its own type calls it, such as a builder")
                    : maker
                        ? List.of("a constructor has to take what its object needs")
                        : List.of(),
                List.of(),
                "make one parameter of those that go together: 'bundle' does it"));
      }
    }
    return found;
  }
}

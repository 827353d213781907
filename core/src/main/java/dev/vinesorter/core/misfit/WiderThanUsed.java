package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Members that nobody outside needs, in types that nobody outside of their package can name: what
 * is public or protected there promises something that is not so. Public types are passed over,
 * since others may use what they offer.
 */
final class WiderThanUsed implements Judge {
  private static final int FEWEST = 2;

  @Override
  public MisfitKind kind() {
    return MisfitKind.WIDER_THAN_USED;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    List<Misfit> found = new ArrayList<>();
    for (int type = 0; type < inquiry.types().size(); type++) {
      int unit = inquiry.types().unit(type);
      List<Integer> wide = new ArrayList<>();
      if (isAsked(inquiry, unit)) {
        for (int member : members.members[type]) {
          if (!members.inFamily[member] && isWide(inquiry, members.unitOf[member], unit)) {
            wide.add(members.unitOf[member]);
          }
        }
      }
      if (wide.size() >= FEWEST) {
        found.add(misfit(inquiry, unit, wide));
      }
    }
    return found;
  }

  /** Whether a type is for its package alone, and for no framework. */
  private static boolean isAsked(Inquiry inquiry, int unit) {
    Units units = inquiry.units();
    return Trait.packagePrivate(units.traits(unit))
        && !units.has(unit, Trait.GENERATED)
        && !units.has(unit, Trait.INTERFACE)
        && !inquiry.namedElsewhere().contains(units.name(unit));
  }

  /** Whether a member is used, and by its own outermost type only. */
  private static boolean isWide(Inquiry inquiry, int member, int type) {
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    boolean asked =
        units.parent(member) == type
            && (units.has(member, Trait.METHOD) || units.has(member, Trait.FIELD))
            && !units.has(member, Trait.PRIVATE)
            && !units.has(member, Trait.IMPLICITLY_PUBLIC)
            && !units.has(member, Trait.ABSTRACT)
            && !isConstant(units, member);
    if (!asked || isAnnotated(references, member)) {
      return false;
    }
    int[] uses = references.to(member);
    for (int r : uses) {
      int user = references.from(r);
      if (units.level(user).compareTo(Level.TYPE) < 0 || units.topTypeOf(user) != type) {
        return false;
      }
    }
    return uses.length > 0;
  }

  private static boolean isConstant(Units units, int member) {
    return units.has(member, Trait.FIELD)
        && (units.type(member).isEmpty()
            || units.has(member, Trait.STATIC) && units.has(member, Trait.FINAL));
  }

  private static boolean isAnnotated(References references, int member) {
    for (int r = references.row(member); r < references.row(member + 1); r++) {
      if (references.kind(r) == dev.vinesorter.core.model.Kind.ANNOTATES) {
        return true;
      }
    }
    return false;
  }

  private static Misfit misfit(Inquiry inquiry, int type, List<Integer> wide) {
    Units units = inquiry.units();
    List<Misfit.Evidence> evidence = new ArrayList<>();
    int open = 0;
    for (int member : wide) {
      boolean shown = units.has(member, Trait.PUBLIC) || units.has(member, Trait.PROTECTED);
      open += shown ? 1 : 0;
      evidence.add(
          Misfit.Evidence.in(
              inquiry.brief(member)
                  + " is "
                  + (units.has(member, Trait.PUBLIC)
                      ? "public"
                      : shown ? "protected" : "open to its package")
                  + ", and only its own type uses it",
              member));
    }
    List<String> names = wide.stream().map(inquiry::name).toList();
    return new Misfit(
        MisfitKind.WIDER_THAN_USED,
        type,
        wide,
        "",
        Math.min(.7, .3 + .03 * wide.size() + .05 * open),
        evidence,
        List.of(),
        List.of(new Step.Tighten(names, Set.of(), 0)),
        "tighten " + (wide.size() == 1 ? "it" : "these " + wide.size() + " members"));
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * The same concrete class made in three packages or more, though there is a supertype of our own to
 * ask for instead: whoever wants another one has to change all of them. Values, exceptions and what
 * takes arguments are made where they are needed.
 */
final class ScatteredCreation implements Judge {
  private static final int FEWEST_PACKAGES = 3;

  private static final Set<TypeSort> MADE_ANYWHERE =
      Set.of(TypeSort.EXCEPTION, TypeSort.RECORD, TypeSort.ENUM, TypeSort.ANNOTATION);

  @Override
  public MisfitKind kind() {
    return MisfitKind.SCATTERED_CREATION;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    Map<Integer, Map<Integer, Integer>> makers = new TreeMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      int maker = ties.nodeOf[unit];
      for (int r = references.row(unit); maker >= 0 && r < references.row(unit + 1); r++) {
        int made = ties.nodeOf[references.target(r)];
        boolean outer =
            made >= 0 && units.topTypeOf(references.target(r)) == outermost(units, references, r);
        if (outer && made != maker && references.kind(r) == Kind.CREATES) {
          makers.computeIfAbsent(made, m -> new TreeMap<>()).putIfAbsent(maker, r);
        }
      }
    }
    List<Misfit> found = new ArrayList<>();
    makers.forEach(
        (made, by) -> {
          Set<Integer> packages = new HashSet<>();
          by.keySet().forEach(maker -> packages.add(ties.home[maker]));
          TypeSort sort = TypeSort.of(units, ties.unit(made));
          boolean asked =
              packages.size() >= FEWEST_PACKAGES
                  && !MADE_ANYWHERE.contains(sort)
                  && isPlain(inquiry, made)
                  && abstraction(ties, made) >= 0
                  && by.keySet().stream().allMatch(maker -> asksLittle(inquiry, maker, made));
          if (asked) {
            found.add(misfit(inquiry, made, by, packages.size()));
          }
        });
    return found;
  }

  /** The type whose constructor is called, if it is an outermost one. */
  private static int outermost(Units units, References references, int r) {
    int target = references.target(r);
    return units.has(target, Trait.CONSTRUCTOR) ? units.parent(target) : target;
  }

  /** Whether it is made without arguments. */
  private static boolean isPlain(Inquiry inquiry, int type) {
    MemberTies members = inquiry.members();
    boolean written = false;
    for (int member : members.members[type]) {
      boolean constructor =
          members.has(member, Trait.CONSTRUCTOR)
              && inquiry.units().parent(members.unitOf[member]) == inquiry.types().unit(type);
      written |= constructor;
      if (constructor && inquiry.units().simpleName(members.unitOf[member]).endsWith("()")) {
        return true;
      }
    }
    return !written;
  }

  /** Whether whoever makes it uses nothing of it that its supertypes do not offer. */
  private static boolean asksLittle(Inquiry inquiry, int maker, int made) {
    MemberTies members = inquiry.members();
    for (int member : members.members[maker]) {
      for (int used : members.used(member)) {
        boolean own = members.owner[used] == made && !members.has(used, Trait.CONSTRUCTOR);
        if (own && !members.inFamily[used]) {
          return false;
        }
      }
    }
    return true;
  }

  /** A supertype of our own, or -1. */
  private static int abstraction(TypeTies ties, int type) {
    for (int s : ties.supers[type]) {
      if (ties.superNode[s] >= 0) {
        return ties.superNode[s];
      }
    }
    return -1;
  }

  private static Misfit misfit(Inquiry inquiry, int made, Map<Integer, Integer> by, int packages) {
    Units units = inquiry.units();
    TypeTies ties = inquiry.types();
    int unit = ties.unit(made);
    String asked = units.simpleName(ties.unit(abstraction(ties, made)));
    List<Misfit.Evidence> evidence = new ArrayList<>();
    by.forEach(
        (maker, r) ->
            evidence.add(Misfit.Evidence.at("made by " + units.simpleName(ties.unit(maker)), r)));
    return new Misfit(
        MisfitKind.SCATTERED_CREATION,
        unit,
        List.of(),
        "",
        Math.min(.75, .46 + .04 * by.size() + .02 * packages),
        evidence,
        List.of(),
        steps(units, unit, ties.unit(abstraction(ties, made))),
        "make it in one place, and hand out "
            + asked
            + " instead: "
            + by.size()
            + " types in "
            + packages
            + " packages make it");
  }

  /** One method makes it, in a type beside the one that is asked for; none where that is there. */
  private static List<Step> steps(Units units, int made, int asked) {
    String home = units.name(asked) + "s";
    String simple = units.simpleName(asked);
    String method = Character.toLowerCase(simple.charAt(0)) + simple.substring(1);
    boolean isOutermost = units.level(units.parent(asked)) != Level.TYPE;
    return units.find(home) >= 0 || !isOutermost
        ? List.of()
        : List.of(
            new Step.Factory(
                List.of(units.name(made)), home + "#" + method, units.name(asked), Set.of(), 0));
  }
}

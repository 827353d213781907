package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Functions of helper classes that all take the same type of our own and work with it: together
 * they are behaviour that this type does not have yet (M. Fowler, 1999, "introduce foreign method",
 * seen from the other side).
 */
final class ScatteredFunctions implements Judge {
  private static final int FEWEST = 3;

  /** Where a helper's functions are nearly all about one type, they have a home: the helper. */
  private static final double MOST_OF_HELPER = .75;

  /** A type that so many use is a general service, and what they do with it is theirs. */
  private static final int POPULAR = 12;

  @Override
  public MisfitKind kind() {
    return MisfitKind.SCATTERED_FUNCTIONS;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    Map<Integer, List<Integer>> functions = new TreeMap<>();
    Map<Integer, Integer> ofHelper = new TreeMap<>();
    for (int member = 0; member < members.size(); member++) {
      int helper = members.owner[member];
      boolean function =
          members.has(member, Trait.METHOD)
              && members.has(member, Trait.STATIC)
              && !members.has(member, Trait.PRIVATE)
              && units.parent(members.unitOf[member]) == ties.unit(helper)
              && !units.has(members.unitOf[member], Trait.GENERATED)
              && TypeSort.of(units, ties.unit(helper)) == TypeSort.HELPER;
      if (function) {
        ofHelper.merge(helper, 1, Integer::sum);
        int taken = taken(inquiry, member);
        if (taken >= 0) {
          functions.computeIfAbsent(taken, t -> new ArrayList<>()).add(member);
        }
      }
    }
    List<Misfit> found = new ArrayList<>();
    functions.forEach(
        (type, taking) -> {
          Map<Integer, Integer> helpers = new LinkedHashMap<>();
          taking.forEach(m -> helpers.merge(members.owner[m], 1, Integer::sum));
          boolean whole =
              helpers.size() == 1
                  && taking.size() > MOST_OF_HELPER * ofHelper.get(members.owner[taking.get(0)]);
          if (taking.size() >= FEWEST && !whole) {
            found.add(misfit(inquiry, type, taking, helpers));
          }
        });
    return found;
  }

  /** The one class of our own that a function takes and uses members of; -1 if not one. */
  private static int taken(Inquiry inquiry, int member) {
    TypeTies ties = inquiry.types();
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    String written = units.simpleName(members.unitOf[member]);
    List<String> parameters =
        Arrays.asList(
            written.substring(written.indexOf('(') + 1, written.length() - 1).split(", "));
    int taken = -1;
    for (int used : members.used(member)) {
      int type = members.owner[used];
      boolean ofObjects = !members.has(used, Trait.STATIC) && !members.has(used, Trait.CONSTRUCTOR);
      boolean asked =
          ofObjects
              && type != members.owner[member]
              && units.parent(members.unitOf[used]) == ties.unit(type)
              && parameters.contains(units.simpleName(ties.unit(type)));
      if (asked && taken >= 0 && taken != type) {
        return -1;
      }
      taken = asked ? type : taken;
    }
    boolean fits =
        taken >= 0 && ties.uses.weight(taken, members.owner[member]) == 0 && isOpen(ties, taken);
    return fits ? taken : -1;
  }

  /** Whether a type can take behaviour in: an interface is offered to others as it is. */
  private static boolean isOpen(TypeTies ties, int type) {
    TypeSort sort = TypeSort.of(ties.survey.units(), ties.unit(type));
    return sort != TypeSort.INTERFACE && sort != TypeSort.ANNOTATION && sort != TypeSort.EXCEPTION;
  }

  private static Misfit misfit(
      Inquiry inquiry, int type, List<Integer> taking, Map<Integer, Integer> helpers) {
    TypeTies ties = inquiry.types();
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    List<Misfit.Evidence> evidence = new ArrayList<>();
    List<Integer> sorted = new ArrayList<>(taking);
    sorted.sort(Comparator.comparing(m -> inquiry.name(members.unitOf[m])));
    for (int member : sorted) {
      int unit = members.unitOf[member];
      evidence.add(
          Misfit.Evidence.in(
              units.simpleName(units.parent(unit))
                  + "."
                  + inquiry.brief(unit)
                  + " takes a "
                  + units.simpleName(ties.unit(type))
                  + " and works with it",
              unit));
    }
    boolean near = helpers.keySet().stream().allMatch(h -> ties.home[h] == ties.home[type]);
    boolean popular = ties.using(type).length > Math.max(POPULAR, ties.size() / 20);
    List<String> against = new ArrayList<>();
    if (!near) {
      against.add("the helpers stand in other packages than the type");
    }
    if (popular) {
      against.add(ties.using(type).length + " types use it: not all of that can be its own");
    }
    double score =
        .36
            + .05 * Math.min(4, taking.size())
            + .07 * Math.min(3, helpers.size())
            - (near ? 0 : .2)
            - (popular ? .12 : 0);
    String into = inquiry.name(ties.unit(type));
    List<Step> steps = new ArrayList<>();
    for (int member : sorted) {
      steps.add(Step.move(inquiry.name(members.unitOf[member]), into, true, 0));
    }
    return new Misfit(
        MisfitKind.SCATTERED_FUNCTIONS,
        ties.unit(type),
        sorted.stream().map(m -> members.unitOf[m]).toList(),
        into,
        Math.min(.75, score),
        evidence,
        against,
        steps,
        "move these " + taking.size() + " functions into " + into);
  }
}

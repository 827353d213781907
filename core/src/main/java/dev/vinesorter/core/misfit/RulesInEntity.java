package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Questions of permission or policy inside a type that is data otherwise: who may do what changes
 * for other reasons than what the thing is (the single responsibility of R. Martin, 2003).
 */
final class RulesInEntity implements Judge {
  private static final Set<String> ALLOWING =
      Set.of(
          "may",
          "allowed",
          "allow",
          "permitted",
          "permit",
          "authorized",
          "authorised",
          "forbidden",
          "forbid",
          "entitled");

  /** From this share of data on, a type is data otherwise. */
  private static final double DATA = .5;

  @Override
  public MisfitKind kind() {
    return MisfitKind.RULES_IN_ENTITY;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    List<Misfit> found = new ArrayList<>();
    for (int type = 0; type < inquiry.types().size(); type++) {
      List<Integer> rules = new ArrayList<>();
      int data = 0;
      int rest = 0;
      MemberTies members = inquiry.members();
      for (int member : members.members[type]) {
        int unit = members.unitOf[member];
        if (isRule(inquiry, member)) {
          rules.add(member);
        } else if (Accessors.isData(inquiry.survey(), unit)
            || Accessors.isSetter(inquiry.survey(), unit)) {
          data++;
        } else if (members.has(member, Trait.METHOD)) {
          rest++;
        }
      }
      if (!rules.isEmpty() && data >= 2 && data >= DATA * (data + rest)) {
        found.add(misfit(inquiry, type, rules));
      }
    }
    return found;
  }

  /** Whether a method answers yes or no to whether somebody may do something. */
  private static boolean isRule(Inquiry inquiry, int member) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    int unit = members.unitOf[member];
    boolean asks =
        members.has(member, Trait.METHOD)
            && !members.has(member, Trait.STATIC)
            && units.type(unit).equals("boolean")
            && !units.simpleName(unit).endsWith("()")
            && !Accessors.isGetter(inquiry.survey(), unit);
    List<String> words = members.words(member);
    return asks && words.stream().limit(3).anyMatch(ALLOWING::contains);
  }

  private static Misfit misfit(Inquiry inquiry, int type, List<Integer> rules) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    int unit = inquiry.types().unit(type);
    List<Misfit.Evidence> evidence = new ArrayList<>();
    java.util.TreeSet<Integer> askers = new java.util.TreeSet<>();
    for (int rule : rules) {
      evidence.add(
          Misfit.Evidence.in(
              "decides who may: " + units.simpleName(members.unitOf[rule]), members.unitOf[rule]));
      for (int user : members.using(rule)) {
        if (inquiry.types().home[members.owner[user]] != inquiry.types().home[type]) {
          askers.add(inquiry.types().unit(members.owner[user]));
        }
      }
    }
    int[] asking = askers.stream().mapToInt(Integer::intValue).toArray();
    if (asking.length > 0) {
      evidence.add(
          Misfit.Evidence.in("asked from other packages: " + inquiry.some(asking), asking[0]));
    }
    return new Misfit(
        MisfitKind.RULES_IN_ENTITY,
        members.unitOf[rules.get(0)],
        rules.stream().skip(1).map(rule -> members.unitOf[rule]).toList(),
        "",
        asking.length > 0 ? .7 : .5,
        evidence,
        asking.length > 0 ? List.of() : List.of("nobody outside of its package asks"),
        steps(inquiry, unit, rules),
        "take the rules out of "
            + units.simpleName(unit)
            + ", into a type that is about who may do what");
  }

  /** Each rule goes into a type of its own, which the first of them makes. */
  private static List<Step> steps(Inquiry inquiry, int unit, List<Integer> rules) {
    String into = inquiry.name(unit) + "Rules";
    List<Step> steps = new ArrayList<>();
    for (int rule : rules) {
      String name = inquiry.units().name(inquiry.members().unitOf[rule]);
      steps.add(new Step.Move(List.of(name), into, Set.of(Leave.NEW_TYPE, Leave.WIDEN), 0));
    }
    return steps;
  }
}

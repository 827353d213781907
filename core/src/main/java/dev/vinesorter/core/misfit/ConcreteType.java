package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
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
 * A class that others name though an interface of our own that it implements offers all that they
 * use of it, and though they do not make it (R. Martin, 1996, "dependency inversion").
 */
final class ConcreteType implements Judge {
  private static final Set<TypeSort> ASKED = Set.of(TypeSort.CLASS, TypeSort.ABSTRACT);

  @Override
  public MisfitKind kind() {
    return MisfitKind.CONCRETE_TYPE;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    List<Misfit> found = new ArrayList<>();
    for (int type = 0; type < ties.size(); type++) {
      int unit = ties.unit(type);
      if (!ASKED.contains(TypeSort.of(units, unit)) || units.has(unit, Trait.GENERATED)) {
        continue;
      }
      Misfit best = null;
      for (int offered : interfaces(inquiry, unit)) {
        Set<Integer> families = overriding(inquiry, type, offered);
        Map<Integer, Integer> content = new TreeMap<>();
        for (int user : ties.using(type)) {
          int shown = contentWith(inquiry, user, type, offered, families);
          if (shown >= 0) {
            content.put(user, shown);
          }
        }
        Misfit misfit = content.isEmpty() ? null : misfit(inquiry, type, offered, content);
        best = misfit != null && (best == null || misfit.score() > best.score()) ? misfit : best;
      }
      if (best != null) {
        found.add(best);
      }
    }
    return found;
  }

  /** The interfaces of our own that a type names as what it implements. */
  private static List<Integer> interfaces(Inquiry inquiry, int unit) {
    Units units = inquiry.units();
    return inquiry.above(unit).stream()
        .filter(above -> units.has(above, Trait.INTERFACE))
        .filter(above -> !units.has(above, Trait.FOREIGN))
        .filter(above -> !units.has(above, Trait.ANNOTATION))
        .toList();
  }

  /** The members of a type that carry out one of an interface. */
  private static Set<Integer> overriding(Inquiry inquiry, int type, int offered) {
    MemberTies members = inquiry.members();
    References references = inquiry.survey().references();
    Set<Integer> offering = inquiry.withAllAbove(offered);
    Set<Integer> found = new HashSet<>();
    for (int member : members.members[type]) {
      int unit = members.unitOf[member];
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        boolean carriesOut =
            references.kind(r) == Kind.OVERRIDES
                && offering.contains(inquiry.units().parent(references.target(r)));
        if (carriesOut) {
          found.add(unit);
        }
      }
    }
    return found;
  }

  /**
   * A reference by which a user names the class where the interface would do; -1 if it needs the
   * class itself, or hardly uses it.
   */
  private static int contentWith(
      Inquiry inquiry, int user, int type, int offered, Set<Integer> families) {
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    if (ties.nodeOf[offered] == user) {
      return -1;
    }
    int named = -1;
    int calls = 0;
    for (int unit : units.withAllInside(ties.unit(user))) {
      boolean plain = units.has(unit, Trait.FIELD) || units.has(unit, Trait.METHOD);
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int used = references.target(r);
        Kind kind = references.kind(r);
        if (ties.nodeOf[used] != type || !kind.structural() || kind == Kind.IMPORTS) {
          continue;
        }
        boolean wants = kind == Kind.REFERS && used == ties.unit(type);
        boolean offers = kind == Kind.CALLS && families.contains(used);
        if (!wants && !offers) {
          return -1;
        }
        calls += offers ? 1 : 0;
        named = wants && plain && named < 0 ? r : named;
      }
    }
    return calls > 0 ? named : -1;
  }

  private static Misfit misfit(
      Inquiry inquiry, int type, int offered, Map<Integer, Integer> content) {
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    List<Misfit.Evidence> evidence = new ArrayList<>();
    int apart = 0;
    for (Map.Entry<Integer, Integer> one : content.entrySet()) {
      apart += ties.home[one.getKey()] != ties.home[type] ? 1 : 0;
      evidence.add(
          Misfit.Evidence.at(
              units.simpleName(ties.unit(one.getKey()))
                  + " uses nothing of it that "
                  + units.simpleName(offered)
                  + " does not offer",
              one.getValue()));
    }
    int others = ties.using(type).length - content.size();
    List<String> against = new ArrayList<>();
    if (others > 0) {
      against.add(
          others + (others == 1 ? " other type needs" : " other types need") + " the class itself");
    }
    double score =
        .38
            + .05 * Math.min(4, content.size())
            + .05 * Math.min(3, apart)
            - .3 * others / (others + content.size());
    return new Misfit(
        MisfitKind.CONCRETE_TYPE,
        ties.unit(type),
        content.keySet().stream().map(ties::unit).toList(),
        "",
        Math.min(.75, score),
        evidence,
        against,
        List.of(
            new Step.Use(
                List.of(units.name(offered)),
                units.name(ties.unit(type)),
                content.keySet().stream().map(one -> units.name(ties.unit(one))).toList(),
                Set.of(),
                0)),
        "let "
            + (content.size() == 1 ? "it" : "these " + content.size() + " types")
            + " name "
            + units.simpleName(offered)
            + " instead");
  }
}

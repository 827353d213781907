package dev.vinesorter.core.misfit;

import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Pairs of types of which each holds the other one in a field, or one knows the other in passing
 * that holds it: a two-way association (M. Fowler, 1999, as a thing to be made one-way). Types
 * named alike, such as a type and its builder, are made for each other.
 */
final class MutualTypes implements Judge {
  /** More methods than that are not moved to make an association one-way. */
  private static final int MOST_MOVED = 3;

  @Override
  public MisfitKind kind() {
    return MisfitKind.MUTUAL_TYPES;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    Digraph uses = ties.uses;
    List<Misfit> found = new ArrayList<>();
    for (int one = 0; one < ties.size(); one++) {
      for (int arc = uses.firstArc(one); arc < uses.firstArc(one + 1); arc++) {
        int other = uses.target(arc);
        int back = other > one ? uses.weight(other, one) : 0;
        if (back > 0 && ties.words.get(one).stream().noneMatch(ties.words.get(other)::contains)) {
          int there = holding(inquiry, one, other);
          int here = holding(inquiry, other, one);
          if (there >= 0 && here >= 0) {
            boolean cutBack = back <= uses.weight(arc);
            found.add(
                cutBack
                    ? misfit(inquiry, other, one, here, there)
                    : misfit(inquiry, one, other, there, here));
          } else if (there >= 0 || here >= 0) {
            int from = there >= 0 ? other : one;
            int to = there >= 0 ? one : other;
            int use = passing(inquiry, from, to);
            if (use >= 0) {
              found.add(misfit(inquiry, from, to, use, Math.max(there, here)));
            }
          }
        }
      }
    }
    return found;
  }

  /** The reference by which a field of one type holds another, or -1. */
  private static int holding(Inquiry inquiry, int type, int held) {
    MemberTies members = inquiry.members();
    References references = inquiry.survey().references();
    Units units = inquiry.units();
    for (int member : members.members[type]) {
      boolean field =
          members.has(member, Trait.FIELD)
              && !members.has(member, Trait.STATIC)
              && units.parent(members.unitOf[member]) == inquiry.types().unitOf[type];
      for (int r = references.row(members.unitOf[member]);
          field && r < references.row(members.unitOf[member] + 1);
          r++) {
        boolean refers = references.kind(r) == Kind.REFERS;
        if (refers && references.target(r) == inquiry.types().unitOf[held]) {
          return r;
        }
      }
    }
    return -1;
  }

  /**
   * The first reference by which a type knows another in passing: by the data that one method of it
   * asks for; -1 where it knows it otherwise, too.
   */
  private static int passing(Inquiry inquiry, int from, int to) {
    MemberTies members = inquiry.members();
    References references = inquiry.survey().references();
    int found = -1;
    int makers = 0;
    for (int member : members.members[from]) {
      int first = -1;
      boolean asks = false;
      for (int r = references.row(members.unitOf[member]);
          r < references.row(members.unitOf[member] + 1);
          r++) {
        int used = references.target(r);
        if (inquiry.types().nodeOf[used] == to && references.kind(r).structural()) {
          first = first < 0 ? r : first;
          asks |= Accessors.isData(inquiry.survey(), used);
        }
      }
      if (first >= 0) {
        boolean method =
            members.has(member, Trait.METHOD)
                && !members.has(member, Trait.STATIC)
                && !members.inFamily[member];
        makers++;
        found = method && asks ? first : -1;
      }
    }
    return makers == 1 ? found : -1;
  }

  /** Tells that {@code from} should forget {@code to}, since that is the cheaper way to cut. */
  private static Misfit misfit(Inquiry inquiry, int from, int to, int held, int back) {
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    int unit = ties.unit(from);
    int other = ties.unit(to);
    int cost = ties.uses.weight(from, to);
    int gain = ties.uses.weight(to, from);
    boolean apart = ties.home[from] != ties.home[to];
    boolean field = inquiry.units().has(inquiry.survey().references().from(held), Trait.FIELD);
    String fromName = units.simpleName(unit);
    String toName = units.simpleName(other);
    List<Misfit.Evidence> evidence =
        List.of(
            Misfit.Evidence.at(
                field
                    ? fromName + " holds " + toName + " in a field"
                    : fromName + " asks " + toName + " for its data in one method alone",
                held),
            Misfit.Evidence.at(toName + " holds " + fromName + " in a field", back));
    List<Step> steps = steps(inquiry, from, to);
    return new Misfit(
        MisfitKind.MUTUAL_TYPES,
        unit,
        List.of(other),
        steps.isEmpty() ? "" : inquiry.name(other),
        (apart ? .7 : .55) - (field ? 0 : .03),
        evidence,
        apart ? List.of() : List.of("both stand in one package"),
        steps,
        "let "
            + fromName
            + " forget "
            + toName
            + ", the cheaper way to cut: "
            + cost
            + (cost == 1 ? " site" : " sites")
            + ", the other way "
            + gain);
  }

  /** Moves of the methods that need the field, where there are few; the field goes with them. */
  private static List<Step> steps(Inquiry inquiry, int from, int to) {
    MemberTies members = inquiry.members();
    List<Step> steps = new ArrayList<>();
    for (int member : members.members[from]) {
      boolean works = false;
      for (int used : members.used(member)) {
        works |= members.owner[used] == to;
      }
      if (works && !members.has(member, Trait.METHOD)) {
        return List.of();
      } else if (works) {
        steps.add(
            new Step.Move(
                List.of(inquiry.name(members.unitOf[member])),
                inquiry.name(inquiry.types().unit(to)),
                Set.of(Leave.WIDEN, Leave.SWEEP),
                0));
      }
    }
    return steps.size() > MOST_MOVED ? List.of() : steps;
  }
}

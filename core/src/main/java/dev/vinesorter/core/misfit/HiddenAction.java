package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * Methods that would be calculations but for a read of the outside world: they give something, they
 * decide something, and most of their type does not act. What acts is said by {@link Actions}.
 */
final class HiddenAction implements Judge {
  /** Sorts of actions whose outcome a calculation could be handed. */
  private static final Set<String> READS =
      Set.of("clock", "disk", "network", "database", "randomness", "environment");

  /** Fewer decisions are no calculation. */
  private static final int FEWEST_DECISIONS = 4;

  /** Where so many of a type's methods act, acting is its job. */
  private static final double ACTING_TYPE = .34;

  /** Where so many types of a package act, acting is what the package is for. */
  private static final double ACTING_PACKAGE = .2;

  private static final Set<String> SAID_BY_EXCEPTION = Set.of("disk", "network", "database");

  @Override
  public MisfitKind kind() {
    return MisfitKind.HIDDEN_ACTION;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    List<Misfit> found = new ArrayList<>();
    for (int type = 0; type < inquiry.types().size(); type++) {
      int methods = 0;
      List<Integer> acting = new ArrayList<>();
      for (int member : members.members[type]) {
        if (members.has(member, Trait.METHOD)) {
          methods++;
          if (!actions(inquiry, member).isEmpty()) {
            acting.add(member);
          }
        }
      }
      for (int member : acting) {
        int unit = members.unitOf[member];
        boolean calculates =
            units.complexity(unit) >= FEWEST_DECISIONS && !units.type(unit).equals("void");
        boolean alone = acting.size() == 1 || acting.size() <= ACTING_TYPE * methods;
        if (calculates && alone && !isDeclared(inquiry, member)) {
          found.add(misfit(inquiry, member));
        }
      }
    }
    return found;
  }

  /**
   * Whether a method says by an exception that it acts on the disk, the network or a database, and
   * reads nothing else: what callers have to expect is not hidden.
   */
  private static boolean isDeclared(Inquiry inquiry, int member) {
    References references = inquiry.survey().references();
    int unit = inquiry.members().unitOf[member];
    boolean declared = false;
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      String thrown = inquiry.units().simpleName(references.target(r));
      boolean says = thrown.endsWith("IOException") || thrown.endsWith("SQLException");
      declared |= references.kind(r) == Kind.THROWS && says;
    }
    String[] acting = inquiry.acting();
    return declared
        && actions(inquiry, member).stream()
            .allMatch(r -> SAID_BY_EXCEPTION.contains(acting[references.target(r)]));
  }

  /** The references by which a member acts, in the order of the source. */
  private static List<Integer> actions(Inquiry inquiry, int member) {
    String[] acting = inquiry.acting();
    References references = inquiry.survey().references();
    int unit = inquiry.members().unitOf[member];
    List<Integer> found = new ArrayList<>();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      String sort = acting[references.target(r)];
      boolean reads = sort != null && READS.contains(sort) && references.kind(r).structural();
      if (reads && !(isCalendar(inquiry, r) && setsCalendar(inquiry, unit))) {
        found.add(r);
      }
    }
    return found;
  }

  private static boolean isCalendar(Inquiry inquiry, int reference) {
    int used = inquiry.survey().references().target(reference);
    return inquiry.name(used).startsWith("java.util.Calendar#getInstance(");
  }

  /** Whether a member gives a calendar a time of its own, so that the one it came with is lost. */
  private static boolean setsCalendar(Inquiry inquiry, int unit) {
    References references = inquiry.survey().references();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      String name = inquiry.name(references.target(r));
      if (name.startsWith("java.util.Calendar#setTime")
          || name.startsWith("java.util.Calendar#clear(")) {
        return true;
      }
    }
    return false;
  }

  private static Misfit misfit(Inquiry inquiry, int member) {
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    int unit = inquiry.members().unitOf[member];
    List<Integer> actions = actions(inquiry, member);
    Set<String> sorts = new TreeSet<>();
    List<Misfit.Evidence> evidence = new ArrayList<>();
    for (int r : actions) {
      String sort = inquiry.acting()[references.target(r)];
      if (sorts.add(sort)) {
        evidence.add(
            Misfit.Evidence.at("reads the " + sort + ": " + units.label(references.target(r)), r));
      }
    }
    evidence.add(
        Misfit.Evidence.in("and decides: " + units.complexity(unit) + " ways through it", unit));
    int reach = reach(inquiry, member);
    if (reach > 0) {
      evidence.add(Misfit.Evidence.in(reach + " members can only be tried together with it", unit));
    }
    List<String> against = new ArrayList<>();
    if (actions.size() > 2 * sorts.size()) {
      against.add("it acts at " + actions.size() + " places, so acting may be its job");
    }
    if (actingShare(inquiry, member) > ACTING_PACKAGE) {
      against.add("many types of its package act, so acting may be their job");
    }
    double score =
        .42
            + .03 * Math.min(6, units.complexity(unit))
            + .06 * (sorts.size() - 1)
            - (against.isEmpty() ? 0 : .2);
    return new Misfit(
        MisfitKind.HIDDEN_ACTION,
        unit,
        List.of(),
        "",
        Math.max(0, Math.min(.8, score)),
        evidence,
        against,
        List.of(),
        "hand in what it reads ("
            + String.join(", ", sorts)
            + ") as a parameter, so that the rest is a calculation: 'lift' does it, where once is"
            + " enough");
  }

  /** The share of the other types in its package that act. */
  private static double actingShare(Inquiry inquiry, int member) {
    TypeTies ties = inquiry.types();
    MemberTies members = inquiry.members();
    int own = members.owner[member];
    int acting = 0;
    int all = 0;
    for (int type = 0; type < ties.size(); type++) {
      if (type != own && ties.home[type] == ties.home[own]) {
        boolean acts = false;
        for (int one : members.members[type]) {
          acts |= !actions(inquiry, one).isEmpty();
        }
        acting += acts ? 1 : 0;
        all++;
      }
    }
    return all == 0 ? 0 : acting / (double) all;
  }

  /** How many members of other types reach it by calls. */
  private static int reach(Inquiry inquiry, int member) {
    MemberTies members = inquiry.members();
    Set<Integer> reached = new HashSet<>(Set.of(member));
    Deque<Integer> queue = new ArrayDeque<>(reached);
    while (!queue.isEmpty() && reached.size() < 1000) {
      for (int user : members.using(queue.remove())) {
        if (reached.add(user)) {
          queue.add(user);
        }
      }
    }
    return reached.size() - 1;
  }
}

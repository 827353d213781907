package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Logic that reaches a service through a static: the one object of a type that keeps state or acts
 * on the outside world, got from the type itself (the singleton of E. Gamma et al., 1994, as a
 * hindrance to tests: M. Feathers, 2004).
 */
final class AwkwardCollaborator implements Judge {
  /** Types of fields that never change once they are set for good. */
  private static final Set<String> VALUES =
      Set.of("String", "int", "long", "boolean", "char", "byte", "short", "double", "float");

  @Override
  public MisfitKind kind() {
    return MisfitKind.AWKWARD_COLLABORATOR;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    MemberTies members = inquiry.members();
    List<Misfit> found = new ArrayList<>();
    for (int type = 0; type < ties.size(); type++) {
      int door = door(inquiry, type);
      boolean matters = door >= 0 && (keepsState(inquiry, type) || acts(inquiry, type));
      if (!matters) {
        continue;
      }
      Map<Integer, Integer> byUser = new TreeMap<>();
      for (int user : members.using(door)) {
        if (members.owner[user] != type && works(inquiry, user, type)) {
          byUser.putIfAbsent(members.owner[user], user);
        }
      }
      byUser.values().forEach(user -> found.add(misfit(inquiry, user, door)));
    }
    return found;
  }

  /** The static member by which a type gives its one object, or -1. */
  private static int door(Inquiry inquiry, int type) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    int unit = inquiry.types().unit(type);
    String name = units.simpleName(unit);
    int door = -1;
    int kept = 0;
    for (int member : members.members[type]) {
      int at = members.unitOf[member];
      boolean own = units.parent(at) == unit && TypeNames.erased(units.type(at)).equals(name);
      if (members.has(member, Trait.CONSTRUCTOR) && !members.has(member, Trait.PRIVATE)) {
        return -1;
      }
      if (own && members.has(member, Trait.STATIC)) {
        kept += members.has(member, Trait.FIELD) ? 1 : 0;
        boolean open = !members.has(member, Trait.PRIVATE);
        boolean gives = members.has(member, Trait.METHOD) && units.simpleName(at).endsWith("()");
        door = open && (gives || members.has(member, Trait.FIELD)) ? member : door;
      }
    }
    // A type that gives several objects of itself gives constants.
    return kept == 1 && !units.has(unit, Trait.ENUM) ? door : -1;
  }

  private static boolean keepsState(Inquiry inquiry, int owner) {
    MemberTies members = inquiry.members();
    for (int member : members.members[owner]) {
      boolean field = members.has(member, Trait.FIELD) && !members.has(member, Trait.STATIC);
      String type = inquiry.units().type(members.unitOf[member]);
      boolean value = members.has(member, Trait.FINAL) && VALUES.contains(type);
      if (field && !value) {
        return true;
      }
    }
    return false;
  }

  private static boolean acts(Inquiry inquiry, int type) {
    MemberTies members = inquiry.members();
    References references = inquiry.survey().references();
    String[] acting = inquiry.acting();
    for (int member : members.members[type]) {
      int unit = members.unitOf[member];
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        if (acting[references.target(r)] != null) {
          return true;
        }
      }
    }
    return false;
  }

  /** Whether a member works with the object, and does not only pass it on. */
  private static boolean works(Inquiry inquiry, int user, int service) {
    MemberTies members = inquiry.members();
    for (int used : members.used(user)) {
      boolean works = members.has(used, Trait.METHOD) && !members.has(used, Trait.STATIC);
      if (works && members.owner[used] == service) {
        return true;
      }
    }
    return false;
  }

  private static Misfit misfit(Inquiry inquiry, int user, int door) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    int unit = members.unitOf[user];
    int service = inquiry.types().unit(members.owner[door]);
    List<Misfit.Evidence> evidence = new ArrayList<>();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      boolean gets =
          references.target(r) == members.unitOf[door] && references.kind(r) != Kind.MENTIONS;
      if (gets && evidence.isEmpty()) {
        evidence.add(
            Misfit.Evidence.at(
                "reaches "
                    + units.simpleName(service)
                    + " through its static "
                    + units.simpleName(members.unitOf[door]),
                r));
      }
    }
    evidence.add(
        Misfit.Evidence.in(
            units.simpleName(service)
                + (acts(inquiry, members.owner[door])
                    ? " acts on the outside world, which a test cannot replace"
                    : " keeps state that all tests would share"),
            service));
    return new Misfit(
        MisfitKind.AWKWARD_COLLABORATOR,
        unit,
        List.of(service),
        "",
        acts(inquiry, members.owner[door]) ? .7 : .55,
        evidence,
        List.of(),
        List.of(),
        "hand "
            + units.simpleName(service)
            + " in by the constructor of "
            + units.simpleName(units.topTypeOf(unit))
            + ": 'inject' does it, where one object is as good as one each time");
  }
}

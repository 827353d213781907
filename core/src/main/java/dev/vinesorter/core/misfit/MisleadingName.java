package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Methods whose names say something else than they do: a question that does not answer yes or no, a
 * getter that gives nothing, a question or getter that changes its object, one that repeats what
 * its type is called. What is read before it is written, as a value that is worked out once, is no
 * change to tell.
 */
final class MisleadingName implements Judge {
  private static final Set<String> QUESTIONS = Set.of("is", "has");

  /** Where more methods of a type break the rule, its names have a custom of their own. */
  private static final int CUSTOM = 3;

  @Override
  public MisfitKind kind() {
    return MisfitKind.MISLEADING_NAME;
  }

  @Override
  public List<Misfit> judge(Inquiry inquiry) {
    MemberTies members = inquiry.members();
    Map<Integer, List<Misfit>> byType = new HashMap<>();
    for (int member = 0; member < members.size(); member++) {
      boolean asked =
          members.has(member, Trait.METHOD)
              && !members.inFamily[member]
              && !members.has(member, Trait.GENERATED)
              && !members.has(member, Trait.ABSTRACT);
      Misfit misfit = asked ? misfit(inquiry, member) : null;
      if (misfit != null) {
        byType.computeIfAbsent(members.owner[member], t -> new ArrayList<>()).add(misfit);
      }
    }
    List<Misfit> found = new ArrayList<>();
    byType.values().stream().filter(all -> all.size() < CUSTOM).forEach(found::addAll);
    return found;
  }

  private static Misfit misfit(Inquiry inquiry, int member) {
    MemberTies members = inquiry.members();
    Units units = inquiry.units();
    int unit = members.unitOf[member];
    List<String> words = members.words(member);
    String given = units.type(unit);
    boolean question = words.size() > 1 && QUESTIONS.contains(words.get(0));
    boolean getter = words.size() > 1 && words.get(0).equals("get");
    if (question && given.equals("void")) {
      return told(unit, "asks a question, and answers nothing", .65);
    }
    if (getter && given.equals("void") && units.simpleName(unit).endsWith("()")) {
      return told(unit, "says that it gets something, and gives nothing", .6);
    }
    if (repeatsOwner(inquiry, member, words)) {
      return told(
          unit, "repeats the name of its type, which stands before it wherever it is called", .6);
    }
    int written = question || getter ? written(inquiry, unit) : -1;
    if (written >= 0) {
      String field = units.simpleName(inquiry.survey().references().target(written));
      String what = question ? "asks a question" : "says that it gets something";
      return new Misfit(
          MisfitKind.MISLEADING_NAME,
          unit,
          List.of(),
          "",
          .55,
          List.of(Misfit.Evidence.at(what + ", and changes the field " + field, written)),
          List.of(),
          List.of(),
          "give it a name that says what it changes, or take the change out of it");
    }
    return null;
  }

  /** Whether a method of objects begins with all words of its type's name, and goes on. */
  private static boolean repeatsOwner(Inquiry inquiry, int member, List<String> words) {
    MemberTies members = inquiry.members();
    int unit = members.unitOf[member];
    int type = inquiry.units().parent(unit);
    List<String> owner = Words.of(inquiry.units().simpleName(type));
    return !members.has(member, Trait.STATIC)
        && owner.size() > 1
        && words.size() > owner.size()
        && words.subList(0, owner.size()).equals(owner);
  }

  private static Misfit told(int unit, String says, double score) {
    return new Misfit(
        MisfitKind.MISLEADING_NAME,
        unit,
        List.of(),
        "",
        score,
        List.of(Misfit.Evidence.in(says, unit)),
        List.of(),
        List.of(),
        "give it a name that says what it does, by a 'rename' step");
  }

  /** A write of a field of its object that the method does not read as well, or -1. */
  private static int written(Inquiry inquiry, int unit) {
    Units units = inquiry.units();
    References references = inquiry.survey().references();
    Map<Integer, Integer> writes = new HashMap<>();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      int used = references.target(r);
      boolean own =
          units.has(used, Trait.FIELD)
              && !units.has(used, Trait.STATIC)
              && units.parent(used) == units.parent(unit);
      if (own && references.kind(r) == Kind.WRITES) {
        writes.putIfAbsent(used, r);
      }
    }
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      if (references.kind(r) == Kind.READS) {
        writes.remove(references.target(r));
      }
    }
    return writes.values().stream().min(Integer::compare).orElse(-1);
  }
}

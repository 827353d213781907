package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Whether a step on sources of one language left alone what sources of others name: each such thing
 * has to be there afterwards as it was.
 */
final class Followed {
  private static final int MOST = 5;

  private final StepEffect step;
  private final Survey before;
  private final Survey after;
  private final UnitsAfter units;
  private final Map<Survey, Map<Integer, Integer>> counts = new IdentityHashMap<>();

  /** What speaks against types that others name, by the names that are asked for. */
  private final Map<Integer, String> lost = new HashMap<>();

  Followed(StepEffect step) {
    this.step = step;
    this.before = step.before();
    this.after = step.after();
    this.units = new UnitsAfter(step);
  }

  /**
   * What others name and is not as it was; empty where nothing is lost.
   *
   * @param names the new names of what others name by these; of types, for their members, too
   */
  List<Reason> lost(Map<String, String> names) {
    List<Reason> found = new ArrayList<>();
    lost.clear();
    step.eachUse(
        r -> {
          int used = before.references().target(r);
          if (found.size() < MOST && !isAsItWas(used, names)) {
            found.add(reason(before.site(r), " names " + before.units().name(used)));
          } else if (found.size() < MOST && !lostOf(used, names).isEmpty()) {
            String does = " names " + before.units().name(used) + ", and " + lostOf(used, names);
            found.add(reason(before.site(r), does));
          } else if (found.size() < MOST) {
            boolean changes = this.units.changes(used, names);
            for (int other : step.overloads(used)) {
              if (this.units.changes(other, names) != changes) {
                found.add(reason(before.site(r), " may name " + before.units().name(other)));
                break;
              }
            }
          }
        });
    overriding(found, names);
    return found;
  }

  /** What speaks against a type; looked up once, since others may name it often. */
  private String lostOf(int used, Map<String, String> names) {
    return before.units().level(used) != Level.TYPE
        ? ""
        : lost.computeIfAbsent(used, type -> units.lost(type, units.fresh(type, names), names));
  }

  private static Reason reason(Site site, String does) {
    return new Reason(
        RefusalCode.NOT_YET,
        site.file() + does + ", and does not follow such a step yet.",
        List.of(site));
  }

  /** Members of others' types that have the name of a member above them which is not as it was. */
  private void overriding(List<Reason> found, Map<String, String> names) {
    Units units = before.units();
    for (int type = 0; type < units.size() && found.size() < MOST; type++) {
      if (units.level(type) == Level.TYPE && step.isOthers(units, type)) {
        for (int above : above(type)) {
          for (int member : units.children(above)) {
            int own = units.level(member) == Level.MEMBER ? named(type, member) : -1;
            boolean seen = own >= 0 && !units.has(member, Trait.PRIVATE);
            if (seen && found.size() < MOST && this.units.changes(member, names)) {
              String does = " has " + units.name(own) + ", as it has " + units.name(member);
              found.add(reason(declared(own), does));
            }
          }
        }
      }
    }
  }

  /** Where the name of a unit is declared. */
  private Site declared(int unit) {
    Units units = before.units();
    int file = units.fileOf(unit);
    int at = units.nameAt(unit) < 0 ? units.begin(unit) : units.nameAt(unit);
    int end = at + MemberNames.bare(units.simpleName(unit)).length();
    return new Site(units.name(file), units.line(file, at), units.column(file, at), at, end);
  }

  /** The member of a type that has the bare name of another member, or -1. */
  private int named(int type, int member) {
    String wanted = MemberNames.bare(before.units().simpleName(member));
    for (int own : before.units().children(type)) {
      if (MemberNames.bare(before.units().simpleName(own)).equals(wanted)) {
        return own;
      }
    }
    return -1;
  }

  /** The types of this language that a type comes to by inheritance. */
  private Set<Integer> above(int type) {
    Set<Integer> seen = UnitsAfter.above(before, type);
    seen.removeIf(
        one -> {
          int file = before.units().fileOf(one);
          return file < 0 || !step.language().owns(before.units().name(file));
        });
    return seen;
  }

  private boolean isAsItWas(int used, Map<String, String> names) {
    int found = units.fresh(used, names);
    return found >= 0
        && (names.isEmpty() || uses(after, found) == uses(before, used))
        && units.isAlike(used, found, names);
  }

  /** How often other languages name a thing; imports, which may come and go, not counted. */
  private int uses(Survey survey, int wanted) {
    return counts.computeIfAbsent(survey, this::count).getOrDefault(wanted, 0);
  }

  private Map<Integer, Integer> count(Survey survey) {
    Map<Integer, Integer> found = new HashMap<>();
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      boolean others = step.isOthers(units, unit);
      for (int r = references.row(unit); others && r < references.row(unit + 1); r++) {
        if (references.kind(r) != Kind.IMPORTS) {
          found.merge(references.target(r), 1, Integer::sum);
        }
      }
    }
    return found;
  }
}

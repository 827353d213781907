package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Holds what was read after a move of declarations to what was read before it. */
final class MoveProof {
  private final Survey before;
  private final Survey after;
  private final Relocation move;

  /** What stands loose in the two sources, before and after; it is only reached through. */
  private final Set<String> modules = new TreeSet<>();

  /** What units are called afterwards, by what they were called. */
  private final Map<String, String> names = new HashMap<>();

  private final int here;
  private final String newHome;

  MoveProof(Survey before, Survey after, Relocation move) {
    this.before = before;
    this.after = after;
    this.move = move;
    this.here = loose(before.units(), move.path(move.from()));
    int there = loose(after.units(), move.to());
    this.newHome = there < 0 ? "" : after.units().name(there);
    for (Survey one : List.of(before, after)) {
      for (String path : List.of(move.path(move.from()), move.to())) {
        int loose = loose(one.units(), path);
        if (loose >= 0) {
          modules.add(one.units().name(loose));
        }
      }
    }
    if (here >= 0 && there >= 0) {
      name(there);
    }
  }

  /** The unit of what stands loose in a source; -1 for none. */
  private static int loose(Units units, String path) {
    int file = units.find(path, Level.FILE);
    for (int unit = 0; file >= 0 && unit < units.size(); unit++) {
      boolean whole = units.begin(unit) == 0 && units.end(unit) == units.end(file);
      if (units.level(unit) == Level.TYPE && units.fileOf(unit) == file && whole) {
        return unit;
      }
    }
    return -1;
  }

  /** Finds the new names of what moves, and of what is in it. */
  private void name(int there) {
    Units units = before.units();
    int file = units.fileOf(here);
    String oldHome = units.name(here);
    String oldPackage = units.name(units.packageOf(file));
    String newPackage = after.units().name(after.units().packageOf(there));
    for (int unit = 0; unit < units.size(); unit++) {
      boolean inside = units.level(unit) == Level.TYPE || units.level(unit) == Level.MEMBER;
      if (inside
          && unit != here
          && units.fileOf(unit) == file
          && move.isInside(units.nameAt(unit))) {
        String name = units.name(unit);
        boolean loose = name.startsWith(oldHome + ".") || name.startsWith(oldHome + "#");
        if (loose) {
          names.put(name, newHome + name.substring(oldHome.length()));
        } else {
          String bare = oldPackage.isEmpty() ? name : name.substring(oldPackage.length() + 1);
          names.put(name, newPackage.isEmpty() ? bare : newPackage + "." + bare);
        }
      }
    }
  }

  /** What stands against the move; empty where all means what it meant. */
  List<Reason> reasons() {
    List<Reason> reasons = new ArrayList<>();
    Map<String, List<Site>> expected = uses(before, true, false);
    Map<String, List<Site>> guessed = uses(before, true, true);
    Map<String, List<Site>> found = uses(after, false, false);
    expected.forEach(
        (use, sites) -> {
          if (sites.size() > found.getOrDefault(use, List.of()).size()) {
            reasons.add(rebinding("This would mean something else: " + use + ".", sites));
          }
        });
    found.forEach(
        (use, sites) -> {
          int known = expected.getOrDefault(use, List.of()).size();
          if (sites.size() > known + guessed.getOrDefault(use, List.of()).size()) {
            reasons.add(rebinding("This would come to be meant: " + use + ".", sites));
          }
        });
    List<String> messages = before.problems().stream().map(Problem::message).toList();
    for (Problem one : Forecast.newProblems(messages, after)) {
      Site at = new Site(one.file(), one.line(), 1, 0, 0);
      reasons.add(
          new Reason(
              RefusalCode.WOULD_NOT_COMPILE, "After the step: " + one.message(), List.of(at)));
    }
    if (reasons.isEmpty() && FileMoves.open(after) > FileMoves.open(before)) {
      reasons.add(lost());
    }
    return reasons;
  }

  /** A name that would mean nothing certain any more. */
  private Reason lost() {
    Map<String, Integer> known = new HashMap<>();
    before.unresolved().forEach(one -> known.merge(one.name(), 1, Integer::sum));
    for (Survey.Unresolved one : after.unresolved()) {
      if (known.merge(one.name(), -1, Integer::sum) < 0) {
        String message = "'" + one.name() + "' would mean nothing that is known any more.";
        return new Reason(RefusalCode.REBINDING, message, List.of(one.site()));
      }
    }
    return new Reason(
        RefusalCode.REBINDING, "A name that was known would be told by its name alone.", List.of());
  }

  private static Reason rebinding(String message, List<Site> sites) {
    return new Reason(RefusalCode.REBINDING, message, List.of(sites.get(0)));
  }

  /**
   * What uses what, each as a sentence, with where it stands; imports left out, and what is only
   * reached through.
   *
   * @param rename whether units go by their new names
   * @param likely what is likely, and not what is certain
   */
  private Map<String, List<Site>> uses(Survey survey, boolean rename, boolean likely) {
    Map<String, List<Site>> all = new TreeMap<>();
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        Kind kind = references.kind(r);
        String target = units.name(references.target(r));
        boolean counts = kind.structural() && kind != Kind.IMPORTS;
        // What a module itself asks of a library, such as whether types are checked.
        boolean asks =
            Trait.FOREIGN.in(units.traits(references.target(r)))
                && modules.contains(units.name(unit));
        if (counts && !asks && references.isLikely(r) == likely && !modules.contains(target)) {
          String user = units.name(unit);
          if (rename) {
            target = names.getOrDefault(target, target);
            boolean loose = unit == here && move.isInside(references.at(r));
            user = loose ? newHome : names.getOrDefault(user, user);
          }
          all.computeIfAbsent(user + " " + kind.word() + " " + target, key -> new ArrayList<>())
              .add(survey.site(r));
        }
      }
    }
    return all;
  }
}

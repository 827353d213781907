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
import java.util.TreeMap;

/** Holds what was read after a move of declarations to what was read before it. */
public final class MoveProof {
  private final Survey before;
  private final Survey after;
  private final Renamed renamed;

  /** What units are called afterwards. */
  public interface Renamed {
    /** The new name of a unit that is used. */
    String name(String old);

    /**
     * The new name of a unit that uses something.
     *
     * @param unit its number in the survey before
     * @param at where the use stands
     */
    String user(int unit, String old, int at);

    /** Whether a unit stands for a whole module, which is only reached through. */
    boolean isModule(String name);
  }

  /** Of two surveys. */
  public MoveProof(Survey before, Survey after, Renamed renamed) {
    this.before = before;
    this.after = after;
    this.renamed = renamed;
  }

  /** What stands against the move; empty where all means what it meant. */
  public List<Reason> reasons() {
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
    for (Problem one : Forecast.newProblems(before, after)) {
      Site at = new Site(one.file(), one.line(), 1, 0, 0);
      reasons.add(
          new Reason(
              RefusalCode.WOULD_NOT_COMPILE, "After the step: " + one.message(), List.of(at)));
    }
    if (reasons.isEmpty() && FileMoves.open(after) > FileMoves.open(before)) {
      reasons.add(lost(guessed));
    }
    return reasons;
  }

  /**
   * A name that would mean nothing certain any more.
   *
   * @param guessed what was likely before
   */
  private Reason lost(Map<String, List<Site>> guessed) {
    Map<String, Integer> known = new HashMap<>();
    before.unresolved().forEach(one -> known.merge(one.name(), 1, Integer::sum));
    for (Survey.Unresolved one : after.unresolved()) {
      if (known.merge(one.name(), -1, Integer::sum) < 0) {
        String message = "'" + one.name() + "' would mean nothing that is known any more.";
        return new Reason(RefusalCode.REBINDING, message, List.of(one.site()));
      }
    }
    for (Map.Entry<String, List<Site>> use : uses(after, false, true).entrySet()) {
      if (use.getValue().size() > guessed.getOrDefault(use.getKey(), List.of()).size()) {
        return rebinding(
            "This would be told by its name alone: " + use.getKey() + ".", use.getValue());
      }
    }
    return new Reason(
        RefusalCode.REBINDING, "A name that was known would be told by its name alone.", List.of());
  }

  /**
   * What is told of a unit that is used: of a member of a library its type, since beside another
   * language's sources a member that those do not have is taken for its type.
   */
  private static int told(Units units, int unit) {
    boolean member = units.level(unit) == Level.MEMBER && units.has(unit, Trait.FOREIGN);
    return member ? units.parent(unit) : unit;
  }

  private static Reason rebinding(String message, List<Site> sites) {
    return new Reason(RefusalCode.REBINDING, message, List.of(sites.get(0)));
  }

  /**
   * What uses what, each as a sentence, with where it stands; of what is certain, imports are left
   * out, and what is only reached through.
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
        String target = units.name(told(units, references.target(r)));
        // What a module itself asks of a library, such as whether types are checked.
        boolean asks =
            Trait.FOREIGN.in(units.traits(references.target(r)))
                && (renamed.isModule(units.name(unit)) || target.endsWith(".TYPE_CHECKING"));
        boolean held =
            kind.structural() && kind != Kind.IMPORTS && !asks && !renamed.isModule(target);
        if ((likely || held) && references.isLikely(r) == likely) {
          String user = units.name(unit);
          if (rename) {
            target = renamed.name(target);
            user = renamed.user(unit, user, references.at(r));
          }
          all.computeIfAbsent(user + " " + kind.word() + " " + target, key -> new ArrayList<>())
              .add(survey.site(r));
        }
      }
    }
    return all;
  }
}

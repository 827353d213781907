package dev.vinesorter.cli;

import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.MisfitKind;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.ShownPart;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.structure.CycleGroups;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.suggest.Found;
import dev.vinesorter.core.suggest.Move;
import dev.vinesorter.core.suggest.Question;
import dev.vinesorter.core.suggest.Search;
import dev.vinesorter.core.trellis.Inspection;
import dev.vinesorter.report.SuggestReport;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.plan.Rehearsal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Searches for plans and rehearses them with the sources; what a rehearsal refuses is not proposed
 * again, and the search begins anew without it.
 */
final class Suggestions {
  /** So often the search begins anew. */
  private static final int MOST_SEARCHES = 30;

  /** What stands in so many refused steps is not moved any more. */
  private static final int OFTEN = 2;

  private final Workbench bench;
  private final KeptSurvey kept;
  private final Inquiry inquiry;
  private final List<String> goals;
  private final Set<Integer> staying = new HashSet<>();

  /** How many refused steps each outermost type stands in. */
  private final Map<Integer, Integer> refusals = new HashMap<>();

  private boolean foundAny;

  /** The first step that a rehearsal refused, with its reason; empty for none. */
  private String firstRefused = "";

  Suggestions(Workbench bench, KeptSurvey kept, Inquiry inquiry, List<String> goals) {
    this.bench = bench;
    this.kept = kept;
    this.inquiry = inquiry;
    this.goals = goals;
  }

  /** The plans that the sources allow, the best first; none later than that time. */
  List<SuggestReport.Suggested> of(Question question, int most, long until) {
    Set<String> refused = new HashSet<>();
    List<SuggestReport.Suggested> accepted = new ArrayList<>();
    staying.addAll(question.staying());
    for (int search = 0; search < MOST_SEARCHES; search++) {
      Question now =
          new Question(
              inquiry,
              question.cycles(),
              question.layers(),
              question.wishes(),
              Set.copyOf(staying),
              Set.copyOf(refused),
              question.mostSteps());
      List<Found> plans = new Search(now).plans(most, () -> System.nanoTime() < until);
      foundAny |= !plans.isEmpty();
      accepted.clear();
      int before = refused.size();
      for (Found plan : plans) {
        SuggestReport.Suggested suggested = rehearsed(plan.moves(), plan.proven(), refused);
        if (suggested != null) {
          accepted.add(worthIt(suggested, plan.moves()));
        }
      }
      boolean anew = refused.size() > before && System.nanoTime() < until;
      if (!anew) {
        break;
      }
    }
    return accepted;
  }

  /** Why there is no plan, in lines. */
  List<String> nothing() {
    return foundAny
        ? List.of(
            "Steps were found, but the rehearsal refuses them all, first of all",
            "  " + firstRefused,
            "'vinesort cycles' tells what to cut by hand.")
        : List.of(
            "There is nothing to suggest: of what was asked ("
                + String.join(", ", goals)
                + ") there is none, or no move is worth its cost.");
  }

  /** The same plan without the steps that gain nothing of what is counted. */
  private SuggestReport.Suggested worthIt(SuggestReport.Suggested plan, List<Move> moves) {
    List<Move> kept = new ArrayList<>();
    for (int n = 0; n < moves.size(); n++) {
      if (plan.standings().get(n + 1).isBetterThan(plan.standings().get(n))) {
        kept.add(moves.get(n));
      }
    }
    if (kept.size() == moves.size() || kept.isEmpty()) {
      return plan;
    }
    SuggestReport.Suggested shorter = rehearsed(kept, plan.proven(), new HashSet<>());
    List<SuggestReport.Standing> standings = plan.standings();
    boolean same =
        shorter != null
            && !standings
                .get(standings.size() - 1)
                .isBetterThan(shorter.standings().get(shorter.standings().size() - 1));
    return same ? shorter : plan;
  }

  /** The plan with what a rehearsal came to; null where a step is refused, which is noted. */
  private SuggestReport.Suggested rehearsed(List<Move> moves, boolean proven, Set<String> refused) {
    List<Step> steps = moves.stream().map(this::step).toList();
    List<SuggestReport.Standing> standings = new ArrayList<>();
    standings.add(standing(kept.shown()));
    Rehearsal last = null;
    for (int n = 1; n <= steps.size(); n++) {
      last = rehearsal(steps.subList(0, n));
      if (!last.accepted()) {
        StepOutcome outcome = last.steps().get(n - 1);
        if (firstRefused.isEmpty()) {
          firstRefused = steps.get(n - 1).title() + ": " + outcome.reasons().get(0).message();
        }
        refused.add(moves.get(n - 1).name());
        for (int type : moves.get(n - 1).types()) {
          int unit = inquiry.types().unit(type);
          if (refusals.merge(unit, 1, Integer::sum) >= OFTEN) {
            staying.add(unit);
          }
        }
        return null;
      }
      standings.add(standing(ShownPart.of(last.after())));
    }
    int becomePublic = 0;
    for (StepOutcome outcome : last.steps()) {
      becomePublic += outcome.widened().size();
    }
    return new SuggestReport.Suggested(
        RehearseCommand.content(last),
        standings,
        moves.stream().map(Move::against).toList(),
        becomePublic,
        isComplete(standings.get(steps.size())),
        proven);
  }

  /** Whether nothing of what was asked for is left, what no move of a type mends included. */
  private boolean isComplete(SuggestReport.Standing left) {
    boolean cycles = goals.contains("cycles") && left.cycleWeight() > 0;
    return !cycles && left.breaches() == 0 && left.misfits() == 0;
  }

  private Rehearsal rehearsal(List<Step> steps) {
    Plan plan = new Plan("Open " + String.join(" and ", goals), steps);
    return Rehearsal.of(kept.survey(), plan, bench.overlay(kept), Workbench.editor(kept));
  }

  private Step step(Move move) {
    return inquiry.move(move.types().stream().map(inquiry.types()::unit).toList(), move.into());
  }

  private SuggestReport.Standing standing(Survey survey) {
    long weight = 0;
    for (CycleGroups.Group group : LevelGraph.of(survey, Level.PACKAGE, inquiry.view()).groups()) {
      weight += group.cut().weight();
    }
    int breaches =
        goals.contains("breaches")
            ? Inspection.of(survey, bench.trellis(), inquiry.view()).breaches().size()
            : 0;
    Inquiry then = new Inquiry(survey, inquiry.view(), inquiry.actions(), inquiry.namedElsewhere());
    int misfits =
        goals.contains("misfits")
            ? (int)
                Misfits.of(then, Set.of(MisfitKind.MISPLACED_TYPE)).stream()
                    .filter(m -> m.score() >= Misfits.USUAL_LEAST)
                    .count()
            : 0;
    return new SuggestReport.Standing(weight, breaches, misfits);
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.core.misfit.Misfit;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.report.MisfitsReport;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.plan.Rehearsal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Rehearses what judges propose, so that nobody is told to do what cannot be done. */
final class Proposals {
  private final Workbench bench;
  private final KeptSurvey kept;
  private final long until;

  /** Rehearses for so many seconds at most. */
  Proposals(Workbench bench, KeptSurvey kept, int seconds) {
    this.bench = bench;
    this.kept = kept;
    this.until = System.nanoTime() + seconds * 1_000_000_000L;
  }

  /**
   * What comes of the steps of each misfit, each for itself; moves of members, which have to be
   * read again, go together in one rehearsal. Those for which there was no time are not in it.
   */
  Map<Misfit, MisfitsReport.Rehearsed> rehearse(List<Misfit> misfits) {
    Map<Misfit, MisfitsReport.Rehearsed> all = new LinkedHashMap<>();
    List<Misfit> ofMembers = new ArrayList<>();
    for (Misfit misfit : misfits) {
      if (misfit.steps().size() == 1 && misfit.steps().get(0).isOfMembers()) {
        ofMembers.add(misfit);
      } else if (!misfit.steps().isEmpty()) {
        put(all, misfit, outcomes(misfit.steps()));
      }
    }
    if (!ofMembers.isEmpty()) {
      List<StepOutcome> outcomes = outcomes(ofMembers.stream().map(m -> m.steps().get(0)).toList());
      // Those behind the last had no time.
      for (int n = 0; n < outcomes.size(); n++) {
        Misfit misfit = ofMembers.get(n);
        // What another one of them took away is there when it is rehearsed for itself.
        List<StepOutcome> own =
            n == 0 || outcomes.get(n).accepted()
                ? List.of(outcomes.get(n))
                : outcomes(misfit.steps());
        put(all, misfit, own);
      }
    }
    return all;
  }

  private List<StepOutcome> outcomes(List<Step> steps) {
    return Rehearsal.of(
            kept.survey(),
            new Plan("", steps),
            bench.overlay(kept),
            Workbench.editor(kept),
            () -> System.nanoTime() < until)
        .steps();
  }

  private static void put(
      Map<Misfit, MisfitsReport.Rehearsed> all, Misfit misfit, List<StepOutcome> outcomes) {
    for (StepOutcome outcome : outcomes) {
      if (!outcome.accepted()) {
        all.put(misfit, new MisfitsReport.Rehearsed(false, outcome.reasons().get(0).message()));
        return;
      }
    }
    if (outcomes.size() == misfit.steps().size()) {
      all.put(misfit, new MisfitsReport.Rehearsed(true, ""));
    }
  }
}

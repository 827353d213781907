package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.inplace.TightenStep;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** Types and members become as private as their uses allow. */
final class TightenVerb implements Verb<Step.Tighten> {
  @Override
  public Result carryOut(Survey survey, Step.Tighten step, Overlay sources)
      throws RefusedException {
    return TightenStep.carryOut(
        new SourceView(survey, sources),
        new StepUnits(survey, sources).typesAndMembers(step),
        step.may(Leave.LIBRARY));
  }
}

package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.Lifting;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** An expression becomes a parameter. */
final class LiftVerb implements Verb<Step.Lift> {
  private final Readings readings;

  LiftVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Lift step, Overlay sources) throws RefusedException {
    int method = ExtractVerb.member(survey, step.unit(), sources);
    return Lifting.carryOut(survey, method, step, sources, readings);
  }
}

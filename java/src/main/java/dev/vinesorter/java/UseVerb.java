package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.UseOfSupertype;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** A type is named in declarations in the place of one below it. */
final class UseVerb implements Verb<Step.Use> {
  private final Readings readings;

  UseVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Use step, Overlay sources) throws RefusedException {
    int lower = new StepUnits(survey, sources).target(step.insteadOf());
    return UseOfSupertype.carryOut(survey, lower, step, sources, readings);
  }
}

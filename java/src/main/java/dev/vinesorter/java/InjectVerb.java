package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.Injection;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** What a class makes or fetches for itself is handed in. */
final class InjectVerb implements Verb<Step.Inject> {
  private final Readings readings;

  InjectVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Inject step, Overlay sources) throws RefusedException {
    int type = new StepUnits(survey, sources).target(step.unit());
    return Injection.carryOut(survey, type, step, sources, readings);
  }
}

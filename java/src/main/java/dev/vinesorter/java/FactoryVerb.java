package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.FactoryMethod;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** One method makes all objects of a class. */
final class FactoryVerb implements Verb<Step.Factory> {
  private final Readings readings;

  FactoryVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Factory step, Overlay sources)
      throws RefusedException {
    int type = new StepUnits(survey, sources).target(step.unit());
    return FactoryMethod.carryOut(survey, type, step, sources, readings);
  }
}

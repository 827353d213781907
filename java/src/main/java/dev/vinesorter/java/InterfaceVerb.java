package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.InterfaceCut;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** What clients use of a class becomes an interface. */
final class InterfaceVerb implements Verb<Step.Interface> {
  private final Readings readings;

  InterfaceVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Interface step, Overlay sources)
      throws RefusedException {
    int type = new StepUnits(survey, sources).target(step.unit());
    return InterfaceCut.carryOut(survey, type, step, sources, readings);
  }
}

package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.CommonBase;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;

/** Takes what methods of several classes have in common to a class above them. */
final class BaseVerb implements Verb<Step.Base> {
  private final Readings readings;

  BaseVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Base step, Overlay sources) throws RefusedException {
    StepUnits units = new StepUnits(survey, sources);
    List<Integer> methods = new ArrayList<>();
    for (String name : step.units()) {
      methods.add(units.member(name));
    }
    return CommonBase.carryOut(survey, methods, step, sources, readings);
  }
}

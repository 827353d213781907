package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.Strategies;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;

/** The branches of a decision, which one or several methods of a type make, become types. */
final class StrategyVerb implements Verb<Step.Strategy> {
  private final Readings readings;

  StrategyVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Strategy step, Overlay sources)
      throws RefusedException {
    StepUnits named = new StepUnits(survey, sources);
    List<Integer> methods = new ArrayList<>();
    for (String name : step.units()) {
      int method = named.member(name);
      if (!methods.isEmpty()
          && survey.units().parent(method) != survey.units().parent(methods.get(0))) {
        throw new RefusedException(
            RefusalCode.NOT_YET,
            name + " is of another type than " + step.unit() + "; name methods of one type.");
      }
      methods.add(method);
    }
    return Strategies.carryOut(survey, methods, step, sources, readings);
  }
}

package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.MemberOrder;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.inplace.SortStep;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.List;

/** The members of types get an order. */
final class SortVerb implements Verb<Step.Sort> {
  @Override
  public Result carryOut(Survey survey, Step.Sort step, Overlay sources) throws RefusedException {
    List<Integer> types = new StepUnits(survey, sources).typesAndMembers(step);
    for (int type : types) {
      if (survey.units().level(type) != Level.TYPE) {
        throw new RefusedException(
            RefusalCode.BAD_TARGET,
            survey.units().name(type) + " is no type, whose members can be sorted.");
      }
    }
    return SortStep.carryOut(survey, sources, types, MemberOrder.complete(step.order()));
  }
}

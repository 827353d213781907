package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.InlineMember;
import dev.vinesorter.java.seam.InlineVariable;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** What a name stands for takes its place. */
final class InlineVerb implements Verb<Step.Inline> {
  private final Readings readings;

  InlineVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Inline step, Overlay sources) throws RefusedException {
    int member = ExtractVerb.member(survey, step.unit(), sources);
    return step.variable().isEmpty()
        ? InlineMember.carryOut(survey, member, step, sources, readings)
        : InlineVariable.carryOut(survey, member, step, sources, readings);
  }
}

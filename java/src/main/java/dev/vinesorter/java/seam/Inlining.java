package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** What a name stands for takes its place: the name of a member, or of a variable in one. */
public final class Inlining {
  private Inlining() {}

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int member, Step.Inline step, Overlay sources, Readings readings) {
    return step.variable().isEmpty()
        ? InlineMember.carryOut(survey, member, step, sources, readings)
        : InlineVariable.carryOut(survey, member, step, sources, readings);
  }
}

package dev.vinesorter.source;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.StepOutcome;

/** Turns a step of a plan into text edits in one language. */
public interface StepEditor {
  /**
   * What a step came to.
   *
   * @param outcome the answer
   * @param foretold the survey as the step leaves it; the given one when refused
   */
  record Result(StepOutcome outcome, Survey foretold) {}

  /**
   * Carries a step out on the overlay, which stays as it was when the step is refused.
   *
   * @param survey the survey of exactly the sources in the overlay
   */
  Result carryOut(Survey survey, Plan.Step step, Overlay sources);
}

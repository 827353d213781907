package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/**
 * Carries out the steps of one verb: says which units a step means, and gives them to what judges
 * and edits. The overlay changes only when nothing speaks against the step.
 *
 * @param <S> what the verb is told
 */
interface Verb<S extends Step> {
  /**
   * Carries a step out.
   *
   * @param survey the survey of exactly the sources in the overlay
   */
  Result carryOut(Survey survey, S step, Overlay sources) throws RefusedException;

  /** The answer where what the step asks for is so by now. */
  static Result done(Survey survey) {
    return new Result(StepOutcome.alreadyDone(), survey);
  }
}

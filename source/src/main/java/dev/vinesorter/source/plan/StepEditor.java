package dev.vinesorter.source.plan;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.text.Overlay;
import java.util.List;
import java.util.function.Consumer;

/** Turns a step of a plan into text edits in one language. */
public interface StepEditor {
  /** Of a language that knows no verb: no step comes here. */
  StepEditor NONE = (survey, step, sources) -> new Result(StepOutcome.alreadyDone(), survey);

  /** The most steps that are given together. */
  int MOST_TOGETHER = 32;

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
  Result carryOut(Survey survey, Step step, Overlay sources);

  /**
   * Whether a step may be given together with others like it, because they could share what takes
   * longest.
   */
  default boolean mayShare(Step step) {
    return false;
  }

  /**
   * Carries out the first of some steps and, where they do not depend on each other, as many of
   * those behind it as it likes.
   *
   * @param steps at least one
   * @param each is told of every step, in order, when its outcome is on the overlay. The survey
   *     told with the last one is of exactly the sources in the overlay then; those before it may
   *     have that survey already.
   */
  default void carryOut(Survey survey, List<Step> steps, Overlay sources, Consumer<Result> each) {
    each.accept(carryOut(survey, steps.get(0), sources));
  }
}

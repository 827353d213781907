package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/**
 * A verb that is about one unit, which is found by its name and handed on to what writes it anew.
 *
 * @param <S> what the verb is told
 */
final class SeamVerb<S extends Step> implements Verb<S> {
  /** Finds the unit that a step is about. */
  private interface Named<S> {
    int of(StepUnits units, S step) throws RefusedException;
  }

  /** Carries a step out on a unit. */
  interface Writing<S> {
    Result carryOut(Survey survey, int unit, S step, Overlay sources, Readings readings);
  }

  private final Named<S> named;
  private final Readings readings;
  private final Writing<S> writing;

  private SeamVerb(Named<S> named, Readings readings, Writing<S> writing) {
    this.named = named;
    this.readings = readings;
    this.writing = writing;
  }

  /** A verb that is about a type. */
  static <S extends Step> SeamVerb<S> ofType(Readings readings, Writing<S> writing) {
    return new SeamVerb<>((units, step) -> units.target(step.unit()), readings, writing);
  }

  /** A verb that is about a member. */
  static <S extends Step> SeamVerb<S> ofMember(Readings readings, Writing<S> writing) {
    return new SeamVerb<>((units, step) -> units.member(step.unit()), readings, writing);
  }

  /** The verb that names a type in the place of one below it, which is what changes. */
  static SeamVerb<Step.Use> use(Readings readings, Writing<Step.Use> writing) {
    return new SeamVerb<>((units, step) -> units.target(step.insteadOf()), readings, writing);
  }

  @Override
  public Result carryOut(Survey survey, S step, Overlay sources) throws RefusedException {
    int unit = named.of(new StepUnits(survey, sources), step);
    return writing.carryOut(survey, unit, step, sources, readings);
  }
}

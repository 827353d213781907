package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.seam.Extraction;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Code of a method becomes a method of its own, and goes into another type where that is wanted.
 */
final class ExtractVerb implements Verb<Step.Extract> {
  private final Readings readings;
  private final MemberSteps memberSteps;

  ExtractVerb(Readings readings, MemberSteps memberSteps) {
    this.readings = readings;
    this.memberSteps = memberSteps;
  }

  @Override
  public Result carryOut(Survey survey, Step.Extract step, Overlay sources)
      throws RefusedException {
    int method = member(survey, step.unit(), sources);
    Overlay copy = sources.copy();
    Result extracted = Extraction.carryOut(survey, method, step, copy, readings);
    boolean goes = !step.into().isEmpty() && extracted.outcome().accepted();
    Result result = goes ? moved(survey, method, step, copy, extracted) : extracted;
    if (result.outcome().accepted()) {
      sources.become(copy);
      return result;
    }
    return new Result(result.outcome(), survey);
  }

  /** The member of a name; what is none is refused. */
  static int member(Survey survey, String name, Overlay sources) throws RefusedException {
    StepUnits named = new StepUnits(survey, sources);
    int unit = survey.units().find(name);
    if (unit < 0) {
      throw named.unknown(name);
    }
    named.own(unit, name);
    if (survey.units().level(unit) != Level.MEMBER) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET, name + " is no member of a type; name one, such as a.B#c().");
    }
    named.readable(unit);
    return unit;
  }

  private Result moved(Survey survey, int method, Step.Extract step, Overlay copy, Result extracted)
      throws RefusedException {
    Units units = extracted.foretold().units();
    Units before = survey.units();
    String owner = before.name(before.parent(method));
    String fresh = null;
    for (int member : units.children(units.find(owner, Level.TYPE))) {
      boolean named = MemberNames.bare(units.simpleName(member)).equals(step.as());
      if (named && before.find(units.name(member), Level.MEMBER) < 0) {
        fresh = units.name(member);
      }
    }
    Step.Move move = new Step.Move(List.of(fresh), step.into(), Set.of(), step.line());
    Result there = memberSteps.carryOut(extracted.foretold(), move, copy);
    if (!(there.outcome() instanceof StepOutcome.Changed changed)) {
      return there;
    }
    List<String> rewritten = new ArrayList<>(extracted.outcome().rewritten());
    String now = move.after(fresh);
    rewritten.add(now);
    Units last = there.foretold().units();
    for (int member : last.children(last.find(step.into(), Level.TYPE))) {
      if (MemberNames.bare(last.simpleName(member)).equals(step.as())) {
        rewritten.add(last.name(member));
      }
    }
    List<String> told = new ArrayList<>(extracted.outcome().offers());
    told.addAll(changed.offers());
    return new Result(changed.with(changed.along(), told).rewriting(rewritten), there.foretold());
  }
}

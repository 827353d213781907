package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.seam.Extraction;
import dev.vinesorter.java.seam.NewHome;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.Arrays;
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
    int method = new StepUnits(survey, sources).member(step.unit());
    StepChain chain = new StepChain(survey, sources);
    Step.Extract seen = step.into().isEmpty() ? step : seenFrom(survey, step, method);
    boolean extracted =
        chain.take(Extraction.carryOut(survey, method, seen, chain.sources(), readings));
    if (extracted && !step.into().isEmpty()) {
      move(chain, survey.units(), method, step);
    }
    return chain.result();
  }

  /** The same step with a method that its old type can call from where it goes. */
  private static Step.Extract seenFrom(Survey survey, Step.Extract step, int method)
      throws RefusedException {
    Units units = survey.units();
    int home = units.find(step.into(), Level.TYPE);
    if (home < 0 && !step.may(Leave.NEW_TYPE)) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          "There is no type "
              + step.into()
              + ". "
              + NearestNames.hint(units, step.into())
              + " 'new-type: true' makes it.");
    }
    int dot = step.into().lastIndexOf('.');
    String packageName =
        home >= 0 ? units.name(units.packageOf(home)) : step.into().substring(0, Math.max(0, dot));
    boolean same = units.name(units.packageOf(method)).equals(packageName);
    return step.access().equals("private") ? step.withAccess(same ? "package" : "public") : step;
  }

  /** Takes the new method into the type that it goes to. */
  private void move(StepChain chain, Units before, int method, Step.Extract step)
      throws RefusedException {
    String fresh = null;
    for (String name : named(chain.now(), before.name(before.parent(method)), step.as())) {
      fresh = before.find(name, Level.MEMBER) < 0 ? name : fresh;
    }
    Set<Leave> leaves = step.may(Leave.WIDEN) ? Set.of(Leave.WIDEN) : Set.of();
    Step.Move move = new Step.Move(List.of(fresh), step.into(), leaves, step.line());
    boolean isThere = before.find(step.into(), Level.TYPE) >= 0;
    int made = chain.now().units().find(fresh, Level.MEMBER);
    if (!isThere
        && !chain.take(
            NewHome.carryOut(chain.now(), made, step.into(), chain.sources(), readings))) {
      return;
    }
    if (chain.take(memberSteps.carryOut(chain.now(), move, chain.sources()))) {
      chain.rewrites(named(chain.now(), step.into(), step.as()));
    }
  }

  /** The full names of a type's methods of one name. */
  private static List<String> named(Survey survey, String type, String name) {
    Units units = survey.units();
    return Arrays.stream(units.children(units.find(type, Level.TYPE)))
        .filter(member -> MemberNames.bare(units.simpleName(member)).equals(name))
        .mapToObj(units::name)
        .toList();
  }
}

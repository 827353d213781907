package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.relocate.FileMove;
import dev.vinesorter.java.relocate.StepGoals;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.seam.NestedMove;
import dev.vinesorter.java.seam.NewHome;
import dev.vinesorter.java.seam.ParameterObject;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Members go into types, types and packages into packages, files into folders. */
final class MoveVerb implements Verb<Step.Move> {
  private final MemberSteps memberSteps;
  private final Renaming renaming;
  private final Readings readings;

  MoveVerb(MemberSteps memberSteps, Renaming renaming, Readings readings) {
    this.readings = readings;
    this.memberSteps = memberSteps;
    this.renaming = renaming;
  }

  @Override
  public Result carryOut(Survey survey, Step.Move step, Overlay sources) throws RefusedException {
    if (step.isOfMembers()) {
      if (step.isThroughNew()) {
        return GivenObject.carryOut(survey, step, sources, memberSteps, readings);
      }
      if (!step.through().isEmpty() && isStatic(survey, step, sources)) {
        return ofObjects(survey, step, sources);
      }
      boolean there = survey.units().find(step.into(), Level.TYPE) >= 0;
      return step.may(Leave.NEW_TYPE) && !there
          ? intoNew(survey, step, sources)
          : memberSteps.carryOut(survey, step, sources);
    }
    boolean ofMembers = !step.through().isEmpty() || !step.old().isEmpty();
    if (step.may(Leave.FORWARD) || step.may(Leave.SWEEP) || ofMembers) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          "'leave', 'sweep', 'through' and 'old' are for moves of members only.");
    }
    boolean isPath = step.unit().contains("/") || sources.exists(step.unit());
    if (!isPath && isOfNested(survey, step, sources)) {
      if (!step.module().isEmpty()) {
        throw new RefusedException(
            RefusalCode.NOT_YET,
            "A nested type does not go into another module at once; take it out of its type"
                + " first.");
      }
      return nested(survey, step, sources);
    }
    return isPath ? files(survey, step, sources) : units(survey, step, sources);
  }

  private static boolean isStatic(Survey survey, Step.Move step, Overlay sources)
      throws RefusedException {
    int member = new StepUnits(survey, sources).member(step.unit());
    return survey.units().has(member, Trait.STATIC) && survey.units().has(member, Trait.METHOD);
  }

  /** A static method goes into the type of a parameter, which becomes its object. */
  private Result ofObjects(Survey survey, Step.Move step, Overlay sources) throws RefusedException {
    StepChain chain = new StepChain(survey, sources);
    Step.Move plain =
        new Step.Move(step.units(), step.into(), "", step.old(), "", step.leaves(), step.line());
    boolean inside =
        survey.units().find(step.unit(), Level.MEMBER) >= 0
            && step.unit().startsWith(step.into() + "#");
    if (inside || chain.take(memberSteps.carryOut(survey, plain, chain.sources()))) {
      String name = step.into() + step.unit().substring(step.unit().indexOf('#'));
      int method = chain.now().units().find(name, Level.MEMBER);
      chain.take(ParameterObject.carryOut(chain.now(), method, step, chain.sources(), readings));
    }
    return chain.result();
  }

  /** Whether types go into a type, or nested ones out of theirs. */
  private static boolean isOfNested(Survey survey, Step.Move step, Overlay sources) {
    StepUnits named = new StepUnits(survey, sources);
    Units units = survey.units();
    boolean intoType = units.find(step.into(), Level.TYPE) >= 0;
    for (String name : step.units()) {
      int unit = units.find(name, Level.TYPE);
      boolean nested = unit >= 0 && !named.isOutermost(unit);
      if (nested || intoType) {
        return true;
      }
    }
    return false;
  }

  /** Such types, one after the other; outermost ones that go into a package go as ever. */
  private Result nested(Survey survey, Step.Move step, Overlay sources) throws RefusedException {
    StepChain chain = new StepChain(survey, sources);
    Map<String, String> renamed = new TreeMap<>();
    if (survey.units().find(step.into(), Level.TYPE) >= 0) {
      new StepUnits(survey, sources).target(step.into());
    }
    for (String name : step.units()) {
      for (int meant : new StepUnits(survey, sources).meant(step, name)) {
        String full = survey.units().name(meant);
        int type = chain.now().units().find(full, Level.TYPE);
        StepUnits named = new StepUnits(chain.now(), chain.sources());
        boolean whole = type < 0 || survey.units().level(meant) != Level.TYPE;
        if (whole) {
          throw new RefusedException(
              RefusalCode.BAD_TARGET, full + " cannot go into " + step.into() + ".");
        }
        named.readable(type);
        Step.Move one = step.with(List.of(full));
        boolean asEver =
            named.isOutermost(type) && chain.now().units().find(step.into(), Level.TYPE) < 0;
        Result result =
            asEver
                ? units(chain.now(), one, chain.sources())
                : NestedMove.carryOut(chain.now(), type, one, chain.sources(), readings);
        if (!asEver) {
          renamed.put(full, one.after(full));
        }
        if (!chain.take(result)) {
          return chain.result();
        }
      }
    }
    return renaming.settled(chain.result(), renamed, sources, step);
  }

  /** A member goes into a type that is made for it. */
  private Result intoNew(Survey survey, Step.Move step, Overlay sources) throws RefusedException {
    int member = new StepUnits(survey, sources).member(step.unit());
    StepChain chain = new StepChain(survey, sources);
    if (chain.take(NewHome.carryOut(survey, member, step.into(), chain.sources(), readings))) {
      chain.take(memberSteps.carryOut(chain.now(), step, chain.sources()));
    }
    return chain.result();
  }

  /** Types and packages go into a package. */
  private Result units(Survey survey, Step.Move step, Overlay sources) throws RefusedException {
    Units units = survey.units();
    StepUnits named = new StepUnits(survey, sources);
    StepGoals goals = new StepGoals(survey, sources, step.module());
    for (String name : step.units()) {
      List<Integer> meant = named.meant(step, name);
      if (meant.isEmpty() && !step.module().isEmpty()) {
        // It has its new name already, but may be in another module.
        meant = List.of(units.find(step.after(name)));
      }
      for (int unit : meant) {
        switch (units.level(unit)) {
          case TYPE -> goals.type(unit, step.into());
          case PACKAGE -> {
            String into = step.into() + "." + StepUnits.lastSegment(units.name(unit));
            goals.packageTo(unit, into, step.may(Leave.BELOW));
          }
          default ->
              throw new RefusedException(
                  RefusalCode.NOT_YET,
                  name
                      + " is a "
                      + units.level(unit).word()
                      + "; so far outermost types and packages can be moved.");
        }
      }
    }
    if (goals.isEmpty()) {
      return Verb.done(survey);
    }
    List<String> tests = step.may(Leave.ALONE) ? List.of() : goals.withTests();
    Result result = renaming.relocate(goals.relocation(), step, step.may(Leave.WIDEN));
    if (!(result.outcome() instanceof StepOutcome.Changed changed)) {
      return result;
    }
    List<String> along = new ArrayList<>(tests);
    along.addAll(changed.along());
    return new Result(changed.with(along, changed.offers()), result.foretold());
  }

  /** Files go into a folder: Java sources with their types, others as they are. */
  private Result files(Survey survey, Step.Move step, Overlay sources) throws RefusedException {
    Units units = survey.units();
    StepGoals goals = new StepGoals(survey, sources);
    List<String> others = new ArrayList<>();
    for (String path : step.units()) {
      String to = FileMove.placeIn(step.into(), path);
      if (!sources.exists(path)) {
        if (sources.exists(to)) {
          continue;
        }
        throw new RefusedException(
            RefusalCode.UNKNOWN_UNIT, "There is no file " + path + " under the root.");
      }
      int file = units.find(path, Level.FILE);
      if (path.equals(to)) {
        continue;
      }
      if (file >= 0) {
        goals.javaFile(file, step.into());
      } else if (path.endsWith(".java")) {
        throw new RefusedException(RefusalCode.HALF_READ, path + " was not read as a Java source.");
      } else {
        others.add(path);
      }
    }
    if (goals.isEmpty() && others.isEmpty()) {
      return Verb.done(survey);
    }
    Overlay copy = sources.copy();
    Result result = Verb.done(survey);
    if (!goals.isEmpty()) {
      result = renaming.relocate(goals.relocation(), step, step.may(Leave.WIDEN));
    }
    List<StepOutcome.Mention> mentions = new ArrayList<>(result.outcome().mentions());
    for (String path : result.outcome().accepted() ? others : List.<String>of()) {
      String to = FileMove.placeIn(step.into(), path);
      StepOutcome before = result.outcome();
      result = FileMove.carryOut(result.foretold(), sources, path, to, step.may(Leave.MENTIONS));
      mentions.addAll(result.outcome().mentions());
      if (!result.outcome().accepted()) {
        sources.become(copy);
        return new Result(result.outcome(), survey);
      }
      StepOutcome both =
          StepOutcome.changed(before.widened())
              .with(before.along(), before.offers())
              .with(mentions);
      result = new Result(both, result.foretold());
    }
    return result;
  }
}

package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.inplace.MemberRename;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.relocate.StepGoals;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import javax.lang.model.SourceVersion;

/** A type, a member or a package gets another name. */
final class RenameVerb implements Verb<Step.Rename> {
  private final Renaming renaming;

  RenameVerb(Renaming renaming) {
    this.renaming = renaming;
  }

  @Override
  public Result carryOut(Survey survey, Step.Rename step, Overlay sources) throws RefusedException {
    Units units = survey.units();
    int unit = units.find(step.unit());
    String to = step.to();
    StepUnits named = new StepUnits(survey, sources);
    if (unit < 0) {
      if (units.find(renamed(step.unit(), to)) >= 0) {
        return Verb.done(survey);
      }
      throw named.unknown(step.unit());
    }
    named.own(unit, step.unit());
    StepGoals goals = new StepGoals(survey, sources);
    if (units.level(unit) == Level.PACKAGE) {
      String around = units.name(unit);
      int dot = around.lastIndexOf('.');
      String full = to.contains(".") || dot < 0 ? to : around.substring(0, dot + 1) + to;
      goals.packageTo(unit, full, step.may(Leave.BELOW));
      return goals.isEmpty()
          ? Verb.done(survey)
          : renaming.relocate(goals.relocation(), step, false);
    }
    if (!SourceVersion.isIdentifier(to) || SourceVersion.isKeyword(to, SourceVersion.RELEASE_17)) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          "'" + to + "' cannot be the name of a " + units.level(unit).word() + ".");
    }
    if (named.isOutermost(unit)) {
      goals.rename(unit, to);
      return goals.isEmpty()
          ? Verb.done(survey)
          : renaming.relocate(goals.relocation(), step, false);
    }
    if (units.level(unit) != Level.TYPE && units.level(unit) != Level.MEMBER) {
      throw new RefusedException(
          RefusalCode.NOT_YET,
          step.unit()
              + " is a "
              + units.level(unit).word()
              + "; types, members and packages can be renamed.");
    }
    named.readable(unit);
    String now = units.simpleName(unit);
    if (now.equals(to) || now.startsWith(to + "(")) {
      return Verb.done(survey);
    }
    Result result =
        MemberRename.carryOut(
            new SourceView(survey, sources), unit, to, step.may(Leave.FOUND_BY_NAME));
    return renaming.settled(
        result, MemberSteps.names(units, unit, renamed(step.unit(), to)), sources, step);
  }

  /** The full name that a renaming gives. */
  private static String renamed(String name, String to) {
    int last = Math.max(name.lastIndexOf('.'), name.lastIndexOf('#'));
    int open = name.indexOf('(');
    if (open >= 0) {
      last = Math.max(name.lastIndexOf('.', open), name.lastIndexOf('#', open));
    }
    return name.substring(0, last + 1) + to + (open < 0 ? "" : name.substring(open));
  }
}

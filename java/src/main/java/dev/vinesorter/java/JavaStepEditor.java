package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.MemberOrder;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.inplace.MemberRename;
import dev.vinesorter.java.inplace.SortStep;
import dev.vinesorter.java.inplace.TightenStep;
import dev.vinesorter.java.member.MemberSteps;
import dev.vinesorter.java.mention.Mentions;
import dev.vinesorter.java.mention.WrittenNames;
import dev.vinesorter.java.read.JavaReader;
import dev.vinesorter.java.read.Rereading;
import dev.vinesorter.java.relocate.FileMove;
import dev.vinesorter.java.relocate.Relocation;
import dev.vinesorter.java.relocate.RelocationStep;
import dev.vinesorter.java.relocate.StepGoals;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Function;
import javax.lang.model.SourceVersion;

/**
 * Carries out steps on Java sources: finds out which units a step is about and gives it to the
 * class that does what its verb says. The overlay changes only when nothing speaks against the
 * step.
 */
public final class JavaStepEditor implements StepEditor {
  private final WrittenNames written = new WrittenNames();
  private final MemberSteps memberSteps;

  /** Whether a step has told of the places that look names up at run time. */
  private boolean toldOfLookups;

  /** An editor that reads sources anew where a step needs it. */
  public JavaStepEditor() {
    this(overlay -> new JavaReader().read(overlay, ReadOptions.DEFAULT, Progress.SILENT).survey());
  }

  /**
   * An editor for sources that were read before.
   *
   * @param before what was read; from it, edited sources are read again quickly
   */
  public JavaStepEditor(Reading before, ReadOptions options) {
    this(new Rereading(before, options));
  }

  /** An editor to which another one's reading is given. */
  JavaStepEditor(Function<Overlay, Survey> reread) {
    this.memberSteps = new MemberSteps(reread, written);
  }

  @Override
  public Result carryOut(Survey survey, Plan.Step step, Overlay sources) {
    // Told of the sources as they are before the step.
    String lookups = toldOfLookups ? null : FoundByName.lookups(new SourceView(survey, sources));
    Result result = carriedOut(survey, step, sources);
    return withWarnings(result, survey, step, sources, lookups);
  }

  /** Tells what only a run of the program can show, each thing once. */
  private Result withWarnings(
      Result result, Survey survey, Plan.Step step, Overlay sources, String lookups) {
    StepOutcome outcome = result.outcome();
    if (!outcome.accepted() || outcome.done() || step.verb() == Plan.Verb.SORT) {
      return result;
    }
    List<String> offers = new ArrayList<>(outcome.offers());
    offers.addAll(
        StoredForm.told(new SourceView(survey, sources), step, outcome, result.foretold()));
    if (lookups != null && step.verb() != Plan.Verb.TIGHTEN) {
      offers.add(lookups);
      toldOfLookups = true;
    }
    return new Result(outcome.with(outcome.along(), offers), result.foretold());
  }

  private Result carriedOut(Survey survey, Plan.Step step, Overlay sources) {
    try {
      return switch (step.verb()) {
        case MOVE -> move(survey, step, sources);
        case RENAME -> rename(survey, step, sources);
        case TIGHTEN ->
            TightenStep.carryOut(
                new SourceView(survey, sources),
                new StepUnits(survey, sources).typesAndMembers(step),
                step.may(Leave.LIBRARY));
        case SORT -> sort(survey, step, sources);
      };
    } catch (RefusedException e) {
      return new Result(StepOutcome.refused(List.of(e.reason())), survey);
    }
  }

  @Override
  public boolean mayShare(Plan.Step step) {
    return step.verb() == Plan.Verb.MOVE && isMember(step) && !step.may(Leave.SWEEP);
  }

  @Override
  public void carryOut(
      Survey survey, List<Plan.Step> steps, Overlay sources, Consumer<Result> each) {
    int[] next = {0};
    Consumer<Result> told =
        result -> {
          Plan.Step step = steps.get(next[0]++);
          each.accept(withWarnings(result, survey, step, sources, null));
        };
    if (!mayShare(steps.get(0)) || !memberSteps.carryOut(survey, steps, sources, told)) {
      each.accept(carryOut(survey, steps.get(0), sources));
    }
  }

  private static Result done(Survey survey) {
    return new Result(new StepOutcome(true, List.of(), List.of(), true), survey);
  }

  // ---- move

  private static boolean isMember(Plan.Step step) {
    return step.unit().contains("#");
  }

  private static boolean isPath(String name, Overlay sources) {
    return name.contains("/") || sources.exists(name);
  }

  private Result move(Survey survey, Plan.Step step, Overlay sources) throws RefusedException {
    if (isMember(step)) {
      return memberSteps.carryOut(survey, step, sources);
    }
    if (step.may(Leave.FORWARD) || step.may(Leave.SWEEP) || !step.through().isEmpty()) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET, "'leave', 'sweep' and 'through' are for moves of members only.");
    }
    return isPath(step.unit(), sources)
        ? fileMove(survey, step, sources)
        : unitMove(survey, step, sources);
  }

  /** Types and packages go into a package. */
  private Result unitMove(Survey survey, Plan.Step step, Overlay sources) throws RefusedException {
    Units units = survey.units();
    StepUnits named = new StepUnits(survey, sources);
    StepGoals goals = new StepGoals(survey, sources);
    for (String name : step.units()) {
      for (int unit : named.meant(step, name)) {
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
      return done(survey);
    }
    List<String> tests = step.may(Leave.ALONE) ? List.of() : goals.withTests();
    Result result = relocate(goals.relocation(), step, step.may(Leave.WIDEN));
    StepOutcome outcome = result.outcome();
    List<String> along = new ArrayList<>(tests);
    along.addAll(outcome.along());
    return outcome.accepted()
        ? new Result(outcome.with(along, outcome.offers()), result.foretold())
        : result;
  }

  /** Files go into a folder: Java sources with their types, others as they are. */
  private Result fileMove(Survey survey, Plan.Step step, Overlay sources) throws RefusedException {
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
      return done(survey);
    }
    Overlay copy = sources.copy();
    Result result = done(survey);
    if (!goals.isEmpty()) {
      result = relocate(goals.relocation(), step, step.may(Leave.WIDEN));
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
          new StepOutcome(true, List.of(), before.widened(), false)
              .with(before.along(), before.offers())
              .with(mentions);
      result = new Result(both, result.foretold());
    }
    return result;
  }

  /** Gives types other names, and looks for text that has the old ones. */
  private Result relocate(Relocation move, Plan.Step step, boolean widen) {
    Result result = RelocationStep.carryOut(move, widen);
    Map<String, String> renamed = new TreeMap<>();
    move.goals()
        .keySet()
        .forEach(type -> renamed.put(move.units().name(type), move.fullAfter(type)));
    for (String name : move.packages().keySet()) {
      String fresh = move.renamedPackage(name);
      if (fresh != null) {
        renamed.put(name, fresh);
      }
    }
    return settled(result, renamed, move.sources(), step);
  }

  private Result settled(
      Result result, Map<String, String> renamed, Overlay sources, Plan.Step step) {
    return result.outcome().accepted() && !result.outcome().done()
        ? Mentions.settle(result, renamed, written, sources, step.may(Leave.MENTIONS))
        : result;
  }

  // ---- sort

  private static Result sort(Survey survey, Plan.Step step, Overlay sources)
      throws RefusedException {
    List<Integer> types = new StepUnits(survey, sources).typesAndMembers(step);
    for (int type : types) {
      if (survey.units().level(type) != Level.TYPE) {
        throw new RefusedException(
            RefusalCode.BAD_TARGET,
            survey.units().name(type) + " is no type, whose members can be sorted.");
      }
    }
    return SortStep.carryOut(survey, sources, types, MemberOrder.complete(step.order()));
  }

  // ---- rename

  /** The full name that a renaming gives. */
  private static String renamed(String name, String to) {
    int last = Math.max(name.lastIndexOf('.'), name.lastIndexOf('#'));
    int open = name.indexOf('(');
    if (open >= 0) {
      last = Math.max(name.lastIndexOf('.', open), name.lastIndexOf('#', open));
    }
    return name.substring(0, last + 1) + to + (open < 0 ? "" : name.substring(open));
  }

  private Result rename(Survey survey, Plan.Step step, Overlay sources) throws RefusedException {
    Units units = survey.units();
    int unit = units.find(step.unit());
    String to = step.into();
    StepUnits named = new StepUnits(survey, sources);
    if (unit < 0) {
      if (units.find(renamed(step.unit(), to)) >= 0) {
        return done(survey);
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
      return goals.isEmpty() ? done(survey) : relocate(goals.relocation(), step, false);
    }
    if (!SourceVersion.isIdentifier(to) || SourceVersion.isKeyword(to, SourceVersion.RELEASE_17)) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          "'" + to + "' cannot be the name of a " + units.level(unit).word() + ".");
    }
    if (named.isOutermost(unit)) {
      goals.rename(unit, to);
      return goals.isEmpty() ? done(survey) : relocate(goals.relocation(), step, false);
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
      return done(survey);
    }
    Result result =
        MemberRename.carryOut(
            new SourceView(survey, sources), unit, to, step.may(Leave.FOUND_BY_NAME));
    return settled(result, MemberSteps.names(units, unit, renamed(step.unit(), to)), sources, step);
  }
}

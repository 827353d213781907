package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.MemberOrder;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Plan.Leave;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.source.Overlay;
import dev.vinesorter.source.Progress;
import dev.vinesorter.source.ReadOptions;
import dev.vinesorter.source.Reading;
import dev.vinesorter.source.StepEditor;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.LinkedHashMap;
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
  /** A step that cannot be done, found out while it is read. */
  private static final class Refused extends Exception {
    private static final long serialVersionUID = 1;
    private final transient Reason reason;

    Refused(String code, String message) {
      this.reason = new Reason(code, message, List.of());
    }
  }

  private static final int MOST_TOGETHER = 32;

  private final Function<Overlay, Survey> reread;
  private final WrittenNames written = new WrittenNames();

  /** So many moves are tried together: fewer after some that did not go together. */
  private int mostTogether = MOST_TOGETHER;

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
    this.reread = reread;
  }

  @Override
  public Result carryOut(Survey survey, Plan.Step step, Overlay sources) {
    try {
      return switch (step.verb()) {
        case MOVE -> move(survey, step, sources);
        case RENAME -> rename(survey, step, sources);
        case TIGHTEN ->
            TightenStep.carryOut(
                new SourceView(survey, sources),
                tops(survey, step, sources),
                step.may(Leave.LIBRARY));
        case SORT -> sort(survey, step, sources);
      };
    } catch (Refused e) {
      return new Result(StepOutcome.refused(List.of(e.reason)), survey);
    }
  }

  private static Result done(Survey survey) {
    return new Result(new StepOutcome(true, List.of(), List.of(), true), survey);
  }

  // ---- move

  private Result move(Survey survey, Plan.Step step, Overlay sources) throws Refused {
    Units units = survey.units();
    if (step.unit().contains("#")) {
      return memberMove(survey, step, sources);
    }
    if (step.may(Leave.FORWARD) || step.may(Leave.SWEEP) || !step.through().isEmpty()) {
      throw new Refused(
          "bad-target", "'leave', 'sweep' and 'through' are for moves of members only.");
    }
    if (isPath(step.unit(), sources)) {
      return fileMove(survey, step, sources);
    }
    Map<Integer, Relocation.Goal> goals = new LinkedHashMap<>();
    Map<Integer, String> bareFiles = new TreeMap<>();
    for (String name : step.units()) {
      for (int unit : meant(survey, step, name)) {
        switch (units.level(unit)) {
          case TYPE -> typeGoal(units, sources, unit, step.into(), goals);
          case PACKAGE -> {
            String into = step.into() + "." + lastSegment(units.name(unit));
            packageGoals(units, sources, unit, into, step.may(Leave.BELOW), goals, bareFiles);
          }
          default ->
              throw new Refused(
                  "not-yet",
                  name
                      + " is a "
                      + units.level(unit).word()
                      + "; so far outermost types and packages can be moved.");
        }
      }
    }
    if (goals.isEmpty() && bareFiles.isEmpty()) {
      return done(survey);
    }
    List<String> tests = step.may(Leave.ALONE) ? List.of() : withTests(survey, sources, goals);
    Result result =
        relocate(new Relocation(survey, sources, goals, bareFiles), step, step.may(Leave.WIDEN));
    StepOutcome outcome = result.outcome();
    List<String> along = new ArrayList<>(tests);
    along.addAll(outcome.along());
    return outcome.accepted()
        ? new Result(outcome.with(along, outcome.offers()), result.foretold())
        : result;
  }

  private static boolean isPath(String name, Overlay sources) {
    return name.contains("/") || sources.exists(name);
  }

  /** Files go into a folder: Java sources with their types, others as they are. */
  private Result fileMove(Survey survey, Plan.Step step, Overlay sources) throws Refused {
    Units units = survey.units();
    Map<Integer, Relocation.Goal> goals = new LinkedHashMap<>();
    List<String> others = new ArrayList<>();
    for (String path : step.units()) {
      String to = FileMove.placeIn(step.into(), path);
      if (!sources.exists(path)) {
        if (sources.exists(to)) {
          continue;
        }
        throw new Refused("unknown-unit", "There is no file " + path + " under the root.");
      }
      int file = units.find(path, Level.FILE);
      if (path.equals(to)) {
        continue;
      }
      if (file >= 0) {
        javaFileGoals(units, sources, file, step.into(), goals);
      } else if (path.endsWith(".java")) {
        throw new Refused("half-read", path + " was not read as a Java source.");
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
      result = relocate(new Relocation(survey, sources, goals), step, step.may(Leave.WIDEN));
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

  /** The types of a Java source go into the package that a folder stands for. */
  private static void javaFileGoals(
      Units units, Overlay sources, int file, String folder, Map<Integer, Relocation.Goal> goals)
      throws Refused {
    String path = units.name(file);
    String now = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    String inside = units.name(units.packageOf(file)).replace('.', '/');
    boolean placed = now.equals(inside) || now.endsWith("/" + inside);
    String root = placed ? now.substring(0, now.length() - inside.length()) : now + "/";
    String into = folder.endsWith("/") ? folder : folder + "/";
    if (!into.startsWith(root) || into.length() == root.length()) {
      throw new Refused(
          "bad-target",
          folder
              + " is no folder of a package below "
              + (root.isEmpty() ? "the root" : root)
              + ", where the packages of "
              + path
              + " are.");
    }
    List<Integer> types = new ArrayList<>();
    for (int child : units.children(file)) {
      if (units.level(child) == Level.TYPE) {
        types.add(child);
      }
    }
    if (types.isEmpty()) {
      throw new Refused("bad-target", path + " holds no type; move its package instead.");
    }
    String name = into.substring(root.length(), into.length() - 1).replace('/', '.');
    for (int type : types) {
      typeGoal(units, sources, type, name, goals);
    }
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

  /** A member goes into a type. */
  private Result memberMove(Survey survey, Plan.Step step, Overlay sources) throws Refused {
    MemberMove move = judged(new SourceView(survey, sources.copy()), step, sources);
    return move == null ? done(survey) : carryOut(move, step, sources);
  }

  private Result carryOut(MemberMove move, Plan.Step step, Overlay sources) {
    Survey survey = move.code.survey();
    List<Result> results = new ArrayList<>();
    List<Reason> reasons =
        move.reasons().isEmpty()
            ? MemberMoveStep.carryOut(List.of(move), sources, reread, results::add)
            : move.reasons();
    return reasons.isEmpty()
        ? settled(results.get(0), memberNames(move), sources, step)
        : new Result(StepOutcome.refused(reasons), survey);
  }

  /** A step's move over a view of a copy of the sources; null where it is done already. */
  private static MemberMove judged(SourceView view, Plan.Step step, Overlay sources)
      throws Refused {
    Units units = view.units();
    if (step.units().size() > 1) {
      throw new Refused("bad-target", "Members move one by one; make a step for each.");
    }
    int member = units.find(step.unit());
    int target = units.find(step.into(), Level.TYPE);
    if (member < 0) {
      String there = step.into() + step.unit().substring(step.unit().indexOf('#'));
      if (units.find(there) >= 0) {
        return null;
      }
      throw unknown(units, step.unit());
    }
    found(units, member, step.unit());
    if (target < 0) {
      throw new Refused(
          "bad-target",
          "There is no type " + step.into() + ". " + NearestNames.hint(units, step.into()));
    }
    found(units, target, step.into());
    readable(units, sources, member);
    readable(units, sources, target);
    boolean isStatic = units.has(member, Trait.STATIC);
    if (!isStatic && !units.has(member, Trait.METHOD)) {
      throw new Refused(
          "not-yet",
          step.unit() + " is a field of objects; so far static fields and methods move.");
    }
    MemberMove move =
        isStatic
            ? new StaticMove(view, member, target, step.leaves())
            : new InstanceMove(view, member, target, step.leaves(), step.through());
    move.run();
    return move;
  }

  @Override
  public boolean mayShare(Plan.Step step) {
    return step.verb() == Plan.Verb.MOVE && step.unit().contains("#") && !step.may(Leave.SWEEP);
  }

  /**
   * Moves of members that do not depend on each other are read again together; when something
   * speaks against the outcome, fewer of them are.
   */
  @Override
  public void carryOut(
      Survey survey, List<Plan.Step> steps, Overlay sources, Consumer<Result> each) {
    List<MemberMove> together =
        mayShare(steps.get(0)) ? independent(survey, steps, sources) : List.of();
    if (together.isEmpty()) {
      each.accept(carryOut(survey, steps.get(0), sources));
    } else if (together.size() == 1) {
      mostTogether = Math.min(MOST_TOGETHER, 2 * mostTogether);
      each.accept(carryOut(together.get(0), steps.get(0), sources));
    } else if (MemberMoveStep.carryOut(together, sources, reread, each).isEmpty()) {
      mostTogether = Math.min(MOST_TOGETHER, 2 * mostTogether);
    } else {
      mostTogether = together.size() / 2;
      carryOut(survey, steps, sources, each);
    }
  }

  /**
   * The moves of the first steps, as many as have nothing against them, do not depend on each other
   * and are named in no text; the first alone where it is not so, or none where it makes no move.
   */
  private List<MemberMove> independent(Survey survey, List<Plan.Step> steps, Overlay sources) {
    SourceView view = new SourceView(survey, sources.copy());
    List<MemberMove> moves = new ArrayList<>();
    for (Plan.Step step : steps.subList(0, Math.min(steps.size(), mostTogether))) {
      MemberMove move;
      try {
        move = judged(view, step, sources);
      } catch (Refused e) {
        return moves;
      }
      if (move == null) {
        return moves;
      }
      boolean alone = !move.reasons().isEmpty() || isMentioned(move, sources);
      if (moves.isEmpty() || !alone && moves.stream().noneMatch(move::isEntangledWith)) {
        moves.add(move);
      }
      if (alone || moves.get(moves.size() - 1) != move) {
        return moves;
      }
    }
    return moves;
  }

  private boolean isMentioned(MemberMove move, Overlay sources) {
    return memberNames(move).keySet().stream()
        .anyMatch(name -> !written.of(name, move.code.survey(), sources).isEmpty());
  }

  /** A member's old and new name as text has them; none where others keep the old one. */
  private static Map<String, String> memberNames(MemberMove move) {
    String there = move.units.name(move.target) + "#" + move.units.simpleName(move.member);
    return memberNames(move.units, move.member, there);
  }

  private static Map<String, String> memberNames(Units units, int member, String there) {
    String old = MemberNames.bare(units.name(member));
    for (int other : units.children(units.parent(member))) {
      if (other != member && MemberNames.bare(units.name(other)).equals(old)) {
        return Map.of();
      }
    }
    return Map.of(old.replace('#', '.'), MemberNames.bare(there));
  }

  /** Adds the tests of the types that go, and gives their names. */
  private static List<String> withTests(
      Survey survey, Overlay sources, Map<Integer, Relocation.Goal> goals) throws Refused {
    Units units = survey.units();
    Belongings belongings = new Belongings(new SourceView(survey, sources));
    List<String> names = new ArrayList<>();
    for (Map.Entry<Integer, Relocation.Goal> goal : List.copyOf(goals.entrySet())) {
      for (int test : belongings.tests(goal.getKey())) {
        if (!goals.containsKey(test)) {
          readable(units, sources, test);
          goals.put(
              test, new Relocation.Goal(goal.getValue().packageName(), units.simpleName(test)));
          names.add(units.name(test));
        }
      }
    }
    return names;
  }

  /** The units that one name of a step stands for; none where they are moved there already. */
  private static List<Integer> meant(Survey survey, Plan.Step step, String name) throws Refused {
    Units units = survey.units();
    if (name.contains("*")) {
      List<Integer> types = new ArrayList<>();
      boolean[] meant = UnitPattern.of(name).in(survey);
      for (int unit = 0; unit < meant.length; unit++) {
        if (meant[unit] && isOutermost(units, unit) && !units.has(unit, Trait.FOREIGN)) {
          types.add(unit);
        }
      }
      if (types.isEmpty()) {
        throw new Refused("unknown-unit", "No outermost type is meant by " + name + ".");
      }
      return types;
    }
    int unit = units.find(name);
    if (unit >= 0) {
      return List.of(found(units, unit, name));
    }
    String there = step.into() + "." + lastSegment(name);
    int moved = units.find(there);
    if (moved >= 0 && !units.has(moved, Trait.FOREIGN)) {
      return List.of();
    }
    throw unknown(units, name);
  }

  private static Refused unknown(Units units, String name) {
    return new Refused(
        "unknown-unit", "There is no unit " + name + ". " + NearestNames.hint(units, name));
  }

  private static int found(Units units, int unit, String name) throws Refused {
    if (units.has(unit, Trait.FOREIGN)) {
      throw new Refused("foreign", name + " belongs to a library; only your own code can change.");
    }
    return unit;
  }

  private static boolean isOutermost(Units units, int unit) {
    return units.level(unit) == Level.TYPE && units.level(units.parent(unit)) != Level.TYPE;
  }

  private static String lastSegment(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  private static void typeGoal(
      Units units, Overlay sources, int type, String into, Map<Integer, Relocation.Goal> goals)
      throws Refused {
    if (!isOutermost(units, type)) {
      throw new Refused(
          "not-yet",
          units.name(type) + " is a nested type; so far only outermost types can be moved.");
    }
    packageName(into);
    readable(units, sources, type);
    if (!units.name(units.packageOf(type)).equals(into)) {
      goals.put(type, new Relocation.Goal(into, units.simpleName(type)));
    }
  }

  /** Refuses what is no name of a package. */
  private static void packageName(String text) throws Refused {
    if (!NameRules.isPackageName(text)) {
      throw new Refused("bad-target", "'" + text + "' is no name of a package.");
    }
  }

  private static void packageGoals(
      Units units,
      Overlay sources,
      int unit,
      String into,
      boolean below,
      Map<Integer, Relocation.Goal> goals,
      Map<Integer, String> bareFiles)
      throws Refused {
    packageName(into);
    String name = units.name(unit);
    if (name.equals(into)) {
      return;
    }
    for (int around = 0; around < units.size(); around++) {
      boolean meant =
          units.level(around) == Level.PACKAGE
              && (around == unit || below && units.simpleName(around).startsWith(name + "."));
      if (!meant || units.has(around, Trait.FOREIGN)) {
        continue;
      }
      String goal = into + units.simpleName(around).substring(name.length());
      for (int file : units.children(around)) {
        boolean bare = units.level(file) == Level.FILE;
        for (int type : units.children(file)) {
          if (units.level(file) == Level.FILE && units.level(type) == Level.TYPE) {
            bare = false;
            readable(units, sources, type);
            goals.put(type, new Relocation.Goal(goal, units.simpleName(type)));
          }
        }
        if (bare && units.simpleName(file).endsWith("package-info.java")) {
          bareFiles.put(file, goal);
        }
      }
    }
    if (goals.isEmpty()) {
      throw new Refused("unknown-unit", "The package " + name + " holds no types of your own.");
    }
  }

  private static void readable(Units units, Overlay sources, int type) throws Refused {
    int file = units.fileOf(type);
    if (units.has(file, Trait.BY_NAME)) {
      throw new Refused(
          "half-read",
          units.name(file)
              + " could be read only in part, so its uses are not known. See 'vinesort survey"
              + " -v'.");
    }
    if (Files.isSymbolicLink(sources.root().path().resolve(units.name(file)))) {
      throw new Refused(
          "linked-file",
          units.name(file)
              + " is a symbolic link; moving it would leave the file behind. Replace the link by"
              + " the file first.");
    }
  }

  // ---- tighten and sort

  /** The types and members that a step is about; for a package or a file the types in it. */
  private static List<Integer> tops(Survey survey, Plan.Step step, Overlay sources) throws Refused {
    Units units = survey.units();
    List<Integer> tops = new ArrayList<>();
    for (String name : step.units()) {
      for (int unit : meant(survey, step, name)) {
        List<Integer> open = new ArrayList<>(List.of(unit));
        for (int next = 0; next < open.size(); next++) {
          Level level = units.level(open.get(next));
          if (level == Level.TYPE || level == Level.MEMBER) {
            readable(units, sources, open.get(next));
            tops.add(open.get(next));
          } else {
            for (int child : units.children(open.get(next))) {
              open.add(child);
            }
          }
        }
      }
    }
    return tops;
  }

  // ---- sort

  private static Result sort(Survey survey, Plan.Step step, Overlay sources) throws Refused {
    List<Integer> types = tops(survey, step, sources);
    for (int type : types) {
      if (survey.units().level(type) != Level.TYPE) {
        throw new Refused(
            "bad-target", survey.units().name(type) + " is no type, whose members can be sorted.");
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

  private Result rename(Survey survey, Plan.Step step, Overlay sources) throws Refused {
    Units units = survey.units();
    int unit = units.find(step.unit());
    String to = step.into();
    if (unit < 0 || units.has(unit, Trait.FOREIGN)) {
      if (unit < 0 && units.find(renamed(step.unit(), to)) >= 0) {
        return done(survey);
      }
      throw unit < 0
          ? unknown(units, step.unit())
          : new Refused(
              "foreign", step.unit() + " belongs to a library; only your own code can change.");
    }
    Map<Integer, Relocation.Goal> goals = new LinkedHashMap<>();
    Map<Integer, String> bareFiles = new TreeMap<>();
    if (units.level(unit) == Level.PACKAGE) {
      String around = units.name(unit);
      int dot = around.lastIndexOf('.');
      String full = to.contains(".") || dot < 0 ? to : around.substring(0, dot + 1) + to;
      packageGoals(units, sources, unit, full, step.may(Leave.BELOW), goals, bareFiles);
      return goals.isEmpty()
          ? done(survey)
          : relocate(new Relocation(survey, sources, goals, bareFiles), step, false);
    }
    if (!SourceVersion.isIdentifier(to) || SourceVersion.isKeyword(to, SourceVersion.RELEASE_17)) {
      throw new Refused(
          "bad-target", "'" + to + "' cannot be the name of a " + units.level(unit).word() + ".");
    }
    if (units.level(unit) == Level.TYPE && isOutermost(units, unit)) {
      readable(units, sources, unit);
      if (units.simpleName(unit).equals(to)) {
        return done(survey);
      }
      goals.put(unit, new Relocation.Goal(units.name(units.packageOf(unit)), to));
      return relocate(new Relocation(survey, sources, goals), step, false);
    }
    if (units.level(unit) != Level.TYPE && units.level(unit) != Level.MEMBER) {
      throw new Refused(
          "not-yet",
          step.unit()
              + " is a "
              + units.level(unit).word()
              + "; types, members and packages can be renamed.");
    }
    readable(units, sources, unit);
    String now = units.simpleName(unit);
    if (now.equals(to) || now.startsWith(to + "(")) {
      return done(survey);
    }
    Result result = MemberRename.carryOut(new SourceView(survey, sources), unit, to);
    return settled(result, memberNames(units, unit, renamed(step.unit(), to)), sources, step);
  }
}

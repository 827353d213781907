package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.text.BuildOutput;
import dev.vinesorter.source.text.Overlay;
import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;

/** The units that the names in a step stand for; names that stand for none refuse it. */
public final class StepUnits {
  private final Survey survey;
  private final Units units;
  private final Overlay sources;

  public StepUnits(Survey survey, Overlay sources) {
    this.survey = survey;
    this.units = survey.units();
    this.sources = sources;
  }

  /** The units that one name of a step stands for; none where they are moved there already. */
  public List<Integer> meant(Step step, String name) throws RefusedException {
    if (name.contains("*")) {
      List<Integer> types = new ArrayList<>();
      boolean[] meant = UnitPattern.of(name).in(survey);
      BuildOutput built = new BuildOutput(sources.root());
      for (int unit = 0; unit < meant.length; unit++) {
        if (meant[unit]
            && isOutermost(unit)
            && !units.has(unit, Trait.FOREIGN)
            && !built.holds(units.name(units.fileOf(unit)))) {
          types.add(unit);
        }
      }
      if (types.isEmpty()) {
        throw new RefusedException(
            RefusalCode.UNKNOWN_UNIT, "No outermost type is meant by " + name + ".");
      }
      return types;
    }
    int unit = units.find(name);
    if (unit >= 0) {
      return List.of(own(unit, name));
    }
    int moved = units.find(step.after(name));
    if (moved >= 0 && !units.has(moved, Trait.FOREIGN)) {
      return List.of();
    }
    throw unknown(name);
  }

  /** The types and members that a step is about; for a package or a file the types in it. */
  public List<Integer> typesAndMembers(Step step) throws RefusedException {
    List<Integer> tops = new ArrayList<>();
    for (String name : step.units()) {
      for (int unit : meant(step, name)) {
        List<Integer> open = new ArrayList<>(List.of(unit));
        for (int next = 0; next < open.size(); next++) {
          Level level = units.level(open.get(next));
          if (level == Level.TYPE || level == Level.MEMBER) {
            readable(open.get(next));
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

  public RefusedException unknown(String name) {
    return new RefusedException(
        RefusalCode.UNKNOWN_UNIT,
        "There is no unit " + name + ". " + NearestNames.hint(units, name));
  }

  /** The type that a name stands for, into which members go. */
  public int target(String name) throws RefusedException {
    int target = units.find(name, Level.TYPE);
    if (target < 0) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          "There is no type " + name + ". " + NearestNames.hint(units, name));
    }
    readable(own(target, name));
    return target;
  }

  /** The member that a name stands for. */
  public int member(String name) throws RefusedException {
    int unit = units.find(name);
    if (unit < 0) {
      throw unknown(name);
    }
    own(unit, name);
    if (units.level(unit) != Level.MEMBER) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET, name + " is no member of a type; name one, such as a.B#c().");
    }
    readable(unit);
    return unit;
  }

  /** Refuses what belongs to a library. */
  public int own(int unit, String name) throws RefusedException {
    if (units.has(unit, Trait.FOREIGN)) {
      throw new RefusedException(
          RefusalCode.FOREIGN, name + " belongs to a library; only your own code can change.");
    }
    return unit;
  }

  public boolean isOutermost(int unit) {
    return units.level(unit) == Level.TYPE && units.level(units.parent(unit)) != Level.TYPE;
  }

  public static String lastSegment(String name) {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  /**
   * Refuses a type that two files declare: what names one is not told from what names the other.
   */
  private void single(int type) throws RefusedException {
    int top = units.topTypeOf(type);
    List<Integer> others = top < 0 ? List.of() : units.namesakes(top);
    if (!others.isEmpty()) {
      throw new RefusedException(
          RefusalCode.TWIN,
          units.name(top)
              + " is declared in "
              + units.name(units.fileOf(top))
              + " and in "
              + units.name(units.fileOf(others.get(0)))
              + "; what names one cannot be told from what names the other. Survey one of both"
              + " folders alone.");
    }
  }

  /** Refuses what was read only in part, stands twice, or stands behind a link. */
  public void readable(int type) throws RefusedException {
    single(type);
    int file = units.fileOf(type);
    if (units.has(file, Trait.BY_NAME)) {
      throw new RefusedException(
          RefusalCode.HALF_READ,
          units.name(file)
              + " could be read only in part, so its uses are not known. See 'vinesort survey"
              + " -v'.");
    }
    if (Files.isSymbolicLink(sources.root().path().resolve(units.name(file)))) {
      throw new RefusedException(
          RefusalCode.LINKED_FILE,
          units.name(file)
              + " is a symbolic link; moving it would leave the file behind. Replace the link by"
              + " the file first.");
    }
  }
}

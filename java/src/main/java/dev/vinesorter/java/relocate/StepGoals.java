package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.code.TestsOf;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Collects where the types and files of a step go that moves or renames types or packages. */
public final class StepGoals {
  private final Survey survey;
  private final Units units;
  private final Overlay sources;
  private final StepUnits named;
  private final Map<Integer, Relocation.Goal> goals = new LinkedHashMap<>();
  private final Map<Integer, Relocation.Goal> bareFiles = new TreeMap<>();

  /** The module that takes what goes; empty for the one that each is in. */
  private final String module;

  /** Made when something goes into another module. */
  private ModuleHomes homes;

  /** For steps that leave everything in its module. */
  public StepGoals(Survey survey, Overlay sources) {
    this(survey, sources, "");
  }

  /**
   * @param module the name of the module that takes what goes; empty for the one that each is in
   */
  public StepGoals(Survey survey, Overlay sources, String module) {
    this.module = module;
    this.survey = survey;
    this.units = survey.units();
    this.sources = sources;
    this.named = new StepUnits(survey, sources);
  }

  public boolean isEmpty() {
    return goals.isEmpty() && bareFiles.isEmpty();
  }

  public Relocation relocation() {
    return new Relocation(survey, sources, goals, bareFiles, homes == null ? null : homes.sight());
  }

  /** A type goes into a package, unless it is there. */
  public void type(int type, String into) throws RefusedException {
    if (!named.isOutermost(type)) {
      throw new RefusedException(
          RefusalCode.NOT_YET,
          units.name(type) + " is a nested type; so far only outermost types can be moved.");
    }
    takes(type, into);
    put(type, into, home(type));
  }

  /** Refuses what is no package, and a type that was read in part. */
  private void takes(int type, String into) throws RefusedException {
    packageName(into);
    named.readable(type);
  }

  private void put(int type, String into, Relocation.Home home) {
    if (home != null || !units.name(units.packageOf(type)).equals(into)) {
      goals.put(type, new Relocation.Goal(into, units.simpleName(type), home));
    }
  }

  /** The place in the module that the step names; null where it names none, or it is there. */
  private Relocation.Home home(int unit) throws RefusedException {
    return module.isEmpty() ? null : homes().in(module, units.fileOf(unit));
  }

  private ModuleHomes homes() {
    if (homes == null) {
      homes = new ModuleHomes(survey, sources);
    }
    return homes;
  }

  /** An outermost type gets another simple name. */
  public void rename(int type, String to) throws RefusedException {
    named.readable(type);
    if (!units.simpleName(type).equals(to)) {
      goals.put(type, new Relocation.Goal(units.name(units.packageOf(type)), to));
    }
  }

  /**
   * A package gets another name, unless it has it.
   *
   * @param below whether packages below it do as well
   */
  public void packageTo(int unit, String into, boolean below) throws RefusedException {
    packageName(into);
    String name = units.name(unit);
    if (name.equals(into) && module.isEmpty()) {
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
        if (units.level(file) == Level.FILE) {
          fileTo(file, goal);
        }
      }
    }
    if (goals.isEmpty() && !name.equals(into)) {
      throw new RefusedException(
          RefusalCode.UNKNOWN_UNIT, "The package " + name + " holds no types of your own.");
    }
  }

  private void fileTo(int file, String packageName) throws RefusedException {
    boolean bare = true;
    Relocation.Home home = home(file);
    if (home == null && units.name(units.packageOf(file)).equals(packageName)) {
      return;
    }
    for (int type : units.children(file)) {
      if (units.level(type) == Level.TYPE) {
        bare = false;
        named.readable(type);
        goals.put(type, new Relocation.Goal(packageName, units.simpleName(type), home));
      }
    }
    if (bare && units.simpleName(file).endsWith("package-info.java")) {
      bareFiles.put(file, new Relocation.Goal(packageName, "package-info", home));
    }
  }

  /** The types of a Java source go into the package that a folder stands for. */
  public void javaFile(int file, String folder) throws RefusedException {
    String path = units.name(file);
    String now = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    String inside = units.name(units.packageOf(file)).replace('.', '/');
    boolean placed = now.equals(inside) || now.endsWith("/" + inside);
    String root = placed ? now.substring(0, now.length() - inside.length()) : now + "/";
    String into = folder.endsWith("/") ? folder : folder + "/";
    Relocation.Home home = null;
    if (!into.startsWith(root)) {
      home = homes().at(into, file);
      root = home == null || home.root().isEmpty() ? root : home.root() + "/";
    }
    if (!into.startsWith(root) || into.length() == root.length()) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
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
      throw new RefusedException(
          RefusalCode.BAD_TARGET, path + " holds no type; move its package instead.");
    }
    String name = into.substring(root.length(), into.length() - 1).replace('/', '.');
    for (int type : types) {
      takes(type, name);
      put(type, name, home);
    }
  }

  /** Adds the tests of the types that go, and gives their names. */
  public List<String> withTests() throws RefusedException {
    TestsOf found = new TestsOf(new SourceView(survey, sources));
    List<String> names = new ArrayList<>();
    for (Map.Entry<Integer, Relocation.Goal> goal : List.copyOf(goals.entrySet())) {
      for (int test : found.tests(goal.getKey())) {
        if (!goals.containsKey(test)) {
          named.readable(test);
          boolean apart = units.moduleOf(test) != units.moduleOf(goal.getKey());
          put(test, goal.getValue().packageName(), apart ? null : home(test));
          if (goals.containsKey(test)) {
            names.add(units.name(test));
          }
        }
      }
    }
    return names;
  }

  /** Refuses what is no name of a package. */
  private static void packageName(String text) throws RefusedException {
    if (!NameRules.isPackageName(text)) {
      throw new RefusedException(RefusalCode.BAD_TARGET, "'" + text + "' is no name of a package.");
    }
  }
}

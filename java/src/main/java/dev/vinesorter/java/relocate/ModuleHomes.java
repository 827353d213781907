package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.build.ModuleSight;
import dev.vinesorter.java.code.ModuleReach;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.source.text.Overlay;
import java.util.Comparator;
import java.util.Map;
import java.util.TreeMap;

/** Where the files go that a step puts into another module: sources to sources, tests to tests. */
final class ModuleHomes {
  private static final String PREFIX = "module:";

  private final Units units;
  private final ModuleSight sight;

  /** A source root: its module's unit, and whether it holds tests. */
  private record Root(String path, int module, boolean tests) {}

  ModuleHomes(Survey survey, Overlay sources) {
    this.units = survey.units();
    this.sight = ModuleSight.of(sources);
  }

  ModuleSight sight() {
    return sight;
  }

  /**
   * The place for a file in a module; null where it is in that already.
   *
   * @param name the module's name
   */
  Relocation.Home in(String name, int file) throws RefusedException {
    int module = units.find(PREFIX + name, Level.MODULE);
    if (module < 0 && !sight.knows(name)) {
      throw new RefusedException(
          RefusalCode.UNKNOWN_UNIT,
          "There is no module " + name + ". " + NearestNames.hint(units, PREFIX + name));
    }
    if (module == units.moduleOf(file)) {
      return null;
    }
    boolean tests = units.has(file, Trait.TEST);
    String root = null;
    int most = 0;
    for (Map.Entry<Root, Integer> one : roots().entrySet()) {
      if (one.getKey().module() == module
          && one.getKey().tests() == tests
          && one.getValue() > most) {
        most = one.getValue();
        root = one.getKey().path();
      }
    }
    if (root == null && sight.knows(name)) {
      root = sight.sources(name, tests);
    }
    if (root == null) {
      throw new RefusedException(
          RefusalCode.BAD_TARGET,
          "The module "
              + name
              + " has no "
              + (tests ? "tests" : "sources")
              + " that would say where "
              + units.name(file)
              + " goes.");
    }
    return new Relocation.Home(module, name, root);
  }

  /**
   * The place for a file in a folder of another module; null where that is below no source root of
   * the same kind.
   */
  Relocation.Home at(String folder, int file) {
    Root best = null;
    for (Root root : roots().keySet()) {
      boolean around = root.path().isEmpty() || folder.startsWith(root.path() + "/");
      if (around
          && root.tests() == units.has(file, Trait.TEST)
          && (best == null || root.path().length() > best.path().length())) {
        best = root;
      }
    }
    if (best == null || best.module() == units.moduleOf(file)) {
      return null;
    }
    String name = ModuleReach.nameOf(units, best.module());
    return new Relocation.Home(best.module(), name, best.path());
  }

  /** The source roots that hold sources that people write, each with how many. */
  private Map<Root, Integer> roots() {
    Map<Root, Integer> roots =
        new TreeMap<>(
            Comparator.comparing(Root::path)
                .thenComparing(Root::module)
                .thenComparing(Root::tests));
    for (int file = 0; file < units.size(); file++) {
      if (units.level(file) != Level.FILE
          || units.moduleOf(file) < 0
          || units.packageOf(file) < 0
          || units.has(file, Trait.GENERATED)
          || !units.name(file).endsWith(".java")) {
        continue;
      }
      String root = JavaFile.rootOf(units.name(file), units.name(units.packageOf(file)));
      if (root != null) {
        roots.merge(
            new Root(root, units.moduleOf(file), units.has(file, Trait.TEST)), 1, Integer::sum);
      }
    }
    return roots;
  }
}

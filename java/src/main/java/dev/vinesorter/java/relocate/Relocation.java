package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.build.ModuleSight;
import dev.vinesorter.java.code.ServiceFiles;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.source.text.Overlay;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * The situation in which outermost types get other full names, all at once: they move into another
 * package, or have another simple name, or both. It is what the rules judge and the edits start
 * from. Offsets are those of the sources before it.
 */
public final class Relocation extends SourceView {
  /**
   * A place in another module.
   *
   * @param module the module's unit; -1 where it has no sources yet
   * @param name the module's name
   * @param root the path of the source root that takes the file, empty for the root of all
   */
  record Home(int module, String name, String root) {}

  /**
   * Where a type goes: the package and the simple name that it has afterwards.
   *
   * @param home the place in another module; null where it stays in its own
   */
  record Goal(String packageName, String simpleName, Home home) {
    Goal(String packageName, String simpleName) {
      this(packageName, simpleName, null);
    }

    String fullName() {
      return packageName.isEmpty() ? simpleName : packageName + "." + simpleName;
    }
  }

  private final Map<Integer, Goal> goals;

  /** The full names that the types have before. */
  private final Set<String> names = new TreeSet<>();

  /** Files without types that go along, such as package-info.java, with where they go. */
  private final Map<Integer, Goal> bareFiles;

  /** What modules see of each other; null where nothing goes into another. */
  private final ModuleSight sight;

  private final boolean[] moved;

  /** See {@link #typesInPackage}, for the packages that were asked for. */
  private final Map<String, Map<String, Integer>> byPackage = new HashMap<>();

  Relocation(
      Survey survey,
      Overlay sources,
      Map<Integer, Goal> goals,
      Map<Integer, Goal> bareFiles,
      ModuleSight sight) {
    super(survey, sources);
    this.goals = new LinkedHashMap<>(goals);
    this.bareFiles = bareFiles;
    this.sight = sight;
    this.moved = new boolean[units().size()];
    for (int type : goals.keySet()) {
      for (int unit : units().withAllInside(type)) {
        moved[unit] = true;
      }
    }
    for (int type : goals.keySet()) {
      names.add(units().name(type));
      int file = units().fileOf(type);
      moved[file] = typesIn(file).stream().allMatch(goals::containsKey);
    }
    bareFiles.keySet().forEach(file -> moved[file] = true);
  }

  /** The same, with files of their own for types that keep their names. */
  Relocation withOwnFiles(Set<Integer> types) {
    Map<Integer, Goal> all = new LinkedHashMap<>(goals);
    types.forEach(type -> all.put(type, new Goal(packageBefore(type), units().simpleName(type))));
    return new Relocation(survey(), sources(), all, bareFiles, sight);
  }

  /** The types that get other names, with these, or files of their own. */
  public Map<Integer, Goal> goals() {
    return goals;
  }

  /** What modules see of each other; null where nothing goes into another. */
  ModuleSight sight() {
    return sight;
  }

  /** The place in another module to which a type goes, or a file; null where it goes to none. */
  Home home(int unit) {
    return moved[unit] ? goalOf(unit).home() : null;
  }

  /** The types that go into another package or module. */
  List<Integer> going() {
    return goals.keySet().stream().filter(type -> leaves(type) || home(type) != null).toList();
  }

  /** Packages of which some types go into another module and some stay. */
  Set<String> comeApart() {
    Set<String> apart = new TreeSet<>();
    for (int type : going()) {
      boolean main = home(type) != null && !units().has(type, Trait.TEST);
      for (int other : main ? typesInPackage(packageAfter(type)).values() : List.<Integer>of()) {
        if (!goals.containsKey(other) && units().moduleOf(other) != home(type).module()) {
          apart.add(packageAfter(type));
        }
      }
    }
    return apart;
  }

  /** The types that go into another package. */
  List<Integer> leaving() {
    return goals.keySet().stream().filter(this::leaves).toList();
  }

  /** Whether a unit comes to be in another package. */
  boolean leaves(int unit) {
    return moved[unit] && !packageAfter(unit).equals(packageBefore(unit));
  }

  /** The files that go as a whole, or lose types to files of their own. */
  Set<Integer> ownFiles() {
    Set<Integer> files = new TreeSet<>(bareFiles.keySet());
    goals.keySet().forEach(type -> files.add(units().fileOf(type)));
    return files;
  }

  /**
   * Whether the unit is one of the types, stands inside one, or is a file of which all types go.
   */
  boolean moves(int unit) {
    return moved[unit];
  }

  String packageAfter(int unit) {
    if (!moved[unit]) {
      return packageBefore(unit);
    }
    return goalOf(unit).packageName();
  }

  /** Where something goes that moves. */
  private Goal goalOf(int unit) {
    if (units().level(unit) != Level.FILE) {
      return goals.get(units().topTypeOf(unit));
    }
    Goal bare = bareFiles.get(unit);
    return bare != null ? bare : goals.get(typesIn(unit).get(0));
  }

  /** The full name of an outermost type afterwards. */
  public String fullAfter(int type) {
    Goal goal = goals.get(type);
    return goal == null ? units().name(type) : goal.fullName();
  }

  String simpleAfter(int type) {
    Goal goal = goals.get(type);
    return goal == null ? units().simpleName(type) : goal.simpleName();
  }

  /** Whether a type's simple name becomes another. */
  boolean isRenamed(int type) {
    Goal goal = goals.get(type);
    return goal != null && !goal.simpleName().equals(units().simpleName(type));
  }

  /** The outermost type that moves whose full name is this or begins it, or -1. */
  int movedType(String fullName) {
    // Most names begin with no moved type's, which needs no look into packages.
    if (names.stream().noneMatch(fullName::startsWith)) {
      return -1;
    }
    for (int end = fullName.length(); end > 0; end = fullName.lastIndexOf('.', end - 1)) {
      String name = fullName.substring(0, end);
      int dot = name.lastIndexOf('.');
      Integer type =
          typesInPackage(name.substring(0, Math.max(0, dot))).get(name.substring(dot + 1));
      if (type != null) {
        return goals.containsKey(type) ? type : -1;
      }
    }
    return -1;
  }

  /** Our own types in a package as things are, by simple name. */
  Map<String, Integer> typesInPackage(String packageName) {
    return byPackage.computeIfAbsent(packageName, this::lookIn);
  }

  private Map<String, Integer> lookIn(String packageName) {
    Map<String, Integer> types = new TreeMap<>();
    int unit = units().find(packageName, Level.PACKAGE);
    for (int file : unit < 0 ? new int[0] : units().children(unit)) {
      if (units().level(file) == Level.FILE) {
        typesIn(file).forEach(type -> types.put(units().simpleName(type), type));
      }
    }
    return types;
  }

  /** Our own types in a package afterwards, by simple name. */
  Map<String, Integer> typesAfterIn(String packageName) {
    Map<String, Integer> types = new TreeMap<>();
    typesInPackage(packageName)
        .forEach(
            (name, type) -> {
              if (!goals.containsKey(type)) {
                types.put(name, type);
              }
            });
    goals.forEach(
        (type, goal) -> {
          if (goal.packageName().equals(packageName)) {
            types.put(goal.simpleName(), type);
          }
        });
    return types;
  }

  /** Whether a package has types, and none afterwards. */
  boolean empties(String packageName) {
    return !typesInPackage(packageName).isEmpty() && typesAfterIn(packageName).isEmpty();
  }

  /**
   * The one package that takes all that a package has and has nothing else, so that the package can
   * be said to have another name; else null.
   */
  public String renamedPackage(String packageName) {
    Set<String> into = new TreeSet<>();
    for (int type : typesInPackage(packageName).values()) {
      into.add(goals.containsKey(type) ? goals.get(type).packageName() : packageName);
    }
    String only = into.size() == 1 ? into.iterator().next() : packageName;
    boolean fresh =
        typesAfterIn(only).values().stream().allMatch(t -> packageBefore(t).equals(packageName));
    return !only.equals(packageName) && fresh ? only : null;
  }

  /** The packages that types leave, each with where they go. */
  public Map<String, String> packages() {
    Map<String, String> packages = new TreeMap<>();
    for (int type : leaving()) {
      packages.putIfAbsent(packageBefore(type), goals.get(type).packageName());
    }
    return packages;
  }

  /** A file named after a type that left is named after the first type that stays. */
  String pathOfWhatStays(int file) {
    String path = units().name(file);
    String folder = path.substring(0, path.lastIndexOf('/') + 1);
    boolean namedAfterLeaver =
        typesIn(file).stream()
            .anyMatch(t -> moves(t) && path.equals(folder + units().simpleName(t) + ".java"));
    for (int type : namedAfterLeaver ? typesIn(file) : List.<Integer>of()) {
      String named = folder + units().simpleName(type) + ".java";
      if (!moves(type) && !sources().exists(named)) {
        return named;
      }
    }
    return path;
  }

  /** The path of a moved type's file afterwards, or of a file that goes as a whole. */
  String pathAfter(int unit) {
    int file = units().fileOf(unit);
    String path = units().name(file);
    String folder = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    String placed = JavaFile.rootOf(path, packageBefore(unit));
    Home home = home(unit);
    String root = home != null ? home.root() : placed == null ? folder : placed;
    String fileName = path.substring(path.lastIndexOf('/') + 1);
    if (!moved[file]) {
      fileName = simpleAfter(unit) + ".java";
    }
    for (int type : typesIn(file)) {
      if (moved[file] && fileName.equals(units().simpleName(type) + ".java")) {
        fileName = simpleAfter(type) + ".java";
      }
    }
    return JavaFile.pathIn(root, packageAfter(unit), fileName);
  }

  /** Replaces the names of moved types, whole or as the outer part of a nested type's name. */
  String renamed(String text) {
    String fresh = text;
    for (int type : goals.keySet()) {
      String old = units().name(type);
      if (fresh.contains(old)) {
        fresh = ServiceFiles.renamed(fresh, old, fullAfter(type));
      }
    }
    return fresh;
  }
}

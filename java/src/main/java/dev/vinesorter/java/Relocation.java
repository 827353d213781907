package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.Overlay;
import java.util.ArrayList;
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
final class Relocation {
  /** Where a type goes: the package and the simple name that it has afterwards. */
  record Goal(String packageName, String simpleName) {
    String fullName() {
      return packageName.isEmpty() ? simpleName : packageName + "." + simpleName;
    }
  }

  private final Survey survey;
  private final Units units;
  private final References references;
  private final Overlay sources;
  private final Map<Integer, Goal> goals;

  /** Files without types that go along, such as package-info.java, with their new package. */
  private final Map<Integer, String> bareFiles;

  private final boolean[] moved;
  private final Map<String, JavaTokens> tokens = new HashMap<>();
  private final Map<String, JavaHeader> headers = new HashMap<>();

  /** Our own outermost types by package and simple name, as things are. */
  private final Map<String, Map<String, Integer>> byPackage = new TreeMap<>();

  Relocation(Survey survey, Overlay sources, Map<Integer, Goal> goals) {
    this(survey, sources, goals, Map.of());
  }

  Relocation(
      Survey survey, Overlay sources, Map<Integer, Goal> goals, Map<Integer, String> bareFiles) {
    this.survey = survey;
    this.units = survey.units();
    this.references = survey.references();
    this.sources = sources;
    this.goals = new LinkedHashMap<>(goals);
    this.bareFiles = bareFiles;
    this.moved = new boolean[units.size()];
    for (int type : goals.keySet()) {
      for (int unit : units.withAllInside(type)) {
        moved[unit] = true;
      }
    }
    for (int type : goals.keySet()) {
      int file = units.fileOf(type);
      moved[file] = typesIn(file).stream().allMatch(goals::containsKey);
    }
    bareFiles.keySet().forEach(file -> moved[file] = true);
    for (int unit = 0; unit < units.size(); unit++) {
      int around = units.parent(unit);
      if (units.level(unit) == Level.TYPE
          && (around < 0 || units.level(around) != Level.TYPE)
          && !units.has(unit, Trait.FOREIGN)) {
        byPackage
            .computeIfAbsent(packageBefore(unit), p -> new TreeMap<>())
            .put(units.simpleName(unit), unit);
      }
    }
  }

  Survey survey() {
    return survey;
  }

  Units units() {
    return units;
  }

  References references() {
    return references;
  }

  Overlay sources() {
    return sources;
  }

  /** The types that get other names, with these. */
  Map<Integer, Goal> goals() {
    return goals;
  }

  /** The types that go into another package. */
  List<Integer> leaving() {
    return goals.keySet().stream().filter(this::leaves).toList();
  }

  private boolean leaves(int type) {
    return !goals.get(type).packageName().equals(packageBefore(type));
  }

  /** The files that go as a whole, or lose types to files of their own. */
  Set<Integer> ownFiles() {
    Set<Integer> files = new TreeSet<>(bareFiles.keySet());
    goals.keySet().forEach(type -> files.add(units.fileOf(type)));
    return files;
  }

  /**
   * Whether the unit is one of the types, stands inside one, or is a file of which all types go.
   */
  boolean moves(int unit) {
    return moved[unit];
  }

  /** The name of the package that holds the unit before the move. */
  String packageBefore(int unit) {
    int in = units.packageOf(unit);
    return in < 0 ? "" : units.simpleName(in);
  }

  String packageAfter(int unit) {
    if (!moved[unit]) {
      return packageBefore(unit);
    }
    if (units.level(unit) == Level.FILE) {
      return packageOfFile(unit);
    }
    return goals.get(units.topTypeOf(unit)).packageName();
  }

  private String packageOfFile(int file) {
    String bare = bareFiles.get(file);
    return bare != null ? bare : goals.get(typesIn(file).get(0)).packageName();
  }

  /** The full name of an outermost type afterwards. */
  String fullAfter(int type) {
    Goal goal = goals.get(type);
    return goal == null ? units.name(type) : goal.fullName();
  }

  String simpleAfter(int type) {
    Goal goal = goals.get(type);
    return goal == null ? units.simpleName(type) : goal.simpleName();
  }

  /** Whether a type's simple name becomes another. */
  boolean isRenamed(int type) {
    Goal goal = goals.get(type);
    return goal != null && !goal.simpleName().equals(units.simpleName(type));
  }

  /** The outermost type that moves whose full name is this or begins it, or -1. */
  int movedType(String fullName) {
    for (int end = fullName.length(); end > 0; end = fullName.lastIndexOf('.', end - 1)) {
      String name = fullName.substring(0, end);
      int dot = name.lastIndexOf('.');
      Integer type =
          byPackage
              .getOrDefault(name.substring(0, Math.max(0, dot)), Map.of())
              .get(name.substring(dot + 1));
      if (type != null) {
        return goals.containsKey(type) ? type : -1;
      }
    }
    return -1;
  }

  /** Our own types in a package as things are, by simple name. */
  Map<String, Integer> typesInPackage(String packageName) {
    return byPackage.getOrDefault(packageName, Map.of());
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
  String renamedPackage(String packageName) {
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
  Map<String, String> packages() {
    Map<String, String> packages = new TreeMap<>();
    for (int type : leaving()) {
      packages.putIfAbsent(packageBefore(type), goals.get(type).packageName());
    }
    return packages;
  }

  /** The path of a moved type's file afterwards, or of a file that goes as a whole. */
  String pathAfter(int unit) {
    int file = units.fileOf(unit);
    String path = units.name(file);
    String folder = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    String oldPart = packageBefore(unit).replace('.', '/');
    String root = folder;
    if (!oldPart.isEmpty() && folder.equals(oldPart)) {
      root = "";
    } else if (!oldPart.isEmpty() && folder.endsWith("/" + oldPart)) {
      root = folder.substring(0, folder.length() - oldPart.length() - 1);
    }
    String fileName = path.substring(path.lastIndexOf('/') + 1);
    if (!moved[file]) {
      fileName = simpleAfter(unit) + ".java";
    }
    for (int type : typesIn(file)) {
      if (moved[file] && fileName.equals(units.simpleName(type) + ".java")) {
        fileName = simpleAfter(type) + ".java";
      }
    }
    return JavaFile.pathIn(root, packageAfter(unit), fileName);
  }

  JavaTokens tokens(int inFile) {
    return tokens.computeIfAbsent(
        units.name(inFile), path -> JavaTokens.of(sources.text(path).text()));
  }

  String text(int inFile) {
    return sources.text(units.name(inFile)).text();
  }

  JavaHeader header(int inFile) {
    return headers.computeIfAbsent(units.name(inFile), path -> JavaHeader.of(tokens(inFile)));
  }

  /** The top-level types that stand in a file, in the order of the source. */
  List<Integer> typesIn(int inFile) {
    List<Integer> found = new ArrayList<>();
    for (int child : units.children(inFile)) {
      if (units.level(child) == Level.TYPE) {
        found.add(child);
      }
    }
    found.sort((a, b) -> Integer.compare(units.begin(a), units.begin(b)));
    return found;
  }

  /** What a type extends or implements directly, local classes inside it counted in. */
  List<Integer> supertypes(int sub) {
    List<Integer> found = new ArrayList<>();
    List<Integer> makers = new ArrayList<>(List.of(sub));
    for (int child : units.children(sub)) {
      if (units.level(child) == Level.MEMBER) {
        makers.add(child);
      }
    }
    for (int maker : makers) {
      for (int r = references.row(maker); r < references.row(maker + 1); r++) {
        if (inherits(references.kind(r))) {
          found.add(references.target(r));
        }
      }
    }
    return found;
  }

  List<Integer> directSubtypes(int base) {
    List<Integer> found = new ArrayList<>();
    for (int r : references.to(base)) {
      if (inherits(references.kind(r))) {
        int subtype = units.ancestor(references.from(r), Level.TYPE);
        if (subtype >= 0) {
          found.add(subtype);
        }
      }
    }
    return found;
  }

  private static boolean inherits(Kind kind) {
    return kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS;
  }

  /** Whether one type is another or inherits from it along the survey's own types. */
  boolean isSubtype(int sub, int base) {
    return sub == base || allSupertypes(sub).contains(base);
  }

  /** All types that a type inherits from. */
  Set<Integer> allSupertypes(int sub) {
    Set<Integer> seen = new TreeSet<>();
    List<Integer> queue = new ArrayList<>(supertypes(sub));
    for (int next = 0; next < queue.size(); next++) {
      if (seen.add(queue.get(next))) {
        queue.addAll(supertypes(queue.get(next)));
      }
    }
    return seen;
  }

  /** All types that inherit from the type, itself not included. */
  Set<Integer> subtypes(int base) {
    Set<Integer> seen = new TreeSet<>();
    List<Integer> queue = new ArrayList<>(directSubtypes(base));
    for (int next = 0; next < queue.size(); next++) {
      if (seen.add(queue.get(next))) {
        queue.addAll(directSubtypes(queue.get(next)));
      }
    }
    return seen;
  }

  /** Whether a file imports all of a package; told by the survey, so that no text need be read. */
  boolean importsAll(int inFile, String packageName) {
    for (int r = references.row(inFile); r < references.row(inFile + 1); r++) {
      int used = references.target(r);
      if (references.kind(r) == Kind.IMPORTS
          && units.level(used) == Level.PACKAGE
          && units.simpleName(used).equals(packageName)) {
        return true;
      }
    }
    return false;
  }

  /** Where a unit is declared. */
  Site declaration(int unit) {
    int in = units.fileOf(unit);
    int at = units.nameAt(unit) >= 0 ? units.nameAt(unit) : Math.max(0, units.begin(unit));
    if (in < 0) {
      return new Site("", 0, 0, 0, 0);
    }
    return new Site(
        units.name(in),
        units.line(in, at),
        units.column(in, at),
        at,
        at + units.simpleName(unit).length());
  }

  /** Whether a reference's token is that word, not one that only brings the unit in. */
  boolean isNamed(int user, int reference, String word) {
    int in = units.fileOf(user);
    String text = text(in);
    int begin = references.at(reference);
    int end = references.end(reference);
    if (begin < 0 || end > text.length()) {
      return false;
    }
    if (references.kind(reference) == Kind.MENTIONS) {
      return text.startsWith(word, begin);
    }
    JavaTokens of = tokens(in);
    int token = of.from(begin);
    return token < of.size() && of.begin(token) == begin && of.isWord(token, word);
  }

  /** Whether the name at a char is the last part of a longer one. */
  boolean isQualified(int inFile, int offset) {
    String text = text(inFile);
    if (offset > 0 && text.charAt(offset - 1) == '.') {
      return true;
    }
    JavaTokens of = tokens(inFile);
    int token = of.from(offset);
    return token < of.size() && of.begin(token) == offset && of.is(token - 1, ".");
  }
}

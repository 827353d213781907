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
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * The situation in which a top-level type moves into another package: what the rules judge and the
 * edits start from. Offsets are those of the sources before the move.
 */
final class TypeMove {
  private final Survey survey;
  private final Units units;
  private final References references;
  private final Overlay sources;
  private final int type;
  private final int file;
  private final String oldPackage;
  private final String newPackage;
  private final boolean[] moved;
  private final Map<String, JavaTokens> tokens = new HashMap<>();
  private final Map<String, JavaHeader> headers = new HashMap<>();

  /** Types that extend or implement each type directly. */
  private final Map<Integer, List<Integer>> below = new HashMap<>();

  private final Map<Integer, List<Integer>> above = new HashMap<>();

  TypeMove(Survey survey, Overlay sources, int type, String newPackage) {
    this.survey = survey;
    this.units = survey.units();
    this.references = survey.references();
    this.sources = sources;
    this.type = type;
    this.file = units.fileOf(type);
    this.oldPackage = units.name(units.packageOf(type));
    this.newPackage = newPackage;
    this.moved = new boolean[units.size()];
    for (int unit = 0; unit < moved.length; unit++) {
      moved[unit] = unit == file ? typesIn(file).size() == 1 : units.topTypeOf(unit) == type;
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        Kind kind = references.kind(r);
        if (kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS) {
          int subtype = units.ancestor(unit, Level.TYPE);
          below.computeIfAbsent(references.target(r), t -> new ArrayList<>()).add(subtype);
          above.computeIfAbsent(subtype, t -> new ArrayList<>()).add(references.target(r));
        }
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

  /** The type that moves. */
  int type() {
    return type;
  }

  /** The file that it stands in. */
  int file() {
    return file;
  }

  String typeName() {
    return units.simpleName(type);
  }

  /** The type's full name before the move. */
  String oldName() {
    return units.name(type);
  }

  String newName() {
    return newPackage + "." + typeName();
  }

  String oldPackage() {
    return oldPackage;
  }

  String newPackage() {
    return newPackage;
  }

  /** Whether the unit is the type, stands inside it, or is its file and goes as a whole. */
  boolean moves(int unit) {
    return moved[unit];
  }

  /** The name of the package that holds the unit before the move. */
  String packageBefore(int unit) {
    int in = units.packageOf(unit);
    return in < 0 ? "" : units.simpleName(in);
  }

  String packageAfter(int unit) {
    return moved[unit] ? newPackage : packageBefore(unit);
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

  /** The top-level types that stand in a file, in the order of the survey. */
  List<Integer> typesIn(int inFile) {
    List<Integer> found = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.TYPE && units.parent(unit) == inFile) {
        found.add(unit);
      }
    }
    return found;
  }

  /** Our own top-level types in a package, the one that moves not among them, by simple name. */
  Map<String, Integer> typesInPackage(String packageName) {
    Map<String, Integer> found = new HashMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.TYPE
          && unit != type
          && units.topTypeOf(unit) == unit
          && packageBefore(unit).equals(packageName)) {
        found.put(units.simpleName(unit), unit);
      }
    }
    return found;
  }

  /** Whether one type is another or inherits from it along the survey's own types. */
  boolean isSubtype(int sub, int base) {
    Set<Integer> seen = new TreeSet<>();
    List<Integer> queue = new ArrayList<>(List.of(sub));
    for (int next = 0; next < queue.size(); next++) {
      int at = queue.get(next);
      if (at == base) {
        return true;
      }
      if (seen.add(at)) {
        queue.addAll(above.getOrDefault(at, List.of()));
      }
    }
    return false;
  }

  /** All types that inherit from the type, itself not included. */
  Set<Integer> subtypes(int base) {
    Set<Integer> seen = new TreeSet<>();
    List<Integer> queue = new ArrayList<>(below.getOrDefault(base, List.of()));
    for (int next = 0; next < queue.size(); next++) {
      if (queue.get(next) >= 0 && seen.add(queue.get(next))) {
        queue.addAll(below.getOrDefault(queue.get(next), List.of()));
      }
    }
    return seen;
  }

  /** What the type extends or implements directly. */
  List<Integer> supertypes(int sub) {
    return above.getOrDefault(sub, List.of());
  }

  List<Integer> directSubtypes(int base) {
    return below.getOrDefault(base, List.of());
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

  boolean has(int unit, Trait trait) {
    return units.has(unit, trait);
  }
}

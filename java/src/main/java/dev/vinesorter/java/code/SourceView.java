package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TypeVariables;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntFunction;

/**
 * A survey beside the sources that it is of: what a step asks of both. Texts are read and tokens
 * made when first asked for.
 */
public class SourceView {
  private final Survey survey;
  private final Units units;
  private final References references;
  private final Overlay sources;
  private final Map<String, JavaTokens> tokens = new HashMap<>();
  private final Map<String, JavaHeader> headers = new HashMap<>();

  public SourceView(Survey survey, Overlay sources) {
    this.survey = survey;
    this.units = survey.units();
    this.references = survey.references();
    this.sources = sources;
  }

  public final Survey survey() {
    return survey;
  }

  public final Units units() {
    return units;
  }

  public final References references() {
    return references;
  }

  public final Overlay sources() {
    return sources;
  }

  /** The name of the package that holds the unit. */
  public final String packageBefore(int unit) {
    int in = units.packageOf(unit);
    return in < 0 ? "" : units.simpleName(in);
  }

  /** The site of a token. */
  public final Site site(int file, int token) {
    int begin = tokens(file).begin(token);
    return new Site(
        units.name(file),
        units.line(file, begin),
        units.column(file, begin),
        begin,
        tokens(file).end(token));
  }

  public final JavaTokens tokens(int inFile) {
    return tokens.computeIfAbsent(
        units.name(inFile), path -> JavaTokens.of(sources.text(path).text()));
  }

  public final String text(int inFile) {
    return sources.text(units.name(inFile)).text();
  }

  public final JavaHeader header(int inFile) {
    return headers.computeIfAbsent(units.name(inFile), path -> JavaHeader.of(tokens(inFile)));
  }

  /** The top-level types that stand in a file, in the order of the source. */
  public final List<Integer> typesIn(int inFile) {
    List<Integer> found = new ArrayList<>();
    for (int child : units.children(inFile)) {
      if (units.level(child) == Level.TYPE) {
        found.add(child);
      }
    }
    found.sort((a, b) -> Integer.compare(units.begin(a), units.begin(b)));
    return found;
  }

  /** The outermost type of a file around a char; -1 for none. */
  public final int topTypeAt(int inFile, int at) {
    return typesIn(inFile).stream()
        .filter(top -> units.begin(top) <= at && at < units.end(top))
        .findFirst()
        .orElse(-1);
  }

  /** A field that is declared in the same statement as another; -1 for none. */
  public final int declaredWith(int field) {
    for (int other : units.children(units.parent(field))) {
      if (other != field && units.begin(other) == units.begin(field)) {
        return other;
      }
    }
    return -1;
  }

  /** What a type extends or implements directly, local classes inside it counted in. */
  public final List<Integer> supertypes(int sub) {
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

  public final List<Integer> directSubtypes(int base) {
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
  public final boolean isSubtype(int sub, int base) {
    return sub == base || isObject(units, base) || allSupertypes(sub).contains(base);
  }

  /** Whether a type is the one that every other inherits from, though no source says so. */
  public static boolean isObject(Units units, int type) {
    return units.has(type, Trait.FOREIGN) && units.name(type).equals("java.lang.Object");
  }

  /** All types that a type inherits from. */
  public final Set<Integer> allSupertypes(int sub) {
    return chain(sub, this::supertypes);
  }

  /** All types that inherit from the type, itself not included. */
  public final Set<Integer> subtypes(int base) {
    return chain(base, this::directSubtypes);
  }

  private static Set<Integer> chain(int start, IntFunction<List<Integer>> next) {
    Set<Integer> seen = new TreeSet<>();
    List<Integer> queue = new ArrayList<>(next.apply(start));
    for (int at = 0; at < queue.size(); at++) {
      if (seen.add(queue.get(at))) {
        queue.addAll(next.apply(queue.get(at)));
      }
    }
    return seen;
  }

  /** Whether a file imports all of a package; told by the survey, so that no text need be read. */
  public final boolean importsAll(int inFile, String packageName) {
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
  public final Site declaration(int unit) {
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
  public final boolean isNamed(int user, int reference, String word) {
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
  public final boolean isQualified(int inFile, int offset) {
    String text = text(inFile);
    if (offset > 0 && text.charAt(offset - 1) == '.') {
      return true;
    }
    JavaTokens of = tokens(inFile);
    int token = of.from(offset);
    return token < of.size() && of.begin(token) == offset && of.is(token - 1, ".");
  }

  /** The parameters that a type declares. */
  public final List<TypeVariables.Variable> typeVariables(int type) {
    JavaTokens tokens = tokens(units.fileOf(type));
    return TypeVariables.of(tokens, tokens.from(units.nameAt(type)) + 1);
  }
}

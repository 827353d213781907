package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.ImportStyle;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import java.util.List;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** A source that a step makes beside one that is there: where it lies, and what it imports. */
final class NewSource {
  private static final Pattern NAME =
      Pattern.compile("(?:[\\p{L}_$][\\p{L}\\d_$]*\\.)*[\\p{L}_$][\\p{L}\\d_$]*");

  private final SourceView code;
  private final Units units;
  private final int beside;
  private final String packageName;
  private final String simpleName;

  /** The static imports. */
  private final TreeSet<String> statics = new TreeSet<>();

  /** The full names that are imported, by their simple ones. */
  private final TreeMap<String, String> imports = new TreeMap<>();

  /**
   * A source for an outermost type.
   *
   * @param beside the file whose folder of sources it goes into
   * @param name the full name of its type
   */
  NewSource(SourceView code, int beside, String name) {
    this.code = code;
    this.units = code.units();
    this.beside = beside;
    int dot = name.lastIndexOf('.');
    this.packageName = dot < 0 ? "" : name.substring(0, dot);
    this.simpleName = name.substring(dot + 1);
  }

  /** Where it lies; null where the other file does not lie where its package says. */
  String path() {
    String path = units.name(beside);
    String folder = path.substring(0, path.lastIndexOf('/') + 1);
    String of = code.packageBefore(beside);
    String inside = of.isEmpty() ? "" : of.replace('.', '/') + "/";
    if (!folder.endsWith(inside) || !("/" + folder).endsWith("/" + inside)) {
      return null;
    }
    String top = folder.substring(0, folder.length() - inside.length());
    String into = packageName.isEmpty() ? "" : packageName.replace('.', '/') + "/";
    return top + into + simpleName + ".java";
  }

  /** Whether its type has a name, and a place where it lies. */
  boolean isPossible() {
    return NAME.matcher(name()).matches() && path() != null;
  }

  /** Refuses an outermost type that cannot be called that, or is there already. */
  void judge(Rewriting rewriting, Site site) {
    boolean nested = units.find(packageName, Level.TYPE) >= 0;
    boolean known = units.find(name(), Level.TYPE) >= 0;
    if (nested || !isPossible()) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          "'" + name() + "' cannot be the full name of a new outermost type here.",
          site);
    } else if (known || code.sources().exists(path())) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH, "There is " + (known ? name() : path()) + " already.", site);
    }
  }

  private String name() {
    return packageName.isEmpty() ? simpleName : packageName + "." + simpleName;
  }

  /** A type as documentation in it names that: without the package where that is its own. */
  String shown(int type) {
    String full = units.name(type);
    boolean same = packageName.equals(code.packageBefore(type)) && !packageName.isEmpty();
    return same ? full.substring(packageName.length() + 1) : full;
  }

  String packageName() {
    return packageName;
  }

  String simpleName() {
    return simpleName;
  }

  /** Whether it imports a type by now. */
  boolean imports(String full) {
    return imports.containsValue(full);
  }

  /** Imports a static member, or with a star all of a type. */
  void addStatic(String name) {
    statics.add(name);
  }

  /** How types are written in it. */
  Naming naming() {
    return new Naming(code, this::in);
  }

  /** An outermost class as it is written here. */
  String in(String full) {
    int dot = full.lastIndexOf('.');
    String simple = full.substring(dot + 1);
    String around = dot < 0 ? "" : full.substring(0, dot);
    String known = imports.get(simple);
    if (simple.equals(simpleName) || known != null && !known.equals(full)) {
      return full;
    }
    if (!around.equals("java.lang") && !around.equals(packageName)) {
      imports.put(simple, full);
    }
    return simple;
  }

  /** The whole text around a type, which begins with its documentation. */
  Written text(Written type) {
    StringBuilder head = new StringBuilder(licence());
    if (!packageName.isEmpty()) {
      head.append("package ").append(packageName).append(";\n\n");
    }
    List<JavaHeader.Import> old = code.header(beside).imports();
    boolean first = !old.isEmpty() && old.get(0).isStatic();
    String plain = ImportStyle.of(code, beside).statements(imports.values(), "\n");
    plain += plain.isEmpty() ? "" : "\n";
    String ofMembers = statements("import static ", statics);
    head.append(first ? ofMembers + plain : plain + ofMembers);
    return Written.of(head.toString()).and(type);
  }

  /** A block of imports with the blank line behind it; empty for none. */
  private static String statements(String word, TreeSet<String> names) {
    StringBuilder all = new StringBuilder();
    names.forEach(name -> all.append(word).append(name).append(";\n"));
    return names.isEmpty() ? "" : all.append('\n').toString();
  }

  /** The comment that the other source begins with, if it has one. */
  private String licence() {
    JavaHeader header = code.header(beside);
    String text = code.text(beside);
    int first = code.tokens(beside).size() == 0 ? 0 : code.tokens(beside).begin(0);
    boolean ofPackage = header.packageStatementEnd() >= 0;
    String comment = text.substring(0, first).strip();
    boolean doc = comment.startsWith("/**") && !ofPackage;
    boolean apart = text.substring(0, first).replace("\r\n", "\n").endsWith("\n\n");
    return comment.isEmpty() || doc ? "" : comment.replace("\r\n", "\n") + (apart ? "\n\n" : "\n");
  }
}

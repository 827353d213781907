package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaHeader;
import java.util.Map;
import java.util.TreeMap;

/**
 * How a type is named in a file: by its simple name where that means it, with an import that is
 * added where there is room for one, else by its full name.
 */
public final class TypeNames {
  private final SourceView code;
  private final Units units;
  private final Map<Integer, ImportEdits> imports = new TreeMap<>();

  public TypeNames(SourceView code) {
    this.code = code;
    this.units = code.units();
  }

  /** The imports of a file, to be edited. */
  public ImportEdits imports(int file) {
    return imports.computeIfAbsent(file, f -> new ImportEdits(code, f));
  }

  /** Puts the imports into the edits of their files. */
  public void into(FileChanges changes) {
    imports.forEach((file, edits) -> edits.into(changes.in(file)));
  }

  /** The name of a type as it can be written in a file. */
  public String in(int file, int type) {
    int around = units.parent(type);
    if (around >= 0 && units.level(around) == Level.TYPE) {
      return in(file, around) + "." + units.simpleName(type);
    }
    String simple = units.simpleName(type);
    String full = units.name(type);
    if (isSeen(file, type)) {
      return simple;
    }
    if (means(file, simple, type) || code.packageBefore(type).isEmpty()) {
      return full;
    }
    imports(file).add(full);
    return simple;
  }

  /**
   * The name of an outermost class, also of one that no unit stands for, since no source names it.
   */
  public String in(int file, String full) {
    int known = units.find(full, Level.TYPE);
    if (known >= 0) {
      return in(file, known);
    }
    String simple = full.substring(full.lastIndexOf('.') + 1);
    String around = full.substring(0, Math.max(0, full.lastIndexOf('.')));
    boolean taken = means(file, simple, -1, full);
    if (around.isEmpty() || taken) {
      return full;
    }
    boolean seen =
        around.equals("java.lang")
            || code.packageBefore(file).equals(around)
            || imports(file).adds(full);
    for (JavaHeader.Import one : code.header(file).imports()) {
      seen |= !one.isStatic() && one.onDemand() && one.name().equals(around);
      seen |= !one.isStatic() && !one.onDemand() && one.name().equals(full);
    }
    if (!seen) {
      imports(file).add(full);
    }
    return simple;
  }

  /**
   * The name of a type that becomes an outermost one.
   *
   * @param type the type as it is so far
   * @param full its full name afterwards
   */
  public String moved(int file, int type, String full) {
    String simple = units.simpleName(type);
    String around = full.substring(0, Math.max(0, full.lastIndexOf('.')));
    boolean beside = around.equals(code.packageBefore(file));
    boolean taken = around.isEmpty() && !beside || means(file, simple, type, full);
    if (!taken && !beside && !imports(file).adds(full) && !isOnDemand(file, around, simple)) {
      imports(file).add(full);
    }
    return taken ? full : simple;
  }

  /** Whether a file imports all of a package, and nothing else that may have the simple name. */
  private boolean isOnDemand(int file, String around, String simple) {
    boolean all = false;
    boolean other = false;
    for (JavaHeader.Import one : code.header(file).imports()) {
      boolean onDemand = !one.isStatic() && one.onDemand();
      boolean its = one.name().equals(around);
      boolean ours = units.find(one.name(), Level.PACKAGE) >= 0;
      boolean has = !ours || units.find(one.name() + "." + simple, Level.TYPE) >= 0;
      all |= onDemand && its;
      other |= onDemand && !its && has;
    }
    return all && !other;
  }

  /**
   * The name of a type behind an annotation, which can be one of the type itself and may then not
   * stand before what is around it: a nested type is imported where there is room.
   */
  public String annotatedIn(int file, int type) {
    String simple = units.simpleName(type);
    boolean nested = units.level(units.parent(type)) == Level.TYPE;
    if (!nested || means(file, simple, type)) {
      return in(file, type);
    }
    if (code.header(file).imports().stream().noneMatch(i -> i.name().equals(units.name(type)))) {
      imports(file).add(units.name(type));
    }
    return simple;
  }

  /** Whether the simple name of an outermost type means it in the file as things are. */
  public boolean isSeen(int file, int type) {
    String around = code.packageBefore(type);
    String full = units.name(type);
    if (units.fileOf(type) == file || imports(file).adds(full)) {
      return true;
    }
    boolean onDemand = around.equals("java.lang");
    for (JavaHeader.Import one : code.header(file).imports()) {
      if (!one.isStatic() && !one.onDemand() && one.simpleName().equals(units.simpleName(type))) {
        return one.name().equals(full);
      }
      onDemand |= !one.isStatic() && one.onDemand() && one.name().equals(around);
    }
    boolean same = code.packageBefore(file).equals(around);
    return (same || onDemand) && !means(file, units.simpleName(type), type);
  }

  /** Whether the file has the simple name for something else: a type in it or in its package. */
  private boolean means(int file, String simple, int type) {
    return means(file, simple, type, units.name(type));
  }

  private boolean means(int file, String simple, int type, String full) {
    for (int inside : units.withAllInside(file)) {
      if (units.level(inside) == Level.TYPE
          && inside != type
          && units.simpleName(inside).equals(simple)) {
        return true;
      }
    }
    for (String added : imports(file).added()) {
      if (added.endsWith("." + simple) && !added.equals(full)) {
        return true;
      }
    }
    for (JavaHeader.Import one : code.header(file).imports()) {
      if (!one.isStatic()
          && !one.onDemand()
          && one.simpleName().equals(simple)
          && !one.name().equals(full)
          && !(type >= 0 && one.name().equals(units.name(type)))) {
        return true;
      }
    }
    int home = units.packageOf(file);
    for (int other : units.children(home)) {
      for (int top : units.level(other) == Level.FILE ? units.children(other) : new int[0]) {
        if (units.level(top) == Level.TYPE && top != type && units.simpleName(top).equals(simple)) {
          return true;
        }
      }
    }
    return usedFor(file, simple, type);
  }

  private boolean usedFor(int file, String simple, int type) {
    References references = code.references();
    for (int user : units.withAllInside(file)) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        int used = references.target(r);
        if (units.level(used) == Level.TYPE
            && used != type
            && references.kind(r) != Kind.MENTIONS
            && units.simpleName(used).equals(simple)
            && code.isNamed(user, r, simple)
            && !code.isQualified(file, references.at(r))) {
          return true;
        }
      }
    }
    return false;
  }
}

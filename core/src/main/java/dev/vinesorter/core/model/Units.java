package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The units of a survey, as parallel arrays indexed by unit.
 *
 * <pre>
 * module   package
 *    \     /
 *     file
 *      |
 *     type -- type (nested)
 *      |
 *    member
 * </pre>
 *
 * A file stands in one package and, beside that, in one module, because one package may be spread
 * over modules. A foreign type has its package as parent, since its file is not ours to see.
 */
public final class Units {
  private final StringTable strings;

  /** The unit around each unit, -1 for modules and packages; a parent's id may be larger. */
  private final int[] parent;

  private final byte[] level;

  /** String id: the last segment for types and members, the whole name for all others. */
  private final int[] name;

  /** See {@link Trait}. */
  private final int[] traits;

  /** For a file the unit of its module, else -1. */
  private final int[] module;

  /** First char of the declaration, its modifiers included, in the file's text; -1 if foreign. */
  private final int[] begin;

  /** One past the declaration's last char; -1 if foreign. */
  private final int[] end;

  /** First char of the token that names the unit in its declaration, or -1. */
  private final int[] nameAt;

  /** McCabe's number: one and the decisions in a member's body; 0 for what has none. */
  private final int[] complexity;

  /** String id of a method's return type or a field's type as written, or -1. */
  private final int[] type;

  /** String id of the first sentence of the documentation, or -1. */
  private final int[] doc;

  private final Facts facts;

  /** For a file the char offset of each line's first char, first line first; else null. */
  private final int[][] lineStarts;

  /** See {@link #children}: offsets and units as compressed rows; made when first asked for. */
  private volatile int[][] children;

  Units(UnitArrays of) {
    this.strings = of.strings();
    this.parent = of.parent();
    this.level = of.level();
    this.name = of.name();
    this.traits = of.traits();
    this.module = of.module();
    this.begin = of.begin();
    this.end = of.end();
    this.nameAt = of.nameAt();
    this.complexity = of.complexity();
    this.type = of.type();
    this.doc = of.doc();
    this.facts = of.facts();
    this.lineStarts = of.lineStarts();
  }

  /** Units over the columns of a {@link Columns} block; the arrays are not copied. */
  public static Units of(Columns c) {
    int size = c.parent().length;
    byte[] level = new byte[size];
    int[][] lineStarts = new int[size][];
    for (int unit = 0; unit < size; unit++) {
      level[unit] = (byte) c.level()[unit];
      int from = c.lineRow()[unit];
      int to = c.lineRow()[unit + 1];
      lineStarts[unit] = from == to ? null : java.util.Arrays.copyOfRange(c.lines(), from, to);
    }
    return new Units(
        new UnitArrays(
            c.strings(),
            c.parent(),
            level,
            c.name(),
            c.traits(),
            c.module(),
            c.begin(),
            c.end(),
            c.nameAt(),
            c.complexity(),
            c.type(),
            c.doc(),
            new Facts(c.strings(), c.factRow(), c.facts()),
            lineStarts));
  }

  /** The same as plain int columns, for keeping; shared where possible, so not to be changed. */
  public Columns columns() {
    int size = size();
    int[] levels = new int[size];
    int[] row = new int[size + 1];
    for (int unit = 0; unit < size; unit++) {
      levels[unit] = level[unit];
      row[unit + 1] = row[unit] + (lineStarts[unit] == null ? 0 : lineStarts[unit].length);
    }
    int[] lines = new int[row[size]];
    for (int unit = 0; unit < size; unit++) {
      if (lineStarts[unit] != null) {
        System.arraycopy(lineStarts[unit], 0, lines, row[unit], lineStarts[unit].length);
      }
    }
    return new Columns(
        strings,
        parent,
        levels,
        name,
        traits,
        module,
        begin,
        end,
        nameAt,
        complexity,
        type,
        doc,
        facts.columns()[0],
        facts.columns()[1],
        row,
        lines);
  }

  /**
   * Units as int columns: one cell a unit, but {@code lineRow} and {@code factRow}, which have one
   * more, {@code lines}, in which unit u's line starts are [lineRow[u], lineRow[u + 1]), and {@code
   * facts}, in which its facts stand alike.
   */
  public record Columns(
      StringTable strings,
      int[] parent,
      int[] level,
      int[] name,
      int[] traits,
      int[] module,
      int[] begin,
      int[] end,
      int[] nameAt,
      int[] complexity,
      int[] type,
      int[] doc,
      int[] factRow,
      int[] facts,
      int[] lineRow,
      int[] lines) {

    /** All but the strings, in this order. */
    public List<int[]> numbers() {
      return List.of(
          parent,
          level,
          name,
          traits,
          module,
          begin,
          end,
          nameAt,
          complexity,
          type,
          doc,
          factRow,
          facts,
          lineRow,
          lines);
    }
  }

  public int size() {
    return parent.length;
  }

  public Level level(int unit) {
    return Level.at(level[unit]);
  }

  public int parent(int unit) {
    return parent[unit];
  }

  public int traits(int unit) {
    return traits[unit];
  }

  public boolean has(int unit, Trait trait) {
    return trait.in(traits[unit]);
  }

  /** See {@link #begin}: half-open with {@link #end(int)}, in chars. */
  public int begin(int unit) {
    return begin[unit];
  }

  public int end(int unit) {
    return end[unit];
  }

  public int nameAt(int unit) {
    return nameAt[unit];
  }

  public int complexity(int unit) {
    return complexity[unit];
  }

  /** A method's return type or a field's type as written; empty where there is none. */
  public String type(int unit) {
    return strings.get(type[unit]);
  }

  /** The first sentence of the documentation; empty where there is none. */
  public String doc(int unit) {
    return strings.get(doc[unit]);
  }

  /** What is known of the insides of members. */
  public Facts facts() {
    return facts;
  }

  boolean hasType(int unit) {
    return type[unit] >= 0;
  }

  boolean hasDoc(int unit) {
    return doc[unit] >= 0;
  }

  int[] lineStarts(int unit) {
    return lineStarts[unit];
  }

  /** The last segment of a type's or member's name, the whole name of any other unit. */
  public String simpleName(int unit) {
    return strings.get(name[unit]);
  }

  /**
   * The unit's full name, as Javadoc writes it; a file is its path, a module {@code module:NAME}.
   */
  public String name(int unit) {
    switch (level(unit)) {
      case MEMBER:
        return name(parent[unit]) + "#" + simpleName(unit);
      case TYPE:
        int around = parent[unit];
        if (around >= 0 && level(around) != Level.TYPE) {
          around = packageOf(around);
        }
        String outer =
            around < 0 ? "" : level(around) == Level.TYPE ? name(around) : simpleName(around);
        return outer.isEmpty() ? simpleName(unit) : outer + "." + simpleName(unit);
      default:
        return simpleName(unit);
    }
  }

  /** The name as people read it: as {@link #name(int)}, but the package without a name says so. */
  public String label(int unit) {
    String name = name(unit);
    return name.isEmpty() ? "(unnamed package)" : name;
  }

  /** The file that holds the unit or is it; -1 for foreign units, packages and modules. */
  public int fileOf(int unit) {
    return ancestor(unit, Level.FILE);
  }

  /** The package that holds the unit or is it; -1 for modules. */
  public int packageOf(int unit) {
    return ancestor(unit, Level.PACKAGE);
  }

  /** The module that holds the unit or is it; -1 for packages and foreign units. */
  public int moduleOf(int unit) {
    int file = fileOf(unit);
    return file >= 0 ? module[file] : level(unit) == Level.MODULE ? unit : -1;
  }

  /** The outermost type around the unit or the unit itself; -1 where there is none. */
  public int topTypeOf(int unit) {
    int top = -1;
    for (int at = unit; at >= 0; at = parent[at]) {
      if (level(at) == Level.TYPE) {
        top = at;
      }
    }
    return top;
  }

  /** The nearest unit at or above this one that stands on the level, or -1. */
  public int ancestor(int unit, Level wanted) {
    if (wanted == Level.MODULE) {
      return moduleOf(unit);
    }
    int at = unit;
    while (at >= 0 && level[at] != wanted.ordinal()) {
      at = parent[at];
    }
    return at;
  }

  /**
   * What stands directly in a unit and holds another: a package in a module, an outermost type in a
   * package or file, else the unit below; -1 where there is nothing between.
   */
  public int childOf(int around, int unit) {
    switch (level(around)) {
      case MODULE:
        return packageOf(unit);
      case PACKAGE:
      case FILE:
        return topTypeOf(unit);
      default:
        int below = unit;
        while (below >= 0 && parent[below] != around) {
          below = parent[below];
        }
        return below;
    }
  }

  /** The units right inside a unit, ascending; a module has none, since packages lie across. */
  public int[] children(int unit) {
    if (children == null) {
      int[] offsets = new int[parent.length + 1];
      for (int around : parent) {
        offsets[around + 1] += around < 0 ? 0 : 1;
      }
      for (int at = 1; at < offsets.length; at++) {
        offsets[at] += offsets[at - 1];
      }
      int[] next = offsets.clone();
      int[] inside = new int[offsets[parent.length]];
      for (int child = 0; child < parent.length; child++) {
        if (parent[child] >= 0) {
          inside[next[parent[child]]++] = child;
        }
      }
      children = new int[][] {offsets, inside};
    }
    return Arrays.copyOfRange(children[1], children[0][unit], children[0][unit + 1]);
  }

  /** The unit and all that stands inside it, each unit before what it holds. */
  public List<Integer> withAllInside(int unit) {
    List<Integer> all = new ArrayList<>();
    all.add(unit);
    for (int next = 0; next < all.size(); next++) {
      for (int child : children(all.get(next))) {
        all.add(child);
      }
    }
    return all;
  }

  /** Whether {@code unit} is {@code around} or stands somewhere inside it. */
  public boolean inside(int unit, int around) {
    if (level(around) == Level.MODULE) {
      return moduleOf(unit) == around;
    }
    int at = unit;
    while (at >= 0 && at != around) {
      at = parent[at];
    }
    return at >= 0;
  }

  /** The unit with that full name, own before foreign, or -1. */
  public int find(String fullName) {
    return find(fullName, null);
  }

  /** The unit with that name on that level, own before foreign, or -1; null for any level. */
  public int find(String fullName, Level wanted) {
    int hash = fullName.indexOf('#');
    int dot = hash < 0 ? fullName.lastIndexOf('.') : -1;
    int whole = strings.find(fullName);
    int last = strings.find(fullName.substring((hash < 0 ? dot : hash) + 1));
    int foreign = -1;
    for (int unit = 0; unit < name.length; unit++) {
      if ((name[unit] == last || name[unit] == whole)
          && (wanted == null || level[unit] == wanted.ordinal())
          && name(unit).equals(fullName)) {
        if (!has(unit, Trait.FOREIGN)) {
          return unit;
        }
        foreign = foreign < 0 ? unit : foreign;
      }
    }
    return foreign;
  }

  /** Other units of the code base, on the same level, with the very same full name; ascending. */
  public List<Integer> namesakes(int unit) {
    return named(simpleName(unit)).stream()
        .filter(
            other ->
                other != unit
                    && level[other] == level[unit]
                    && fileOf(other) >= 0
                    && name(other).equals(name(unit)))
        .toList();
  }

  /** The units with that {@link #simpleName}, ascending. */
  public List<Integer> named(String simpleName) {
    List<Integer> found = new ArrayList<>();
    int id = strings.find(simpleName);
    for (int unit = 0; id >= 0 && unit < name.length; unit++) {
      if (name[unit] == id) {
        found.add(unit);
      }
    }
    return found;
  }

  /** The 1-based line of a char offset in a file; 0 where the file has no line table. */
  public int line(int file, int offset) {
    int[] starts = lineStarts[file];
    if (starts == null || offset < 0) {
      return 0;
    }
    int found = java.util.Arrays.binarySearch(starts, offset);
    return found >= 0 ? found + 1 : -found - 1;
  }

  /** The 1-based column of a char offset in a file, every char counting one. */
  public int column(int file, int offset) {
    int line = line(file, offset);
    return line == 0 ? 0 : offset - lineStarts[file][line - 1] + 1;
  }

  /** The number of lines of a file, or of the lines a declaration touches; 0 if foreign. */
  public int lines(int unit) {
    if (level(unit) == Level.FILE) {
      return lineStarts[unit] == null ? 0 : lineStarts[unit].length;
    }
    int file = fileOf(unit);
    if (file < 0 || begin[unit] < 0) {
      return 0;
    }
    return line(file, Math.max(begin[unit], end[unit] - 1)) - line(file, begin[unit]) + 1;
  }

  UnitArrays copy() {
    return new UnitArrays(
        strings,
        parent.clone(),
        level.clone(),
        name.clone(),
        traits.clone(),
        module.clone(),
        begin.clone(),
        end.clone(),
        nameAt.clone(),
        complexity,
        type,
        doc,
        facts,
        lineStarts.clone());
  }
}

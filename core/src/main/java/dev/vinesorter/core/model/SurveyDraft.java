package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntUnaryOperator;

/**
 * A survey in the making from another one: what a step of a plan changes is changed here, and
 * {@link #survey()} gives the outcome. Ids of units stay what they were, so a unit can be followed
 * through any number of steps; new units come after them.
 */
public final class SurveyDraft {
  record UnitArrays(
      StringTable strings,
      int[] parent,
      byte[] level,
      int[] name,
      int[] traits,
      int[] module,
      int[] begin,
      int[] end,
      int[] nameAt,
      int[] complexity,
      int[] type,
      int[] doc,
      int[][] lineStarts) {}

  private final Survey before;
  private final UnitArrays of;
  private final int[] targets;
  private final int[] offsets;

  /** String ids from the old table's size on stand for these. */
  private final List<String> newStrings = new ArrayList<>();

  private final List<NewUnit> newUnits = new ArrayList<>();

  private record NewText(int length, int[] lineStarts) {}

  /** The texts of files added here. */
  private final Map<Integer, NewText> newTexts = new HashMap<>();

  private record NewUnit(Level level, int parent, int name, int module, int traits) {}

  public SurveyDraft(Survey before) {
    this.before = before;
    this.of = before.units().copy();
    int[][] columns = before.references().columns();
    this.targets = columns[1].clone();
    this.offsets = columns[2].clone();
  }

  /** Adds a unit; a file's module is given, any other unit's is -1. */
  public int add(Level level, int parent, String name, int module, int traits) {
    newUnits.add(new NewUnit(level, parent, string(name), module, traits));
    return of.parent.length + newUnits.size() - 1;
  }

  /** Puts a unit of the old survey under another parent. */
  public void parent(int unit, int parent) {
    of.parent[unit] = parent;
  }

  /** Gives a unit of the old survey another simple name, or a file another path. */
  public void name(int unit, String name) {
    of.name[unit] = string(name);
  }

  public void traits(int unit, int traits) {
    of.traits[unit] = traits;
  }

  /**
   * Maps every offset of the unit's declaration and of the references that it makes. Where a
   * declaration begins is mapped on its own, since what is inserted there becomes part of it.
   */
  public void shift(int unit, IntUnaryOperator placeOfBegin, IntUnaryOperator place) {
    of.begin[unit] = of.begin[unit] < 0 ? -1 : placeOfBegin.applyAsInt(of.begin[unit]);
    of.end[unit] = of.end[unit] < 0 ? -1 : place.applyAsInt(of.end[unit]);
    of.nameAt[unit] = of.nameAt[unit] < 0 ? -1 : place.applyAsInt(of.nameAt[unit]);
    References references = before.references();
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      offsets[r] = offsets[r] < 0 ? -1 : place.applyAsInt(offsets[r]);
    }
  }

  /** The text of a file changed: its new length in chars and first char of each line. */
  public void lines(int file, int length, int[] starts) {
    if (file >= of.parent.length) {
      newTexts.put(file, new NewText(length, starts));
      return;
    }
    of.begin[file] = 0;
    of.end[file] = length;
    of.lineStarts[file] = starts;
  }

  private record NewReference(int user, int target, int at, int packed) {}

  private final List<NewReference> newReferences = new ArrayList<>();

  /** Adds a reference made by a unit that was itself added here; in ascending order of place. */
  public void reference(int user, int target, Kind kind, int begin, int end) {
    newReferences.add(
        new NewReference(user, target, begin, References.pack(kind, end - begin, false)));
  }

  /** Lets a reference name another unit; -1 takes it away. */
  public void target(int reference, int unit) {
    targets[reference] = unit;
  }

  /** The string's id; equal strings keep sharing one, on which finding units relies. */
  private int string(String text) {
    int old = of.strings.find(text);
    if (old >= 0) {
      return old;
    }
    int fresh = newStrings.indexOf(text);
    if (fresh < 0) {
      fresh = newStrings.size();
      newStrings.add(text);
    }
    return of.strings.size() + fresh;
  }

  public Survey survey() {
    int old = of.parent.length;
    int size = old + newUnits.size();
    byte[] level = Arrays.copyOf(of.level, size);
    int[] parent = Arrays.copyOf(of.parent, size);
    int[] name = Arrays.copyOf(of.name, size);
    int[] traits = Arrays.copyOf(of.traits, size);
    int[] module = filled(of.module, size);
    for (int n = old; n < size; n++) {
      NewUnit unit = newUnits.get(n - old);
      level[n] = (byte) unit.level.ordinal();
      parent[n] = unit.parent;
      name[n] = unit.name;
      traits[n] = unit.traits;
      module[n] = unit.module;
    }
    int[] begin = filled(of.begin, size);
    int[] end = filled(of.end, size);
    int[][] lineStarts = Arrays.copyOf(of.lineStarts, size);
    newTexts.forEach(
        (file, text) -> {
          begin[file] = 0;
          end[file] = text.length;
          lineStarts[file] = text.lineStarts;
        });
    Units units =
        new Units(
            strings(),
            parent,
            level,
            name,
            traits,
            module,
            begin,
            end,
            filled(of.nameAt, size),
            Arrays.copyOf(of.complexity, size),
            filled(of.type, size),
            filled(of.doc, size),
            lineStarts);
    return new Survey(units, references(size), before.problems(), before.unresolved());
  }

  private static int[] filled(int[] cells, int size) {
    int[] grown = Arrays.copyOf(cells, size);
    Arrays.fill(grown, cells.length, size, -1);
    return grown;
  }

  private StringTable strings() {
    if (newStrings.isEmpty()) {
      return of.strings;
    }
    // Old ids must keep their meaning, so the new strings are put behind.
    int[] offsets = Arrays.copyOf(of.strings.offsets(), of.strings.size() + newStrings.size() + 1);
    byte[][] parts = new byte[newStrings.size()][];
    int at = of.strings.size();
    for (int n = 0; n < parts.length; n++) {
      parts[n] = newStrings.get(n).getBytes(java.nio.charset.StandardCharsets.UTF_8);
      offsets[at + n + 1] = Math.addExact(offsets[at + n], parts[n].length);
    }
    byte[] block = Arrays.copyOf(of.strings.block(), offsets[offsets.length - 1]);
    for (int n = 0; n < parts.length; n++) {
      System.arraycopy(parts[n], 0, block, offsets[at + n], parts[n].length);
    }
    return StringTable.of(offsets, block);
  }

  /** The old rows without the references taken away, then the rows of the units added here. */
  private References references(int size) {
    References old = before.references();
    int[] packed = old.columns()[3];
    int room = targets.length + newReferences.size();
    int[] rows = new int[size + 1];
    int[] target = new int[room];
    int[] at = new int[room];
    int[] cells = new int[room];
    int kept = 0;
    for (int unit = 0; unit < size; unit++) {
      if (unit < of.parent.length) {
        for (int r = old.row(unit); r < old.row(unit + 1); r++) {
          if (targets[r] >= 0) {
            target[kept] = targets[r];
            at[kept] = offsets[r];
            cells[kept++] = packed[r];
          }
        }
      } else {
        for (NewReference added : newReferences) {
          if (added.user == unit) {
            target[kept] = added.target;
            at[kept] = added.at;
            cells[kept++] = added.packed;
          }
        }
      }
      rows[unit + 1] = kept;
    }
    return new References(
        rows, Arrays.copyOf(target, kept), Arrays.copyOf(at, kept), Arrays.copyOf(cells, kept));
  }
}

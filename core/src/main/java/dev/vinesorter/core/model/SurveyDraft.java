package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
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
  private final Survey before;
  private final UnitArrays of;

  private Facts facts;

  /** What each reference of the old survey names; that survey's own until one changes. */
  private int[] targets;

  /** Where each reference of the old survey stands; that survey's own until one changes. */
  private int[] offsets;

  /** References taken away. */
  private final BitSet gone = new BitSet();

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
    this.facts = of.facts();
    int[][] columns = before.references().columns();
    this.targets = columns[1];
    this.offsets = columns[2];
  }

  /** Adds a unit; a file's module is given, any other unit's is -1. */
  public int add(Level level, int parent, String name, int module, int traits) {
    newUnits.add(new NewUnit(level, parent, string(name), module, traits));
    return of.parent().length + newUnits.size() - 1;
  }

  /** Puts a unit of the old survey under another parent. */
  public void parent(int unit, int parent) {
    of.parent()[unit] = parent;
  }

  /** Gives a unit of the old survey another simple name, or a file another path. */
  public void name(int unit, String name) {
    of.name()[unit] = string(name);
  }

  /** Puts a file of the old survey into another module. */
  public void module(int file, int module) {
    of.module()[file] = module;
  }

  public void traits(int unit, int traits) {
    of.traits()[unit] = traits;
  }

  /**
   * Maps every offset of the unit's declaration and of the references that it makes. Where a
   * declaration begins is mapped on its own, since what is inserted there becomes part of it.
   */
  public void shift(int unit, IntUnaryOperator placeOfBegin, IntUnaryOperator place) {
    of.begin()[unit] = of.begin()[unit] < 0 ? -1 : placeOfBegin.applyAsInt(of.begin()[unit]);
    of.end()[unit] = of.end()[unit] < 0 ? -1 : place.applyAsInt(of.end()[unit]);
    of.nameAt()[unit] = of.nameAt()[unit] < 0 ? -1 : place.applyAsInt(of.nameAt()[unit]);
    if (facts == of.facts()) {
      facts = facts.copy();
    }
    facts.shift(unit, place);
    References references = before.references();
    if (offsets == references.columns()[2]) {
      offsets = offsets.clone();
    }
    for (int r = references.row(unit); r < references.row(unit + 1); r++) {
      offsets[r] = offsets[r] < 0 ? -1 : place.applyAsInt(offsets[r]);
    }
  }

  /** Lets a reference of a unit that was shifted stand elsewhere. */
  public void place(int reference, int offset) {
    offsets[reference] = offset;
  }

  /** The text of a file changed: its new length in chars and first char of each line. */
  public void lines(int file, int length, int[] starts) {
    if (file >= of.parent().length) {
      newTexts.put(file, new NewText(length, starts));
      return;
    }
    of.begin()[file] = 0;
    of.end()[file] = length;
    of.lineStarts()[file] = starts;
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
    gone.set(reference, unit < 0);
    if (unit >= 0 && targets == before.references().columns()[1]) {
      targets = targets.clone();
    }
    if (unit >= 0) {
      targets[reference] = unit;
    }
  }

  /** The string's id; equal strings keep sharing one, on which finding units relies. */
  private int string(String text) {
    int old = of.strings().find(text);
    if (old >= 0) {
      return old;
    }
    int fresh = newStrings.indexOf(text);
    if (fresh < 0) {
      fresh = newStrings.size();
      newStrings.add(text);
    }
    return of.strings().size() + fresh;
  }

  /** The survey with all the changes; the draft is spent then. */
  public Survey survey() {
    int old = of.parent().length;
    int size = old + newUnits.size();
    byte[] level = size == old ? of.level() : Arrays.copyOf(of.level(), size);
    int[] parent = filled(of.parent(), size);
    int[] name = filled(of.name(), size);
    int[] traits = filled(of.traits(), size);
    int[] module = filled(of.module(), size);
    for (int n = old; n < size; n++) {
      NewUnit unit = newUnits.get(n - old);
      level[n] = (byte) unit.level.ordinal();
      parent[n] = unit.parent;
      name[n] = unit.name;
      traits[n] = unit.traits;
      module[n] = unit.module;
    }
    int[] begin = filled(of.begin(), size);
    int[] end = filled(of.end(), size);
    int[][] lineStarts = size == old ? of.lineStarts() : Arrays.copyOf(of.lineStarts(), size);
    newTexts.forEach(
        (file, text) -> {
          begin[file] = 0;
          end[file] = text.length;
          lineStarts[file] = text.lineStarts;
        });
    StringTable strings = newStrings.isEmpty() ? of.strings() : of.strings().with(newStrings);
    Units units =
        new Units(
            new UnitArrays(
                strings,
                parent,
                level,
                name,
                traits,
                module,
                begin,
                end,
                filled(of.nameAt(), size),
                size == old ? of.complexity() : Arrays.copyOf(of.complexity(), size),
                filled(of.type(), size),
                filled(of.doc(), size),
                facts.with(strings),
                lineStarts));
    return new Survey(units, references(size), before.problems(), before.unresolved());
  }

  /** The cells with as many of -1 behind them as are needed. */
  private static int[] filled(int[] cells, int size) {
    if (cells.length == size) {
      return cells;
    }
    int[] grown = Arrays.copyOf(cells, size);
    Arrays.fill(grown, cells.length, size, -1);
    return grown;
  }

  /** The old rows without the references taken away, then the rows of the units added here. */
  private References references(int size) {
    References old = before.references();
    int[] rows = Arrays.copyOf(old.columns()[0], size + 1);
    int kept = old.size() - gone.cardinality();
    int next = gone.nextSetBit(0);
    int less = 0;
    for (int unit = 0; unit < of.parent().length && !gone.isEmpty(); unit++) {
      while (next >= 0 && next < old.row(unit + 1)) {
        less++;
        next = gone.nextSetBit(next + 1);
      }
      rows[unit + 1] -= less;
    }
    int room = kept + newReferences.size();
    int[] target = without(targets, room);
    int[] at = without(offsets, room);
    int[] packed = without(old.columns()[3], room);
    int end = kept;
    for (int unit = of.parent().length; unit < size; unit++) {
      for (NewReference added : newReferences) {
        if (added.user == unit) {
          target[end] = added.target;
          at[end] = added.at;
          packed[end++] = added.packed;
        }
      }
      rows[unit + 1] = end;
    }
    References made = new References(rows, target, at, packed);
    if (target == old.columns()[1]) {
      made.takeIndex(old);
    }
    return made;
  }

  /** The cells of references that stay, in an array of that size. */
  private int[] without(int[] cells, int room) {
    if (gone.isEmpty() && room == cells.length) {
      return cells;
    }
    int[] fresh = new int[room];
    int to = 0;
    int from = 0;
    while (from < cells.length) {
      int past = gone.nextSetBit(from);
      int length = (past < 0 ? cells.length : past) - from;
      System.arraycopy(cells, from, fresh, to, length);
      to += length;
      from += length + 1;
    }
    return fresh;
  }
}

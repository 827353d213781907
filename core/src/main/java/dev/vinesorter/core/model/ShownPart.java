package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * The part of a survey that looks and judgements are about: all but what the user leaves out of
 * them ({@link Trait#LEFT_OUT}), and what only that needs. Plans work on the whole survey, since
 * what is left out of a picture still names what moves.
 */
public final class ShownPart {
  private static final int GONE = -1;

  private final Survey whole;
  private final Units units;

  /** The new id of each unit, or {@link #GONE}. */
  private final int[] idOf;

  private int size;

  private ShownPart(Survey whole) {
    this.whole = whole;
    this.units = whole.units();
    this.idOf = new int[units.size()];
  }

  /** The part of a survey that is shown; the very survey where nothing is left out. */
  public static Survey of(Survey whole) {
    return whole.once(ShownPart.class, () -> worked(whole));
  }

  private static Survey worked(Survey whole) {
    Units units = whole.units();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.has(unit, Trait.LEFT_OUT)) {
        return new ShownPart(whole).survey();
      }
    }
    return whole;
  }

  private Survey survey() {
    number(needed());
    References references = references();
    Set<String> files = new HashSet<>();
    for (int unit = 0; unit < idOf.length; unit++) {
      if (units.level(unit) == Level.FILE && units.has(unit, Trait.LEFT_OUT)) {
        files.add(units.name(unit));
      }
    }
    List<Problem> problems = new ArrayList<>(whole.problems());
    problems.removeIf(problem -> files.contains(problem.file()));
    List<Survey.Unresolved> unresolved = new ArrayList<>(whole.unresolved());
    unresolved.removeIf(name -> files.contains(name.site().file()));
    return new Survey(Units.of(columns()), references, problems, unresolved);
  }

  /** Files that are shown with all in them, what they use, and what all that stands in. */
  private boolean[] needed() {
    boolean[] needed = new boolean[idOf.length];
    References references = whole.references();
    for (int unit = 0; unit < needed.length; unit++) {
      int file = units.fileOf(unit);
      if (file >= 0 && !units.has(file, Trait.LEFT_OUT)) {
        need(needed, unit);
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          int used = references.target(r);
          if (!units.has(used, Trait.LEFT_OUT)) {
            need(needed, used);
          }
        }
      }
    }
    return needed;
  }

  private void need(boolean[] needed, int unit) {
    int at = unit;
    while (at >= 0 && !needed[at]) {
      needed[at] = true;
      if (units.level(at) == Level.FILE && units.moduleOf(at) >= 0) {
        need(needed, units.moduleOf(at));
      }
      at = units.parent(at);
    }
  }

  private void number(boolean[] needed) {
    Arrays.fill(idOf, GONE);
    for (int unit = 0; unit < idOf.length; unit++) {
      if (needed[unit]) {
        idOf[unit] = size++;
      }
    }
  }

  private Units.Columns columns() {
    Units.Columns all = units.columns();
    int[][] lines = picked(all.lineRow(), all.lines());
    int[][] facts = picked(all.factRow(), all.facts());
    return new Units.Columns(
        all.strings(),
        ids(picked(all.parent())),
        picked(all.level()),
        picked(all.name()),
        picked(all.traits()),
        ids(picked(all.module())),
        picked(all.begin()),
        picked(all.end()),
        picked(all.nameAt()),
        picked(all.complexity()),
        picked(all.type()),
        picked(all.doc()),
        facts[0],
        facts[1],
        lines[0],
        lines[1]);
  }

  private int[] picked(int[] column) {
    int[] cells = new int[size];
    for (int unit = 0; unit < idOf.length; unit++) {
      if (idOf[unit] != GONE) {
        cells[idOf[unit]] = column[unit];
      }
    }
    return cells;
  }

  /** The rows, and cells in them, of the units that are needed; one past the last row has none. */
  private int[][] picked(int[] row, int[] cells) {
    int[] rows = new int[size + 1];
    IntList inRows = new IntList();
    for (int unit = 0; unit < idOf.length; unit++) {
      if (idOf[unit] != GONE) {
        for (int n = row(row, unit); n < row(row, unit + 1); n++) {
          inRows.add(cells[n]);
        }
        rows[idOf[unit] + 1] = inRows.size();
      }
    }
    return new int[][] {rows, inRows.toArray()};
  }

  private static int row(int[] row, int at) {
    return at < row.length ? row[at] : 0;
  }

  private int[] ids(int[] old) {
    for (int n = 0; n < old.length; n++) {
      old[n] = old[n] < 0 ? old[n] : idOf[old[n]];
    }
    return old;
  }

  private References references() {
    References all = whole.references();
    int[][] columns = all.columns();
    int[] rows = new int[size + 1];
    IntList target = new IntList();
    IntList at = new IntList();
    IntList packed = new IntList();
    for (int unit = 0; unit < idOf.length; unit++) {
      if (idOf[unit] == GONE) {
        continue;
      }
      for (int r = all.row(unit); r < all.row(unit + 1); r++) {
        if (idOf[all.target(r)] != GONE) {
          target.add(idOf[all.target(r)]);
          at.add(columns[2][r]);
          packed.add(columns[3][r]);
        }
      }
      rows[idOf[unit] + 1] = target.size();
    }
    return new References(rows, target.toArray(), at.toArray(), packed.toArray());
  }
}

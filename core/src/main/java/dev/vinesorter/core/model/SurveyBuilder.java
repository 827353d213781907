package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Collects the units and references of one reading and gives the {@link Survey}. Units of one level
 * with the same parent and name are the same unit.
 */
public final class SurveyBuilder {
  private record Key(int parent, Level level, String name) {}

  private final StringTable.Builder strings = new StringTable.Builder();
  private final Map<Key, Integer> known = new HashMap<>();
  private final IntList parent = new IntList();
  private final IntList level = new IntList();
  private final IntList name = new IntList();
  private final IntList traits = new IntList();
  private final IntList module = new IntList();
  private final IntList begin = new IntList();
  private final IntList end = new IntList();
  private final IntList nameAt = new IntList();
  private final IntList complexity = new IntList();
  private final IntList type = new IntList();
  private final IntList doc = new IntList();
  private final List<int[]> lineStarts = new ArrayList<>();

  private final IntList from = new IntList();
  private final IntList target = new IntList();
  private final IntList at = new IntList();
  private final IntList packed = new IntList();
  private final List<Problem> problems = new ArrayList<>();
  private final List<Survey.Unresolved> unresolved = new ArrayList<>();

  /** The unit, made on first mention without traits or span. */
  public int unit(Level unitLevel, int around, String simpleName) {
    Key key = new Key(around, unitLevel, simpleName);
    Integer found = known.get(key);
    if (found != null) {
      return found;
    }
    int unit = parent.size();
    known.put(key, unit);
    parent.add(around);
    level.add(unitLevel.ordinal());
    name.add(strings.add(simpleName));
    traits.add(0);
    module.add(-1);
    begin.add(-1);
    end.add(-1);
    nameAt.add(-1);
    complexity.add(0);
    type.add(-1);
    doc.add(-1);
    lineStarts.add(null);
    return unit;
  }

  /** Whether such a unit was mentioned. */
  public boolean knows(Level unitLevel, int around, String simpleName) {
    return known.containsKey(new Key(around, unitLevel, simpleName));
  }

  /** Adds traits, as bits, to those the unit has. */
  public void traits(int unit, int bits) {
    traits.set(unit, traits.get(unit) | bits);
  }

  /** The traits given so far. */
  public int traits(int unit) {
    return traits.get(unit);
  }

  /** The unit around it, or -1. */
  public int parent(int unit) {
    return parent.get(unit);
  }

  /** Where a unit is declared: half-open span in chars and the start of its naming token. */
  public void span(int unit, int first, int past, int naming) {
    begin.set(unit, first);
    end.set(unit, past);
    nameAt.set(unit, naming);
  }

  /** Completes a file: its module, its length in chars and the first char of each line. */
  public void file(int file, int inModule, int length, int[] starts) {
    module.set(file, inModule);
    begin.set(file, 0);
    end.set(file, length);
    lineStarts.set(file, starts);
  }

  public void type(int unit, String written) {
    type.set(unit, strings.add(written));
  }

  public void doc(int unit, String firstSentence) {
    doc.set(unit, strings.add(firstSentence));
  }

  public boolean isMember(int unit) {
    return level.get(unit) == Level.MEMBER.ordinal();
  }

  public int end(int unit) {
    return end.get(unit);
  }

  public int nameAt(int unit) {
    return nameAt.get(unit);
  }

  /** The 1-based line of a char offset in a file that was completed. */
  public int line(int file, int offset) {
    int found = java.util.Arrays.binarySearch(lineStarts.get(file), offset);
    return found >= 0 ? found + 1 : -found - 1;
  }

  /** The 1-based column of a char offset in a file that was completed. */
  public int column(int file, int offset) {
    return offset - lineStarts.get(file)[line(file, offset) - 1] + 1;
  }

  /** The decisions counted so far. */
  public int complexity(int unit) {
    return complexity.get(unit);
  }

  /** Counts more decisions in a member. */
  public void complexity(int unit, int more) {
    complexity.set(unit, complexity.get(unit) + more);
  }

  /** A use of {@code used} by {@code user}; the token is half-open in the user's file. */
  public void reference(int user, int used, Kind kind, int first, int past, boolean indirect) {
    from.add(user);
    target.add(used);
    at.add(first);
    packed.add(References.pack(kind, past - first, indirect));
  }

  public void problem(Problem problem) {
    problems.add(problem);
  }

  public void unresolved(String written, Site site) {
    unresolved.add(new Survey.Unresolved(written, site));
  }

  public Survey build() {
    int size = parent.size();
    byte[] levels = new byte[size];
    for (int unit = 0; unit < size; unit++) {
      levels[unit] = (byte) level.get(unit);
    }
    Units units =
        new Units(
            strings.build(),
            parent.toArray(),
            levels,
            name.toArray(),
            traits.toArray(),
            module.toArray(),
            begin.toArray(),
            end.toArray(),
            nameAt.toArray(),
            complexity.toArray(),
            type.toArray(),
            doc.toArray(),
            lineStarts.toArray(int[][]::new));
    problems.sort(
        Comparator.comparing(Problem::file)
            .thenComparing(Problem::line)
            .thenComparing(Problem::message));
    unresolved.sort(
        Comparator.comparing((Survey.Unresolved u) -> u.site().file())
            .thenComparing(u -> u.site().begin()));
    return new Survey(units, rows(size), distinct(problems), unresolved);
  }

  private static List<Problem> distinct(List<Problem> all) {
    Set<Problem> seen = new HashSet<>();
    List<Problem> kept = new ArrayList<>();
    for (Problem problem : all) {
      if (seen.add(problem)) {
        kept.add(problem);
      }
    }
    return kept;
  }

  /**
   * A counting sort by user, then each row by offset, kind and target: the order is the content's.
   */
  private References rows(int size) {
    int count = from.size();
    int[] rows = new int[size + 1];
    for (int r = 0; r < count; r++) {
      rows[from.get(r) + 1]++;
    }
    for (int unit = 0; unit < size; unit++) {
      rows[unit + 1] += rows[unit];
    }
    int[] next = rows.clone();
    int[] order = new int[count];
    for (int r = 0; r < count; r++) {
      order[next[from.get(r)]++] = r;
    }
    for (int unit = 0; unit < size; unit++) {
      sortRow(order, rows[unit], rows[unit + 1]);
    }
    int[] targets = new int[count];
    int[] offsets = new int[count];
    int[] cells = new int[count];
    for (int slot = 0; slot < count; slot++) {
      targets[slot] = target.get(order[slot]);
      offsets[slot] = at.get(order[slot]);
      cells[slot] = packed.get(order[slot]);
    }
    return new References(rows, targets, offsets, cells);
  }

  /** Insertion sort: a scan meets references nearly in order, so almost nothing moves. */
  private void sortRow(int[] order, int first, int past) {
    for (int slot = first + 1; slot < past; slot++) {
      int moving = order[slot];
      int hole = slot;
      while (hole > first && after(order[hole - 1], moving)) {
        order[hole] = order[hole - 1];
        hole--;
      }
      order[hole] = moving;
    }
  }

  private boolean after(int left, int right) {
    if (at.get(left) != at.get(right)) {
      return at.get(left) > at.get(right);
    }
    int kinds = Integer.compare(packed.get(left) & 127, packed.get(right) & 127);
    return kinds != 0 ? kinds > 0 : target.get(left) > target.get(right);
  }
}

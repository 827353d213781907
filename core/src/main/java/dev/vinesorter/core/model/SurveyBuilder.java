package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Arrays;
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
  private final Map<Integer, Facts.Draft> facts = new HashMap<>();

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

  public Level level(int unit) {
    return Level.at(level.get(unit));
  }

  /** The name it was made with. */
  public String name(int unit) {
    return strings.get(name.get(unit));
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

  /** The names of a member's parameters, in order. */
  public void parameters(int unit, List<String> names) {
    if (!names.isEmpty()) {
      factsOf(unit).parameters(names);
    }
  }

  /** The shape of a member's body. */
  public void shape(int unit, Shape shape) {
    factsOf(unit).shape(shape);
  }

  /** A decision that a member makes. */
  public void decision(int unit, Decision decision) {
    factsOf(unit).decision(decision);
  }

  private Facts.Draft factsOf(int unit) {
    return facts.computeIfAbsent(unit, u -> new Facts.Draft());
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

  /** A reference of another survey, its ends mapped to units of this one. */
  void reference(int user, int used, int first, int cell) {
    from.add(user);
    target.add(used);
    at.add(first);
    packed.add(cell);
  }

  /** Makes a unit as another survey has it, its parent and module mapped to units of this one. */
  int copy(Units units, int unit, int around, int inModule, int[] starts) {
    int made = unit(units.level(unit), around, units.simpleName(unit));
    traits.set(made, units.traits(unit));
    module.set(made, inModule);
    begin.set(made, units.begin(unit));
    end.set(made, units.end(unit));
    nameAt.set(made, units.nameAt(unit));
    complexity.set(made, units.complexity(unit));
    type.set(made, units.hasType(unit) ? strings.add(units.type(unit)) : -1);
    doc.set(made, units.hasDoc(unit) ? strings.add(units.doc(unit)) : -1);
    if (units.facts().has(unit)) {
      facts.put(made, Facts.Draft.of(units.facts(), unit));
    }
    lineStarts.set(made, starts);
    return made;
  }

  /** A use of {@code used} by {@code user}; the token is half-open in the user's file. */
  public void reference(int user, int used, Kind kind, int first, int past, boolean indirect) {
    from.add(user);
    target.add(used);
    at.add(first);
    packed.add(References.pack(kind, past - first, indirect));
  }

  /** A use of what has the name that stands there, where that is all that tells it. */
  public void likelyReference(int user, int used, Kind kind, int first, int past) {
    from.add(user);
    target.add(used);
    at.add(first);
    packed.add(References.likely(References.pack(kind, past - first, false)));
  }

  public void problem(Problem problem) {
    problems.add(problem);
  }

  public void unresolved(String written, Site site) {
    unresolved.add(new Survey.Unresolved(written, site));
  }

  /**
   * The survey. Its units and references stand in an order that is the content's own, whatever the
   * order in which they were mentioned: modules, packages and files by name, what is inside a unit
   * by place and name, foreign units behind our own. So equal content gives equal surveys.
   */
  public Survey build() {
    int[] order = order();
    int size = order.length;
    int[] place = new int[parent.size()];
    for (int unit = 0; unit < size; unit++) {
      place[order[unit]] = unit;
    }
    StringTable.Builder table = new StringTable.Builder();
    byte[] levels = new byte[size];
    int[][] columns = new int[10][size];
    int[][] starts = new int[size][];
    int[] factRow = new int[size + 1];
    IntList factCells = new IntList();
    for (int unit = 0; unit < size; unit++) {
      int old = order[unit];
      levels[unit] = (byte) level.get(old);
      columns[0][unit] = parent.get(old) < 0 ? -1 : place[parent.get(old)];
      columns[1][unit] = table.add(strings.get(name.get(old)));
      columns[2][unit] = traits.get(old);
      columns[3][unit] = module.get(old) < 0 ? -1 : place[module.get(old)];
      columns[4][unit] = begin.get(old);
      columns[5][unit] = end.get(old);
      columns[6][unit] = nameAt.get(old);
      columns[7][unit] = complexity.get(old);
      columns[8][unit] = type.get(old) < 0 ? -1 : table.add(strings.get(type.get(old)));
      columns[9][unit] = doc.get(old) < 0 ? -1 : table.add(strings.get(doc.get(old)));
      if (facts.containsKey(old)) {
        facts.get(old).put(factCells, table);
      }
      factRow[unit + 1] = factCells.size();
      starts[unit] = lineStarts.get(old);
    }
    StringTable built = table.build();
    Units units =
        new Units(
            new UnitArrays(
                built,
                columns[0],
                levels,
                columns[1],
                columns[2],
                columns[3],
                columns[4],
                columns[5],
                columns[6],
                columns[7],
                columns[8],
                columns[9],
                new Facts(built, factRow, factCells.toArray()),
                starts));
    problems.sort(
        Comparator.comparing(Problem::file)
            .thenComparing(Problem::line)
            .thenComparing(Problem::message)
            .thenComparing(Problem::code));
    unresolved.sort(
        Comparator.comparing((Survey.Unresolved u) -> u.site().file())
            .thenComparing(u -> u.site().begin())
            .thenComparing(Survey.Unresolved::name));
    return new Survey(units, rows(place, size), distinct(problems), unresolved);
  }

  /** The units in the order of the survey: whole levels after each other, outer types first. */
  private int[] order() {
    int size = parent.size();
    boolean[] counts = counts();
    List<List<Integer>> ranks = new ArrayList<>();
    for (int unit = 0; unit < size; unit++) {
      if (!counts[unit]) {
        continue;
      }
      int rank = level.get(unit);
      if (rank >= Level.TYPE.ordinal()) {
        // Types go by nesting, so that a parent stands before what is in it; members come last.
        int around = parent.get(unit);
        while (rank < MEMBERS && around >= 0 && level.get(around) == Level.TYPE.ordinal()) {
          rank += level.get(unit) == Level.MEMBER.ordinal() ? MEMBERS : 1;
          around = parent.get(around);
        }
        rank = Math.min(rank, MEMBERS);
      }
      while (ranks.size() <= rank) {
        ranks.add(new ArrayList<>());
      }
      ranks.get(rank).add(unit);
    }
    int[] order = new int[size];
    int[] place = new int[size];
    int filled = 0;
    for (List<Integer> rank : ranks) {
      rank.sort(
          Comparator.comparing((Integer u) -> Trait.FOREIGN.in(traits.get(u)))
              .thenComparing(u -> parent.get(u) < 0 ? -1 : place[parent.get(u)])
              .thenComparing(u -> level.get(u) >= Level.TYPE.ordinal() ? begin.get(u) : 0)
              .thenComparing(u -> strings.get(name.get(u))));
      for (int unit : rank) {
        place[unit] = filled;
        order[filled++] = unit;
      }
    }
    return Arrays.copyOf(order, filled);
  }

  /** Which units belong to the survey: our own, and of libraries what is used and is around it. */
  private boolean[] counts() {
    boolean[] counts = new boolean[parent.size()];
    for (int unit = 0; unit < counts.length; unit++) {
      counts[unit] = !Trait.FOREIGN.in(traits.get(unit));
    }
    for (int r = 0; r < target.size(); r++) {
      for (int unit = target.get(r); unit >= 0 && !counts[unit]; unit = parent.get(unit)) {
        counts[unit] = true;
      }
    }
    return counts;
  }

  /** The rank of members, behind types however deep they are nested. */
  private static final int MEMBERS = 1000;

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
  private References rows(int[] place, int size) {
    int count = from.size();
    int[] rows = new int[size + 1];
    for (int r = 0; r < count; r++) {
      rows[place[from.get(r)] + 1]++;
    }
    for (int unit = 0; unit < size; unit++) {
      rows[unit + 1] += rows[unit];
    }
    int[] next = rows.clone();
    int[] targets = new int[count];
    int[] offsets = new int[count];
    int[] cells = new int[count];
    for (int r = 0; r < count; r++) {
      int slot = next[place[from.get(r)]]++;
      targets[slot] = place[target.get(r)];
      offsets[slot] = at.get(r);
      cells[slot] = packed.get(r);
    }
    for (int unit = 0; unit < size; unit++) {
      sortRow(targets, offsets, cells, rows[unit], rows[unit + 1]);
    }
    return new References(rows, targets, offsets, cells);
  }

  /** Insertion sort: a scan meets references nearly in order, so almost nothing moves. */
  private static void sortRow(int[] targets, int[] offsets, int[] cells, int first, int past) {
    for (int slot = first + 1; slot < past; slot++) {
      int movingTarget = targets[slot];
      int movingOffset = offsets[slot];
      int movingCell = cells[slot];
      int hole = slot;
      while (hole > first
          && after(
              offsets[hole - 1],
              cells[hole - 1],
              targets[hole - 1],
              movingOffset,
              movingCell,
              movingTarget)) {
        targets[hole] = targets[hole - 1];
        offsets[hole] = offsets[hole - 1];
        cells[hole] = cells[hole - 1];
        hole--;
      }
      targets[hole] = movingTarget;
      offsets[hole] = movingOffset;
      cells[hole] = movingCell;
    }
  }

  private static boolean after(
      int offset, int cell, int used, int otherOffset, int otherCell, int otherUsed) {
    if (offset != otherOffset) {
      return offset > otherOffset;
    }
    int kinds = Integer.compare(cell & 127, otherCell & 127);
    if (kinds != 0 || used != otherUsed) {
      return kinds != 0 ? kinds > 0 : used > otherUsed;
    }
    return cell > otherCell;
  }
}

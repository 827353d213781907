package dev.vinesorter.core.plan;

import static java.util.stream.Collectors.joining;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;

/** Compares the survey that a rehearsal foretold with a fresh one of the changed sources. */
public final class Forecast {
  private Forecast() {}

  /**
   * The dependencies between types and between packages, tests included, that only one of the two
   * surveys has, as lines for people; empty when the forecast is met.
   */
  public static List<String> differences(Survey foretold, Survey fresh) {
    List<String> lines = new ArrayList<>();
    for (Level level : List.of(Level.PACKAGE, Level.TYPE)) {
      List<String> labels = new ArrayList<>();
      Map<String, Integer> numbers = new HashMap<>();
      Set<Long> expected = pairs(foretold, level, labels, numbers);
      Set<Long> found = pairs(fresh, level, labels, numbers);
      missing(expected, found, labels)
          .forEach(pair -> lines.add("foretold but not there: " + pair));
      missing(found, expected, labels)
          .forEach(pair -> lines.add("there but not foretold: " + pair));
    }
    return lines;
  }

  /** The pairs of one side that the other has not, in words, ascending. */
  private static Set<String> missing(Set<Long> some, Set<Long> others, List<String> labels) {
    Set<String> missing = new TreeSet<>();
    for (long pair : some) {
      if (!others.contains(pair)) {
        missing.add(labels.get((int) (pair >>> 32)) + " -> " + labels.get((int) pair));
      }
    }
    return missing;
  }

  /**
   * The dependencies between units, as pairs of the numbers of their labels.
   *
   * @param labels by number; new ones are added
   * @param numbers by label
   */
  private static Set<Long> pairs(
      Survey survey, Level level, List<String> labels, Map<String, Integer> numbers) {
    LevelGraph graph = LevelGraph.of(survey, level, View.MAIN.withTests(true));
    int[] number = new int[graph.size()];
    for (int node = 0; node < number.length; node++) {
      String label = graph.label(node);
      Integer known = numbers.putIfAbsent(label, labels.size());
      number[node] = known == null ? labels.size() : known;
      if (known == null) {
        labels.add(label);
      }
    }
    Set<Long> pairs = new HashSet<>();
    for (int node = 0; node < number.length; node++) {
      for (int k = graph.graph().firstArc(node); k < graph.graph().firstArc(node + 1); k++) {
        pairs.add((long) number[node] << 32 | number[graph.graph().target(k)]);
      }
    }
    return pairs;
  }

  /**
   * The problems of a survey beyond those whose messages are known, each as often as it is. Where a
   * symbol was missed does not count, nor how many files import a package that is missing, nor
   * names that another language is known to declare.
   */
  public static List<Problem> newProblems(List<String> known, Survey fresh) {
    return newProblems(known, fresh.problems());
  }

  /**
   * The problems that one survey has beyond those of another; of several that say the same, those
   * in files where it was not said before.
   */
  public static List<Problem> newProblems(Survey before, Survey fresh) {
    Set<List<String>> places = new HashSet<>();
    before.problems().forEach(one -> places.add(List.of(one.file(), one.message())));
    List<Problem> knownFirst = new ArrayList<>(fresh.problems());
    knownFirst.sort(
        Comparator.comparing(one -> !places.contains(List.of(one.file(), one.message()))));
    return newProblems(before.problems().stream().map(Problem::message).toList(), knownFirst);
  }

  private static List<Problem> newProblems(List<String> known, List<Problem> fresh) {
    Map<String, Integer> left = new HashMap<>();
    known.forEach(message -> left.merge(plain(message), 1, Integer::sum));
    List<Problem> found = new ArrayList<>();
    for (Problem problem : fresh) {
      if (problem.code().equals(Problem.OTHER_LANGUAGE)) {
        continue;
      }
      String message = plain(problem.message());
      boolean again = left.containsKey(message) && MISSING.matcher(message).matches();
      if (!again && left.merge(message, -1, Integer::sum) < 0) {
        found.add(problem);
      }
    }
    return found;
  }

  private static final Pattern MISSING = Pattern.compile("package \\S+ does not exist");

  private static String plain(String message) {
    return message.lines().filter(line -> !line.startsWith("  location: ")).collect(joining("\n"));
  }

  /** A name that binds to another declaration than was foretold. */
  public record Rebinding(String file, int line, int column, String expected, String found) {}

  /**
   * Compares reference by reference, in the order they stand in each unit: kind and target must be
   * what was foretold. Imports and documentation are left out; they bind nothing in running code.
   * At most the first difference of each unit is given.
   */
  public static List<Rebinding> rebindings(Survey foretold, Survey fresh) {
    int[] same = sameUnits(foretold.units(), fresh.units());
    boolean[] met = new boolean[fresh.units().size()];
    List<Rebinding> found = new ArrayList<>();
    String[] expectedNames = new String[same.length];
    String[] freshNames = new String[met.length];
    for (int unit = 0; unit < same.length; unit++) {
      if (hasReferences(foretold, unit)) {
        if (same[unit] >= 0) {
          met[same[unit]] = true;
        }
        if (!bindsAlike(foretold, unit, fresh, same)) {
          compare(foretold, unit, expectedNames, fresh, same[unit], freshNames, found);
        }
      }
    }
    for (int unit = 0; unit < met.length; unit++) {
      if (!met[unit] && hasReferences(fresh, unit)) {
        compare(foretold, -1, expectedNames, fresh, unit, freshNames, found);
      }
    }
    return found;
  }

  private static boolean hasReferences(Survey survey, int unit) {
    return survey.references().row(unit) < survey.references().row(unit + 1);
  }

  /** A unit by what it is in, its level and its simple name. */
  private record Key(int around, Level level, String name) {}

  /** The unit of another survey that has the same full name and file, for each unit; or -1. */
  private static int[] sameUnits(Units some, Units others) {
    Map<Key, Integer> known = new HashMap<>();
    for (int unit = 0; unit < others.size(); unit++) {
      known.put(new Key(others.parent(unit), others.level(unit), others.simpleName(unit)), unit);
    }
    int[] same = new int[some.size()];
    Arrays.fill(same, UNKNOWN);
    for (int unit = 0; unit < same.length; unit++) {
      same(some, unit, known, same);
    }
    return same;
  }

  private static final int UNKNOWN = -2;

  private static int same(Units units, int unit, Map<Key, Integer> known, int[] same) {
    if (unit >= 0 && same[unit] == UNKNOWN) {
      int parent = units.parent(unit);
      int around = same(units, parent, known, same);
      Key key = new Key(around, units.level(unit), units.simpleName(unit));
      same[unit] = parent >= 0 && around < 0 ? -1 : known.getOrDefault(key, -1);
    }
    return unit < 0 ? -1 : same[unit];
  }

  /**
   * Whether a unit's names bind to the same units one after the other. No answer is "perhaps":
   * those of one token may stand in another order.
   */
  private static boolean bindsAlike(Survey foretold, int unit, Survey fresh, int[] same) {
    if (same[unit] < 0) {
      return false;
    }
    References left = foretold.references();
    References right = fresh.references();
    boolean imports = foretold.units().level(unit) == Level.FILE;
    int l = binding(left, imports, left.row(unit), left.row(unit + 1));
    int r = binding(right, imports, right.row(same[unit]), right.row(same[unit] + 1));
    int lastLeft = -1;
    int lastRight = -1;
    while (l < left.row(unit + 1) && r < right.row(same[unit] + 1)) {
      boolean alike =
          left.kind(l) == right.kind(r)
              && same[left.target(l)] == right.target(r)
              && (left.at(l) == lastLeft) == (right.at(r) == lastRight);
      if (!alike) {
        return false;
      }
      lastLeft = left.at(l);
      lastRight = right.at(r);
      l = binding(left, imports, l + 1, left.row(unit + 1));
      r = binding(right, imports, r + 1, right.row(same[unit] + 1));
    }
    return l == left.row(unit + 1) && r == right.row(same[unit] + 1);
  }

  /** The first reference from one on that binds code. */
  private static int binding(References references, boolean imports, int from, int past) {
    int at = from;
    while (at < past && !binds(references.kind(at), imports)) {
      at++;
    }
    return at;
  }

  /**
   * Whether a reference binds code.
   *
   * @param imports whether it is of a file itself, where types are named only on the way to what is
   *     imported, and imports may stand in another order afterwards
   */
  private static boolean binds(Kind kind, boolean imports) {
    return kind != Kind.IMPORTS && kind != Kind.MENTIONS && !(imports && kind == Kind.THROUGH);
  }

  private static void compare(
      Survey foretold,
      int unit,
      String[] expectedNames,
      Survey fresh,
      int match,
      String[] freshNames,
      List<Rebinding> found) {
    Cursor left = new Cursor(foretold, unit, expectedNames);
    Cursor right = new Cursor(fresh, match, freshNames);
    while (true) {
      String expected = left.next();
      String actual = right.next();
      if (expected.isEmpty() && actual.isEmpty()) {
        return;
      }
      if (!expected.equals(actual)) {
        Site site = actual.isEmpty() ? foretold.site(left.first) : fresh.site(right.first);
        found.add(
            new Rebinding(
                site.file(),
                site.line(),
                site.column(),
                expected.isEmpty() ? "nothing" : expected,
                actual.isEmpty() ? "nothing" : actual));
        return;
      }
    }
  }

  /** Walks the references of one unit that bind code, those of one token at a time. */
  private static final class Cursor {
    private final Survey survey;
    private final String[] names;
    private final boolean imports;
    private final int past;
    private int at;
    private int first;

    Cursor(Survey survey, int unit, String[] names) {
      this.survey = survey;
      this.names = names;
      this.imports = unit >= 0 && survey.units().level(unit) == Level.FILE;
      References references = survey.references();
      this.at = unit < 0 ? 0 : references.row(unit);
      this.past = unit < 0 ? 0 : references.row(unit + 1);
    }

    /** What the next token binds to, in words; empty at the end. */
    String next() {
      References references = survey.references();
      TreeSet<String> bound = new TreeSet<>();
      while (at < past && bound.isEmpty()) {
        first = at;
        do {
          Kind kind = references.kind(at);
          if (binds(kind, imports)) {
            bound.add(kind.word() + " " + name(references.target(at)));
          }
          at++;
        } while (at < past && references.at(at) == references.at(first));
      }
      return String.join(", ", bound);
    }

    private String name(int target) {
      if (names[target] == null) {
        names[target] = survey.units().name(target);
      }
      return names[target];
    }
  }
}

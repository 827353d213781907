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
import java.util.HashMap;
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
      Set<String> expected = pairs(foretold, level);
      Set<String> found = pairs(fresh, level);
      Set<String> missing = new TreeSet<>(expected);
      missing.removeAll(found);
      Set<String> extra = new TreeSet<>(found);
      extra.removeAll(expected);
      missing.forEach(pair -> lines.add("foretold but not there: " + pair));
      extra.forEach(pair -> lines.add("there but not foretold: " + pair));
    }
    return lines;
  }

  private static Set<String> pairs(Survey survey, Level level) {
    LevelGraph graph = LevelGraph.of(survey, level, View.MAIN.withTests(true));
    Set<String> pairs = new TreeSet<>();
    for (int node = 0; node < graph.size(); node++) {
      for (int k = graph.graph().firstArc(node); k < graph.graph().firstArc(node + 1); k++) {
        pairs.add(graph.label(node) + " -> " + graph.label(graph.graph().target(k)));
      }
    }
    return pairs;
  }

  /**
   * The problems of a survey beyond those whose messages are known, each as often as it is. Where a
   * symbol was missed does not count, nor how many files import a package that is missing.
   */
  public static List<Problem> newProblems(List<String> known, Survey fresh) {
    Map<String, Integer> left = new HashMap<>();
    known.forEach(message -> left.merge(plain(message), 1, Integer::sum));
    List<Problem> found = new ArrayList<>();
    for (Problem problem : fresh.problems()) {
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
    Map<String, Integer> freshUnits = new HashMap<>();
    Units units = fresh.units();
    for (int unit = 0; unit < units.size(); unit++) {
      if (fresh.references().row(unit) < fresh.references().row(unit + 1)) {
        freshUnits.put(key(units, unit), unit);
      }
    }
    List<Rebinding> found = new ArrayList<>();
    String[] expectedNames = new String[foretold.units().size()];
    String[] freshNames = new String[units.size()];
    for (int unit = 0; unit < foretold.units().size(); unit++) {
      if (foretold.references().row(unit) < foretold.references().row(unit + 1)) {
        Integer match = freshUnits.remove(key(foretold.units(), unit));
        compare(
            foretold, unit, expectedNames, fresh, match == null ? -1 : match, freshNames, found);
      }
    }
    for (int unit : new TreeSet<>(freshUnits.values())) {
      compare(foretold, -1, expectedNames, fresh, unit, freshNames, found);
    }
    return found;
  }

  private static String key(Units units, int unit) {
    return units.level(unit)
        + " "
        + units.name(unit)
        + " "
        + units.label(Math.max(0, units.fileOf(unit)));
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
    private final int past;
    private int at;
    private int first;

    Cursor(Survey survey, int unit, String[] names) {
      this.survey = survey;
      this.names = names;
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
          if (kind != Kind.IMPORTS && kind != Kind.MENTIONS) {
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

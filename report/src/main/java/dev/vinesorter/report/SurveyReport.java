package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.Counts;
import dev.vinesorter.core.structure.CycleGroups;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.Tidy;
import dev.vinesorter.core.structure.View;
import java.io.IOException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** What a survey found: how much there is, how it hangs together, and where it is worst. */
public final class SurveyReport {
  private static final int WORST = 8;
  private static final int COMPLEX = 15;

  private SurveyReport() {}

  /**
   * What is reported on.
   *
   * @param root the folder
   * @param survey what was read there
   * @param view which part of it counts
   * @param leftOut how many sources are left out of looks
   * @param seconds how long the reading took
   * @param misfits what is in the wrong place
   */
  public record Facts(
      String root, Survey survey, View view, int leftOut, double seconds, MisfitLines misfits) {
    /** How many units of each level the view hides. */
    Map<Level, Integer> hidden(Counts counts) {
      Map<Level, Integer> hidden = new EnumMap<>(Level.class);
      Counts all =
          view.tidy().hidden().isEmpty() ? counts : Counts.of(survey, view.with(Tidy.NONE));
      for (Level level : Level.values()) {
        hidden.put(level, all.units().get(level) - counts.units().get(level));
      }
      return hidden;
    }
  }

  /** The figures as JSON; see {@code docs/formats.md}. */
  public static String json(Facts facts) {
    Survey survey = facts.survey;
    Counts counts = Counts.of(survey, facts.view);
    return Json.document(
        json -> {
          json.writeStringField("root", facts.root);
          counts(json, survey, counts);
          facts.misfits.jsonByKind(json, "misfits");
          json.writeObjectFieldStart("leftOut");
          json.writeNumberField("files", facts.leftOut);
          byLevel(json, "hidden", facts.hidden(counts));
          json.writeEndObject();
          json.writeNumberField("seconds", Math.round(facts.seconds * 1000) / 1000.0);
          json.writeArrayFieldStart("problems");
          for (Problem problem : survey.problems()) {
            json.writeStartObject();
            json.writeStringField("file", problem.file());
            json.writeNumberField("line", problem.line());
            json.writeStringField("code", problem.code());
            json.writeStringField("message", problem.message());
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  /** Units, dependencies, unresolved names and cycles: the part that a rehearsal shows twice. */
  static void counts(JsonGenerator json, Survey survey, Counts counts) throws IOException {
    byLevel(json, "units", counts.units());
    byLevel(json, "dependencies", counts.dependencies());
    json.writeObjectFieldStart("unresolved");
    json.writeNumberField("references", survey.unresolved().size());
    json.writeNumberField("share", Math.round(unresolvedShare(survey) * 1e6) / 1e6);
    json.writeEndObject();
    json.writeObjectFieldStart("cycles");
    for (Level level : Level.values()) {
      json.writeObjectFieldStart(level.word());
      json.writeNumberField("groups", counts.cycleGroups().get(level));
      json.writeNumberField("units", counts.unitsInCycles().get(level));
      json.writeEndObject();
    }
    json.writeEndObject();
  }

  private static void byLevel(JsonGenerator json, String field, Map<Level, Integer> numbers)
      throws IOException {
    json.writeObjectFieldStart(field);
    for (Level level : Level.values()) {
      json.writeNumberField(level.word(), numbers.get(level));
    }
    json.writeEndObject();
  }

  /** Unresolved names over all names that bind to a unit or should. */
  static double unresolvedShare(Survey survey) {
    long named = 0;
    for (int r = 0; r < survey.references().size(); r++) {
      Kind kind = survey.references().kind(r);
      named += kind != Kind.MENTIONS && kind != Kind.OVERRIDES ? 1 : 0;
    }
    long all = named + survey.unresolved().size();
    return all == 0 ? 0 : (double) survey.unresolved().size() / all;
  }

  /** The same for people. */
  public static void text(Page page, Facts facts, boolean verbose) {
    Survey survey = facts.survey;
    View view = facts.view;
    Counts counts = Counts.of(survey, view);
    Units units = survey.units();
    long lines = 0;
    int tests = 0;
    int files = 0;
    boolean[] shown = view.shown(survey);
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == Level.FILE) {
        tests += units.has(unit, Trait.TEST) ? 1 : 0;
        files += shown[unit] ? 1 : 0;
        lines += shown[unit] ? units.lines(unit) : 0;
      }
    }
    page.bold(facts.root).line();
    page.line(
        Page.count(files, "file", "files")
            + ", "
            + Page.count(lines, "line", "lines")
            + (view.tests()
                ? " with tests"
                : " of main code; " + Page.count(tests, "test file", "test files") + " beside it")
            + String.format(java.util.Locale.ROOT, "; read in %.1f s", facts.seconds));
    leftOut(page, facts, counts);
    page.line();
    List<List<String>> rows = new ArrayList<>();
    for (Level level : Level.values()) {
      int groups = counts.cycleGroups().get(level);
      rows.add(
          List.of(
              level.words(),
              Page.number(counts.units().get(level)),
              Page.number(counts.dependencies().get(level)),
              groups == 0 ? "-" : Page.number(groups),
              groups == 0 ? "-" : Page.number(counts.unitsInCycles().get(level))));
    }
    page.table(List.of("", "units", "dependencies", "cycle groups", "units in them"), rows);
    page.line();
    if (files == 0) {
      page.line("There are no sources here that can be read. Say where they are with --root DIR.");
      problems(page, survey, verbose);
      return;
    }
    worst(page, survey, view);
    misfits(page, facts.misfits);
    problems(page, survey, verbose);
    Level next = counts.cycleGroups().get(Level.PACKAGE) > 0 ? Level.PACKAGE : Level.TYPE;
    page.dim("Next: ").line("vinesort cycles --level " + next.word());
  }

  private static void leftOut(Page page, Facts facts, Counts counts) {
    List<String> parts = new ArrayList<>();
    if (facts.leftOut > 0) {
      parts.add(Page.count(facts.leftOut, "source", "sources") + " left out by pattern");
    }
    facts
        .hidden(counts)
        .forEach(
            (level, count) -> {
              if (count > 0 && level != Level.MEMBER) {
                parts.add(Page.count(count, level.word(), level.words()) + " hidden");
              }
            });
    if (!parts.isEmpty()) {
      page.line(String.join(", ", parts));
    }
  }

  private static void misfits(Page page, MisfitLines misfits) {
    if (!misfits.isEmpty()) {
      page.bold("In the wrong place: ")
          .line(Page.count(misfits.told().size(), "misfit", "misfits") + " (vinesort misfits)");
      page.line("  " + misfits.byKind());
      page.line();
    }
  }

  private record Spot(String what, String where) {}

  private static void worst(Page page, Survey survey, View view) {
    List<Spot> places = new ArrayList<>();
    for (Level level : List.of(Level.PACKAGE, Level.FILE)) {
      LevelGraph graph = LevelGraph.of(survey, level, view);
      for (CycleGroups.Group group : graph.groups()) {
        if (places.size() < WORST / 2 + (level == Level.FILE ? 2 : 0)) {
          places.add(
              new Spot(
                  group.nodes().length
                      + " "
                      + level.words()
                      + " run in circles, "
                      + Page.count(group.dependencies(), "dependency", "dependencies")
                      + ", "
                      + Page.count(group.weight(), "site", "sites"),
                  names(graph, group)));
        }
      }
    }
    Units units = survey.units();
    TreeMap<Long, Integer> complex = new TreeMap<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.complexity(unit) > COMPLEX && (view.tests() || !units.has(unit, Trait.TEST))) {
        complex.put(-((long) units.complexity(unit) << 32) + unit, unit);
      }
    }
    for (int unit : complex.values()) {
      if (places.size() < WORST) {
        places.add(
            new Spot(
                "cyclomatic complexity " + units.complexity(unit) + ": " + units.name(unit),
                Place.of(units, unit).toString()));
      }
    }
    page.bold("Where it is worst").line();
    if (places.isEmpty()) {
      page.line("  No packages or files run in circles, and no member is very complex.");
    }
    int number = 1;
    for (Spot place : places) {
      page.line(String.format("  %d  %s", number++, place.what()));
      page.add("     ").dim(place.where()).line();
    }
    page.line();
  }

  private static String names(LevelGraph graph, CycleGroups.Group group) {
    StringBuilder names = new StringBuilder();
    for (int n = 0; n < group.nodes().length; n++) {
      String name = graph.label(group.nodes()[n]);
      if (graph.level() == Level.FILE) {
        name = name.substring(name.lastIndexOf('/') + 1);
      }
      if (names.length() + name.length() > 110 && n > 0) {
        return names + ", and " + (group.nodes().length - n) + " more";
      }
      names.append(n == 0 ? "" : ", ").append(name);
    }
    return names.toString();
  }

  private static void problems(Page page, Survey survey, boolean verbose) {
    List<Problem> problems = survey.problems();
    int unresolved = survey.unresolved().size();
    if (problems.isEmpty() && unresolved == 0) {
      return;
    }
    Map<String, Integer> byCode = new TreeMap<>();
    problems.forEach(problem -> byCode.merge(problem.code(), 1, Integer::sum));
    List<String> parts = new ArrayList<>();
    byCode.forEach((code, n) -> parts.add(n + " " + code));
    page.warn("Not read in full: ");
    page.add(parts.isEmpty() ? "" : "problems (" + String.join(", ", parts) + "); ");
    page.line(
        Page.count(unresolved, "name", "names")
            + String.format(
                java.util.Locale.ROOT, " unresolved (%.2f %%)", 100 * unresolvedShare(survey))
            + (verbose ? ":" : "; -v lists them."));
    if (unresolved > 0 && !verbose) {
      page.line("  If libraries are missing, name them with --classpath.");
    }
    if (verbose) {
      for (Problem problem : problems) {
        page.line("  " + place(problem) + problem.message().lines().findFirst().orElse(""));
      }
      for (Survey.Unresolved name : survey.unresolved()) {
        page.line(
            "  " + name.site().file() + ":" + name.site().line() + ": unresolved " + name.name());
      }
    }
    page.line();
  }

  private static String place(Problem problem) {
    if (problem.file().isEmpty()) {
      return "";
    }
    return problem.file() + (problem.line() > 0 ? ":" + problem.line() : "") + ": ";
  }
}

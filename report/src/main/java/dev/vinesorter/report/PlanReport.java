package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.structure.Counts;
import dev.vinesorter.core.structure.View;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** What a plan would do, or did. */
public final class PlanReport {
  private static final int SITES_SHOWN = 5;

  private PlanReport() {}

  /**
   * What is reported.
   *
   * @param plan the plan
   * @param steps the answer to each step
   * @param before the survey before
   * @param after the survey after: foretold by a rehearsal, fresh once applied
   * @param changes the files that change
   */
  public record Content(
      Plan plan, List<StepOutcome> steps, Survey before, Survey after, List<FileChange> changes) {
    boolean accepted() {
      return steps.stream().allMatch(StepOutcome::accepted);
    }
  }

  /**
   * How an application went.
   *
   * @param applied whether the sources are changed as the plan says
   * @param forecastMet whether the fresh survey is the foretold one
   * @param verified what the verify command said; null when there was none
   * @param journal the id under which it can be taken back; empty when not applied
   * @param objections why it was not applied, or not wholly, though every step was accepted
   * @param steps how many steps were carried out, those of the run before it among them
   * @param commits the commits made, by step
   * @param log what the verify command said; empty when there was none
   * @param instructions what the class files say; null when it did not come to that
   */
  public record Application(
      boolean applied,
      boolean forecastMet,
      Boolean verified,
      String journal,
      List<String> objections,
      int steps,
      List<String> commits,
      String log,
      Instructions instructions) {
    /** A plan of which nothing was carried out. */
    public static Application none(List<String> objections) {
      return new Application(false, false, null, "", objections, 0, List.of(), "", null);
    }

    /** The same, with what the class files say. */
    public Application with(Instructions proven) {
      return new Application(
          applied, forecastMet, verified, journal, objections, steps, commits, log, proven);
    }
  }

  /**
   * What the class files of edited sources say, before and after.
   *
   * @param same how many methods do the same
   * @param rewritten how many methods a step says that it rewrites
   * @param differ what differs without a step having said so, as sentences
   * @param outside paths of edited sources that could not be compared
   * @param unbound how many names in edited sources bind to nothing, so that nothing is proven of
   *     them
   * @param missing libraries that are not there, as a build names them
   */
  public record Instructions(
      int same,
      int rewritten,
      List<String> differ,
      List<String> outside,
      int unbound,
      List<String> missing) {
    /** Whether all of the edited code was proven. */
    public boolean isWhole() {
      return outside.isEmpty() && unbound == 0;
    }
  }

  /** A rehearsal as JSON; see {@code docs/formats.md}. */
  public static String json(Content content, View view) {
    return Json.document(json -> content(json, content, view));
  }

  /** An application as JSON. */
  public static String json(Content content, Application application, View view) {
    return Json.document(
        json -> {
          content(json, content, view);
          json.writeBooleanField("applied", application.applied());
          json.writeBooleanField("forecastMet", application.forecastMet());
          if (application.verified() == null) {
            json.writeNullField("verified");
          } else {
            json.writeBooleanField("verified", application.verified());
          }
          json.writeStringField("journal", application.journal());
          strings(json, "objections", application.objections());
          json.writeNumberField("stepsApplied", application.steps());
          strings(json, "commits", application.commits());
          json.writeStringField("verifyLog", application.log());
          if (application.instructions() == null) {
            json.writeNullField("instructions");
          } else {
            json.writeObjectFieldStart("instructions");
            json.writeNumberField("same", application.instructions().same());
            json.writeNumberField("rewritten", application.instructions().rewritten());
            strings(json, "differ", application.instructions().differ());
            strings(json, "outside", application.instructions().outside());
            json.writeNumberField("unbound", application.instructions().unbound());
            strings(json, "missing", application.instructions().missing());
            json.writeEndObject();
          }
        });
  }

  private static void content(JsonGenerator json, Content content, View view) throws IOException {
    json.writeStringField("title", content.plan().title());
    json.writeBooleanField("accepted", content.accepted());
    json.writeArrayFieldStart("steps");
    for (int n = 0; n < content.steps().size(); n++) {
      StepOutcome outcome = content.steps().get(n);
      json.writeStartObject();
      json.writeNumberField("step", n + 1);
      json.writeStringField("does", content.plan().steps().get(n).title());
      json.writeBooleanField("accepted", outcome.accepted());
      json.writeBooleanField("alreadyDone", outcome.done());
      json.writeArrayFieldStart("reasons");
      for (StepOutcome.Reason reason : outcome.reasons()) {
        json.writeStartObject();
        json.writeStringField("code", reason.code());
        json.writeStringField("message", reason.message());
        json.writeArrayFieldStart("sites");
        for (Site site : reason.sites()) {
          json.writeStartObject();
          json.writeStringField("file", site.file());
          json.writeNumberField("line", site.line());
          json.writeNumberField("column", site.column());
          json.writeEndObject();
        }
        json.writeEndArray();
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeArrayFieldStart("widened");
      for (StepOutcome.Widening widening : outcome.widened()) {
        json.writeStartObject();
        json.writeStringField("unit", widening.unit());
        json.writeStringField("to", widening.to());
        json.writeEndObject();
      }
      json.writeEndArray();
      strings(json, "along", outcome.along());
      strings(json, "offers", outcome.offers());
      json.writeArrayFieldStart("mentions");
      for (StepOutcome.Mention mention : outcome.mentions()) {
        json.writeStartObject();
        json.writeStringField("file", mention.site().file());
        json.writeNumberField("line", mention.site().line());
        json.writeNumberField("column", mention.site().column());
        json.writeStringField("name", mention.name());
        json.writeStringField("becomes", mention.becomes());
        json.writeBooleanField("changed", mention.changed());
        json.writeEndObject();
      }
      json.writeEndArray();
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeObjectFieldStart("before");
    SurveyReport.counts(json, content.before(), Counts.of(content.before(), view));
    json.writeEndObject();
    json.writeObjectFieldStart("after");
    SurveyReport.counts(json, content.after(), Counts.of(content.after(), view));
    json.writeEndObject();
    json.writeArrayFieldStart("files");
    for (FileChange change : content.changes()) {
      if (!change.oldPath().isEmpty()) {
        json.writeString(change.oldPath());
      }
      if (!change.newPath().isEmpty() && !change.newPath().equals(change.oldPath())) {
        json.writeString(change.newPath());
      }
    }
    json.writeEndArray();
  }

  private static void strings(JsonGenerator json, String field, List<String> texts)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (String text : texts) {
      json.writeString(text);
    }
    json.writeEndArray();
  }

  /** The plan and the answer to each step, for people. */
  public static void steps(Page page, Content content) {
    String title = content.plan().title();
    page.bold(title.isEmpty() ? "Plan" : title)
        .add(": " + Page.count(content.steps().size(), "step", "steps") + ", ");
    long refused = content.steps().stream().filter(step -> !step.accepted()).count();
    if (refused == 0) {
      page.line("accepted");
    } else {
      page.warn(refused + " refused").line();
    }
    for (int n = 0; n < content.steps().size(); n++) {
      StepOutcome outcome = content.steps().get(n);
      String word = !outcome.accepted() ? "refused" : outcome.done() ? "done before" : "ok";
      page.add(String.format("%4d  ", n + 1));
      if (outcome.accepted()) {
        page.add(word);
      } else {
        page.warn(word);
      }
      page.line("  " + content.plan().steps().get(n).title());
      for (StepOutcome.Widening widening : outcome.widened()) {
        page.line("          becomes " + widening.to() + ": " + widening.unit());
      }
      for (String along : outcome.along()) {
        page.line("          goes along: " + along);
      }
      for (String offer : outcome.offers()) {
        page.line("          " + offer);
      }
      mentions(page, outcome, true, "changed in text: ");
      mentions(page, outcome, false, "named in text, to be decided with 'mentions: change': ");
      for (StepOutcome.Reason reason : outcome.reasons()) {
        page.line("          " + reason.code() + ": " + reason.message());
        sites(page, reason.sites());
      }
    }
  }

  private static void mentions(Page page, StepOutcome outcome, boolean changed, String lead) {
    List<Site> sites =
        outcome.mentions().stream()
            .filter(mention -> mention.changed() == changed)
            .map(StepOutcome.Mention::site)
            .toList();
    if (!sites.isEmpty()) {
      page.line("          " + lead + Page.count(sites.size(), "place", "places"));
      sites(page, sites);
    }
  }

  private static void sites(Page page, List<Site> sites) {
    for (Site site : sites.subList(0, Math.min(SITES_SHOWN, sites.size()))) {
      page.line("            " + site.file() + ":" + site.line() + ":" + site.column());
    }
    if (sites.size() > SITES_SHOWN) {
      page.line("            and " + (sites.size() - SITES_SHOWN) + " more");
    }
  }

  /** The structure before and after, for people. */
  public static void structure(Page page, Content content, View view) {
    List<Level> levels = List.of(Level.PACKAGE, Level.FILE, Level.TYPE);
    Counts before = Counts.of(content.before(), view, levels);
    Counts after = Counts.of(content.after(), view, levels);
    List<List<String>> rows = new ArrayList<>();
    for (Level level : levels) {
      rows.add(row(level.words(), before.units().get(level), after.units().get(level)));
      rows.add(
          row(
              "dependencies of " + level.words(),
              before.dependencies().get(level),
              after.dependencies().get(level)));
      rows.add(
          row(
              level.words() + " in cycles",
              before.unitsInCycles().get(level),
              after.unitsInCycles().get(level)));
    }
    page.table(List.of("structure", "before", "after", ""), rows);
  }

  private static List<String> row(String what, int before, int after) {
    String change =
        before == after ? "" : (after > before ? "+" : "-") + Page.number(Math.abs(after - before));
    return List.of(what, Page.number(before), Page.number(after), change);
  }

  /** The files that change, for people. */
  public static void files(Page page, Content content, boolean all) {
    List<FileChange> changes = content.changes();
    page.bold(Page.count(changes.size(), "file", "files")).line();
    int most = all ? Integer.MAX_VALUE : 20;
    int shown = 0;
    for (FileChange change : changes) {
      if (shown++ == most) {
        page.dim("  and " + (changes.size() - most) + " more; -v lists them").line();
        break;
      }
      page.line("  " + change.title());
    }
  }
}

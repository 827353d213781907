package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Application;
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
    /** The same, with what the sources were read as afterwards. */
    public Content with(Survey fresh) {
      return new Content(plan, steps, before, fresh, changes);
    }

    boolean accepted() {
      return steps.stream().allMatch(StepOutcome::accepted);
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
          if (application.proven() == null) {
            json.writeNullField("instructions");
          } else {
            json.writeObjectFieldStart("instructions");
            json.writeNumberField("same", application.proven().same());
            json.writeNumberField("rewritten", application.proven().rewritten());
            strings(json, "differ", application.proven().differ());
            strings(json, "outside", application.proven().outside());
            json.writeNumberField("unbound", application.proven().unbound());
            strings(json, "missing", application.proven().missing());
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

package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.structure.Counts;
import dev.vinesorter.core.structure.View;
import java.io.IOException;
import java.util.List;

/** Plans that were searched for: their steps, what each gains, what they cost and what is left. */
public final class SuggestReport {
  private SuggestReport() {}

  /**
   * What stands after some steps of a plan.
   *
   * @param cycleWeight references on the cheapest cuts of the cycle groups of packages
   * @param breaches breaches of the trellis
   * @param misfits types that belong into another package
   */
  public record Standing(long cycleWeight, int breaches, int misfits) {
    /** Whether less of something is left than by another one. */
    public boolean isBetterThan(Standing other) {
      return cycleWeight < other.cycleWeight
          || breaches < other.breaches
          || misfits < other.misfits;
    }
  }

  /**
   * One plan, rehearsed.
   *
   * @param content the plan, the answers to its steps, the survey before and after
   * @param standings how things stand before the first step and after each
   * @param against how much names and company speak against each step, 0 to 1
   * @param becomePublic how many types and members would be less private
   * @param complete whether nothing of what was asked for is left
   * @param proven whether no plan of fewer steps comes to as much
   */
  public record Suggested(
      PlanReport.Content content,
      List<Standing> standings,
      List<Double> against,
      int becomePublic,
      boolean complete,
      boolean proven) {
    public Suggested {
      standings = List.copyOf(standings);
      against = List.copyOf(against);
    }

    private Standing before() {
      return standings.get(0);
    }

    private Standing after() {
      return standings.get(standings.size() - 1);
    }
  }

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(List<String> goals, List<Suggested> plans, View view) {
    return Json.document(
        json -> {
          json.writeArrayFieldStart("goals");
          for (String goal : goals) {
            json.writeString(goal);
          }
          json.writeEndArray();
          json.writeArrayFieldStart("plans");
          for (Suggested plan : plans) {
            json(json, plan, view);
          }
          json.writeEndArray();
        });
  }

  private static void json(JsonGenerator json, Suggested plan, View view) throws IOException {
    json.writeStartObject();
    json.writeStringField("title", plan.content.plan().title());
    json.writeArrayFieldStart("steps");
    for (Step step : plan.content.plan().steps()) {
      StepText.json(json, step);
    }
    json.writeEndArray();
    json.writeArrayFieldStart("gain");
    for (int n = 1; n < plan.standings.size(); n++) {
      Standing was = plan.standings.get(n - 1);
      Standing now = plan.standings.get(n);
      json.writeStartObject();
      json.writeNumberField("step", n);
      json.writeNumberField("cycleWeight", was.cycleWeight - now.cycleWeight);
      json.writeNumberField("breaches", was.breaches - now.breaches);
      json.writeNumberField("misfits", was.misfits - now.misfits);
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeObjectFieldStart("left");
    json.writeNumberField("cycleWeight", plan.after().cycleWeight);
    json.writeNumberField("breaches", plan.after().breaches);
    json.writeNumberField("misfits", plan.after().misfits);
    json.writeEndObject();
    json.writeObjectFieldStart("cost");
    json.writeNumberField("steps", plan.content.plan().steps().size());
    json.writeNumberField("files", plan.content.changes().size());
    json.writeNumberField("becomePublic", plan.becomePublic);
    json.writeEndObject();
    json.writeObjectFieldStart("before");
    SurveyReport.counts(json, plan.content.before(), Counts.of(plan.content.before(), view));
    json.writeEndObject();
    json.writeObjectFieldStart("after");
    SurveyReport.counts(json, plan.content.after(), Counts.of(plan.content.after(), view));
    json.writeEndObject();
    json.writeBooleanField("complete", plan.complete);
    json.writeBooleanField("proven", plan.proven);
    json.writeEndObject();
  }

  /** For people. */
  public static void text(Page page, List<Suggested> plans, View view) {
    int number = 1;
    for (Suggested plan : plans) {
      page.bold(plans.size() == 1 ? "A plan" : "Plan " + number++)
          .line(
              " of "
                  + Page.count(plan.content.plan().steps().size(), "step", "steps")
                  + ", "
                  + Page.count(plan.content.changes().size(), "file", "files")
                  + (plan.becomePublic == 0
                      ? ", nothing becomes less private"
                      : ", "
                          + plan.becomePublic
                          + (plan.becomePublic == 1 ? " becomes" : " become")
                          + " less private"));
      page.line("  as it is: " + standing(plan.before()));
      for (int n = 1; n < plan.standings.size(); n++) {
        Step step = plan.content.plan().steps().get(n - 1);
        page.add(String.format("  %2d  ", n)).warn(step.title()).line();
        page.line("      " + standing(plan.standings.get(n)));
        double against = plan.against.get(n - 1);
        page.dim(
                "      "
                    + (against < .05
                        ? "name and company are for it"
                        : "name and company are divided"))
            .line();
      }
      page.line(
          plan.complete
              ? "  nothing is left of it"
                  + (plan.proven
                      ? "; no plan of fewer steps does as much"
                      : "; a shorter plan was not found, which proves nothing")
              : "  the rest is left: no more moves were found that are worth their cost");
      page.line();
      PlanReport.structure(page, plan.content, view);
      page.line();
    }
    page.dim("Next: ")
        .line(
            "vinesort suggest --plan FILE writes the first; then 'vinesort rehearse FILE --diff'");
  }

  private static String standing(Standing at) {
    return (at.cycleWeight == 0
            ? "no package cycle"
            : Page.count(at.cycleWeight, "reference", "references") + " to cut in package cycles")
        + (at.breaches == 0 ? "" : ", " + Page.count(at.breaches, "breach", "breaches"))
        + (at.misfits == 0
            ? ""
            : ", "
                + Page.count(at.misfits, "type in the wrong package", "types in wrong packages"));
  }

  /** A plan as a file, with what each step gains as a comment. */
  public static String plan(Suggested plan) {
    StringBuilder text = new StringBuilder("title: ").append(plan.content.plan().title());
    text.append("\nsteps:\n");
    for (int n = 1; n < plan.standings.size(); n++) {
      text.append("  # then: ").append(standing(plan.standings.get(n))).append('\n');
      text.append(StepText.yaml(plan.content.plan().steps().get(n - 1)));
    }
    return text.toString();
  }
}

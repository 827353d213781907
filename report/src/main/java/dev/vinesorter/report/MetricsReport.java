package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.measure.Cohesion;
import dev.vinesorter.core.measure.Limits;
import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.measure.Metric;
import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What is beyond its limit, ranked so that one sees where to begin. */
public final class MetricsReport {
  private static final int SHOWN = 25;
  private static final int PART_MEMBERS = 5;

  private MetricsReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(
      Survey survey,
      Measures measures,
      Limits limits,
      List<Measures.Figure> figures,
      MisfitLines misfits) {
    return Json.document(
        json -> {
          json.writeArrayFieldStart("figures");
          for (Measures.Figure figure : figures) {
            figure(json, survey, figure, misfits);
          }
          json.writeEndArray();
          json.writeNumberField("over", measures.over().size());
          Measures.Totals totals = measures.totals();
          json.writeObjectFieldStart("totals");
          json.writeNumberField("lines", totals.lines());
          json.writeNumberField("types", totals.types());
          json.writeNumberField("overPerThousandLines", rounded(totals.overPerThousandLines()));
          json.writeNumberField("shareOfLinesOver", rounded(totals.linesOver()));
          json.writeNumberField("shareOfTypesInCycles", rounded(totals.typesInCycles()));
          json.writeNumberField("typesNeededByAType", rounded(totals.meanNeeds()));
          json.writeEndObject();
          json.writeObjectFieldStart("limits");
          for (Metric metric : Metric.values()) {
            if (!Double.isInfinite(limits.of(metric))) {
              json.writeNumberField(metric.key(), limits.of(metric));
            }
          }
          json.writeEndObject();
        });
  }

  private static double rounded(double value) {
    return Math.round(value * 10_000) / 10_000.0;
  }

  static void figure(JsonGenerator json, Survey survey, Measures.Figure figure) throws IOException {
    figure(json, survey, figure, null);
  }

  /** Writes a figure; with the kinds of misfits that its unit is, where these are given. */
  private static void figure(
      JsonGenerator json, Survey survey, Measures.Figure figure, MisfitLines misfits)
      throws IOException {
    Units units = survey.units();
    Place place = Place.of(units, figure.unit());
    json.writeStartObject();
    json.writeStringField("unit", units.name(figure.unit()));
    json.writeStringField("metric", figure.metric().key());
    number(json, "value", rounded(figure.value()));
    if (!Double.isInfinite(figure.limit())) {
      number(json, "limit", figure.limit());
    }
    json.writeBooleanField("over", figure.over());
    json.writeNumberField("lines", figure.lines());
    if (place != null) {
      json.writeStringField("file", place.file());
      json.writeNumberField("line", place.line());
    }
    if (misfits != null) {
      json.writeArrayFieldStart("misfits");
      for (Told misfit : misfits.of(figure.unit()).told()) {
        json.writeString(misfit.kind().word());
      }
      json.writeEndArray();
    }
    if (figure.metric() == Metric.TYPE_PARTS && figure.over()) {
      json.writeArrayFieldStart("parts");
      for (List<Integer> part : parts(survey, figure.unit())) {
        json.writeStartArray();
        for (int member : part) {
          json.writeString(units.simpleName(member));
        }
        json.writeEndArray();
      }
      json.writeEndArray();
    }
    json.writeEndObject();
  }

  /** Writes a number, without a fraction where it has none, as most have not. */
  private static void number(JsonGenerator json, String field, double value) throws IOException {
    if (value == Math.rint(value)) {
      json.writeNumberField(field, (long) value);
    } else {
      json.writeNumberField(field, value);
    }
  }

  private static List<List<Integer>> parts(Survey survey, int type) {
    List<Integer> members = new ArrayList<>();
    Units units = survey.units();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.parent(unit) == type && units.level(unit) == Level.MEMBER) {
        members.add(unit);
      }
    }
    return Cohesion.parts(survey, type, members);
  }

  /** For people; with {@code all}, nothing is shortened. */
  public static void text(
      Page page, Survey survey, Measures measures, MisfitLines misfits, boolean all) {
    Units units = survey.units();
    List<Measures.Figure> over = measures.over();
    Measures.Totals totals = measures.totals();
    page.bold(Page.count(over.size(), "figure", "figures") + " over the limit")
        .line(
            String.format(
                Locale.ROOT,
                ", %.2f for each 1,000 lines; %.1f %% of %s in units over one",
                totals.overPerThousandLines(),
                100 * totals.linesOver(),
                Page.count(totals.lines(), "line", "lines")));
    page.line(
        String.format(
            Locale.ROOT,
            "%.1f %% of %s in cycles; on average a type needs %.1f types, itself among them",
            100 * totals.typesInCycles(),
            Page.count(totals.types(), "type stands", "types stand"),
            totals.meanNeeds()));
    page.line();
    if (over.isEmpty()) {
      page.line("Nothing is over its limit. docs/metrics.md tells how to set limits.");
      return;
    }
    page.bold("Where to begin").line("  (how far over, times how much code)");
    int rank = 1;
    for (Measures.Figure figure : over) {
      if (!all && rank > SHOWN) {
        page.more("      ", over.size() - SHOWN);
        break;
      }
      Metric metric = figure.metric();
      Place place = Place.of(units, figure.unit());
      page.add(String.format("%4d  ", rank++))
          .warn(metric.shown(figure.value()) + " " + metric.says())
          .add(", limit " + metric.shown(figure.limit()) + ": ")
          .line(units.label(figure.unit()));
      String where = place == null ? "" : place + ", ";
      String kinds = misfits.kinds(figure.unit());
      page.dim("      " + where + Page.count(figure.lines(), "line", "lines"))
          .line(kinds.isEmpty() ? "" : "; a misfit: " + kinds);
      if (metric == Metric.TYPE_PARTS) {
        parts(page, survey, figure.unit(), all);
      }
    }
    page.line();
    page.dim("Next: ").line("vinesort show '" + units.name(over.get(0).unit()) + "'");
  }

  private static void parts(Page page, Survey survey, int type, boolean all) {
    int number = 1;
    for (List<Integer> part : parts(survey, type)) {
      List<String> names =
          part.stream()
              .limit(all ? Long.MAX_VALUE : PART_MEMBERS)
              .map(survey.units()::simpleName)
              .toList();
      int more = part.size() - names.size();
      page.line(
          "        part "
              + number++
              + ": "
              + String.join(", ", names)
              + (more > 0 ? ", and " + more + " more" : ""));
      if (!all && number > PART_MEMBERS) {
        break;
      }
    }
  }
}

package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.misfit.MisfitKind;
import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.trellis.Breach;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.TreeMap;

/**
 * Breaches and misfits in the Static Analysis Results Interchange Format, SARIF 2.1.0 (OASIS,
 * 2020).
 */
public final class SarifReport {
  private static final String MISFIT = "misfit/";
  private static final double SURE = .7;

  private SarifReport() {}

  /** The whole log; accepted breaches are in it as suppressed. */
  public static String of(CheckReport check, String version) {
    Map<String, Integer> rules = new TreeMap<>();
    check.inspection().breaches().forEach(b -> rules.put(id(b), 0));
    check.misfits().told().forEach(m -> rules.put(id(m), 0));
    int number = 0;
    for (Map.Entry<String, Integer> rule : rules.entrySet()) {
      rule.setValue(number++);
    }
    return Json.document(
        json -> {
          json.writeStringField("version", "2.1.0");
          json.writeStringField(
              "$schema",
              "https://docs.oasis-open.org/sarif/sarif/v2.1.0/errata01/os/schemas/sarif-schema-2.1.0.json");
          json.writeArrayFieldStart("runs");
          json.writeStartObject();
          json.writeObjectFieldStart("tool");
          json.writeObjectFieldStart("driver");
          json.writeStringField("name", "Vine Sorter");
          json.writeStringField("version", version);
          json.writeArrayFieldStart("rules");
          for (String rule : rules.keySet()) {
            json.writeStartObject();
            json.writeStringField("id", rule);
            message(json, "shortDescription", description(rule));
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeEndObject();
          json.writeEndObject();
          json.writeStringField("columnKind", "utf16CodeUnits");
          json.writeArrayFieldStart("results");
          for (Breach breach : check.inspection().breaches()) {
            result(json, check, breach, rules);
          }
          for (Told misfit : check.misfits().told()) {
            result(json, check.survey(), misfit, rules);
          }
          json.writeEndArray();
          json.writeEndObject();
          json.writeEndArray();
        });
  }

  private static String id(Breach breach) {
    return breach.rule().replace(' ', '/');
  }

  private static String id(Told misfit) {
    return MISFIT + misfit.kind().word();
  }

  private static String description(String rule) {
    if (rule.startsWith(MISFIT)) {
      String meaning = MisfitKind.of(rule.substring(MISFIT.length())).meaning();
      return Character.toUpperCase(meaning.charAt(0)) + meaning.substring(1) + ".";
    }
    switch (rule) {
      case "layers":
        return "A layer uses only itself and what is below it.";
      case "skips":
        return "A layer that may not skip uses only the next one below.";
      case "apart":
        return "Parts of a layer that are kept apart do not use each other.";
      case "never":
        return "What never may be used is not used.";
      case "only":
        return "What is reserved is used only by whom it is reserved for.";
      case "acyclic":
        return "Units do not run in circles.";
      default:
        return "A figure stays within its limit.";
    }
  }

  private static void message(JsonGenerator json, String field, String text) throws IOException {
    json.writeObjectFieldStart(field);
    json.writeStringField("text", text);
    json.writeEndObject();
  }

  private static void result(
      JsonGenerator json, CheckReport check, Breach breach, Map<String, Integer> rules)
      throws IOException {
    boolean known = check.known().covers(breach);
    json.writeStartObject();
    json.writeStringField("ruleId", id(breach));
    json.writeNumberField("ruleIndex", rules.get(id(breach)));
    json.writeStringField("level", known ? "note" : "error");
    json.writeStringField("baselineState", known ? "unchanged" : "new");
    String mend = breach.mend().isEmpty() ? "" : " Would mend it: " + breach.mend() + ".";
    message(json, "message", CheckReport.line(breach) + ": " + breach.says() + "." + mend);
    json.writeArrayFieldStart("locations");
    for (int r : breach.references()) {
      Site site = check.survey().site(r);
      location(json, site.file(), site.line(), site.column(), site.end() - site.begin());
    }
    Place place = breach.isLimit() ? check.place(breach) : null;
    if (place != null) {
      location(json, place.file(), place.line(), 0, 0);
    }
    json.writeEndArray();
    json.writeObjectFieldStart("partialFingerprints");
    json.writeStringField("dependency/v1", breach.rule() + "|" + breach.from() + "|" + breach.to());
    json.writeEndObject();
    if (known) {
      json.writeArrayFieldStart("suppressions");
      json.writeStartObject();
      json.writeStringField("kind", "external");
      json.writeStringField("justification", "Accepted in trellis.known.yaml.");
      json.writeEndObject();
      json.writeEndArray();
    }
    json.writeEndObject();
  }

  /** A misfit is a warning where it is told as sure, else a note; it fails nothing. */
  private static void result(
      JsonGenerator json, Survey survey, Told misfit, Map<String, Integer> rules)
      throws IOException {
    json.writeStartObject();
    json.writeStringField("ruleId", id(misfit));
    json.writeNumberField("ruleIndex", rules.get(id(misfit)));
    json.writeStringField("level", misfit.score() >= SURE ? "warning" : "note");
    json.writeNumberField("rank", Math.round(1000 * misfit.score()) / 10.0);
    String unit = survey.units().label(misfit.unit());
    message(json, "message", unit + ": " + misfit.kind().meaning() + ". " + misfit.mend() + ".");
    json.writeArrayFieldStart("locations");
    if (misfit.evidence() != null) {
      Place place =
          MisfitsReport.place(survey, misfit.evidence().reference(), misfit.evidence().unit());
      location(json, place.file(), place.line(), 0, 0);
    }
    json.writeEndArray();
    json.writeObjectFieldStart("partialFingerprints");
    json.writeStringField(
        "misfit/v1",
        misfit.kind().word() + "|" + survey.units().name(misfit.unit()) + "|" + misfit.into());
    json.writeEndObject();
    json.writeEndObject();
  }

  private static void location(JsonGenerator json, String file, int line, int column, int length)
      throws IOException {
    json.writeStartObject();
    json.writeObjectFieldStart("physicalLocation");
    json.writeObjectFieldStart("artifactLocation");
    json.writeStringField("uri", uri(file));
    json.writeEndObject();
    json.writeObjectFieldStart("region");
    json.writeNumberField("startLine", Math.max(1, line));
    if (column > 0) {
      json.writeNumberField("startColumn", column);
      json.writeNumberField("endColumn", column + length);
    }
    json.writeEndObject();
    json.writeEndObject();
    json.writeEndObject();
  }

  /** A path as a relative reference (RFC 3986): bytes beyond the unreserved ones in percent. */
  private static String uri(String path) {
    StringBuilder uri = new StringBuilder();
    for (byte b : path.getBytes(StandardCharsets.UTF_8)) {
      char c = (char) (b & 0xff);
      boolean plain =
          c < 128 && (Character.isLetterOrDigit(c) || c == '/' || "-._~$".indexOf(c) >= 0);
      uri.append(plain ? String.valueOf(c) : String.format("%%%02X", b & 0xff));
    }
    return uri.toString();
  }
}

package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;

/**
 * Misfits in a few words, for reports about other things.
 *
 * @param survey the survey that they are about
 * @param told those that are told, best founded first
 */
public record MisfitLines(Survey survey, List<Told> told) {
  private static final int SHOWN = 5;

  public MisfitLines {
    told = List.copyOf(told);
  }

  /** Those that are about a unit or what is inside it. */
  MisfitLines about(int unit) {
    Units units = survey.units();
    return new MisfitLines(
        survey, told.stream().filter(misfit -> misfit.isAbout(units, unit)).toList());
  }

  /** Those whose unit is exactly this one. */
  MisfitLines of(int unit) {
    return new MisfitLines(survey, told.stream().filter(misfit -> misfit.unit() == unit).toList());
  }

  boolean isEmpty() {
    return told.isEmpty();
  }

  /** An array field with an object for each. */
  void json(JsonGenerator json, String field) throws IOException {
    json.writeArrayFieldStart(field);
    for (Told misfit : told) {
      json.writeStartObject();
      json.writeStringField("unit", survey.units().name(misfit.unit()));
      MisfitsReport.judgement(json, misfit);
      json.writeStringField("mend", misfit.mend());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  /** A line for each, no more than a few unless all are asked for. */
  void text(Page page, String indent, String sign, boolean all) {
    int shown = 0;
    for (Told misfit : told) {
      if (!all && shown++ == SHOWN) {
        page.more(indent, told.size() - SHOWN);
        return;
      }
      page.add(indent + sign)
          .dim(String.format(Locale.ROOT, "%.2f  ", misfit.score()))
          .warn(misfit.kind().word())
          .line("  " + MisfitsReport.about(survey.units(), misfit));
    }
  }

  /** An object field with how many there are of each kind. */
  void jsonByKind(JsonGenerator json, String field) throws IOException {
    json.writeObjectFieldStart(field);
    for (Map.Entry<String, Integer> one : counts().entrySet()) {
      json.writeNumberField(one.getKey(), one.getValue());
    }
    json.writeEndObject();
  }

  private Map<String, Integer> counts() {
    Map<String, Integer> counts = new TreeMap<>();
    told.forEach(misfit -> counts.merge(misfit.kind().word(), 1, Integer::sum));
    return counts;
  }

  /** How many there are of the most frequent kinds, as {@code 2 feature-envy, 1 unused}. */
  String byKind() {
    List<String> parts = new ArrayList<>();
    int others = told.size();
    List<Map.Entry<String, Integer>> counts = new ArrayList<>(counts().entrySet());
    counts.sort(Map.Entry.<String, Integer>comparingByValue().reversed());
    for (Map.Entry<String, Integer> one : counts.subList(0, Math.min(SHOWN, counts.size()))) {
      parts.add(one.getValue() + " " + one.getKey());
      others -= one.getValue();
    }
    return String.join(", ", parts) + (others > 0 ? " and " + others + " of other kinds" : "");
  }

  /** The kinds of those whose unit is exactly this one, joined. */
  String kinds(int unit) {
    return String.join(
        ", ", of(unit).told.stream().map(misfit -> misfit.kind().word()).distinct().toList());
  }
}

package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import java.io.IOException;
import java.util.List;

/**
 * Writes where references stand: place, kind, what is used, and the line of source that names it.
 */
final class Sites {
  private static final int WIDEST_LINE = 140;

  private Sites() {}

  static void json(JsonGenerator json, Survey survey, int reference) throws IOException {
    Site site = survey.site(reference);
    json.writeStartObject();
    json.writeStringField("file", site.file());
    json.writeNumberField("line", site.line());
    json.writeNumberField("column", site.column());
    json.writeStringField("kind", survey.references().kind(reference).word());
    if (survey.references().isLikely(reference)) {
      json.writeBooleanField("likely", true);
    }
    json.writeStringField("from", survey.units().name(survey.references().from(reference)));
    json.writeStringField("to", survey.units().name(survey.references().target(reference)));
    json.writeEndObject();
  }

  static void text(
      Page page,
      Survey survey,
      List<Integer> references,
      SourceLines lines,
      String indent,
      int most) {
    int shown = 0;
    String previous = "";
    for (int r : references) {
      if (shown++ == most) {
        page.more(indent, references.size() - most);
        return;
      }
      Site site = survey.site(r);
      page.add(indent + site.file() + ":" + site.line() + ":" + site.column() + "  ")
          .add(
              (survey.references().isLikely(r) ? "likely " : "")
                  + survey.references().kind(r).word()
                  + " ")
          .line(survey.units().label(survey.references().target(r)));
      String line = lines.line(site.file(), site.line()).strip();
      String shortened =
          line.length() > WIDEST_LINE ? line.substring(0, WIDEST_LINE - 1) + "…" : line;
      if (!shortened.isEmpty() && !previous.equals(site.file() + site.line())) {
        page.dim(indent + "    " + shortened).line();
      }
      previous = site.file() + site.line();
    }
  }
}

package dev.vinesorter.report;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;

/** The dependencies of a level for other programs. */
public final class Export {
  private Export() {}

  /** CSV (RFC 4180): a head, then one row a dependency and kind, sorted by from, to and kind. */
  public static String csv(Survey survey, Level level, View view) {
    StringBuilder csv = new StringBuilder("from,to,kind,count\r\n");
    for (LevelGraph.Row row : LevelGraph.of(survey, level, view).rows()) {
      csv.append(cell(row.from())).append(',').append(cell(row.to())).append(',');
      csv.append(row.kind().word()).append(',').append(row.count()).append("\r\n");
    }
    return csv.toString();
  }

  static String cell(String text) {
    boolean quoted =
        text.indexOf(',') >= 0
            || text.indexOf('"') >= 0
            || text.indexOf('\n') >= 0
            || text.indexOf('\r') >= 0;
    return quoted ? '"' + text.replace("\"", "\"\"") + '"' : text;
  }

  /** The same as JSON, with the units that have no dependencies, too. */
  public static String json(Survey survey, Level level, View view) {
    LevelGraph graph = LevelGraph.of(survey, level, view);
    return Json.document(
        json -> {
          json.writeStringField("level", level.word());
          json.writeArrayFieldStart("units");
          for (int node = 0; node < graph.size(); node++) {
            json.writeString(graph.name(node));
          }
          json.writeEndArray();
          json.writeArrayFieldStart("dependencies");
          for (LevelGraph.Row row : graph.rows()) {
            json.writeStartObject();
            json.writeStringField("from", row.from());
            json.writeStringField("to", row.to());
            json.writeStringField("kind", row.kind().word());
            json.writeNumberField("count", row.count());
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }
}

package dev.vinesorter.report;

import java.util.List;

/** What was taken back. */
public final class UndoReport {
  private UndoReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(String journal, String title, int changes, List<String> files) {
    return Json.document(
        json -> {
          json.writeBooleanField("undone", true);
          json.writeStringField("journal", journal);
          json.writeStringField("title", title);
          json.writeNumberField("changes", changes);
          json.writeArrayFieldStart("files");
          for (String file : files) {
            json.writeString(file);
          }
          json.writeEndArray();
        });
  }

  /** That nothing was taken back, as JSON. */
  public static String json(String why) {
    return Json.document(
        json -> {
          json.writeBooleanField("undone", false);
          json.writeStringField("reason", why);
        });
  }

  /** For people. */
  public static void text(Page page, String title, List<String> files) {
    page.bold("Taken back: " + title).line();
    for (String file : files) {
      page.line("  " + file);
    }
    page.line(Page.count(files.size(), "path", "paths") + " as before, byte for byte.");
    page.line();
    page.dim("Next: ").line("vinesort survey");
  }
}

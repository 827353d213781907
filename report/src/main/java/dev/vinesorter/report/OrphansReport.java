package dev.vinesorter.report;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.Orphans;
import java.util.List;

/** Units that nothing uses, with what would go with them. */
public final class OrphansReport {
  private static final int SHOWN = 30;
  private static final int CHAIN_SHOWN = 8;

  private OrphansReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(Survey survey, Level level, List<Orphans.Orphan> orphans) {
    Units units = survey.units();
    return Json.document(
        json -> {
          json.writeStringField("level", level.word());
          json.writeArrayFieldStart("orphans");
          for (Orphans.Orphan orphan : orphans) {
            json.writeStartObject();
            json.writeArrayFieldStart("units");
            for (int unit : orphan.units()) {
              json.writeString(units.name(unit));
            }
            json.writeEndArray();
            json.writeArrayFieldStart("goesToo");
            for (int unit : orphan.goesToo()) {
              json.writeString(units.name(unit));
            }
            json.writeEndArray();
            json.writeNumberField("lines", orphan.lines());
            json.writeBooleanField("usedByTests", orphan.byTests());
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  /** For people; with {@code all}, nothing is shortened. */
  public static void text(
      Page page, Survey survey, Level level, List<Orphans.Orphan> orphans, boolean all) {
    Units units = survey.units();
    if (orphans.isEmpty()) {
      page.line("Every " + level.word() + " is used, or is an entry point.");
      return;
    }
    long lines = orphans.stream().mapToLong(Orphans.Orphan::lines).sum();
    page.bold(Page.count(orphans.size(), "orphan", "orphans"))
        .line(
            ": nothing uses them, and they are no entry points; up to "
                + Page.count(lines, "line", "lines")
                + " with what only they use");
    int shown = 0;
    for (Orphans.Orphan orphan : orphans) {
      if (!all && shown++ == SHOWN) {
        page.more("  ", orphans.size() - SHOWN);
        break;
      }
      int unit = orphan.units().get(0);
      page.add("  ")
          .warn(String.join(" <-> ", orphan.units().stream().map(units::label).toList()))
          .line(
              "   "
                  + Page.count(orphan.lines(), "line", "lines")
                  + (orphan.byTests() ? "; only tests use it" : ""));
      page.dim("      " + Place.of(units, unit)).line();
      if (!orphan.goesToo().isEmpty()) {
        List<String> names =
            orphan.goesToo().stream()
                .limit(all ? Long.MAX_VALUE : CHAIN_SHOWN)
                .map(units::label)
                .toList();
        int more = orphan.goesToo().size() - names.size();
        page.line(
            "      would go too: "
                + String.join(", ", names)
                + (more > 0 ? ", and " + more + " more" : ""));
      }
    }
    page.line();
    page.dim("Next: ")
        .line(
            "vinesort show '"
                + units.name(orphans.get(0).units().get(0))
                + "'; for a library, add --library");
  }
}

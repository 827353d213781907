package dev.vinesorter.report;

import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.Reason;
import java.util.TreeSet;

/** Why one unit depends on another. */
public final class WhyReport {
  private static final int SITES_SHOWN = 40;
  private static final int LINK_SITES_SHOWN = 2;

  private WhyReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(Survey survey, int from, int to, Reason reason) {
    Units units = survey.units();
    return Json.document(
        json -> {
          json.writeStringField("from", units.name(from));
          json.writeStringField("to", units.name(to));
          json.writeBooleanField("direct", reason.direct());
          json.writeArrayFieldStart("links");
          for (Reason.Link link : reason.links()) {
            json.writeStartObject();
            json.writeStringField("from", units.name(link.from()));
            json.writeStringField("to", units.name(link.to()));
            json.writeNumberField("weight", link.references().size());
            json.writeArrayFieldStart("sites");
            for (int r : link.references()) {
              Sites.json(json, survey, r);
            }
            json.writeEndArray();
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  /** For people; with {@code all}, nothing is shortened. */
  public static void text(
      Page page, Survey survey, int from, int to, Reason reason, SourceLines lines, boolean all) {
    Units units = survey.units();
    String title = units.label(from) + " -> " + units.label(to);
    if (reason.links().isEmpty()) {
      page.line(
          units.label(from) + " does not depend on " + units.label(to) + ", not even by a chain.");
      page.dim("Next: ").line("vinesort why '" + units.label(to) + "' '" + units.label(from) + "'");
      return;
    }
    if (reason.direct()) {
      Reason.Link link = reason.links().get(0);
      TreeSet<String> files = new TreeSet<>();
      for (int r : link.references()) {
        Site site = survey.site(r);
        files.add(site.file());
      }
      page.bold(title)
          .line(
              ": "
                  + Page.count(link.references().size(), "site", "sites")
                  + " in "
                  + Page.count(files.size(), "file", "files"));
      Sites.text(
          page, survey, link.references(), lines, "  ", all ? Integer.MAX_VALUE : SITES_SHOWN);
    } else {
      page.bold(title)
          .line(
              ": not directly; the shortest chain has "
                  + Page.count(reason.links().size(), "link", "links"));
      int number = 1;
      for (Reason.Link link : reason.links()) {
        page.add("  " + number++ + "  ")
            .warn(units.label(link.from()) + " -> " + units.label(link.to()))
            .line("   " + Page.count(link.references().size(), "site", "sites"));
        Sites.text(
            page,
            survey,
            link.references(),
            lines,
            "       ",
            all ? Integer.MAX_VALUE : LINK_SITES_SHOWN);
      }
    }
    page.line();
    page.dim("Next: ").line("vinesort why '" + units.label(to) + "' '" + units.label(from) + "'");
  }
}

package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.drift.Drift;
import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.trellis.Breach;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** What changed from one survey to another. */
public final class DriftReport {
  private static final int SHOWN = 15;

  private DriftReport() {}

  /**
   * The misfits that came and went.
   *
   * @param came those that only the new survey has
   * @param went those that only the old one has
   */
  public record Misfitting(MisfitLines came, MisfitLines went) {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(String old, String now, Survey fresh, Drift drift, Misfitting misfits) {
    return Json.document(
        json -> {
          json.writeStringField("old", old);
          json.writeStringField("new", now);
          json.writeArrayFieldStart("levels");
          for (Drift.LevelDrift level : drift.levels()) {
            json.writeStartObject();
            json.writeStringField("level", level.level().word());
            names(json, "added", level.added());
            names(json, "gone", level.gone());
            json.writeArrayFieldStart("moved");
            for (Drift.Move move : level.moved()) {
              json.writeStartObject();
              json.writeStringField("from", move.from());
              json.writeStringField("to", move.to());
              json.writeEndObject();
            }
            json.writeEndArray();
            links(json, "dependenciesAdded", level.linksAdded());
            links(json, "dependenciesGone", level.linksGone());
            groups(json, "cyclesOpened", level.opened());
            groups(json, "cyclesClosed", level.closed());
            groups(json, "cyclesChanged", level.changed());
            json.writeEndObject();
          }
          json.writeEndArray();
          breaches(json, "breachesNew", drift.newBreaches());
          breaches(json, "breachesMended", drift.mendedBreaches());
          json.writeArrayFieldStart("overLimit");
          for (Measures.Figure figure : drift.overLimit()) {
            MetricsReport.figure(json, fresh, figure);
          }
          json.writeEndArray();
          names(json, "withinLimit", drift.withinLimit());
          misfits.came.json(json, "misfitsNew");
          misfits.went.json(json, "misfitsGone");
        });
  }

  private static void names(JsonGenerator json, String field, List<String> names)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (String name : names) {
      json.writeString(name);
    }
    json.writeEndArray();
  }

  private static void links(JsonGenerator json, String field, List<Drift.Link> links)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (Drift.Link link : links) {
      json.writeStartObject();
      json.writeStringField("from", link.from());
      json.writeStringField("to", link.to());
      json.writeNumberField("weight", link.weight());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static void groups(JsonGenerator json, String field, List<List<String>> groups)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (List<String> group : groups) {
      json.writeStartArray();
      for (String name : group) {
        json.writeString(name);
      }
      json.writeEndArray();
    }
    json.writeEndArray();
  }

  private static void breaches(JsonGenerator json, String field, List<Breach> breaches)
      throws IOException {
    json.writeArrayFieldStart(field);
    for (Breach breach : breaches) {
      json.writeStartObject();
      json.writeStringField("rule", breach.rule());
      json.writeStringField("from", breach.from());
      Json.textOrNull(json, "to", breach.to());
      json.writeNumberField("weight", breach.weight());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  /** For people; with {@code all}, nothing is shortened. */
  public static void text(
      Page page,
      String old,
      String now,
      Survey fresh,
      Drift drift,
      Misfitting misfits,
      boolean all) {
    page.bold("From " + old + " to " + now).line();
    boolean any = false;
    for (Drift.LevelDrift level : drift.levels()) {
      if (!level.isEmpty()) {
        any = true;
        level(page, level, all);
      }
    }
    List<String> lines = new ArrayList<>();
    drift.newBreaches().forEach(b -> lines.add("+ " + b.rule() + ": " + CheckReport.line(b)));
    drift.mendedBreaches().forEach(b -> lines.add("- " + b.rule() + ": " + CheckReport.line(b)));
    list(
        page,
        "Breaches: "
            + drift.newBreaches().size()
            + " new, "
            + drift.mendedBreaches().size()
            + " mended",
        lines,
        all);
    List<String> limits = new ArrayList<>();
    for (Measures.Figure figure : drift.overLimit()) {
      limits.add(
          "+ "
              + fresh.units().label(figure.unit())
              + ": "
              + figure.metric().shown(figure.value())
              + " "
              + figure.metric().says()
              + ", limit "
              + figure.metric().shown(figure.limit()));
    }
    drift.withinLimit().forEach(key -> limits.add("- " + key));
    list(
        page,
        "Limits: "
            + drift.overLimit().size()
            + " crossed, "
            + drift.withinLimit().size()
            + " kept again",
        limits,
        all);
    int came = misfits.came.told().size();
    int went = misfits.went.told().size();
    if (came + went > 0) {
      page.line().bold("Misfits: " + came + " new, " + went + " gone").line();
      misfits.came.text(page, "  ", "+ ", all);
      misfits.went.text(page, "  ", "- ", all);
    }
    if (!any && lines.isEmpty() && limits.isEmpty()) {
      page.line("No unit and no dependency came, went or moved.");
    }
    page.line();
    page.dim("Next: ").line("vinesort check; vinesort drift --history 20");
  }

  private static void level(Page page, Drift.LevelDrift level, boolean all) {
    page.line()
        .bold(
            level.level().words()
                + ": "
                + level.added().size()
                + " added, "
                + level.gone().size()
                + " gone, "
                + level.moved().size()
                + " moved; dependencies: "
                + level.linksAdded().size()
                + " added, "
                + level.linksGone().size()
                + " gone")
        .line();
    List<String> lines = new ArrayList<>();
    level.moved().forEach(m -> lines.add("> " + m.from() + "  is now  " + m.to()));
    level.added().forEach(n -> lines.add("+ " + n));
    level.gone().forEach(n -> lines.add("- " + n));
    shown(page, lines, all);
    List<String> links = new ArrayList<>();
    level.linksAdded().forEach(l -> links.add("+ " + link(l)));
    level.linksGone().forEach(l -> links.add("- " + link(l)));
    shown(page, links, all);
    cycles(page, "cycle group opened: ", level.opened());
    cycles(page, "cycle group closed: ", level.closed());
    cycles(page, "cycle group changed, now: ", level.changed());
  }

  private static String link(Drift.Link link) {
    return link.from() + " -> " + link.to() + "   " + Page.count(link.weight(), "site", "sites");
  }

  private static void cycles(Page page, String says, List<List<String>> groups) {
    for (List<String> group : groups) {
      List<String> names = group.size() <= SHOWN ? group : group.subList(0, SHOWN);
      int more = group.size() - names.size();
      page.add("  ")
          .warn(says)
          .line(String.join(", ", names) + (more > 0 ? ", and " + more + " more" : ""));
    }
  }

  private static void list(Page page, String title, List<String> lines, boolean all) {
    if (!lines.isEmpty()) {
      page.line().bold(title).line();
      shown(page, lines, all);
    }
  }

  private static void shown(Page page, List<String> lines, boolean all) {
    int count = 0;
    for (String line : lines) {
      if (!all && count++ == SHOWN) {
        page.more("  ", lines.size() - SHOWN);
        return;
      }
      page.line("  " + line);
    }
  }
}

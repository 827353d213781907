package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.UnitCard;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** One unit: what is in it, what it uses, who uses it, and what is too much about it. */
public final class ShowReport {
  private static final int SHOWN = 12;

  private ShowReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(
      Survey survey, UnitCard card, List<Measures.Figure> figures, MisfitLines misfits) {
    Units units = survey.units();
    return Json.document(
        json -> {
          int unit = card.unit();
          json.writeStringField("unit", units.name(unit));
          json.writeStringField("level", units.level(unit).word());
          json.writeArrayFieldStart("traits");
          for (String trait : traits(units, unit)) {
            json.writeString(trait);
          }
          json.writeEndArray();
          if (units.fileOf(unit) >= 0) {
            json.writeStringField("file", units.name(units.fileOf(unit)));
            json.writeNumberField("line", line(units, unit));
          }
          json.writeNumberField("lines", UnitCard.lines(survey, unit));
          json.writeStringField("documentation", units.doc(unit));
          json.writeArrayFieldStart("contents");
          for (UnitCard.Content content : card.contents()) {
            json.writeStartObject();
            json.writeStringField("unit", units.name(content.unit()));
            json.writeNumberField("lines", content.lines());
            json.writeNumberField("uses", content.out());
            json.writeNumberField("used", content.in());
            json.writeEndObject();
          }
          json.writeEndArray();
          links(json, units, "uses", card.uses());
          links(json, units, "users", card.users());
          json.writeArrayFieldStart("cycleGroup");
          for (int other : card.group()) {
            json.writeString(units.name(other));
          }
          json.writeEndArray();
          json.writeArrayFieldStart("figures");
          for (Measures.Figure figure : figures) {
            MetricsReport.figure(json, survey, figure);
          }
          json.writeEndArray();
          misfits.about(unit).json(json, "misfits");
        });
  }

  private static void links(JsonGenerator json, Units units, String name, List<UnitCard.Link> links)
      throws IOException {
    json.writeArrayFieldStart(name);
    for (UnitCard.Link link : links) {
      json.writeStartObject();
      json.writeStringField("unit", units.name(link.unit()));
      json.writeNumberField("weight", link.weight());
      json.writeBooleanField("foreign", link.foreign());
      json.writeEndObject();
    }
    json.writeEndArray();
  }

  private static int line(Units units, int unit) {
    int file = units.fileOf(unit);
    return Math.max(1, units.line(file, Math.max(units.nameAt(unit), units.begin(unit))));
  }

  private static List<String> traits(Units units, int unit) {
    List<String> words = new ArrayList<>();
    for (Trait trait : Trait.values()) {
      boolean kind = trait != Trait.IMPLICITLY_PUBLIC && trait != Trait.BY_NAME;
      if (kind && units.has(unit, trait)) {
        words.add(trait.name().toLowerCase(Locale.ROOT));
      }
    }
    if (units.has(unit, Trait.BY_NAME)) {
      words.add("read by name only");
    }
    return words;
  }

  /** For people; with {@code all}, nothing is shortened. */
  public static void text(
      Page page,
      Survey survey,
      UnitCard card,
      List<Measures.Figure> figures,
      MisfitLines misfits,
      boolean all) {
    Units units = survey.units();
    int unit = card.unit();
    List<String> traits = traits(units, unit);
    page.bold(units.label(unit))
        .line(
            "   "
                + units.level(unit).word()
                + (traits.isEmpty() ? "" : ", " + String.join(" ", traits)));
    if (!units.doc(unit).isEmpty()) {
      page.dim("  " + units.doc(unit)).line();
    }
    if (units.fileOf(unit) >= 0) {
      page.line(
          "  "
              + units.name(units.fileOf(unit))
              + ":"
              + line(units, unit)
              + ", "
              + Page.count(UnitCard.lines(survey, unit), "line", "lines"));
      for (int other :
          units.level(unit) == Level.FILE ? List.<Integer>of() : units.namesakes(unit)) {
        page.line("  another one of that name: " + units.name(units.fileOf(other)));
      }
    } else if (!units.has(unit, Trait.FOREIGN)) {
      page.line("  " + Page.count(UnitCard.lines(survey, unit), "line", "lines"));
    }
    if (!card.group().isEmpty()) {
      page.add("  ")
          .warn(
              "In a cycle group of " + card.group().size() + " " + units.level(unit).words() + ": ")
          .line(names(units, card.group(), unit));
    }
    for (Measures.Figure figure : figures) {
      if (figure.over()) {
        page.add("  ")
            .warn("Over its limit: ")
            .line(
                figure.metric().shown(figure.value())
                    + " "
                    + figure.metric().says()
                    + ", limit "
                    + figure.metric().shown(figure.limit()));
      }
    }
    MisfitLines here = misfits.about(unit);
    if (!here.isEmpty()) {
      page.line().bold("In the wrong place here " + Page.number(here.told().size())).line();
      here.text(page, "  ", "", all);
    }
    contents(page, survey, card, all);
    links(page, units, "Uses", card.uses(), all);
    links(page, units, "Used by", card.users(), all);
    next(page, units, card);
  }

  private static String names(Units units, List<Integer> group, int self) {
    List<String> names =
        group.stream().filter(u -> u != self).limit(SHOWN).map(units::label).toList();
    int more = group.size() - 1 - names.size();
    return String.join(", ", names) + (more > 0 ? ", and " + more + " more" : "");
  }

  private static void contents(Page page, Survey survey, UnitCard card, boolean all) {
    Units units = survey.units();
    if (card.contents().isEmpty()) {
      return;
    }
    page.line().bold("Holds " + Page.number(card.contents().size())).line();
    boolean shortNames = units.level(card.unit()) != Level.MODULE;
    List<List<String>> rows = new ArrayList<>();
    for (UnitCard.Content content : card.contents()) {
      if (all || rows.size() < 2 * SHOWN) {
        int unit = content.unit();
        rows.add(
            List.of(
                Names.cut(shortNames ? units.simpleName(unit) : units.label(unit), 60),
                Page.number(content.lines()),
                Page.number(content.out()),
                Page.number(content.in())));
      }
    }
    page.table(List.of("", "lines", "uses outside", "used from outside"), rows);
    page.more("        ", card.contents().size() - rows.size());
  }

  private static void links(
      Page page, Units units, String title, List<UnitCard.Link> links, boolean all) {
    page.line().bold(title + " " + Page.number(links.size())).line();
    int shown = 0;
    for (UnitCard.Link link : links) {
      if (!all && shown++ == SHOWN) {
        page.more("        ", links.size() - SHOWN);
        return;
      }
      page.line(
          String.format("%6d  ", link.weight())
              + units.label(link.unit())
              + (link.foreign() ? "  (library)" : ""));
    }
  }

  private static void next(Page page, Units units, UnitCard card) {
    page.line();
    String name = units.name(card.unit());
    if (!card.users().isEmpty()) {
      page.dim("Next: ")
          .line("vinesort why '" + units.name(card.users().get(0).unit()) + "' '" + name + "'");
    } else if (!card.uses().isEmpty()) {
      page.dim("Next: ")
          .line("vinesort why '" + name + "' '" + units.name(card.uses().get(0).unit()) + "'");
    } else {
      page.dim("Next: ").line("vinesort reach '" + name + "'");
    }
  }
}

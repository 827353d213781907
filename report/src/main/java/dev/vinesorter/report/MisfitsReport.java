package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.misfit.Misfit;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** What is in the wrong place: the evidence for and against, and what mends it. */
public final class MisfitsReport {
  private static final int EVIDENCE_SHOWN = 3;
  private static final int PLACES_SHOWN = 4;
  private static final int WIDEST_LINE = 110;

  private MisfitsReport() {}

  /**
   * What is told.
   *
   * @param survey where it was found
   * @param misfits best founded first, those that were accepted as known left out
   * @param accepted what a rehearsal of the steps came to; nothing for what was not rehearsed
   * @param known how many accepted ones were left out
   * @param about the unit that is explained, or -1 where all are asked for
   * @param places for that unit the places that come into question, the most probable first
   * @param more how many less sure ones, or beyond the most that were asked for, are not told
   */
  public record Content(
      Survey survey,
      List<Misfit> misfits,
      Map<Misfit, Rehearsed> accepted,
      int about,
      List<dev.vinesorter.core.misfit.Place> places,
      int known,
      int more) {
    public Content {
      misfits = List.copyOf(misfits);
      places = List.copyOf(places);
    }
  }

  /**
   * What came of rehearsing the steps of a misfit.
   *
   * @param accepted whether all were accepted
   * @param why the first reason of a refusal; empty where there is none
   */
  public record Rehearsed(boolean accepted, String why) {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(Content content) {
    return Json.document(
        json -> {
          json.writeArrayFieldStart("misfits");
          for (Misfit misfit : content.misfits) {
            json(json, content, misfit);
          }
          json.writeEndArray();
          json.writeNumberField("known", content.known);
          if (content.about >= 0) {
            json.writeArrayFieldStart("places");
            for (dev.vinesorter.core.misfit.Place place : content.places) {
              json.writeStartObject();
              json.writeStringField("into", content.survey.units().name(place.unit()));
              json.writeNumberField("score", Math.round(place.score() * 1000) / 1000.0);
              json.writeBooleanField("own", place.own());
              json.writeEndObject();
            }
            json.writeEndArray();
          }
        });
  }

  private static void json(JsonGenerator json, Content content, Misfit misfit) throws IOException {
    Units units = content.survey.units();
    json.writeStartObject();
    json.writeStringField("unit", units.name(misfit.unit()));
    json.writeArrayFieldStart("with");
    for (int other : misfit.with()) {
      json.writeString(units.name(other));
    }
    json.writeEndArray();
    judgement(json, Told.of(misfit));
    json.writeArrayFieldStart("evidence");
    for (Misfit.Evidence evidence : misfit.evidence()) {
      json.writeStartObject();
      json.writeStringField("says", evidence.says());
      Place place = place(content.survey, evidence);
      if (place != null) {
        json.writeStringField("file", place.file());
        json.writeNumberField("line", place.line());
      }
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("against");
    for (String says : misfit.against()) {
      json.writeStartObject();
      json.writeStringField("says", says);
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeArrayFieldStart("steps");
    for (Step step : misfit.steps()) {
      StepText.json(json, step);
    }
    json.writeEndArray();
    json.writeStringField("mend", misfit.mend());
    Rehearsed rehearsed = content.accepted.get(misfit);
    if (rehearsed == null) {
      json.writeNullField("accepted");
    } else {
      json.writeBooleanField("accepted", rehearsed.accepted);
      if (!rehearsed.why.isEmpty()) {
        json.writeStringField("refused", rehearsed.why);
      }
    }
    json.writeEndObject();
  }

  /** Its kind, where to, and how sure it is, as fields. */
  static void judgement(JsonGenerator json, Told misfit) throws IOException {
    json.writeStringField("kind", misfit.kind().word());
    Json.textOrNull(json, "into", misfit.into());
    json.writeNumberField("score", Math.round(misfit.score() * 1000) / 1000.0);
  }

  /** Where a piece of evidence stands, or null. */
  static Place place(Survey survey, Misfit.Evidence evidence) {
    return place(survey, evidence.reference(), evidence.unit());
  }

  /** Where a reference stands, or else a unit is declared; null for neither. */
  static Place place(Survey survey, int reference, int unit) {
    if (reference >= 0) {
      Site site = survey.site(reference);
      return new Place(site.file(), site.line());
    }
    return unit < 0 ? null : Place.of(survey.units(), unit);
  }

  /** For people; with {@code all}, nothing is shortened. */
  public static void text(Page page, Content content, SourceLines lines, boolean all) {
    if (content.about >= 0) {
      explained(page, content, lines, all);
      return;
    }
    if (content.misfits.isEmpty()) {
      page.line("Nothing is told that is in the wrong place.");
      rest(page, content);
      return;
    }
    page.bold(Page.count(content.misfits.size(), "misfit", "misfits"))
        .line(", the best founded first; a score of 0.8 should be right four times in five");
    int number = 1;
    for (Misfit misfit : content.misfits) {
      page.line();
      entry(page, content, misfit, number++, lines, all);
    }
    page.line();
    rest(page, content);
    Misfit first = content.misfits.get(0);
    page.dim("Next: ")
        .line(
            "vinesort misfits '"
                + content.survey.units().name(first.unit())
                + "' explains one; --plan FILE writes the steps");
  }

  /** One unit: the places considered, and all that is known about it, however sure. */
  private static void explained(Page page, Content content, SourceLines lines, boolean all) {
    Units units = content.survey.units();
    page.bold(units.label(content.about)).line();
    if (!content.places.isEmpty()) {
      page.line("  places considered, by how probable they are as its home:");
      int shown = 0;
      boolean own = false;
      for (dev.vinesorter.core.misfit.Place place : content.places) {
        if (!all && shown == PLACES_SHOWN && !own && !place.own()) {
          continue;
        }
        if (!all && shown >= PLACES_SHOWN && own) {
          break;
        }
        own |= place.own();
        shown++;
        page.add(String.format(Locale.ROOT, "    %.2f  ", place.score()))
            .line(units.label(place.unit()) + (place.own() ? "   (where it stands)" : ""));
      }
    }
    if (content.misfits.isEmpty()) {
      page.line("  Nothing speaks against it where it is.");
      return;
    }
    int number = 1;
    for (Misfit misfit : content.misfits) {
      page.line();
      entry(page, content, misfit, number++, lines, all);
    }
    page.line();
    Misfit first = content.misfits.get(0);
    page.dim("Next: ")
        .line(
            first.score() < Misfits.USUAL_LEAST
                ? "nothing; what is told of it is less sure than even"
                : first.steps().isEmpty()
                    ? "vinesort show '" + units.name(first.unit()) + "'"
                    : "vinesort misfits '" + units.name(content.about) + "' --plan home.yaml");
  }

  private static void rest(Page page, Content content) {
    if (content.known > 0) {
      page.line(Page.number(content.known) + " accepted before are not told again.");
    }
    if (content.more > 0) {
      page.line(
          Page.number(content.more)
              + " more are less sure or behind the first; --at-least 0.3 or --most 100 shows"
              + " more.");
    }
  }

  /** One misfit: what, where to, how sure, why, what speaks against it, what mends it. */
  static void entry(
      Page page, Content content, Misfit misfit, int number, SourceLines lines, boolean all) {
    Units units = content.survey.units();
    page.bold(String.format("%3d  ", number))
        .dim(String.format(Locale.ROOT, "%.2f  ", misfit.score()))
        .add(misfit.kind().word() + "  ")
        .warn(about(units, Told.of(misfit)))
        .line();
    Rehearsed rehearsed = content.accepted.get(misfit);
    page.add("     " + misfit.mend());
    if (rehearsed == null && !misfit.steps().isEmpty()) {
      page.dim("   (not rehearsed: it would take long; rehearse its plan)");
    } else if (rehearsed != null) {
      page.dim(rehearsed.accepted ? "   (rehearsed: accepted)" : "   (rehearsed: refused)");
    }
    page.line();
    int shown = 0;
    for (Misfit.Evidence evidence : misfit.evidence()) {
      if (!all && shown++ == EVIDENCE_SHOWN) {
        break;
      }
      page.line("     + " + evidence.says());
      Place place = place(content.survey, evidence);
      if (place != null) {
        String line = lines.line(place.file(), place.line()).strip();
        String cut = line.length() > WIDEST_LINE ? line.substring(0, WIDEST_LINE - 1) + "…" : line;
        page.dim("         " + place + "  " + cut).line();
      }
    }
    misfit.against().forEach(says -> page.line("     - " + says));
    if (rehearsed != null && !rehearsed.accepted) {
      page.line("     - refused as it stands: " + rehearsed.why);
    }
  }

  /** The unit that a misfit is about, and the other one, or how many more. */
  static String about(Units units, Told misfit) {
    String unit = units.label(misfit.unit());
    return switch (misfit.with().size()) {
      case 0 -> unit;
      case 1 -> unit + " <-> " + units.label(misfit.with().get(0));
      default -> unit + " and " + misfit.with().size() + " more";
    };
  }

  /**
   * A plan.
   *
   * @param text its text
   * @param steps how many steps it has
   */
  public record Written(String text, int steps) {}

  /**
   * A plan of the steps, the reasons as comments, that {@code rehearse} takes; what is refused
   * stands in it as a comment.
   */
  public static Written plan(Content content) {
    Set<String> named = new HashSet<>();
    int written = 0;
    StringBuilder text = new StringBuilder("title: What is in the wrong place goes home\nsteps:\n");
    Units units = content.survey.units();
    for (Misfit misfit : content.misfits) {
      if (misfit.steps().isEmpty()) {
        continue;
      }
      comment(
          text,
          misfit.kind().word()
              + ", "
              + String.format(Locale.ROOT, "%.2f", misfit.score())
              + ": "
              + units.name(misfit.unit()));
      for (Misfit.Evidence evidence : misfit.evidence()) {
        Place place = place(content.survey, evidence);
        comment(text, "+ " + evidence.says() + (place == null ? "" : "  (" + place + ")"));
      }
      misfit.against().forEach(says -> comment(text, "- " + says));
      Rehearsed rehearsed = content.accepted.get(misfit);
      boolean refused = rehearsed != null && !rehearsed.accepted;
      if (refused) {
        comment(text, "left out, since it is refused as it stands: " + rehearsed.why);
      }
      for (Step step : refused ? List.<Step>of() : misfit.steps()) {
        // What is in the wrong place in two ways goes where the better founded one says.
        if (step.units().stream().noneMatch(named::contains)) {
          named.addAll(step.units());
          text.append(StepText.yaml(step));
          written++;
        }
      }
    }
    return new Written(text.toString(), written);
  }

  private static void comment(StringBuilder text, String says) {
    text.append("  # ").append(Page.printable(says).replace('\t', ' ')).append('\n');
  }
}

package dev.vinesorter.report;

import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.trellis.Breach;
import dev.vinesorter.core.trellis.Inspection;
import dev.vinesorter.core.trellis.Known;
import dev.vinesorter.core.trellis.Note;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * What breaches the trellis, and which of it is new.
 *
 * @param survey the survey that was judged
 * @param inspection what was found
 * @param known what was accepted before
 * @param misfits what is in the wrong place
 */
public record CheckReport(Survey survey, Inspection inspection, Known known, MisfitLines misfits) {
  private static final int SITES_SHOWN = 3;
  private static final int SHOWN = 40;
  private static final int MISFITS_SHOWN = 2;

  /** With more breaches than that, one site of each has to do. */
  private static final int MANY = 8;

  /** Breaches that were not accepted. */
  public List<Breach> fresh() {
    return inspection.breaches().stream().filter(b -> !known.covers(b)).toList();
  }

  /** Accepted ones that are no more. */
  public List<Breach.Key> mended() {
    return known.mended(inspection.breaches());
  }

  /** As JSON; see {@code docs/formats.md}. */
  public String json() {
    return Json.document(
        json -> {
          json.writeArrayFieldStart("breaches");
          for (Breach breach : inspection.breaches()) {
            json.writeStartObject();
            json.writeStringField("rule", breach.rule());
            json.writeStringField("says", breach.says());
            json.writeStringField("from", breach.from());
            Json.textOrNull(json, "to", breach.to());
            json.writeNumberField("weight", breach.weight());
            json.writeArrayFieldStart("sites");
            for (int r : breach.references()) {
              Sites.json(json, survey, r);
            }
            if (breach.isLimit()) {
              Place place = place(breach);
              if (place != null) {
                json.writeStartObject();
                json.writeStringField("file", place.file());
                json.writeNumberField("line", place.line());
                json.writeEndObject();
              }
            }
            json.writeEndArray();
            json.writeStringField("mend", breach.mend());
            json.writeBooleanField("known", known.covers(breach));
            misfits(breach).json(json, "misfits");
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeNumberField("new", fresh().size());
          json.writeArrayFieldStart("mended");
          for (Breach.Key key : mended()) {
            json.writeStartObject();
            json.writeStringField("rule", key.rule());
            json.writeStringField("from", key.from());
            Json.textOrNull(json, "to", key.to());
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeArrayFieldStart("notes");
          for (Note note : inspection.notes()) {
            json.writeStartObject();
            json.writeNumberField("line", note.place().line());
            json.writeNumberField("column", note.place().column());
            json.writeStringField("says", note.says());
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeNumberField("unplaced", inspection.unplaced());
        });
  }

  /** The misfits that a breach is part of: one end of it stands in what is misplaced. */
  MisfitLines misfits(Breach breach) {
    Units units = survey.units();
    Set<Integer> makers = new TreeSet<>();
    for (int r : breach.references()) {
      makers.add(survey.references().from(r));
      makers.add(survey.references().target(r));
    }
    int own = breach.isLimit() ? units.find(breach.from(), breach.level()) : -1;
    List<Told> found =
        misfits.told().stream()
            .filter(
                m -> m.unit() == own || makers.stream().anyMatch(u -> units.inside(u, m.unit())))
            .toList();
    return new MisfitLines(survey, found);
  }

  /** Where the unit of a limit stands; null for a package or module. */
  Place place(Breach breach) {
    int unit = survey.units().find(breach.from(), breach.level());
    return unit < 0 ? null : Place.of(survey.units(), unit);
  }

  /** Every place of a breach. */
  List<Place> places(Breach breach) {
    List<Place> places = new ArrayList<>();
    for (int r : breach.references()) {
      Site site = survey.site(r);
      places.add(new Place(site.file(), site.line()));
    }
    Place own = breach.isLimit() ? place(breach) : null;
    if (own != null) {
      places.add(own);
    }
    return places;
  }

  /** One line about a breach. */
  static String line(Breach breach) {
    return breach.isLimit() ? breach.from() : breach.from() + " -> " + breach.to();
  }

  /** For people; with {@code all}, nothing is shortened. */
  public void text(Page page, SourceLines lines, boolean all) {
    List<Breach> fresh = fresh();
    int accepted = inspection.breaches().size() - fresh.size();
    if (inspection.breaches().isEmpty()) {
      page.bold("No breach.").line(" The code keeps to its trellis.");
    } else {
      page.bold(
              fresh.isEmpty()
                  ? "No new breach"
                  : Page.count(fresh.size(), "new breach", "new breaches"))
          .line(accepted == 0 ? "" : "; " + accepted + " accepted before");
    }
    Map<String, List<Breach>> byRule = new LinkedHashMap<>();
    for (Breach breach : fresh) {
      String head = breach.isLimit() ? breach.rule() : breach.rule() + ": " + breach.says();
      byRule.computeIfAbsent(head, h -> new ArrayList<>()).add(breach);
    }
    int sites = all ? Integer.MAX_VALUE : fresh.size() > MANY ? 1 : SITES_SHOWN;
    int shown = 0;
    Set<Told> told = new HashSet<>();
    for (Map.Entry<String, List<Breach>> one : byRule.entrySet()) {
      if (!all && shown >= SHOWN) {
        page.line();
        page.dim("  and " + (fresh.size() - shown) + " more breaches; --all shows them").line();
        break;
      }
      page.line().bold(one.getKey()).line();
      for (Breach breach : one.getValue()) {
        shown++;
        breach(page, breach, lines, sites, told);
      }
    }
    tail(page);
    page.line();
    page.dim("Next: ").line(next(fresh));
  }

  private void breach(Page page, Breach breach, SourceLines lines, int sites, Set<Told> told) {
    page.add("  ")
        .warn(line(breach))
        .line(
            breach.isLimit()
                ? "   " + breach.says()
                : "   " + Page.count(breach.weight(), "site", "sites"));
    Sites.text(page, survey, breach.references(), lines, "      ", sites);
    Place place = breach.isLimit() ? place(breach) : null;
    if (place != null) {
      page.dim("      " + place).line();
    }
    if (!breach.mend().isEmpty()) {
      page.line("      would mend it: " + breach.mend());
    }
    for (Told misfit : misfits(breach).told().stream().limit(MISFITS_SHOWN).toList()) {
      if (told.add(misfit)) {
        page.line("      a misfit, " + misfit.kind().word() + ": " + misfit.mend());
      }
    }
  }

  private void tail(Page page) {
    List<Breach.Key> mended = mended();
    if (!mended.isEmpty()) {
      page.line()
          .bold(
              Page.count(mended.size(), "accepted breach is", "accepted breaches are") + " mended")
          .line(": 'vinesort check --accept' takes them off the list");
      for (Breach.Key key : mended) {
        page.line(
            "  " + key.rule() + ": " + key.from() + (key.to().isEmpty() ? "" : " -> " + key.to()));
      }
    }
    for (Note note : inspection.notes()) {
      page.warn("trellis.yaml:" + note.place().line() + ":" + note.place().column() + ": ")
          .line(note.says() + ".");
    }
    if (inspection.unplaced() > 0) {
      page.line(
          Page.count(inspection.unplaced(), "type is", "types are")
              + " in no layer, so no layer rule holds there.");
    }
  }

  private String next(List<Breach> fresh) {
    for (Breach breach : fresh) {
      if (!breach.isLimit()) {
        return "vinesort why '" + breach.from() + "' '" + breach.to() + "'";
      }
    }
    return fresh.isEmpty() ? "vinesort layers" : "vinesort show '" + fresh.get(0).from() + "'";
  }
}

package dev.vinesorter.report;

import dev.vinesorter.core.structure.Reach;
import java.util.HashMap;
import java.util.Map;

/** What a unit needs through any chain, or whom a change of it reaches, as a tree. */
public final class ReachReport {
  private ReachReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(String unit, boolean users, Reach reach, int depth) {
    return Json.document(
        json -> {
          json.writeStringField("unit", unit);
          json.writeStringField("direction", users ? "users" : "uses");
          json.writeStringField("level", reach.graph().level().word());
          json.writeNumberField("reached", reach.branches().size());
          json.writeArrayFieldStart("byDistance");
          for (int count : reach.byDistance()) {
            json.writeNumber(count);
          }
          json.writeEndArray();
          json.writeArrayFieldStart("tree");
          for (Reach.Branch branch : reach.branches()) {
            if (branch.distance() <= depth) {
              json.writeStartObject();
              json.writeStringField("unit", reach.graph().name(branch.node()));
              json.writeStringField("via", reach.graph().name(branch.via()));
              json.writeNumberField("distance", branch.distance());
              json.writeNumberField("below", branch.below());
              json.writeEndObject();
            }
          }
          json.writeEndArray();
        });
  }

  /** For people, cut at a depth. */
  public static void text(Page page, String unit, boolean users, Reach reach, int depth) {
    String units = reach.graph().level().words();
    int all = reach.branches().size();
    if (all == 0) {
      page.line(unit + (users ? " is used by nothing else." : " uses nothing else."));
      page.dim("Next: ").line("vinesort show '" + unit + "'");
      return;
    }
    int[] counts = reach.byDistance();
    page.bold(
            users
                ? "A change of " + unit + " can reach " + Page.number(all) + " " + units
                : unit + " needs " + Page.number(all) + " " + units)
        .line(
            " of "
                + Page.number(reach.graph().size())
                + "; "
                + Page.number(counts[0])
                + " directly, the farthest "
                + Page.count(counts.length, "step", "steps")
                + " away");
    Map<Integer, Integer> at = new HashMap<>();
    for (int start : reach.starts()) {
      at.put(start, 0);
    }
    for (Reach.Branch branch : reach.branches()) {
      if (branch.distance() > depth) {
        continue;
      }
      boolean cut = branch.distance() == depth && branch.below() > 0;
      page.add("  " + "   ".repeat(branch.distance() - 1)).add(reach.graph().label(branch.node()));
      if (branch.below() > 0) {
        page.dim("  " + (cut ? "+" : "") + Page.number(branch.below()));
      }
      page.line();
    }
    if (counts.length > depth) {
      page.dim("Cut at depth " + depth + "; --depth N shows more. A number is how many hang below.")
          .line();
    }
    page.line();
    Reach.Branch last = reach.branches().get(0);
    String other = reach.graph().name(last.node());
    page.dim("Next: ")
        .line(
            users
                ? "vinesort why '" + other + "' '" + unit + "'"
                : "vinesort why '" + unit + "' '" + other + "'");
  }
}

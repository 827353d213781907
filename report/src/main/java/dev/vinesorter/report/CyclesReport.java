package dev.vinesorter.report;

import dev.vinesorter.core.graph.CutSet;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.CycleGroups;
import dev.vinesorter.core.structure.LevelGraph;
import java.util.List;
import java.util.function.Function;

/** The cycle groups of a level, each with its cheapest cut set, down to the line that names it. */
public final class CyclesReport {
  private static final int SITES_SHOWN = 3;
  private static final int UNITS_SHOWN = 12;
  private static final int CUTS_SHOWN = 12;
  private static final int GROUPS_SHOWN = 10;

  private CyclesReport() {}

  /**
   * As JSON; see {@code docs/formats.md}.
   *
   * @param cuts finds the cut set of a group
   */
  public static String json(
      Survey survey, LevelGraph graph, Function<CycleGroups.Group, CutSet> cuts) {
    List<CycleGroups.Group> groups = graph.groups();
    return Json.document(
        json -> {
          json.writeStringField("level", graph.level().word());
          json.writeArrayFieldStart("groups");
          for (CycleGroups.Group group : groups) {
            json.writeStartObject();
            json.writeArrayFieldStart("units");
            for (int node : group.nodes()) {
              json.writeString(graph.name(node));
            }
            json.writeEndArray();
            json.writeNumberField("dependencies", group.dependencies());
            CutSet cut = cuts.apply(group);
            json.writeObjectFieldStart("cut");
            json.writeNumberField("weight", cut.weight());
            json.writeBooleanField("optimal", cut.optimal());
            json.writeNumberField("least", cut.least());
            json.writeArrayFieldStart("dependencies");
            for (CutSet.Arc arc : cut.arcs()) {
              int from = group.nodes()[arc.from()];
              int to = group.nodes()[arc.to()];
              json.writeStartObject();
              json.writeStringField("from", graph.name(from));
              json.writeStringField("to", graph.name(to));
              json.writeNumberField("weight", arc.weight());
              json.writeArrayFieldStart("sites");
              for (int r : graph.references(from, to)) {
                Sites.json(json, survey, r);
              }
              json.writeEndArray();
              json.writeEndObject();
            }
            json.writeEndArray();
            json.writeEndObject();
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  /**
   * For people.
   *
   * @param cuts finds the cut set of a group
   * @param all whether nothing is shortened
   */
  public static void text(
      Page page,
      Survey survey,
      LevelGraph graph,
      Function<CycleGroups.Group, CutSet> cuts,
      SourceLines lines,
      boolean all) {
    Level level = graph.level();
    List<CycleGroups.Group> groups = graph.groups();
    if (groups.isEmpty()) {
      page.line(
          "No " + level.words() + " run in circles, among " + Page.number(graph.size()) + ".");
      return;
    }
    page.bold(Page.count(groups.size(), "cycle group", "cycle groups") + " of " + level.words())
        .line();
    CutSet.Arc heaviest = null;
    CycleGroups.Group first = groups.get(0);
    int number = 1;
    for (CycleGroups.Group group : groups) {
      if (!all && number > GROUPS_SHOWN) {
        page.line();
        page.dim("     and " + (groups.size() - GROUPS_SHOWN) + " smaller groups; --all shows them")
            .line();
        break;
      }
      CutSet cut = cuts.apply(group);
      heaviest = heaviest == null && !cut.arcs().isEmpty() ? cut.arcs().get(0) : heaviest;
      page.line();
      page.bold(String.format("%3d  ", number++))
          .bold(group.nodes().length + " " + level.words())
          .line(
              ", "
                  + Page.count(group.dependencies(), "dependency", "dependencies")
                  + ", "
                  + Page.count(group.weight(), "site", "sites"));
      units(page, graph, group, all);
      page.add("     cheapest cut: ")
          .add(Page.count(cut.arcs().size(), "dependency", "dependencies"))
          .add(", ")
          .add(Page.count(cut.weight(), "site", "sites"))
          .line(
              cut.optimal()
                  ? " (no cheaper one exists)"
                  : " (none has fewer than " + Page.number(cut.least()) + ")");
      int shown = 0;
      for (CutSet.Arc arc : cut.arcs()) {
        if (!all && shown++ == CUTS_SHOWN) {
          page.more("       ", cut.arcs().size() - CUTS_SHOWN);
          break;
        }
        int from = group.nodes()[arc.from()];
        int to = group.nodes()[arc.to()];
        page.add("       ")
            .warn(graph.label(from) + " -> " + graph.label(to))
            .line("   " + Page.count(arc.weight(), "site", "sites"));
        Sites.text(
            page,
            survey,
            graph.references(from, to),
            lines,
            "         ",
            all ? Integer.MAX_VALUE : SITES_SHOWN);
      }
    }
    page.line();
    String from = named(graph, first.nodes()[heaviest.from()]);
    String to = named(graph, first.nodes()[heaviest.to()]);
    page.dim("Next: ").line("vinesort why '" + from + "' '" + to + "'");
  }

  /** A node's unit as other commands take it. */
  private static String named(LevelGraph graph, int node) {
    return graph.name(node).isEmpty() ? graph.label(node) : graph.name(node);
  }

  private static void units(Page page, LevelGraph graph, CycleGroups.Group group, boolean all) {
    int shown = 0;
    for (int node : group.nodes()) {
      if (!all && shown++ == UNITS_SHOWN) {
        page.more("       ", group.nodes().length - UNITS_SHOWN);
        break;
      }
      page.line("       " + graph.label(node));
    }
  }
}

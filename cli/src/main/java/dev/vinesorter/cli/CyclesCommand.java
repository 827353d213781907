package dev.vinesorter.cli;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.report.CyclesReport;
import dev.vinesorter.source.keep.KeptSurvey;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort cycles}. */
@Command(
    name = "cycles",
    description = {
      "Which units run in circles, and the cheapest cut set: the dependencies to remove, site by "
          + "site.",
      ""
    },
    footer = {
      "",
      "Examples:",
      "  vinesort cycles",
      "  vinesort cycles --level type --all",
      "  vinesort cycles --json",
      "  vinesort cycles --level type --seconds 60"
    })
final class CyclesCommand extends BaseCommand {
  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "module, package (default), file, type or member.")
  private Level level = Level.PACKAGE;

  @Option(
      names = "--seconds",
      paramLabel = "S",
      description =
          "Search for cheaper cuts of large groups for so long; interrupted, it gives the best so"
              + " far.")
  private int seconds;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    if (seconds < 0) {
      throw new UsageException("--seconds takes a number from 0.");
    }
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    LevelGraph graph = LevelGraph.of(kept.shown(), level, structure.view(bench));
    try (CutSearch search = new CutSearch(graph.groups(), seconds)) {
      if (common.json) {
        print(CyclesReport.json(kept.shown(), graph, search::cut));
      } else {
        show(
            page ->
                CyclesReport.text(
                    page, kept.shown(), graph, search::cut, bench.lines(kept), lists.all));
      }
    }
    return ExitCode.DONE;
  }
}

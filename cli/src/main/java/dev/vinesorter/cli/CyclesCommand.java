package dev.vinesorter.cli;

import dev.vinesorter.core.model.Level;
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
      "  vinesort cycles --json"
    })
final class CyclesCommand extends BaseCommand {
  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "module, package (default), file, type or member.")
  private Level level = Level.PACKAGE;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    if (common.json) {
      print(CyclesReport.json(kept.shown(), level, structure.view(bench)));
    } else {
      show(
          page ->
              CyclesReport.text(
                  page, kept.shown(), level, structure.view(bench), bench.lines(kept), lists.all));
    }
    return ExitCode.DONE;
  }
}

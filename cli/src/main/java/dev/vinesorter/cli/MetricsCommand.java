package dev.vinesorter.cli;

import dev.vinesorter.core.measure.Limits;
import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.report.MetricsReport;
import dev.vinesorter.report.MisfitLines;
import dev.vinesorter.source.keep.KeptSurvey;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort metrics}. */
@Command(
    name = "metrics",
    description = {
      "Which units exceed their limits, and where to begin: ranked by how far over and how much "
          + "code.",
      ""
    },
    footer = {
      "",
      "docs/metrics.md defines each metric; 'limits' in trellis.yaml sets limits.",
      "",
      "Examples:",
      "  vinesort metrics",
      "  vinesort metrics --level type --all",
      "  vinesort metrics --every --json      every figure, within its limit or not"
    })
final class MetricsCommand extends BaseCommand {
  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "Only module, package, type or member.")
  private Level level;

  @Option(names = "--every", description = "With --json: every figure, not only those over.")
  private boolean every;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    Survey survey = kept.shown();
    Limits limits = bench.trellis().limits();
    Measures measures = Measures.of(survey, structure.view(bench), limits);
    Measures shown = level == null ? measures : measures.on(level);
    MisfitLines misfits = structure.misfits(bench, kept);
    if (common.json) {
      List<Measures.Figure> figures = every ? shown.figures() : shown.over();
      print(MetricsReport.json(survey, shown, limits, figures, misfits));
    } else {
      show(page -> MetricsReport.text(page, survey, shown, misfits, lists.all));
    }
    return ExitCode.DONE;
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.Reach;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.report.ReachReport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code vinesort reach}. */
@Command(
    name = "reach",
    description = {
      "What a unit needs through any chain until nothing follows; with --users, whom a change of it"
          + " can reach.",
      ""
    },
    footer = {
      "",
      "Examples:",
      "  vinesort reach org.saltmarsh.loan",
      "  vinesort reach org.saltmarsh.loan.Loan --users --depth 4"
    })
final class ReachCommand extends BaseCommand {
  private static final int DEPTH = 3;

  @Parameters(paramLabel = "UNIT", description = "The unit to start from.")
  private String name;

  @Option(names = "--users", description = "Follow the users instead of what is used.")
  private boolean users;

  @Option(names = "--depth", paramLabel = "N", description = "Cut the tree there (default: 3).")
  private int depth = DEPTH;

  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "Of the units in the tree (default: the unit's own).")
  private Level level;

  @Option(names = "--libraries", description = "Follow into libraries, as far as they are seen.")
  private boolean libraries;

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Workbench bench = workbench();
    Survey survey = bench.current().shown();
    int unit = Workbench.unit(survey, structure.view(bench), name);
    boolean foreign = survey.units().has(unit, Trait.FOREIGN);
    View view = structure.view(bench).withForeign(libraries || foreign);
    if (survey.units().has(unit, Trait.TEST)) {
      view = view.withTests(true);
    }
    Level at = level == null ? survey.units().level(unit) : level;
    if (at.compareTo(survey.units().level(unit)) < 0) {
      throw new UsageException(
          "A "
              + survey.units().level(unit).word()
              + " holds no "
              + at.words()
              + "; say --level "
              + survey.units().level(unit).word()
              + " or a finer one.");
    }
    LevelGraph graph = LevelGraph.of(survey, at, view);
    Reach reach = Reach.of(graph, Reach.inside(graph, unit), users);
    String label = survey.units().label(unit);
    if (common.json) {
      print(ReachReport.json(survey.units().name(unit), users, reach, Math.max(1, depth)));
    } else {
      show(page -> ReachReport.text(page, label, users, reach, Math.max(1, depth)));
    }
    return ExitCode.DONE;
  }
}

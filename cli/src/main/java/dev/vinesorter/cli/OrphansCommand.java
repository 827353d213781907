package dev.vinesorter.cli;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.Orphans;
import dev.vinesorter.report.OrphansReport;
import dev.vinesorter.source.keep.KeptSurvey;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort orphans}. */
@Command(
    name = "orphans",
    description = {
      "Units that nothing uses, each with what would go with it.",
      "Entry points are no orphans: main methods, tests, types that service files or build files"
          + " name, what carries an annotation of a framework, and with --library the public API.",
      ""
    },
    footer = {"", "Examples:", "  vinesort orphans", "  vinesort orphans --level member --library"})
final class OrphansCommand extends BaseCommand {
  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "type (default) or member.")
  private Level level = Level.TYPE;

  @Option(names = "--library", description = "Code elsewhere may use the public API.")
  private boolean library;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    if (level != Level.TYPE && level != Level.MEMBER) {
      throw new UsageException("Orphans are types or members; say --level type or member.");
    }
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    Survey survey = kept.shown();
    Orphans.Entries entries = new Orphans.Entries(library, bench.namedElsewhere(kept));
    List<Orphans.Orphan> orphans = Orphans.of(survey, level, structure.view(bench), entries);
    if (common.json) {
      print(OrphansReport.json(survey, level, orphans));
    } else {
      show(page -> OrphansReport.text(page, survey, level, orphans, lists.all));
    }
    return ExitCode.DONE;
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.report.Export;
import dev.vinesorter.report.FactsExport;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort export}. */
@Command(
    name = "export",
    description = {"The dependencies of a level for other programs, on standard output.", ""},
    footer = {
      "",
      "CSV has the columns from,to,kind,count, one row a dependency and kind (RFC 4180).",
      "",
      "Examples:",
      "  vinesort export --as csv --level package > packages.csv",
      "  vinesort export --as json --level type --with-tests"
    })
final class ExportCommand extends BaseCommand {
  /** The formats. */
  enum Format {
    csv,
    json,
    facts
  }

  @Option(
      names = "--as",
      paramLabel = "FORMAT",
      description = "${COMPLETION-CANDIDATES}; --json says json.")
  private Format format;

  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "module, package, file, type or member; facts have all.")
  private Level level;

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    if (format == null && !common.json) {
      throw new UsageException("Say the form: --as csv, json or facts.");
    }
    if (level == null && format != Format.facts) {
      throw new UsageException("Say the level: --level module, package, file, type or member.");
    }
    Workbench bench = workbench();
    Survey survey = bench.current().shown();
    if (format == Format.facts) {
      print(FactsExport.of(survey));
      return ExitCode.DONE;
    }
    print(
        format == Format.csv
            ? Export.csv(survey, level, structure.view(bench))
            : Export.json(survey, level, structure.view(bench)));
    return ExitCode.DONE;
  }
}

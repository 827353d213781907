package dev.vinesorter.cli;

import dev.vinesorter.report.SurveyReport;
import dev.vinesorter.source.KeptSurvey;
import dev.vinesorter.source.ReadOptions;
import java.io.File;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort survey}. */
@Command(
    name = "survey",
    description = {
      "What is here, and where is it worst? Reads the sources and keeps the survey in .vinesort/, "
          + "which ignores itself in git.",
      ""
    },
    footer = {
      "",
      "Examples:",
      "  vinesort survey",
      "  vinesort survey --root ../shop --classpath 'lib/a.jar:lib/b.jar'",
      "  vinesort survey --leave-out '**/generated/**' --json"
    })
final class SurveyCommand extends BaseCommand {
  @Option(
      names = "--classpath",
      paramLabel = "CP",
      description = "Libraries; found from the POMs by default.")
  private String classpath = "";

  @Option(
      names = "--encoding",
      paramLabel = "E",
      description = "Encoding of the sources (default: UTF-8).")
  private String encoding = "";

  @Option(
      names = "--leave-out",
      paramLabel = "GLOB",
      description = "Paths to pass over, such as '**/generated/**'; may be said again.")
  private List<String> leaveOut = new ArrayList<>();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Workbench bench = workbench();
    List<String> libraries = new ArrayList<>();
    for (String path : classpath.split(File.pathSeparator)) {
      if (!path.isBlank()) {
        libraries.add(java.nio.file.Path.of(path).toAbsolutePath().toString());
      }
    }
    ReadOptions options = new ReadOptions(libraries, encoding, leaveOut);
    KeptSurvey kept = bench.locked("survey", () -> bench.read(options));
    double seconds = kept.millis() / 1000.0;
    String root = bench.root().path().toString();
    if (common.json) {
      print(SurveyReport.json(root, kept.survey(), structure.view(), seconds));
    } else {
      show(
          page ->
              SurveyReport.text(
                  page, root, kept.survey(), structure.view(), seconds, common.verbose));
    }
    return Main.DONE;
  }
}

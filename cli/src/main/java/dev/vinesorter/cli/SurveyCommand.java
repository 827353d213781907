package dev.vinesorter.cli;

import dev.vinesorter.report.SurveyReport;
import dev.vinesorter.source.facts.FactsLanguage;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.read.ReadOptions;
import java.io.File;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
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
      names = "--include-path",
      paramLabel = "DIR",
      description =
          "A folder below the root in which includes of C and C++ are looked for, before those that"
              + " compile_commands.json tells; may be said again.")
  private List<String> includePath = new ArrayList<>();

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

  @Option(
      names = "--generated",
      paramLabel = "TEXT",
      description = "A leading comment with this text tells generated code; may be said again.")
  private List<String> marks = new ArrayList<>();

  @Option(
      names = "--facts",
      paramLabel = "FILE",
      description =
          "Units and dependencies that another reader wrote: a file below the root called"
              + " NAME.facts.jsonl. All such files are read; this one has to be there.")
  private List<String> facts = new ArrayList<>();

  @Option(
      names = "--keep",
      paramLabel = "NAME",
      description = "Keep a copy under this name, for 'vinesort drift NAME'.")
  private String keep;

  @Option(
      names = "--anew",
      description = "Read every source, also those that have not changed since the last survey.")
  private boolean anew;

  @Mixin private StructureOptions structure = new StructureOptions();

  /** The folders of includes, each as a path from the root. */
  private List<String> includeFolders(Path root) {
    List<String> found = new ArrayList<>();
    for (String folder : includePath) {
      Path path = root.resolve(folder).toAbsolutePath().normalize();
      if (!path.startsWith(root) || !Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS)) {
        throw new UsageException(
            folder + " is no folder below the root. Name one from the root, such as 'include'.");
      }
      found.add(root.relativize(path).toString().replace(File.separatorChar, '/'));
    }
    return found;
  }

  @Override
  public Integer call() {
    Workbench bench = workbench();
    for (String file : facts) {
      Path path = Path.of(file).toAbsolutePath().normalize();
      boolean found =
          path.startsWith(bench.root().path())
              && Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS)
              && file.endsWith(FactsLanguage.END);
      if (!found) {
        throw new UsageException(
            file
                + " is no file of facts below the root. Put it there, and call it NAME"
                + FactsLanguage.END
                + ".");
      }
    }
    List<String> libraries = new ArrayList<>();
    for (String path : classpath.split(File.pathSeparator)) {
      if (!path.isBlank()) {
        libraries.add(Path.of(path).toAbsolutePath().toString());
      }
    }
    ReadOptions options =
        new ReadOptions(libraries, encoding, leaveOut, marks, includeFolders(bench.root().path()));
    KeptSurvey known = anew ? null : bench.unchanged(options);
    KeptSurvey kept =
        known != null
            ? known
            : bench.locked("survey", () -> anew ? bench.read(options, null) : bench.read(options));
    if (keep != null) {
      bench.own().keep(kept, keep);
    }
    double seconds = bench.millis() / 1000.0;
    String root = bench.root().path().toString();
    SurveyReport.Facts facts =
        new SurveyReport.Facts(
            root,
            kept.shown(),
            structure.view(bench),
            kept.leftOut(),
            seconds,
            structure.misfits(bench, kept));
    if (common.json) {
      print(SurveyReport.json(facts));
    } else {
      show(page -> SurveyReport.text(page, facts, common.verbose));
    }
    return ExitCode.DONE;
  }
}

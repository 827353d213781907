package dev.vinesorter.cli;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.Folding;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.Matrix;
import dev.vinesorter.report.MatrixReport;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort matrix}. */
@Command(
    name = "matrix",
    description = {
      "Who uses whom, as a matrix with users above what they use, so that layers and cycle groups "
          + "show.",
      ""
    },
    footer = {
      "",
      "Along a row stands what the row's unit uses, and at how many places. What lies below the",
      "diagonal runs the wrong way and is marked with !.",
      "",
      "Examples:",
      "  vinesort matrix",
      "  vinesort matrix --open org.saltmarsh.loan",
      "  vinesort matrix --within org.saltmarsh.loan",
      "  vinesort matrix --depth 1 --svg matrix.svg"
    })
final class MatrixCommand extends BaseCommand {
  @Mixin private LookOptions look = new LookOptions();

  @Option(names = "--svg", paramLabel = "FILE", description = "Write the matrix as a picture.")
  private Path svg;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Workbench bench = workbench();
    Survey survey = bench.current().shown();
    LevelGraph whole = LevelGraph.of(survey, look.focus(survey), structure.view(bench));
    boolean apart = lists.all || common.json && svg == null;
    LevelGraph shown = apart ? whole : Folding.of(whole, Folding.MOST_APART, Folding.MOST_TOGETHER);
    Matrix matrix = Matrix.of(shown);
    if (svg != null) {
      AskedFile.write("the picture", bench.root(), svg, MatrixReport.svg(matrix));
      say("The matrix is in " + svg + Pictures.together(shown) + ".");
    }
    if (common.json) {
      print(MatrixReport.json(shown == whole ? matrix : Matrix.of(whole)));
    } else if (svg == null) {
      show(page -> MatrixReport.text(page, matrix, Output.columns(), lists.all));
    }
    return ExitCode.DONE;
  }
}

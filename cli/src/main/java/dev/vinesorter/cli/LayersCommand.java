package dev.vinesorter.cli;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.Focus;
import dev.vinesorter.core.structure.Folding;
import dev.vinesorter.core.structure.Layering;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.report.LayersReport;
import dev.vinesorter.report.TrellisDraft;
import dev.vinesorter.source.config.TrellisFile;
import dev.vinesorter.source.keep.KeptSurvey;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort layers}. */
@Command(
    name = "layers",
    description = {
      "The layers as the code has them, each resting on those below, and the dependencies that run "
          + "upwards.",
      ""
    },
    footer = {
      "",
      "Examples:",
      "  vinesort layers",
      "  vinesort layers --svg layers.svg",
      "  vinesort layers --write      a first trellis.yaml, to be corrected by hand"
    })
final class LayersCommand extends BaseCommand {
  @Mixin private LookOptions look = new LookOptions();

  @Option(names = "--svg", paramLabel = "FILE", description = "Draw the layers as a picture.")
  private Path svg;

  @Option(
      names = "--write",
      description = "Write a first trellis.yaml from the code as it is; never over one.")
  private boolean write;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    Survey survey = kept.shown();
    View view = structure.view(bench);
    Focus focus = look.focus(survey);
    LevelGraph whole = LevelGraph.of(survey, focus, view);
    if (write) {
      return writeTrellis(bench, Layering.of(whole));
    }
    if (svg != null) {
      draw(bench, whole);
    }
    if (common.json) {
      print(LayersReport.json(Layering.of(whole)));
    } else if (svg == null) {
      Layering layering = Layering.of(shown(whole, Folding.MOST_APART));
      show(page -> LayersReport.text(page, layering, bench.lines(kept), lists.all));
    }
    return ExitCode.DONE;
  }

  /** What has too many units for one picture is taken together, unless all are asked for. */
  private LevelGraph shown(LevelGraph whole, int most) {
    return lists.all ? whole : Folding.of(whole, most, Folding.MOST_TOGETHER);
  }

  private void draw(Workbench bench, LevelGraph whole) {
    LevelGraph shown = shown(whole, LayersReport.MOST_DRAWN);
    AskedFile.write("the picture", bench.root(), svg, LayersReport.svg(Layering.of(shown)));
    say("The layers are in " + svg + Pictures.together(shown) + ".");
  }

  private int writeTrellis(Workbench bench, Layering layering) {
    Path file = bench.root().path().resolve(TrellisFile.NAME);
    if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
      throw new UsageException(
          file + " is there already and is yours to change. Move it away to get a fresh one.");
    }
    AskedFile.write("the trellis", bench.root(), file, TrellisDraft.of(layering));
    say("Wrote " + file + ". Name its layers and correct them, then run 'vinesort check'.");
    return ExitCode.DONE;
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.Tidy;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Known;
import dev.vinesorter.report.MisfitLines;
import dev.vinesorter.source.config.ActionsFile;
import dev.vinesorter.source.config.KnownBreaches;
import dev.vinesorter.source.keep.KeptSurvey;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import picocli.CommandLine.Option;

/** Which part of the code a command about structure looks at. */
final class StructureOptions {
  @Option(names = "--with-tests", description = "Test code counts, too.")
  boolean withTests;

  @Option(
      names = "--hide",
      paramLabel = "PATTERN",
      description =
          "Leave units out of the picture, such as 'org.x.gen.**', '**/gen/**', '@Generated' or "
              + "generated; may be said again.")
  private List<String> hide = new ArrayList<>();

  @Option(
      names = "--short",
      paramLabel = "PREFIX=NAME",
      description = "Show a short name in place of a prefix; may be said again.")
  private Map<String, String> shortNames = new LinkedHashMap<>();

  @Option(
      names = "--fold",
      paramLabel = "GLOB,GLOB",
      description =
          "Files that fit these path patterns with the same wildcards are one; may be said again. "
              + "A header and its source in one folder are; not so with 'none'.")
  private List<String> folds = new ArrayList<>();

  @Option(
      names = "--certain",
      description = "Leave out what only a name tells, since just one unit has it.")
  private boolean certain;

  /** These options as one text, the same for the same view. */
  String text() {
    return withTests + " " + hide + " " + folds + " " + certain;
  }

  /** What judges are asked about in that view. */
  Inquiry inquiry(Workbench bench, KeptSurvey kept) {
    return inquiry(bench, kept, kept.shown());
  }

  private Inquiry inquiry(Workbench bench, KeptSurvey kept, Survey survey) {
    return new Inquiry(
        survey, view(bench), ActionsFile.with(bench.trellis()), bench.namedElsewhere(kept));
  }

  /** What is in the wrong place in that view, but for what was accepted. */
  MisfitLines misfits(Workbench bench, KeptSurvey kept) {
    Inquiry inquiry = inquiry(bench, kept);
    return fresh(bench, inquiry, new KeptVerdicts(bench).told(inquiry, text()));
  }

  /** The same of a survey that is foretold from the kept one. */
  MisfitLines misfits(Workbench bench, KeptSurvey kept, Survey survey) {
    if (survey == kept.shown()) {
      return misfits(bench, kept);
    }
    Inquiry inquiry = inquiry(bench, kept, survey);
    return fresh(bench, inquiry, Misfits.told(inquiry));
  }

  private static MisfitLines fresh(Workbench bench, Inquiry inquiry, List<Told> told) {
    Known known = KnownBreaches.of(bench.root());
    Units units = inquiry.units();
    return new MisfitLines(
        inquiry.survey(), told.stream().filter(one -> !known.has(one.key(units))).toList());
  }

  /** The view that these options and the trellis of the root give. */
  View view(Workbench bench) {
    Tidy meant = bench.trellis().tidy();
    List<UnitPattern> hidden = new ArrayList<>(meant.hidden());
    hide.forEach(pattern -> hidden.add(UnitPattern.of(pattern)));
    List<Tidy.ShortName> shown = new ArrayList<>(meant.shortNames());
    shortNames.forEach((prefix, name) -> shown.add(new Tidy.ShortName(prefix, name)));
    List<List<Glob>> folded = new ArrayList<>(meant.folds());
    folds.forEach(
        one ->
            folded.add(
                one.equals("none")
                    ? Tidy.APART
                    : Stream.of(one.split(",")).map(Glob::ofPath).toList()));
    return View.MAIN
        .withTests(withTests)
        .withCertain(certain)
        .with(new Tidy(hidden, shown, folded));
  }
}

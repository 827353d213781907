package dev.vinesorter.cli;

import dev.vinesorter.core.model.ShownPart;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.trellis.Inspection;
import dev.vinesorter.core.trellis.Known;
import dev.vinesorter.core.trellis.Note;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.report.CheckReport;
import dev.vinesorter.report.JUnitReport;
import dev.vinesorter.report.PlanReport;
import dev.vinesorter.report.SarifReport;
import dev.vinesorter.source.config.KnownBreaches;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.config.TrellisFile;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Files;
import java.nio.file.Path;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort check}. */
@Command(
    name = "check",
    description = {
      "Does the code keep to trellis.yaml? Every breach with its rule, reason and sites, and the "
          + "move or cut that would mend it where one is plain.",
      ""
    },
    footer = {
      "",
      "Exit code 1 when there is a breach that trellis.known.yaml does not have.",
      "",
      "Examples:",
      "  vinesort check",
      "  vinesort check --accept                   from now on only new breaches fail",
      "  vinesort check --with plan.yaml           what if the plan were applied?",
      "  vinesort check --as sarif > check.sarif"
    })
final class CheckCommand extends BaseCommand {
  /** The formats. */
  enum Format {
    text,
    json,
    sarif,
    junit
  }

  @Option(
      names = "--as",
      paramLabel = "FORMAT",
      description = "${COMPLETION-CANDIDATES} (default: text).")
  private Format format = Format.text;

  @Option(
      names = "--accept",
      description = "Record today's breaches in trellis.known.yaml; mended ones go from it.")
  private boolean accept;

  @Option(
      names = "--with",
      paramLabel = "PLAN",
      description = "Judge the structure that the rehearsed plan would give.")
  private Path planFile;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() throws java.io.IOException {
    Workbench bench = workbench();
    Path file = bench.root().path().resolve(TrellisFile.NAME);
    if (!Files.isRegularFile(file)) {
      throw new UsageException(
          "There is no " + file + ". 'vinesort layers --write' makes a first one from the code.");
    }
    if (accept && planFile != null) {
      throw new UsageException("--accept records what is, --with judges what would be; say one.");
    }
    KeptSurvey kept = bench.current();
    Trellis trellis = bench.trellis();
    Survey survey = kept.shown();
    if (planFile != null) {
      Plan plan = PlanFile.read(planFile);
      Rehearsal rehearsal =
          Rehearsal.of(kept.survey(), plan, bench.overlay(kept), Workbench.editor(kept));
      if (!rehearsal.accepted()) {
        show(page -> PlanReport.steps(page, RehearseCommand.content(rehearsal)));
        say("The plan is refused, so there is nothing to judge.");
        return ExitCode.NOT_AS_IT_SHOULD_BE;
      }
      survey = ShownPart.of(rehearsal.after());
    }
    Inspection inspection = Inspection.of(survey, trellis, structure.view(bench));
    Known known = KnownBreaches.of(bench.root());
    if (accept) {
      KnownBreaches.write(bench.root(), Known.of(inspection.breaches()).withMisfitsOf(known));
      say(
          inspection.breaches().size()
              + " breaches are in "
              + KnownBreaches.NAME
              + "; from now on only new ones fail. Commit the file.");
      return ExitCode.DONE;
    }
    CheckReport report =
        new CheckReport(survey, inspection, known, structure.misfits(bench, kept, survey));
    print(bench, kept, report);
    return report.fresh().isEmpty() ? ExitCode.DONE : ExitCode.NOT_AS_IT_SHOULD_BE;
  }

  private void print(Workbench bench, KeptSurvey kept, CheckReport report)
      throws java.io.IOException {
    if (format != Format.text || common.json) {
      for (Note note : report.inspection().notes()) {
        say(
            TrellisFile.NAME
                + ":"
                + note.place().line()
                + ":"
                + note.place().column()
                + ": "
                + note.says()
                + ".");
      }
    }
    if (format == Format.sarif) {
      print(SarifReport.of(report, ProductVersion.number()));
    } else if (format == Format.junit) {
      print(JUnitReport.of(report));
    } else if (format == Format.json || common.json) {
      print(report.json());
    } else {
      show(page -> report.text(page, bench.lines(kept), lists.all));
    }
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.core.model.ShownPart;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.report.PlanReport;
import dev.vinesorter.report.UnifiedDiff;
import dev.vinesorter.source.apply.PlanApplication;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code vinesort rehearse}. */
@Command(
    name = "rehearse",
    description = {
      "What would the structure be, and which edits would be made? Nothing is written. The"
          + " rehearsal works on the survey; that the outcome compiles is proven by 'apply' before"
          + " it writes.",
      ""
    },
    footer = {
      "",
      "Exit code 1 when a step is refused. What a plan file holds: docs/plans.md.",
      "",
      "Examples:",
      "  vinesort rehearse plan.yaml",
      "  vinesort rehearse plan.yaml --diff > plan.diff"
    })
final class RehearseCommand extends BaseCommand {
  @Parameters(paramLabel = "PLAN", description = "The plan file.")
  private Path planFile;

  @Option(names = "--diff", description = "The edits as a unified diff, and nothing else.")
  private boolean diff;

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Plan plan = PlanFile.read(planFile);
    Workbench bench = workbench();
    KeptSurvey kept = bench.kept();
    View view = structure.view(bench);
    List<String> changed = kept.changedSince(bench.root());
    if (!changed.isEmpty()) {
      say(PlanApplication.staleMessage(changed));
      if (common.json) {
        print(PlanReport.json(stale(plan, kept, changed), view));
      }
      return ExitCode.NOT_AS_IT_SHOULD_BE;
    }
    Rehearsal rehearsal =
        Rehearsal.of(kept.survey(), plan, bench.overlay(kept), Workbench.editor(kept));
    PlanReport.Content content = content(rehearsal);
    if (diff && rehearsal.accepted()) {
      print(UnifiedDiff.of(content.changes()));
    } else if (common.json) {
      print(PlanReport.json(content, view));
    } else {
      show(
          page -> {
            PlanReport.steps(page, content);
            page.line();
            PlanReport.structure(page, content, view);
            page.line();
            PlanReport.files(page, content, common.verbose);
            page.line();
            page.dim("Next: ")
                .line(
                    rehearsal.accepted()
                        ? "vinesort apply " + planFile
                        : "mend the refused steps and rehearse again");
          });
    }
    return rehearsal.accepted() ? ExitCode.DONE : ExitCode.NOT_AS_IT_SHOULD_BE;
  }

  /** A plan of which no step is looked at, since sources are not those of the survey. */
  static PlanReport.Content stale(Plan plan, KeptSurvey kept, List<String> changed) {
    List<Site> files = changed.stream().map(file -> new Site(file, 0, 0, 0, 0)).toList();
    StepOutcome.Reason reason =
        new StepOutcome.Reason(
            RefusalCode.CHANGED_SINCE_SURVEY, PlanApplication.staleMessage(changed), files);
    List<StepOutcome> refused =
        Collections.nCopies(plan.steps().size(), StepOutcome.refused(List.of(reason)));
    return new PlanReport.Content(plan, refused, kept.shown(), kept.shown(), List.of());
  }

  static PlanReport.Content content(Rehearsal rehearsal) {
    return new PlanReport.Content(
        rehearsal.plan(),
        rehearsal.steps(),
        ShownPart.of(rehearsal.before()),
        ShownPart.of(rehearsal.after()),
        Workbench.changes(rehearsal.sources()));
  }
}

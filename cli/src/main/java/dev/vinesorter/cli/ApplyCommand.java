package dev.vinesorter.cli;

import dev.vinesorter.core.model.ShownPart;
import dev.vinesorter.core.plan.Application;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.ProvenCode;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.report.Page;
import dev.vinesorter.report.PlanReport;
import dev.vinesorter.source.apply.ApplyOptions;
import dev.vinesorter.source.apply.NotResumableException;
import dev.vinesorter.source.apply.PlanApplication;
import dev.vinesorter.source.apply.ProofGaps;
import dev.vinesorter.source.apply.Verification;
import dev.vinesorter.source.apply.Workplace;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.journal.Journal;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.text.Root;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code vinesort apply}. */
@Command(
    name = "apply",
    description = {
      "Carries a plan out. Before anything is written, the edited sources are compiled in memory:"
          + " no new error, and every name must mean what it meant. All files change, or none;"
          + " step by step where each step is verified or committed.",
      ""
    },
    footer = {
      "",
      "Exit code 1 when the plan is refused or the verify command fails. A step that fails is"
          + " taken",
      "back; the steps before it stay, and --resume goes on when the plan was mended.",
      "",
      "Examples:",
      "  vinesort apply plan.yaml",
      "  vinesort apply plan.yaml --verify 'mvn -q test' --commit",
      "  vinesort apply plan.yaml --verify 'mvn -q test' --resume"
    })
final class ApplyCommand extends BaseCommand {
  /** When the verify command is run. */
  enum At {
    step,
    end
  }

  @Parameters(paramLabel = "PLAN", description = "The plan file.")
  private Path planFile;

  @Option(
      names = "--verify",
      paramLabel = "CMD",
      description = "Shell command run in the root after each step; what it says is kept in a log.")
  private String verify;

  @Option(
      names = "--verify-at",
      paramLabel = "WHEN",
      description =
          "${COMPLETION-CANDIDATES} (default: step). At the end, a failure takes back the plan.")
  private At verifyAt = At.step;

  @Option(
      names = "--verify-limit",
      paramLabel = "SECONDS",
      description = "Stop the verify command after that long; it has failed then.")
  private long verifyLimit;

  @Option(
      names = "--commit",
      description =
          "Make one git commit for each step; refused where its files have other changes.")
  private boolean commit;

  @Option(names = "--step-by-step", description = "Write each step on its own, to be undone alone.")
  private boolean stepByStep;

  @Option(
      names = "--resume",
      description = "Go on with a plan that stopped; the steps done so far must be the same.")
  private boolean resume;

  @Option(
      names = "--strict",
      description = "Refuse a plan that edits code of which not everything can be proven.")
  private boolean strict;

  @Mixin private StructureOptions structure = new StructureOptions();

  private View view;

  @Override
  public Integer call() {
    Plan plan = PlanFile.read(planFile);
    if (verify == null && (verifyLimit != 0 || verifyAt == At.end)) {
      throw new UsageException("--verify-at and --verify-limit need --verify CMD.");
    }
    if (verifyLimit < 0) {
      throw new UsageException("--verify-limit takes seconds, 1 or more.");
    }
    if (verifyAt == At.end && (commit || stepByStep || resume)) {
      throw new UsageException(
          "--verify-at end takes back the plan as a whole, so steps cannot be written one by one.");
    }
    Workbench bench = workbench();
    return bench.locked("apply", () -> apply(plan, bench));
  }

  private int apply(Plan plan, Workbench bench) {
    view = structure.view(bench);
    Journal journal = bench.journalToWrite();
    KeptSurvey kept = bench.kept();
    List<String> changed = kept.changedSince(bench.root());
    if (!changed.isEmpty()) {
      return refuseStale(plan, kept, changed);
    }
    Verification verification =
        verify == null ? null : new Verification(bench.root(), verify, verifyLimit);
    ApplyOptions how =
        new ApplyOptions(
            planFile.toString(),
            verification,
            verifyAt == At.end,
            commit,
            stepByStep,
            resume,
            strict);
    Workplace place = new Workplace(bench.own(), kept, journal, this::say, Drawing::start);
    PlanApplication application = application(place, how, plan);
    Optional<Rehearsal> rehearsal = application.rehearse();
    if (rehearsal.isEmpty()) {
      say("All steps of the plan are done.");
      return ExitCode.DONE;
    }
    // What changes is told by what is on disk, which will be otherwise soon.
    PlanReport.Content content = RehearseCommand.content(rehearsal.get());
    PlanApplication.Outcome outcome = application.carryOut(rehearsal.get());
    if (!outcome.isRead()) {
      bench.read(kept.asked());
    }
    if (Boolean.FALSE.equals(outcome.application().verified())) {
      say("The verify command failed. The end of " + verification.log() + ":");
      verification.lastLines().forEach(line -> say("  " + line));
    }
    return report(content.with(ShownPart.of(outcome.after())), outcome.application());
  }

  private static PlanApplication application(Workplace place, ApplyOptions how, Plan plan) {
    try {
      return new PlanApplication(place, how, plan);
    } catch (NotResumableException e) {
      throw new UsageException(e.getMessage());
    }
  }

  private int refuseStale(Plan plan, KeptSurvey kept, List<String> changed) {
    say(PlanApplication.staleMessage(changed));
    if (common.json) {
      PlanReport.Content content = RehearseCommand.stale(plan, kept, changed);
      print(PlanReport.json(content, Application.none(List.of()), view));
    }
    return ExitCode.NOT_AS_IT_SHOULD_BE;
  }

  private int report(PlanReport.Content content, Application application) {
    if (common.json) {
      print(PlanReport.json(content, application, view));
    } else {
      show(page -> text(page, content, application));
    }
    return application.applied() && application.forecastMet()
        ? ExitCode.DONE
        : ExitCode.NOT_AS_IT_SHOULD_BE;
  }

  private void text(Page page, PlanReport.Content content, Application application) {
    PlanReport.steps(page, content);
    page.line();
    for (String objection : application.objections()) {
      page.line("  " + objection.lines().findFirst().orElse(""));
    }
    if (!application.applied()) {
      stopped(page, application);
      return;
    }
    if (content.changes().isEmpty()) {
      page.line("There was nothing to do.");
      return;
    }
    PlanReport.structure(page, content, view);
    page.line();
    PlanReport.files(page, content, common.verbose);
    page.line();
    boolean java =
        content.changes().stream()
            .anyMatch(one -> (one.oldPath() + one.newPath()).endsWith(".java"));
    page.line((java ? "  compiled in memory " : "  read again         ") + "  no new error");
    boolean whole = application.proven() == null || application.proven().isWhole();
    page.line(
        "  names                every one"
            + (!java ? " that is certain" : whole ? "" : " that binds to something")
            + " means what it meant");
    if (java) {
      instructions(page, application.proven());
    }
    page.line(
        "  forecast             "
            + (application.forecastMet() ? "met: the structure is the one rehearsed" : "NOT met"));
    if (application.verified() != null) {
      page.line("  verify command       passed, see " + Root.OWN_FOLDER + "/" + Verification.LOG);
    }
    if (!application.commits().isEmpty()) {
      page.line("  commits              " + Page.number(application.commits().size()) + " made");
    }
    page.line();
    page.dim("Next: ").line("look at the difference; 'vinesort undo' takes it back");
  }

  private static void instructions(Page page, ProvenCode proven) {
    if (proven == null) {
      return;
    }
    page.line(
        "  instructions         the same in "
            + Page.count(proven.same(), "method", "methods")
            + (proven.rewritten() == 0
                ? ""
                : "; " + Page.number(proven.rewritten()) + " rewritten as planned"));
    if (!proven.isWhole()) {
      page.warn("  not proven").line("           " + ProofGaps.sentence(proven));
    }
  }

  private void stopped(Page page, Application application) {
    if (application.steps() == 0) {
      page.warn("Nothing was changed.").line();
      return;
    }
    page.warn(Page.count(application.steps(), "step is", "steps are") + " done and stay").line();
    page.line();
    page.dim("Next: ")
        .line(
            "mend the plan and 'vinesort apply "
                + planFile
                + " --resume'; 'vinesort undo' takes all of it back");
  }
}

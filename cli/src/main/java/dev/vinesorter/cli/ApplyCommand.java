package dev.vinesorter.cli;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.ShownPart;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.report.Page;
import dev.vinesorter.report.PlanReport;
import dev.vinesorter.report.PlanReport.Application;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.git.GitCommits;
import dev.vinesorter.source.journal.Journal;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.plan.CompiledProof;
import dev.vinesorter.source.plan.Instructions;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Root;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
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
  private static final int OBJECTIONS = 20;

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

  /** The steps of the last run of this plan that are done. */
  private record Progress(String run, int steps) {}

  private int apply(Plan whole, Workbench bench) {
    view = structure.view(bench);
    bench.journalToWrite();
    KeptSurvey kept = bench.kept();
    List<String> changed = kept.changedSince(bench.root());
    if (!changed.isEmpty()) {
      return refuseStale(whole, kept, changed);
    }
    Progress progress = new Progress("", 0);
    Plan plan = whole;
    if (resume) {
      progress = progress(whole, bench.journal());
      if (progress.steps == whole.steps().size()) {
        if (commit) {
          try (GitCommits commits = GitCommits.of(bench.root())) {
            PlanWriter.commitLeftOvers(bench.journal(), progress.run, commits);
          }
        }
        say("All steps of the plan are done.");
        return ExitCode.DONE;
      }
      plan = rest(whole, progress.steps, kept.survey());
    }
    Rehearsal rehearsal =
        Rehearsal.of(kept.survey(), plan, bench.overlay(kept), Workbench.editor(kept));
    PlanReport.Content content = RehearseCommand.content(rehearsal);
    if (!rehearsal.accepted()) {
      return report(content, Application.none(List.of()));
    }
    if (content.changes().isEmpty()) {
      return report(
          content,
          new Application(
              true, true, null, "", List.of(), whole.steps().size(), List.of(), "", null));
    }
    Reading before = new Reading(kept.survey(), kept.memo());
    CompiledProof compiled = Languages.installed().proof(rehearsal.sources(), before);
    Rehearsal.Proof proof = proof(kept, rehearsal);
    List<String> objections = objections(proof);
    if (!objections.isEmpty()) {
      return report(content, Application.none(objections));
    }
    objections = apart(kept, rehearsal);
    if (!objections.isEmpty()) {
      return report(content, Application.none(objections));
    }
    Instructions found = compiled.compare(rehearsal, proof.reading());
    PlanReport.Instructions instructions =
        new PlanReport.Instructions(
            found.same(),
            found.rewritten(),
            found.differ(),
            found.outside(),
            unbound(rehearsal, proof.reading().survey()),
            missing(proof.reading().survey()));
    objections = objections(instructions);
    if (!objections.isEmpty()) {
      return report(content, Application.none(objections).with(instructions));
    }
    Application application = write(bench, kept, rehearsal, proof, progress).with(instructions);
    PlanReport.Content outcome =
        new PlanReport.Content(
            plan,
            content.steps(),
            content.before(),
            ShownPart.of(proof.reading().survey()),
            content.changes());
    return report(application.applied() ? outcome : content, application);
  }

  private static Rehearsal.Proof proof(KeptSurvey kept, Rehearsal rehearsal) {
    try (Drawing progress = Drawing.start()) {
      return rehearsal.prove(
          Languages.installed().reader(),
          kept.options(),
          progress,
          new Reading(kept.survey(), kept.memo()));
    }
  }

  /** What speaks against steps that are written apart: each has to compile for itself. */
  private List<String> apart(KeptSurvey kept, Rehearsal rehearsal) {
    List<String> objections = new ArrayList<>();
    if (commit || stepByStep) {
      try (Drawing progress = Drawing.start()) {
        Reading before = new Reading(kept.survey(), kept.memo());
        for (Rehearsal.Unfinished one :
            rehearsal.unfinished(
                Languages.installed().reader(), kept.options(), progress, before)) {
          Problem error = one.errors().get(0);
          objections.add(
              "step "
                  + one.step()
                  + " would not compile apart from those behind it: "
                  + error.file()
                  + ":"
                  + error.line()
                  + ": "
                  + error.message().lines().findFirst().orElse("")
                  + ". Change the order, or apply the plan as a whole.");
        }
      }
    }
    return objections;
  }

  // ---- going on with a plan

  private Progress progress(Plan plan, Journal journal) {
    List<Journal.Applied> applied = journal.applied();
    Journal.Applied last = applied.isEmpty() ? null : applied.get(applied.size() - 1);
    if (last == null || last.change().step() == 0) {
      throw new UsageException(
          "There is no plan that stopped at a step. Leave --resume out to begin with the first.");
    }
    List<Journal.Applied> run = journal.run(last.plan());
    for (Journal.Applied one : run) {
      int step = one.change().step();
      if (step > plan.steps().size()
          || !plan.steps().get(step - 1).title().equals(one.change().does())) {
        throw new UsageException(
            "Step "
                + step
                + " of the plan is not what was carried out: "
                + one.change().does()
                + ". Leave the steps that are done as they were.");
      }
    }
    return new Progress(last.plan(), last.change().step());
  }

  /** The steps that are left, with the names that the done ones gave. */
  private static Plan rest(Plan plan, int done, Survey now) {
    List<Step> before = Plan.followed(plan.steps().subList(0, done));
    List<Step> rest =
        plan.steps().subList(done, plan.steps().size()).stream()
            .map(step -> step.in(now.units(), before))
            .toList();
    return new Plan(plan.title(), rest);
  }

  // ---- what speaks against it

  private int refuseStale(Plan plan, KeptSurvey kept, List<String> changed) {
    say(RehearseCommand.staleMessage(changed));
    if (common.json) {
      PlanReport.Content content = RehearseCommand.stale(plan, kept, changed);
      print(PlanReport.json(content, Application.none(List.of()), view));
    }
    return ExitCode.NOT_AS_IT_SHOULD_BE;
  }

  /** How many names in edited sources bind to nothing. */
  private static int unbound(Rehearsal rehearsal, Survey fresh) {
    return (int)
        fresh.unresolved().stream()
            .filter(name -> rehearsal.sources().changed().get(name.site().file()) != null)
            .count();
  }

  /** Libraries that are not in the local repository, as {@code group:artifact:version}. */
  private static List<String> missing(Survey fresh) {
    String head = "Not in the local repository: ";
    return fresh.problems().stream()
        .map(Problem::message)
        .filter(message -> message.startsWith(head))
        .map(
            message -> message.substring(head.length(), message.length() - 1).replace(":jar:", ":"))
        // It is shown as part of a command, which must not be more than it looks like.
        .filter(artifact -> artifact.matches("[\\w.:-]+"))
        .distinct()
        .toList();
  }

  private List<String> objections(PlanReport.Instructions instructions) {
    List<String> objections = new ArrayList<>();
    for (String one : instructions.differ()) {
      objections.add("the compiler would write something else than planned: " + one);
    }
    if (strict && !instructions.isWhole()) {
      objections.add("not all of the edited code could be proven: " + unproven(instructions));
    }
    return objections.size() <= OBJECTIONS ? objections : objections.subList(0, OBJECTIONS);
  }

  private static List<String> objections(Rehearsal.Proof proof) {
    List<String> objections = new ArrayList<>();
    for (Problem error : proof.newErrors()) {
      objections.add(error.file() + ":" + error.line() + ": would not compile: " + error.message());
    }
    for (Forecast.Rebinding name : proof.rebindings()) {
      objections.add(
          name.file()
              + ":"
              + name.line()
              + ":"
              + name.column()
              + ": a name would change its meaning: expected "
              + name.expected()
              + ", found "
              + name.found());
    }
    return objections.size() <= OBJECTIONS ? objections : objections.subList(0, OBJECTIONS);
  }

  // ---- writing

  private Application write(
      Workbench bench,
      KeptSurvey kept,
      Rehearsal rehearsal,
      Rehearsal.Proof proof,
      Progress progress) {
    String title =
        rehearsal.plan().title().isEmpty() ? planFile.toString() : rehearsal.plan().title();
    Verification verification =
        verify == null ? null : new Verification(bench.root(), verify, verifyLimit);
    PlanWriter writer = new PlanWriter(bench, kept, rehearsal, proof, title, verification);
    List<String> raced = kept.changedSince(bench.root());
    if (!raced.isEmpty()) {
      return Application.none(List.of(RehearseCommand.staleMessage(raced)));
    }
    Application application;
    if (commit) {
      try (GitCommits commits = GitCommits.of(bench.root())) {
        List<String> filtered = commits.filtered(writer.paths());
        if (!filtered.isEmpty()) {
          return Application.none(List.of(GitCommits.leftToUser(filtered)));
        }
        PlanWriter.commitLeftOvers(bench.journal(), progress.run, commits);
        List<String> dirty = commits.dirty(writer.paths());
        if (!dirty.isEmpty()) {
          return Application.none(
              List.of(
                  "These files have changes that are not committed: "
                      + String.join(", ", dirty)
                      + ". Commit or stash them first."));
        }
        application = writer.stepwise(progress.run, progress.steps, commits);
      }
    } else if (stepByStep || resume || verify != null && verifyAt == At.step) {
      application = writer.stepwise(progress.run, progress.steps, null);
    } else {
      application = writer.whole();
    }
    if (Boolean.FALSE.equals(application.verified())) {
      say("The verify command failed. The end of " + verification.log() + ":");
      verification.lastLines().forEach(line -> say("  " + line));
    }
    return application;
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
    boolean whole = application.instructions() == null || application.instructions().isWhole();
    page.line(
        "  names                every one"
            + (!java ? " that is certain" : whole ? "" : " that binds to something")
            + " means what it meant");
    if (java) {
      instructions(page, application.instructions());
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

  /** What nothing is proven of, and what would mend that. */
  private static String unproven(PlanReport.Instructions proven) {
    List<String> parts = new ArrayList<>();
    if (proven.unbound() > 0) {
      parts.add(Page.count(proven.unbound(), "name binds", "names bind") + " to nothing");
    }
    if (!proven.outside().isEmpty()) {
      parts.add(
          Page.count(proven.outside().size(), "file does", "files do")
              + " not compile, such as "
              + proven.outside().get(0));
    }
    if (!proven.missing().isEmpty()) {
      parts.add(
          Page.count(proven.missing().size(), "library is", "libraries are")
              + " missing; 'mvn dependency:get -Dartifact="
              + proven.missing().get(0)
              + "' fetches the first");
    }
    return String.join("; ", parts);
  }

  private static void instructions(Page page, PlanReport.Instructions proven) {
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
      page.warn("  not proven").line("           " + unproven(proven));
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

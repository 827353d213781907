package dev.vinesorter.cli;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.java.JavaReader;
import dev.vinesorter.java.JavaStepEditor;
import dev.vinesorter.report.PlanReport;
import dev.vinesorter.source.CannotWorkException;
import dev.vinesorter.source.KeptSurvey;
import dev.vinesorter.source.Overlay;
import dev.vinesorter.source.PlanFile;
import dev.vinesorter.source.Rehearsal;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code vinesort apply}. */
@Command(
    name = "apply",
    description = {
      "Carries a plan out. Before anything is written, the edited sources are compiled in memory:"
          + " no new error, and every name must mean what it meant. All files change, or none.",
      ""
    },
    footer = {
      "",
      "Exit code 1 when the plan is refused or the verify command fails; then nothing is changed.",
      "",
      "Examples:",
      "  vinesort apply plan.yaml",
      "  vinesort apply plan.yaml --verify 'mvn -q test'"
    })
final class ApplyCommand extends BaseCommand {
  private static final int OBJECTIONS = 20;

  @Parameters(paramLabel = "PLAN", description = "The plan file.")
  private Path planFile;

  @Option(
      names = "--verify",
      paramLabel = "CMD",
      description =
          "Shell command run in the root afterwards; when it fails, the plan is taken back.")
  private String verify;

  @Mixin private StructureOptions structure = new StructureOptions();

  private View view;

  @Override
  public Integer call() {
    Plan plan = PlanFile.read(planFile);
    Workbench bench = workbench();
    return bench.locked("apply", () -> apply(plan, bench));
  }

  private int apply(Plan plan, Workbench bench) {
    view = structure.view(bench);
    KeptSurvey kept = bench.kept();
    List<String> changed = kept.changedSince(bench.root());
    if (!changed.isEmpty()) {
      return refuseStale(plan, kept, changed);
    }
    Rehearsal rehearsal =
        Rehearsal.of(kept.survey(), plan, bench.overlay(kept), new JavaStepEditor());
    PlanReport.Content content = RehearseCommand.content(rehearsal);
    if (!rehearsal.accepted()) {
      return report(content, new PlanReport.Application(false, false, null, "", List.of()));
    }
    if (content.changes().isEmpty()) {
      return report(content, new PlanReport.Application(true, true, null, "", List.of()));
    }
    Rehearsal.Proof proof;
    try (Drawing progress = Drawing.start()) {
      proof = rehearsal.prove(new JavaReader(), kept.options(), progress);
    }
    List<String> objections = objections(proof);
    if (!objections.isEmpty()) {
      return report(content, new PlanReport.Application(false, false, null, "", objections));
    }
    PlanReport.Content outcome =
        new PlanReport.Content(
            plan, content.steps(), content.before(), proof.reading().survey(), content.changes());
    return write(bench, kept, rehearsal, proof, outcome);
  }

  private int refuseStale(Plan plan, KeptSurvey kept, List<String> changed) {
    say(RehearseCommand.staleMessage(changed));
    if (common.json) {
      PlanReport.Content content = RehearseCommand.stale(plan, kept, changed);
      PlanReport.Application none = new PlanReport.Application(false, false, null, "", List.of());
      print(PlanReport.json(content, none, view));
    }
    return Main.NOT_AS_IT_SHOULD_BE;
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

  private int write(
      Workbench bench,
      KeptSurvey kept,
      Rehearsal rehearsal,
      Rehearsal.Proof proof,
      PlanReport.Content content) {
    Overlay sources = rehearsal.sources();
    Map<String, byte[]> bytes = new TreeMap<>();
    Map<String, String> origins = new TreeMap<>();
    sources
        .changed()
        .forEach(
            (path, text) -> {
              bytes.put(path, text == null ? null : text.bytes());
              origins.put(path, sources.origin(path));
            });
    List<String> raced = kept.changedSince(bench.root());
    if (!raced.isEmpty()) {
      return refuseStale(rehearsal.plan(), kept, raced);
    }
    String title =
        rehearsal.plan().title().isEmpty() ? planFile.toString() : rehearsal.plan().title();
    String journal = bench.own().journal().carryOut(title, bytes, origins);
    Boolean verified = verify == null ? null : runVerify(bench.root().path());
    if (Boolean.FALSE.equals(verified)) {
      bench.own().journal().takeBack(journal);
      return report(
          content,
          new PlanReport.Application(
              false,
              proof.forecastMet(),
              false,
              "",
              List.of("The verify command failed, so the plan was taken back: " + verify)));
    }
    Map<String, KeptSurvey.Stamp> stamps =
        KeptSurvey.stamps(bench.root(), kept.options().walk(bench.root()).files());
    bench.own().keep(kept.with(proof.reading(), stamps));
    return report(
        content,
        new PlanReport.Application(
            true, proof.forecastMet(), verified, journal, proof.differences()));
  }

  /** Runs the user's own command; its output goes to standard error. */
  private boolean runVerify(Path folder) {
    boolean windows = System.getProperty("os.name").startsWith("Windows");
    ProcessBuilder command =
        windows ? new ProcessBuilder("cmd", "/c", verify) : new ProcessBuilder("sh", "-c", verify);
    try {
      Process process = command.directory(folder.toFile()).redirectErrorStream(true).start();
      process.getOutputStream().close();
      try (var output = process.getInputStream()) {
        output.transferTo(System.err);
      }
      return process.waitFor() == 0;
    } catch (IOException e) {
      throw new CannotWorkException("Could not run the verify command: " + e.getMessage() + ".", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  private int report(PlanReport.Content content, PlanReport.Application application) {
    if (common.json) {
      print(PlanReport.json(content, application, view));
    } else {
      show(page -> text(page, content, application));
    }
    return application.applied() && application.forecastMet()
        ? Main.DONE
        : Main.NOT_AS_IT_SHOULD_BE;
  }

  private void text(
      dev.vinesorter.report.Page page,
      PlanReport.Content content,
      PlanReport.Application application) {
    PlanReport.steps(page, content);
    page.line();
    for (String objection : application.objections()) {
      page.line("  " + objection.lines().findFirst().orElse(""));
    }
    if (!application.applied()) {
      page.warn("Nothing was changed.").line();
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
    page.line("  compiled in memory   no new error");
    page.line("  names                every one means what it meant");
    page.line(
        "  forecast             "
            + (application.forecastMet() ? "met: the structure is the one rehearsed" : "NOT met"));
    if (application.verified() != null) {
      page.line("  verify command       passed");
    }
    page.line();
    page.dim("Next: ").line("look at the difference; 'vinesort undo' takes it back");
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.report.UndoReport;
import dev.vinesorter.source.journal.Journal;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.read.ReadOptions;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.TreeSet;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;

/** {@code vinesort undo}. */
@Command(
    name = "undo",
    description = {
      "Takes the last applied plan back, or its last step: every file has its old bytes and mode"
          + " again.",
      ""
    },
    footer = {
      "",
      "Exit code 1 when there is nothing to take back, or a file was changed since.",
      "",
      "Examples:",
      "  vinesort undo",
      "  vinesort undo --step",
      "  vinesort undo --moved     in a copy of the folder, or where it was moved to"
    })
final class UndoCommand extends BaseCommand {
  @Option(names = "--step", description = "Only the last step of a plan applied step by step.")
  private boolean step;

  @Option(
      names = "--moved",
      description = "Also what was applied when this folder was another, or had another path.")
  private boolean moved;

  @Override
  public Integer call() {
    Workbench bench = workbench();
    if (!bench.own().exists()) {
      return notDone("No plan was applied here.");
    }
    return bench.locked("undo", () -> takeBack(bench));
  }

  private int takeBack(Workbench bench) {
    Journal journal = bench.journalToWrite();
    journal.unprovenApplied().forEach(this::say);
    List<Journal.Applied> applied = journal.applied(moved);
    if (applied.isEmpty()) {
      return notDone(
          journal.isMovedHere()
              ? "No plan was applied in this very folder. If it was copied or moved, 'vinesort undo"
                  + " --moved' takes back here what was applied before."
              : "There is no applied plan to take back.");
    }
    Journal.Applied last = applied.get(applied.size() - 1);
    if (step && last.change().step() == 0) {
      return notDone(
          "The last plan was applied as one change. Leave --step out to take all of it back.");
    }
    List<Journal.Applied> back = step ? List.of(last) : journal.run(last.plan(), moved);
    List<Journal.Applied> newestFirst = new ArrayList<>(back);
    Collections.reverse(newestFirst);
    List<String> changed =
        journal.changedSince(newestFirst.stream().map(Journal.Applied::id).toList());
    if (!changed.isEmpty()) {
      return notDone(
          "Not taken back: these files were changed since the plan was applied: "
              + String.join(", ", changed)
              + ". Put them back first, for instance with git.");
    }
    KeptSurvey kept = bench.own().kept();
    TreeSet<String> files = new TreeSet<>();
    boolean committed = false;
    journal.takeBack(newestFirst.stream().map(Journal.Applied::id).toList());
    for (Journal.Applied one : newestFirst) {
      files.addAll(one.files());
      committed |= journal.isCommitted(one.id());
    }
    String title = step ? last.change().words() : last.change().title();
    if (common.json) {
      print(UndoReport.json(last.plan(), title, newestFirst.size(), List.copyOf(files)));
    } else {
      show(page -> UndoReport.text(page, title, List.copyOf(files)));
    }
    if (committed) {
      say("The commits stay; the files differ from them now. Commit that, or reset the branch.");
    }
    bench.read(kept == null ? ReadOptions.DEFAULT : kept.asked());
    return ExitCode.DONE;
  }

  private int notDone(String why) {
    say(why);
    if (common.json) {
      print(UndoReport.json(why));
    }
    return ExitCode.NOT_AS_IT_SHOULD_BE;
  }
}

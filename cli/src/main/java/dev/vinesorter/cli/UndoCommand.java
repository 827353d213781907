package dev.vinesorter.cli;

import dev.vinesorter.report.UndoReport;
import dev.vinesorter.source.Journal;
import dev.vinesorter.source.KeptSurvey;
import dev.vinesorter.source.ReadOptions;
import java.util.List;
import picocli.CommandLine.Command;

/** {@code vinesort undo}. */
@Command(
    name = "undo",
    description = {
      "Takes the last applied plan back: every file has its old bytes and mode again.",
      ""
    },
    footer = {
      "",
      "Exit code 1 when there is nothing to take back, or a file was changed since.",
      "",
      "Examples:",
      "  vinesort undo",
      "  vinesort undo --root ../shop"
    })
final class UndoCommand extends BaseCommand {
  @Override
  public Integer call() {
    Workbench bench = workbench();
    if (!bench.own().exists()) {
      return notDone("No plan was applied here.");
    }
    return bench.locked("undo", () -> takeBack(bench));
  }

  private int takeBack(Workbench bench) {
    Journal journal = bench.own().journal();
    List<Journal.Applied> applied = journal.applied();
    if (applied.isEmpty()) {
      return notDone("There is no applied plan to take back.");
    }
    Journal.Applied last = applied.get(applied.size() - 1);
    List<String> changed = journal.changedSince(last.id());
    if (!changed.isEmpty()) {
      return notDone(
          "Not taken back: these files were changed since the plan was applied: "
              + String.join(", ", changed)
              + ". Put them back first, for instance with git.");
    }
    KeptSurvey kept = bench.own().kept();
    journal.takeBack(last.id());
    if (common.json) {
      print(UndoReport.json(last.id(), last.title(), last.files()));
    } else {
      show(page -> UndoReport.text(page, last.title(), last.files()));
    }
    bench.read(kept == null ? ReadOptions.DEFAULT : kept.asked());
    return Main.DONE;
  }

  private int notDone(String why) {
    say(why);
    if (common.json) {
      print(UndoReport.json(why));
    }
    return Main.NOT_AS_IT_SHOULD_BE;
  }
}

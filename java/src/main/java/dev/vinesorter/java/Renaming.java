package dev.vinesorter.java;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.mention.Mentions;
import dev.vinesorter.java.mention.WrittenNames;
import dev.vinesorter.java.relocate.Relocation;
import dev.vinesorter.java.relocate.RelocationStep;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.Map;
import java.util.TreeMap;

/** What gets other names is followed in code, and then in text. */
final class Renaming {
  private final WrittenNames written;

  Renaming(WrittenNames written) {
    this.written = written;
  }

  /** Gives types other names, and looks for text that has the old ones. */
  Result relocate(Relocation move, Step step, boolean widen) {
    Result result = RelocationStep.carryOut(move, widen);
    Map<String, String> renamed = new TreeMap<>();
    move.goals()
        .keySet()
        .forEach(type -> renamed.put(move.units().name(type), move.fullAfter(type)));
    renamed.entrySet().removeIf(name -> name.getKey().equals(name.getValue()));
    for (String name : move.packages().keySet()) {
      String fresh = move.renamedPackage(name);
      if (fresh != null) {
        renamed.put(name, fresh);
      }
    }
    return settled(result, renamed, move.sources(), step);
  }

  /** Looks for text that has old names, once a step has changed them in code. */
  Result settled(Result result, Map<String, String> renamed, Overlay sources, Step step) {
    return result.outcome() instanceof StepOutcome.Changed
        ? Mentions.settle(result, renamed, written, sources, step.may(Leave.MENTIONS))
        : result;
  }
}

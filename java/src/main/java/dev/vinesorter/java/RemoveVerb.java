package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.member.Removal;
import dev.vinesorter.java.mention.WrittenNames;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.function.Function;

/** Types and members that nothing uses go. */
final class RemoveVerb implements Verb<Step.Remove> {
  private final WrittenNames written;
  private final Function<Overlay, Survey> reread;

  RemoveVerb(WrittenNames written, Function<Overlay, Survey> reread) {
    this.written = written;
    this.reread = reread;
  }

  @Override
  public Result carryOut(Survey survey, Step.Remove step, Overlay sources) throws RefusedException {
    return Removal.carryOut(
        survey,
        new StepUnits(survey, sources).typesAndMembers(step),
        step,
        sources,
        written,
        reread);
  }
}

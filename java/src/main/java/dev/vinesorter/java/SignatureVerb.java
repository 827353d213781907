package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.inplace.MemberRename;
import dev.vinesorter.java.seam.Resigning;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/** A method gets another signature: first its parameters and its result, then its name. */
final class SignatureVerb implements Verb<Step.Signature> {
  private final Function<Overlay, Survey> reread;

  SignatureVerb(Function<Overlay, Survey> reread) {
    this.reread = reread;
  }

  @Override
  public Result carryOut(Survey survey, Step.Signature step, Overlay sources)
      throws RefusedException {
    int method = ExtractVerb.member(survey, step.unit(), sources);
    Overlay copy = sources.copy();
    Survey now = survey;
    List<String> rewritten = new ArrayList<>();
    List<String> told = new ArrayList<>();
    if (!step.to().isEmpty()) {
      Result named =
          MemberRename.carryOut(
              new SourceView(survey, copy), method, step.to(), step.may(Leave.FOUND_BY_NAME));
      if (!named.outcome().accepted()) {
        return named;
      }
      now = named.foretold();
      MemberFamily.of(new SourceView(survey, sources), method)
          .members()
          .forEach(member -> rewritten.add(survey.units().name(member)));
    }
    if (step.parameters() != null || !step.gives().isEmpty() || step.may(Leave.FORWARD)) {
      Result signed = Resigning.carryOut(now, method, step, copy, reread);
      if (!signed.outcome().accepted()) {
        return new Result(signed.outcome(), survey);
      }
      now = signed.foretold();
      rewritten.addAll(signed.outcome().rewritten());
      told.addAll(signed.outcome().offers());
    }
    sources.become(copy);
    return new Result(
        StepOutcome.changed(List.of()).with(List.of(), told).rewriting(rewritten), now);
  }
}

package dev.vinesorter.java;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.inplace.MemberRename;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.seam.Resigning;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
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
    int method = new StepUnits(survey, sources).member(step.unit());
    StepChain chain = new StepChain(survey, sources);
    boolean goesOn = true;
    if (!step.to().isEmpty()) {
      SourceView code = new SourceView(survey, chain.sources());
      MemberFamily.of(code, method)
          .members()
          .forEach(member -> chain.rewrites(List.of(survey.units().name(member))));
      goesOn =
          chain.take(MemberRename.carryOut(code, method, step.to(), step.may(Leave.FOUND_BY_NAME)));
    }
    boolean signs = step.parameters() != null || !step.gives().isEmpty() || step.may(Leave.FORWARD);
    if (goesOn && signs) {
      chain.take(Resigning.carryOut(chain.now(), method, step, chain.sources(), reread));
    }
    return chain.result();
  }
}

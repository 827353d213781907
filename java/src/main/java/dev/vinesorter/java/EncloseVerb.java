package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.RefusedException;
import dev.vinesorter.java.code.StepUnits;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.seam.Enclosing;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;

/** Fields become private, one after the other; all of them or none. */
final class EncloseVerb implements Verb<Step.Enclose> {
  private final Readings readings;

  EncloseVerb(Readings readings) {
    this.readings = readings;
  }

  @Override
  public Result carryOut(Survey survey, Step.Enclose step, Overlay sources)
      throws RefusedException {
    StepChain chain = new StepChain(survey, sources);
    boolean changes = false;
    for (String name : names(survey, step, sources)) {
      int field = chain.now().units().find(name, Level.MEMBER);
      if (chain.now().units().has(field, Trait.PRIVATE)) {
        continue;
      }
      changes = true;
      if (!chain.take(Enclosing.carryOut(chain.now(), field, step, chain.sources(), readings))) {
        break;
      }
    }
    return changes ? chain.result() : Verb.done(survey);
  }

  private static List<String> names(Survey survey, Step.Enclose step, Overlay sources)
      throws RefusedException {
    Units units = survey.units();
    List<String> names = new ArrayList<>();
    for (int unit : new StepUnits(survey, sources).typesAndMembers(step)) {
      if (!units.has(unit, Trait.FIELD)) {
        throw new RefusedException(
            RefusalCode.BAD_TARGET, units.name(unit) + " is no field; name fields.");
      }
      names.add(units.name(unit));
    }
    return names;
  }
}

package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import java.util.List;
import java.util.Set;

/** Names that come to mean something else after a step. */
public final class Rebindings {
  private Rebindings() {}

  /** A reason for each; none where every name means what it has to. */
  public static List<Reason> of(Survey expected, Survey fresh, String when) {
    return Forecast.rebindings(expected, fresh).stream()
        .map(
            one ->
                reason(
                    one.found(),
                    one.expected(),
                    new Site(one.file(), one.line(), one.column(), 0, 0),
                    when))
        .toList();
  }

  static Reason reason(String found, String expected, Site site, String when) {
    return new Reason(
        RefusalCode.REBINDING,
        when + ", " + found + " would be meant instead of " + expected + ".",
        List.of(site));
  }

  /** A survey without what some units name, and without what files name, since that is imports. */
  public static Survey without(Survey survey, Set<Integer> silent) {
    SurveyDraft draft = new SurveyDraft(survey);
    References references = survey.references();
    for (int unit = 0; unit < survey.units().size(); unit++) {
      boolean goes = survey.units().level(unit) == Level.FILE || silent.contains(unit);
      for (int r = references.row(unit); goes && r < references.row(unit + 1); r++) {
        draft.target(r, -1);
      }
    }
    return draft.survey();
  }
}

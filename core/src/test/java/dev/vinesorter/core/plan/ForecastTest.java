package dev.vinesorter.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.core.model.SmallSurvey;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Units;
import java.util.List;
import org.junit.jupiter.api.Test;

class ForecastTest {
  private final Survey survey = SmallSurvey.survey();
  private final Units units = survey.units();

  @Test
  void sameSurveyMeetsItself() {
    assertThat(Forecast.differences(survey, SmallSurvey.survey())).isEmpty();
    assertThat(Forecast.rebindings(survey, SmallSurvey.survey())).isEmpty();
  }

  @Test
  void dependencyGoneIsMissed() {
    SurveyDraft draft = new SurveyDraft(survey);
    int x = units.find("b.B.In#x");
    for (int r = survey.references().row(x); r < survey.references().row(x + 1); r++) {
      draft.target(r, -1);
    }
    Survey less = draft.survey();

    assertThat(Forecast.differences(survey, less))
        .containsExactly("foretold but not there: b -> a", "foretold but not there: b.B.In -> a.A");
    assertThat(Forecast.differences(less, survey))
        .hasSize(2)
        .allMatch(d -> d.startsWith("there but"));
  }

  @Test
  void nameThatBindsElsewhereIsSeen() {
    SurveyDraft draft = new SurveyDraft(survey);
    int run = units.find("a.A#run()");
    draft.target(survey.references().row(run) + 1, units.find("b.B.In#x"));

    assertThat(Forecast.rebindings(survey, draft.survey()))
        .containsExactly(
            new Forecast.Rebinding("a/A.java", 1, 26, "calls b.B#go()", "calls b.B.In#x"));
  }

  @Test
  void mentionsAndImportsBindNothing() {
    SurveyDraft draft = new SurveyDraft(survey);
    draft.target(survey.references().row(units.find("a.A#run()")), -1);
    draft.target(survey.references().row(units.find("a/A.java")), -1);

    assertThat(Forecast.rebindings(survey, draft.survey())).isEmpty();
  }

  @Test
  void planNeedsAStep() {
    assertThatThrownBy(() -> new Plan("empty", List.of()))
        .hasMessageContaining("at least one step");
    assertThat(Step.move("a.A", "b", true, 3).title()).isEqualTo("move a.A into b (may widen)");
  }
}

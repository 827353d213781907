package dev.vinesorter.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.SmallSurvey;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
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

  private static Survey passing(String user, boolean turned) {
    SurveyBuilder builder = new SurveyBuilder();
    int a = builder.unit(Level.PACKAGE, -1, "a");
    int file = builder.unit(Level.FILE, a, "a/A.java");
    builder.file(file, builder.unit(Level.MODULE, -1, "module:m"), 99, new int[] {0});
    builder.unit(Level.TYPE, file, "A");
    int[] passed = {builder.unit(Level.TYPE, file, "B"), builder.unit(Level.TYPE, file, "C")};
    int from = user.equals("A") ? builder.unit(Level.TYPE, file, "A") : file;
    builder.reference(from, passed[turned ? 1 : 0], Kind.THROUGH, 10, 11, false);
    builder.reference(from, passed[turned ? 0 : 1], Kind.THROUGH, 20, 21, false);
    return builder.build();
  }

  @Test
  void importsMayStandInAnotherOrderButCodeMayNot() {
    assertThat(Forecast.rebindings(passing("file", false), passing("file", true))).isEmpty();
    assertThat(Forecast.rebindings(passing("A", false), passing("A", true)))
        .containsExactly(new Forecast.Rebinding("a/A.java", 1, 11, "through a.B", "through a.C"));
  }

  @Test
  void planNeedsAStep() {
    assertThatThrownBy(() -> new Plan("empty", List.of()))
        .hasMessageContaining("at least one step");
    assertThat(Step.move("a.A", "b", true, 3).title()).isEqualTo("move a.A into b (may widen)");
  }
}

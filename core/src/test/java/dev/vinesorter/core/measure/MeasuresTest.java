package dev.vinesorter.core.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.vinesorter.core.model.Drawn;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class MeasuresTest {
  private static double value(Survey survey, String unit, Metric metric) {
    return Measures.of(survey, View.MAIN, Limits.DEFAULT).figures().stream()
        .filter(f -> f.metric() == metric && survey.units().name(f.unit()).equals(unit))
        .findFirst()
        .orElseThrow()
        .value();
  }

  @Test
  void figuresByHand() {
    Survey survey =
        Drawn.survey(
            "a.A -> b.B x3",
            "a.A -> a.C",
            "a.C -> a.A",
            "b.B -> b.D",
            "a.A#total(Currency,",
            "e.E -> a.A");
    assertThat(value(survey, "a.A", Metric.TYPE_FAN_OUT)).isEqualTo(2);
    assertThat(value(survey, "a.A", Metric.TYPE_FAN_IN)).isEqualTo(2);
    assertThat(value(survey, "a", Metric.PACKAGE_TYPES)).isEqualTo(2);
    assertThat(value(survey, "a", Metric.PACKAGE_DEPENDENCIES)).isEqualTo(2);
    assertThat(value(survey, "a", Metric.PACKAGE_CYCLE_SHARE)).isEqualTo(100);
    // One package used, one using: 1 / 2.
    assertThat(value(survey, "a", Metric.PACKAGE_INSTABILITY)).isEqualTo(0.5);
    // E needs 5 types, A and C need 4 each, B needs 2, D needs itself: 16 over 5 types.
    assertThat(value(survey, "module:m", Metric.MODULE_CUMULATIVE)).isEqualTo(3.2);
    Measures.Totals totals = Measures.of(survey, View.MAIN, Limits.DEFAULT).totals();
    assertThat(totals.lines()).isEqualTo(50);
    assertThat(totals.typesInCycles()).isCloseTo(0.4, within(1e-9));
    assertThat(totals.meanNeeds()).isEqualTo(3.2);
  }

  @Test
  void parametersAreCountedFromTheName() {
    assertThat(MemberNames.parameters("total()")).isZero();
    assertThat(MemberNames.parameters("total(Currency)")).isEqualTo(1);
    assertThat(MemberNames.parameters("register(int, String, String)")).isEqualTo(3);
    assertThat(MemberNames.parameters("field")).isZero();
  }

  @Test
  void overIsRankedByExcessTimesCode() {
    Survey survey =
        Drawn.survey("a.A -> b.B", "a.A -> c.C", "a.A -> d.D", "b.B -> c.C", "b.B -> d.D");
    Measures measures =
        Measures.of(survey, View.MAIN, new Limits(Map.of(Metric.TYPE_FAN_OUT, 1.0)));
    assertThat(measures.over())
        .extracting(f -> survey.units().name(f.unit()))
        .containsExactly("a.A", "b.B");
    assertThat(measures.over().get(0).excess()).isEqualTo(2);
    assertThat(measures.over().get(0).burden()).isEqualTo(20);
    assertThat(measures.totals().linesOver()).isEqualTo(0.5);
    assertThat(measures.on(Level.PACKAGE).over()).isEmpty();
  }

  @Test
  void partsThatShareNothingAreNamed() {
    Survey survey =
        Drawn.survey(
            "a.A#open() writes a.A#hours",
            "a.A#isOpen() reads a.A#hours",
            "a.A#frank() writes a.A#stamps",
            "a.A#left() calls a.A#frank()",
            "a.A#size() reads a.A#size",
            "a.A#inherited()");
    List<List<String>> parts = parts(survey, "a.A");
    assertThat(parts)
        .containsExactlyInAnyOrder(
            List.of("hours", "isOpen()", "open()"), List.of("frank()", "left()", "stamps"));
    // Without state there is nothing to be cohesive about.
    assertThat(parts(Drawn.survey("a.A#f() calls a.A#g()"), "a.A")).isEmpty();
    // Fields with their accessors alone are one part, the data.
    assertThat(parts(Drawn.survey("a.A#x() reads a.A#x", "a.A#getY() reads a.A#y"), "a.A"))
        .hasSize(1);
  }

  private static List<List<String>> parts(Survey survey, String type) {
    int unit = survey.units().find(type);
    List<Integer> members = new ArrayList<>();
    for (int member = 0; member < survey.units().size(); member++) {
      if (survey.units().parent(member) == unit) {
        members.add(member);
      }
    }
    return Cohesion.parts(survey, unit, members).stream()
        .map(p -> p.stream().map(survey.units()::simpleName).sorted().toList())
        .toList();
  }
}

package dev.vinesorter.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.core.plan.Plan.Leave;
import dev.vinesorter.core.plan.Plan.Step;
import dev.vinesorter.core.plan.Plan.Verb;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlanTest {
  @ParameterizedTest
  @CsvSource({
    "MOVE, a.A, b, a.A, b.A",
    "MOVE, a.A, b, a.A.In, b.A.In",
    "MOVE, a.A, b, a.A#f, b.A#f",
    "MOVE, a.A, b, a.Ab, a.Ab",
    "MOVE, a.A#f(int), b.B, a.A#f(int), b.B#f(int)",
    "MOVE, A, b, A, b.A",
    "MOVE, a.p, b, a.p.X, b.p.X",
    "RENAME, a.A, B, a.A#f, a.B#f",
    "RENAME, a.A#f, g, a.A#f, a.A#g",
    "RENAME, a.p, x.y, a.p.X, x.y.X",
    "RENAME, a.p, q, a.p.X, a.q.X",
    "TIGHTEN, a.A, '', a.A, a.A",
  })
  void stepGivesUnitsOtherNames(Verb verb, String unit, String into, String name, String after) {
    assertThat(new Step(verb, List.of(unit), into, Set.of(), 0).after(name)).isEqualTo(after);
  }

  @Test
  void laterStepsFollowWhatEarlierOnesMoved() {
    List<Step> steps =
        List.of(
            Step.rename("a.A", "B", 1),
            Step.move("a.A", "c", false, 2),
            Step.move("a.A#f", "d.D", false, 3));
    assertThat(Plan.followed(steps)).extracting(Step::unit).containsExactly("a.A", "a.B", "c.B#f");
    assertThat(Plan.after(Plan.followed(steps), "a.A.In")).isEqualTo("c.B.In");
  }

  @Test
  void stepSaysWhatItDoes() {
    assertThat(Step.move("a.A", "b", true, 0).title()).isEqualTo("move a.A into b (may widen)");
    assertThat(Step.rename("a.A", "B", 0).title()).isEqualTo("rename a.A to B");
    assertThat(new Step(Verb.MOVE, List.of("a", "b", "c"), "d", Set.of(Leave.BELOW), 0).title())
        .isEqualTo("move a and 2 more into d with all below");
    assertThat(new Step(Verb.TIGHTEN, List.of("a.A"), "", Set.of(Leave.LIBRARY), 0))
        .satisfies(step -> assertThat(step.may(Leave.LIBRARY)).isTrue())
        .satisfies(step -> assertThat(step.may(Leave.WIDEN)).isFalse());
    assertThatThrownBy(() -> new Plan("", List.of())).hasMessageContaining("at least one step");
  }
}

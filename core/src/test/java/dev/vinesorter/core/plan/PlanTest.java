package dev.vinesorter.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PlanTest {
  @ParameterizedTest
  @CsvSource({
    "move, a.A, b, a.A, b.A",
    "move, a.A, b, a.A.In, b.A.In",
    "move, a.A, b, a.A#f, b.A#f",
    "move, a.A, b, a.Ab, a.Ab",
    "move, a.A#f(int), b.B, a.A#f(int), b.B#f(int)",
    "move, A, b, A, b.A",
    "move, a.p, b, a.p.X, b.p.X",
    "rename, a.A, B, a.A#f, a.B#f",
    "rename, a.A#f, g, a.A#f, a.A#g",
    "rename, a.p, x.y, a.p.X, x.y.X",
    "rename, a.p, q, a.p.X, a.q.X",
    "tighten, a.A, '', a.A, a.A",
  })
  void stepGivesUnitsOtherNames(String verb, String unit, String into, String name, String after) {
    Step step =
        switch (verb) {
          case "move" -> Step.move(unit, into, false, 0);
          case "rename" -> Step.rename(unit, into, 0);
          default -> new Step.Tighten(List.of(unit), Set.of(), 0);
        };
    assertThat(step.verb()).isEqualTo(verb);
    assertThat(step.after(name)).isEqualTo(after);
  }

  @Test
  void laterStepsFollowWhatEarlierOnesMoved() {
    List<Step> steps =
        List.of(
            Step.rename("a.A", "B", 1),
            Step.move("a.A", "c", false, 2),
            Step.move("a.A#f", "d.D", false, 3));
    assertThat(Plan.followed(steps)).extracting(Step::unit).containsExactly("a.A", "a.B", "c.B#f");
    assertThat(Step.after(Plan.followed(steps), "a.A.In")).isEqualTo("c.B.In");
  }

  @Test
  void stepSaysWhatItDoes() {
    assertThat(Step.move("a.A", "b", true, 0).title()).isEqualTo("move a.A into b (may widen)");
    assertThat(Step.rename("a.A", "B", 0).title()).isEqualTo("rename a.A to B");
    assertThat(new Step.Move(List.of("a", "b", "c"), "d", Set.of(Leave.BELOW), 0).title())
        .isEqualTo("move a and 2 more into d with all below");
    assertThat(new Step.Tighten(List.of("a.A"), Set.of(Leave.LIBRARY), 0))
        .satisfies(step -> assertThat(step.may(Leave.LIBRARY)).isTrue())
        .satisfies(step -> assertThat(step.may(Leave.WIDEN)).isFalse());
    assertThatThrownBy(() -> new Plan("", List.of())).hasMessageContaining("at least one step");
  }
}

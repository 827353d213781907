package dev.vinesorter.core.drift;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.measure.Limits;
import dev.vinesorter.core.measure.Metric;
import dev.vinesorter.core.model.Drawn;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.structure.Tidy;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Breach;
import dev.vinesorter.core.trellis.Trellis;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;

class DriftTest {
  private static Drift drift(Survey old, Survey fresh, Level level) {
    return Drift.of(old, fresh, List.of(level), View.MAIN, Trellis.NONE);
  }

  @Test
  void movedTypeIsNeitherGoneNorAdded() {
    Survey old = Drawn.survey("a.Bill#total() -> b.Tax#of()", "c.Desk -> a.Bill#total()");
    Survey fresh =
        Drawn.survey("x.Bill#total() -> b.Tax#of()", "c.Desk -> x.Bill#total()", "n.New");
    Drift.LevelDrift types = drift(old, fresh, Level.TYPE).levels().get(0);
    assertThat(types.moved()).containsExactly(new Drift.Move("a.Bill", "x.Bill"));
    assertThat(types.added()).containsExactly("n.New");
    assertThat(types.gone()).isEmpty();
    assertThat(types.linksAdded()).isEmpty();
    assertThat(types.linksGone()).isEmpty();

    Drift.LevelDrift packages = drift(old, fresh, Level.PACKAGE).levels().get(0);
    assertThat(packages.moved()).containsExactly(new Drift.Move("a", "x"));
    assertThat(packages.added()).containsExactly("n");
  }

  @Test
  void renamedTypeIsRecognisedByItsMembers() {
    Survey old = Drawn.survey("a.Bill#total()", "a.Bill#tax()", "a.Bill#sum()", "a.Other#x()");
    Survey fresh = Drawn.survey("a.Invoice#total()", "a.Invoice#tax()", "a.Invoice#sum()");
    Drift.LevelDrift types = drift(old, fresh, Level.TYPE).levels().get(0);
    assertThat(types.moved()).containsExactly(new Drift.Move("a.Bill", "a.Invoice"));
    assertThat(types.gone()).containsExactly("a.Other");
    // Another type of the same name with other members is not the same.
    Survey other = Drawn.survey("z.Bill#p()", "z.Bill#q()", "z.Bill#r()", "a.Other#x()");
    Drift.LevelDrift apart = drift(old, other, Level.TYPE).levels().get(0);
    assertThat(apart.moved()).isEmpty();
    assertThat(apart.gone()).containsExactly("a.Bill");
    assertThat(apart.added()).containsExactly("z.Bill");
  }

  @Test
  void cyclesOpenCloseAndChange() {
    Survey open = Drawn.survey("a.A -> b.B", "c.C -> d.D", "d.D -> c.C");
    Survey closed =
        Drawn.survey("a.A -> b.B", "b.B -> a.A", "c.C -> d.D", "d.D -> e.E", "e.E -> c.C");
    Drift.LevelDrift drift = drift(open, closed, Level.PACKAGE).levels().get(0);
    assertThat(drift.opened()).containsExactly(List.of("a", "b"));
    assertThat(drift.closed()).isEmpty();
    assertThat(drift.changed()).containsExactly(List.of("c", "d", "e"));
    assertThat(drift.linksGone()).containsExactly(new Drift.Link("d", "c", 1));
    assertThat(drift(closed, open, Level.PACKAGE).levels().get(0).closed())
        .containsExactly(List.of("a", "b"));
    assertThat(drift(open, open, Level.PACKAGE).levels().get(0).isEmpty()).isTrue();
  }

  @Test
  void breachesAndLimitsFollowTheMovedUnit() {
    List<Trellis.Named> b = List.of(new Trellis.Named(UnitPattern.of("b"), Trellis.Place.NOWHERE));
    List<Trellis.Named> all =
        List.of(new Trellis.Named(UnitPattern.of("**"), Trellis.Place.NOWHERE));
    Trellis trellis =
        new Trellis(
            List.of(),
            List.of(new Trellis.Never(all, b, "", Trellis.Place.NOWHERE)),
            List.of(),
            List.of(),
            new Limits(Map.of(Metric.TYPE_FAN_OUT, 1.0)),
            Tidy.NONE,
            List.of(),
            List.of(),
            Map.of());
    Survey old = Drawn.survey("a.A#f() -> b.B", "a.A#f() -> c.C", "d.D -> b.B");
    Survey fresh = Drawn.survey("x.A#f() -> b.B", "x.A#f() -> c.C", "c.C -> b.B", "c.C -> x.A");
    Drift drift = Drift.of(old, fresh, List.of(), View.MAIN, trellis);
    assertThat(drift.newBreaches()).extracting(Breach::from).contains("c.C").doesNotContain("x.A");
    assertThat(drift.mendedBreaches()).extracting(Breach::from).containsExactly("d.D");
    assertThat(drift.overLimit().stream().filter(f -> f.metric() == Metric.TYPE_FAN_OUT))
        .hasSize(1);
    assertThat(drift.withinLimit()).isEmpty();
    Milestone now = Milestone.of(fresh, View.MAIN, trellis);
    assertThat(now.types()).isEqualTo(3);
    assertThat(now.packagesInCycles()).isEqualTo(2);
    assertThat(now.overLimit()).as("two fan-outs, two packages in a cycle").isEqualTo(4);
    assertThat(now.overPerThousandLines()).isGreaterThan(0);
  }
}

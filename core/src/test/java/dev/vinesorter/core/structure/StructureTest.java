package dev.vinesorter.core.structure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.SmallSurvey;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.util.List;
import org.junit.jupiter.api.Test;

class StructureTest {
  private final Survey survey = SmallSurvey.survey();
  private final Units units = survey.units();

  @Test
  void packagesAreCountedWithImports() {
    LevelGraph graph = LevelGraph.of(survey, Level.PACKAGE, View.MAIN);

    assertThat(List.of(graph.label(0), graph.label(1))).containsExactly("a", "b");
    assertThat(graph.size()).isEqualTo(2);
    assertThat(graph.graph().weight(0, 1)).isEqualTo(4);
    assertThat(graph.graph().weight(1, 0)).isEqualTo(1);
  }

  @Test
  void typesLeaveOutWhatFilesImport() {
    LevelGraph graph = LevelGraph.of(survey, Level.TYPE, View.MAIN);

    assertThat(graph.rows())
        .containsExactly(
            new LevelGraph.Row("a.A", "b.B", Kind.CALLS, 2),
            new LevelGraph.Row("a.A", "b.B", Kind.EXTENDS, 1),
            new LevelGraph.Row("b.B.In", "a.A", Kind.READS, 1));
  }

  @Test
  void testsForeignUnitsAndMentionsCountWhenAsked() {
    LevelGraph tests = LevelGraph.of(survey, Level.TYPE, View.MAIN.withTests(true));
    assertThat(tests.rows()).contains(new LevelGraph.Row("a.ATest", "a.A", Kind.CALLS, 1));

    LevelGraph foreign = LevelGraph.of(survey, Level.PACKAGE, View.MAIN.withForeign(true));
    assertThat(foreign.rows()).contains(new LevelGraph.Row("b", "lib", Kind.REFERS, 1));

    LevelGraph mentions = LevelGraph.of(survey, Level.TYPE, View.MAIN.withMentions(true));
    assertThat(mentions.rows()).contains(new LevelGraph.Row("a.A", "b.B.In", Kind.MENTIONS, 1));
  }

  @Test
  void weightsAddUpFromLevelToLevel() {
    // What two units of one level share is the sum over the units inside, imports of files apart.
    for (Level upper : List.of(Level.MODULE, Level.PACKAGE, Level.FILE)) {
      LevelGraph above = LevelGraph.of(survey, upper, View.MAIN);
      long sum = 0;
      for (int arc = 0; arc < above.graph().arcs(); arc++) {
        sum += above.graph().weight(arc);
      }
      long direct = 0;
      for (int r = 0; r < survey.references().size(); r++) {
        int from = above.node(survey.references().from(r));
        int to = above.node(survey.references().target(r));
        boolean counts = survey.references().kind(r).structural();
        direct += counts && from >= 0 && to >= 0 && from != to ? 1 : 0;
      }
      assertThat(sum).as(upper.word()).isEqualTo(direct);
    }
  }

  @Test
  void cycleGroupWithItsCut() {
    LevelGraph graph = LevelGraph.of(survey, Level.PACKAGE, View.MAIN);
    List<CycleGroups.Group> groups = graph.groups();

    assertThat(groups).hasSize(1);
    assertThat(groups.get(0).dependencies()).isEqualTo(2);
    assertThat(groups.get(0).weight()).isEqualTo(5);
    assertThat(groups.get(0).cut().weight()).isEqualTo(1);
    assertThat(LevelGraph.of(survey, Level.TYPE, View.MAIN).groups()).isEmpty();
  }

  @Test
  void countsByLevel() {
    Counts counts = Counts.of(survey, View.MAIN);

    assertThat(counts.units())
        .containsEntry(Level.MODULE, 1)
        .containsEntry(Level.PACKAGE, 2)
        .containsEntry(Level.FILE, 2)
        .containsEntry(Level.TYPE, 3)
        .containsEntry(Level.MEMBER, 4);
    assertThat(counts.unitsInCycles()).containsEntry(Level.PACKAGE, 2).containsEntry(Level.TYPE, 0);
  }

  @Test
  void whyGivesEverySite() {
    Reason reason = Reason.of(survey, units.find("a"), units.find("b"), View.MAIN);

    assertThat(reason.direct()).isTrue();
    assertThat(reason.links())
        .singleElement()
        .satisfies(link -> assertThat(link.references()).hasSize(4));
  }

  @Test
  void whyGivesTheShortestChainWhereNothingIsDirect() {
    Reason reason = Reason.of(survey, units.find("b.B.In"), units.find("b.B"), View.MAIN);

    assertThat(reason.direct()).isFalse();
    assertThat(reason.links())
        .extracting(link -> units.name(link.to()))
        .containsExactly("a.A", "b.B");
    assertThat(reason.links()).allSatisfy(link -> assertThat(link.references()).isNotEmpty());
  }

  @Test
  void whyGivesNothingWhereNothingLeads() {
    Reason reason = Reason.of(survey, units.find("b.B#go()"), units.find("a.A"), View.MAIN);

    assertThat(reason.links()).isEmpty();
  }
}

package dev.vinesorter.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class SurveyTest {
  private final Survey survey = SmallSurvey.survey();
  private final Units units = survey.units();

  @Test
  void unitsAreNamedAsJavadocNamesThem() {
    List<String> names = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      names.add(units.name(unit));
    }

    assertThat(names)
        .contains(
            "module:shop", "a", "a/A.java", "a.A", "a.A#run()", "b.B.In", "b.B.In#x", "lib.Lib");
  }

  @Test
  void everyUnitIsFoundByItsName() {
    for (int unit = 0; unit < units.size(); unit++) {
      assertThat(units.find(units.name(unit))).as(units.name(unit)).isEqualTo(unit);
      assertThat(units.find(units.name(unit), units.level(unit))).isEqualTo(unit);
    }
    assertThat(units.find("a.B")).isEqualTo(-1);
    assertThat(units.find("run()")).isEqualTo(-1);
    assertThat(units.find("a", Level.TYPE)).isEqualTo(-1);
  }

  @Test
  void membersKnowWhatHoldsThem() {
    int x = units.find("b.B.In#x");

    assertThat(units.name(units.topTypeOf(x))).isEqualTo("b.B");
    assertThat(units.name(units.fileOf(x))).isEqualTo("b/B.java");
    assertThat(units.name(units.packageOf(x))).isEqualTo("b");
    assertThat(units.name(units.moduleOf(x))).isEqualTo("module:shop");
    assertThat(units.inside(x, units.find("b"))).isTrue();
    assertThat(units.inside(x, units.find("module:shop"))).isTrue();
    assertThat(units.inside(x, units.find("a"))).isFalse();
    assertThat(units.moduleOf(units.find("lib.Lib"))).isEqualTo(-1);
  }

  @Test
  void linesAndColumnsCountFromOne() {
    int file = units.find("a/A.java");

    assertThat(units.line(file, 0)).isEqualTo(1);
    assertThat(units.line(file, 29)).isEqualTo(1);
    assertThat(units.line(file, 30)).isEqualTo(2);
    assertThat(units.column(file, 30)).isEqualTo(1);
    assertThat(units.column(file, 65)).isEqualTo(6);
    assertThat(units.lines(units.find("a.A"))).isEqualTo(3);
    assertThat(units.lines(file)).isEqualTo(3);
    assertThat(units.lines(units.find("lib.Lib"))).isZero();
  }

  @Test
  void referencesStandInTheOrderOfTheirPlace() {
    int run = units.find("a.A#run()");
    References references = survey.references();
    List<Integer> places = new ArrayList<>();
    for (int r = references.row(run); r < references.row(run + 1); r++) {
      places.add(references.at(r));
      assertThat(references.from(r)).isEqualTo(run);
    }

    assertThat(places).containsExactly(21, 25, 32);
    Site site = survey.site(references.row(run) + 2);
    assertThat(site).isEqualTo(new Site("a/A.java", 2, 3, 32, 34));
  }

  @Test
  void columnsGiveTheSameSurveyBack() {
    Units again = Units.of(units.columns());
    for (int unit = 0; unit < units.size(); unit++) {
      assertThat(again.name(unit)).isEqualTo(units.name(unit));
      assertThat(again.traits(unit)).isEqualTo(units.traits(unit));
      assertThat(again.lines(unit)).isEqualTo(units.lines(unit));
    }
  }

  @Test
  void draftMovesAUnitAndLeavesTheOldSurveyAlone() {
    int file = units.find("a/A.java");
    SurveyDraft draft = new SurveyDraft(survey);
    int c = draft.add(Level.PACKAGE, -1, "c", -1, 0);
    draft.parent(file, c);
    draft.name(file, "c/A.java");
    draft.shift(units.find("a.A#run()"), at -> at + 100, at -> at + 200);
    Survey after = draft.survey();

    assertThat(after.units().name(units.find("a.A#run()"))).isEqualTo("c.A#run()");
    assertThat(after.units().find("c.A")).isEqualTo(units.find("a.A"));
    assertThat(after.units().begin(units.find("a.A#run()"))).isEqualTo(120);
    int first = after.references().row(units.find("a.A#run()"));
    assertThat(after.references().at(first)).isEqualTo(221);
    assertThat(units.name(file)).isEqualTo("a/A.java");
    assertThat(survey.references().at(first)).isEqualTo(21);
  }

  @Test
  void draftTakesReferencesAwayAndGivesNewUnitsTheirs() {
    int file = units.find("a/A.java");
    SurveyDraft draft = new SurveyDraft(survey);
    draft.target(survey.references().row(file), -1);
    int fresh = draft.add(Level.FILE, units.find("a"), "a/N.java", units.find("module:shop"), 0);
    draft.reference(fresh, units.find("b.B"), Kind.IMPORTS, 7, 8);
    Survey after = draft.survey();

    assertThat(after.references().size()).isEqualTo(survey.references().size());
    assertThat(after.references().row(file + 1) - after.references().row(file)).isZero();
    int added = after.references().row(fresh);
    assertThat(after.references().target(added)).isEqualTo(units.find("b.B"));
    assertThat(after.references().kind(added)).isEqualTo(Kind.IMPORTS);
    assertThat(after.references().from(added)).isEqualTo(fresh);
  }

  @Test
  void equalStringsShareOneIdEvenInADraft() {
    SurveyDraft draft = new SurveyDraft(survey);
    draft.add(Level.PACKAGE, -1, "z", -1, 0);
    draft.name(units.find("b/B.java"), "z");
    draft.name(units.find("a/A.java"), "a");
    Survey after = draft.survey();

    assertThat(after.units().find("z", Level.FILE)).isEqualTo(units.find("b/B.java"));
    assertThat(after.units().find("z", Level.PACKAGE)).isEqualTo(units.size());
  }

  @Test
  void packingKeepsKindLengthAndMark() {
    for (Kind kind : Kind.values()) {
      References one =
          new References(
              new int[] {0, 1},
              new int[] {0},
              new int[] {5},
              new int[] {References.pack(kind, 300, true)});
      assertThat(one.kind(0)).isEqualTo(kind);
      assertThat(one.end(0)).isEqualTo(305);
      assertThat(one.indirect(0)).isTrue();
    }
    assertThatThrownBy(() -> new References(new int[] {0, 2}, new int[1], new int[1], new int[1]))
        .isInstanceOf(IllegalArgumentException.class);
  }

  @Test
  void nearestNamesAreNear() {
    assertThat(NearestNames.of(units, "a.Aa")).first().isEqualTo("a.A");
    assertThat(NearestNames.of(units, "b.B#goo()")).first().isEqualTo("b.B#go()");
    assertThat(NearestNames.of(units, "wholly.Different")).isEmpty();
    assertThat(NearestNames.hint(units, "wholly.Different")).contains("Javadoc");
    assertThat(NearestNames.distance("kitten", "sitting")).isEqualTo(3);
  }

  @Test
  void levelsAndKindsHaveWords() {
    assertThat(Level.of("package")).isEqualTo(Level.PACKAGE);
    assertThatThrownBy(() -> Level.of("class"))
        .hasMessageContaining("class")
        .hasMessageContaining("type");
    assertThat(Kind.CALLS.word()).isEqualTo("calls");
    assertThat(Kind.MENTIONS.structural()).isFalse();
    assertThat(Kind.THROUGH.structural()).isFalse();
    assertThat(Kind.IMPORTS.structural()).isTrue();
  }
}

package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Decision;
import dev.vinesorter.core.model.Facts;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Shape;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a survey takes from bodies: parameters, decisions, shapes. */
class FactsTest {
  @TempDir Path folder;

  private static final String KEY =
      """
      --- a/Paper.java
      package a;
      public enum Paper { RAG, PULP, CARD }
      --- a/Key.java
      package a;
      import java.util.List;
      class Key {
        String glue = "x";
        int weight(Paper paper, List<String> marks, int... days) {
          switch (paper) {
            case RAG: return 1;
            case PULP: case CARD: return 2;
            default: return days.length;
          }
        }
        int arrow(Paper paper) {
          return switch (paper) { case RAG, PULP -> 1; case CARD -> 2; };
        }
        int text(Key of) {
          if ("paste".equals(of.glue)) {
            return 1;
          } else if (of.glue.equals("gum") || of.glue.equals("size")) {
            return 2;
          }
          return 3;
        }
        int run(int row) {
          if (row == 4) return 1;
          if (row == 5) return 2;
          if (row == 6 && glue != null) return 3;
          if (glue == null) return 4;
          return 5;
        }
        int two(Object it) { return it instanceof Key ? 1 : it instanceof Paper ? 2 : 3; }
        int pair(int row) { if (row == 1) return 2; else if (row == 2) return 3; return 4; }
      }
      """;

  private Facts facts(Survey survey) {
    return survey.units().facts();
  }

  private List<Decision> decisions(Survey survey, String member) {
    return facts(survey).decisions(survey.units().find("a.Key#" + member));
  }

  @ParameterizedTest
  @CsvSource({
    "'weight(Paper, List, int...)', paper, 'RAG,PULP,CARD'",
    "arrow(Paper), paper, 'RAG,PULP,CARD'",
    "text(Key), glue, '\"paste\",\"gum\",\"size\"'",
    "run(int), row, '4,5,6'"
  })
  void decisionsBetweenThreeThingsAreKept(String member, String on, String labels) {
    Survey survey = Code.at(folder).with(KEY).survey();
    List<Decision> found = decisions(survey, member);
    assertThat(found).hasSize(1);
    assertThat(found.get(0).on()).isEqualTo(on);
    assertThat(String.join(",", found.get(0).labels())).isEqualTo(labels);
  }

  @Test
  void lesserDecisionsAreNot() {
    Survey survey = Code.at(folder).with(KEY).survey();
    assertThat(decisions(survey, "pair(int)")).isEmpty();
    assertThat(decisions(survey, "two(Object)")).isEmpty();
  }

  @Test
  void parametersHaveTheirNames() {
    Survey survey = Code.at(folder).with(KEY).survey();
    int weight = survey.units().find("a.Key#weight(Paper, List, int...)");
    assertThat(facts(survey).parameters(weight)).containsExactly("paper", "marks", "days");
    assertThat(facts(survey).parameters(survey.units().find("a.Key#glue"))).isEmpty();
  }

  @Test
  void shapesDoNotKnowVariablesAndLiteralsButCalls() {
    String body =
        "{ int sum = 0; for (int n = 0; n < all.length; n++) { if (all[n] > most) {"
            + " sum += Math.max(all[n] - most, 1); } } return sum; }";
    Survey survey =
        Code.at(folder)
            .with(
                "--- a/One.java\npackage a;\nclass One { int f(int[] all, int most) "
                    + body
                    + " }\n")
            .with(
                "--- a/Two.java\npackage a;\nclass Two { int f(int[] days, int late) "
                    + body.replace("all", "days").replace("most", "late").replace("0", "7")
                    + " int g(int[] all, int most) "
                    + body.replace("Math.max", "Integer.sum")
                    + " }\n")
            .survey();
    Shape one = facts(survey).shape(survey.units().find("a.One#f(int[], int)"));
    assertThat(one.alike(facts(survey).shape(survey.units().find("a.Two#f(int[], int)")))).isOne();
    assertThat(one.alike(facts(survey).shape(survey.units().find("a.Two#g(int[], int)"))))
        .isBetween(.5, .95);
  }

  /** Every fact of every member, by the lines of decisions. */
  private static Map<String, String> all(Survey survey) {
    Map<String, String> all = new TreeMap<>();
    for (int unit : survey.at(Level.MEMBER)) {
      Facts facts = survey.units().facts();
      StringBuilder told = new StringBuilder(facts.parameters(unit) + " ");
      for (Decision decision : facts.decisions(unit)) {
        told.append(decision.at()).append(decision.on()).append(decision.labels());
      }
      Shape shape = facts.shape(unit);
      all.put(
          survey.units().name(unit), told.append(shape == null ? "" : shape.band(3)).toString());
    }
    return all;
  }

  @Test
  void aForetoldMoveHasTheFactsThatReadingAfterwardsFinds() {
    Code code = Code.at(folder).with(KEY);
    Rehearsal rehearsal =
        code.rehearse(
            Step.move("a.Key", "a.long_name.of.another", true, 1),
            Step.rename("a.Paper", "PaperOfAllSorts", 2));
    assertThat(rehearsal.accepted()).isTrue();
    Map<String, String> fresh = all(code.prove(rehearsal).reading().survey());
    assertThat(all(rehearsal.after())).isEqualTo(fresh);
    assertThat(fresh).hasSizeGreaterThan(6);
  }
}

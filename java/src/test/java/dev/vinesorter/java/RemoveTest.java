package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What nothing uses goes without a trace; what anything uses stays, and the user is told. */
class RemoveTest {
  @TempDir Path folder;

  private static final String CODE =
      """
      --- src/main/java/a/Press.java
      package a;

      import java.util.ArrayList;
      import java.util.List;
      import java.util.Map;

      /** Presses plants, see {@link Press#turn() the wheel} and {@link Screw}. */
      public class Press implements Comparable<Press> {
        private static final int MOST = 9; // turns
        private static final int LOW = -1;
        private int turns;

        /** Opens it. {@link Felt#wet()} */
        public void open() {
          turns = 0;
        }

        /**
         * Turns the wheel.
         *
         * @see Screw
         */
        // by hand
        public List<String> turn() {
          return new ArrayList<>(List.of(squeak(), String.valueOf(MOST)));
        }

        private String squeak() {
          return new Oil().name();
        }

        @Override
        public int compareTo(Press other) {
          return Map.of().size() + helper();
        }

        int helper() { return 1; }

        static class Screw {}

        private static class Oil { String name() { return "oil"; } }
      }
      --- src/main/java/a/Felt.java
      package a;
      import a.Press.Screw;
      import b.Wire;
      class Felt { boolean wet() { return true; } }
      class Blotter { private Blotter() {} }
      --- src/main/java/b/Wire.java
      package b;
      public class Wire implements java.io.Serializable {
        private static final long serialVersionUID = 1;
        enum Gauge { THIN, THICK }
        record Coil(int turns) {}
        static final long STARTED = System.nanoTime();
        public static void main(String[] words) {}
      }
      --- src/main/java/b/Loop.java
      package b;
      class Loop { Knot knot; }
      class Knot { Loop loop; }
      --- src/test/java/b/WireTest.java
      package b;
      class WireTest { Wire wire; }
      --- src/main/resources/beans.properties
      made = a.Felt
      """;

  private Rehearsal rehearsed(Set<Leave> leaves, String... units) {
    return Code.at(folder).with(CODE).rehearse(new Step.Remove(List.of(units), leaves, 0));
  }

  private Rehearsal accepted(Set<Leave> leaves, String... units) {
    return Code.at(folder).with(CODE).accepted(new Step.Remove(List.of(units), leaves, 0));
  }

  private static String press(Rehearsal rehearsal) {
    return rehearsal.sources().text("src/main/java/a/Press.java").text();
  }

  @Test
  void aMethodGoesWithItsCommentsAndImportsAndLinksToItAreText() {
    Rehearsal rehearsal = accepted(Set.of(), "a.Press#turn()");
    String before =
        CODE.substring(CODE.indexOf("package a;"), CODE.indexOf("--- src/main/java/a/Felt"));
    String method =
        before.substring(
            before.indexOf("  /**\n   * Turns"), before.indexOf("  private String squeak"));
    assertThat(press(rehearsal))
        .isEqualTo(
            before
                .replace(method, "")
                .replace("import java.util.ArrayList;\nimport java.util.List;\n", "")
                .replace("{@link Press#turn() the wheel}", "the wheel"));
    assertThat(rehearsal.steps().get(0).along().toString() + rehearsal.steps().get(0))
        .contains("Nobody uses a.Press#squeak() then; 'sweep: true' removes it, too.");
  }

  @Test
  void sweepTakesAlongWhatOnlyItUsedAndNothingElse() {
    Rehearsal rehearsal = accepted(Set.of(Leave.SWEEP), "a.Press#turn()");
    assertThat(press(rehearsal))
        .doesNotContain("squeak", "class Oil", "MOST", "// turns", "import java.util.List")
        .contains("int helper()", "class Screw", "LOW = -1", "import java.util.Map;");
  }

  @Test
  void aNestedTypeGoesAndIsNamedNowhere() {
    Rehearsal rehearsal = accepted(Set.of(), "a.Press.Screw");
    assertThat(press(rehearsal)).doesNotContain("@see").contains("and {@code Screw}. */");
    assertThat(rehearsal.sources().text("src/main/java/a/Felt.java").text())
        .isEqualTo(
            """
            package a;
            import b.Wire;
            class Felt { boolean wet() { return true; } }
            class Blotter { private Blotter() {} }
            """);
  }

  @Test
  void whatOnlyUsesEachOtherGoesWithItsFile() {
    Rehearsal rehearsal = accepted(Set.of(), "b.Loop", "b.Knot");
    assertThat(rehearsal.sources().exists("src/main/java/b/Loop.java")).isFalse();
  }

  @Test
  void aTypeGoesWithItsTestAndWithTheImportsOfIt() {
    Rehearsal rehearsal = accepted(Set.of(Leave.FOUND_BY_NAME), "b.Wire", "b.WireTest");
    assertThat(rehearsal.sources().text("src/main/java/a/Felt.java").text())
        .contains("import a.Press.Screw;")
        .doesNotContain("b.Wire");
    assertThat(rehearsal.sources().exists("src/test/java/b/WireTest.java")).isFalse();
  }

  @ParameterizedTest
  @CsvSource({
    "a.Press#helper(), STILL_USED, 'is used at 1 place, by a.Press.'",
    "b.Loop, STILL_USED, 'by b.Knot.'",
    "b.Wire, STILL_USED, 'name the tests in the step, too'",
    "a.Press#compareTo(Press), OVERRIDING, 'overrides'",
    "a.Felt, FOUND_BY_NAME, 'beans.properties'",
    "a.Blotter#Blotter(), IMPLICIT_USE, 'the only constructor'",
    "b.Wire#main(String[]), FOUND_BY_NAME, 'a program starts there'",
    "b.Wire#serialVersionUID, FOUND_BY_NAME, 'serialization'",
    "b.Wire#STARTED, EVALUATION_ORDER, 'first value'",
    "b.Wire.Gauge#THIN, NOT_YET, 'constant of an enum'",
    "b.Wire.Coil#turns, RECORD_PARTS, 'part of a record'",
    "a.Nothing, UNKNOWN_UNIT, 'There is no unit'"
  })
  void whatIsUsedOrCountsStays(String unit, RefusalCode code, String says) {
    Rehearsal rehearsal = rehearsed(Set.of(), unit);
    List<StepOutcome.Reason> reasons = rehearsal.steps().get(0).reasons();
    assertThat(reasons).extracting(StepOutcome.Reason::refusal).contains(code);
    assertThat(reasons.toString()).contains(says);
    assertThat(rehearsal.sources().changed()).isEmpty();
  }
}

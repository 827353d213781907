package dev.vinesorter.source.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.InvalidFileException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

class PlanFileTest {
  @TempDir Path folder;

  private Path plan(String text) throws IOException {
    return Files.writeString(folder.resolve("plan.yaml"), text);
  }

  @Test
  void planIsReadWithItsLines() throws IOException {
    Plan plan =
        PlanFile.read(
            plan(
                """
                title: Labels leave the vault
                steps:
                  # why
                  - move: org.saltmarsh.vault.LabelSheet
                    into: org.saltmarsh.label
                    widen: true
                  - {move: a.A, into: b}
                """));

    assertThat(plan.title()).isEqualTo("Labels leave the vault");
    assertThat(plan.steps())
        .containsExactly(
            Step.move("org.saltmarsh.vault.LabelSheet", "org.saltmarsh.label", true, 4),
            Step.move("a.A", "b", false, 7));
  }

  static Stream<Arguments> wrongPlans() {
    return Stream.of(
        Arguments.of("steps: []", "1:", "at least one step"),
        Arguments.of("title: x", "", "needs 'steps'"),
        Arguments.of("- move: a.A", "1:1", "mapping"),
        Arguments.of("", "", "mapping"),
        Arguments.of("steps: hello", "1:8", "list"),
        Arguments.of("steps:\n  - hello", "2:5", "a step is a mapping"),
        Arguments.of("steps:\n  - {}", "2:", "empty"),
        Arguments.of("steps:\n  - into: b", "2:5", "begins with its verb"),
        Arguments.of("steps:\n  - delete: a.A", "2:5", "known verbs: move"),
        Arguments.of("steps:\n  - move: a.A", "", "does not say where a.A goes"),
        Arguments.of(
            "steps:\n  - move: a.A#m()\n    into: b.B\n    module: two",
            "",
            "'module' is for moves of types and packages"),
        Arguments.of(
            "steps:\n  - move: a.A\n    into: b\n    wide: true", "4:5", "unknown key 'wide'"),
        Arguments.of(
            "steps:\n  - move: a.A\n    into: b\n    widen: maybe", "4:12", "true or false"),
        Arguments.of("steps:\n  - move: [[a.A]]\n    into: b", "2:12", "takes text"),
        Arguments.of("steps:\n  - move: []\n    into: b", "2:", "names no unit"),
        Arguments.of("steps:\n  - rename: a.A", "", "the new name of a.A"),
        Arguments.of("steps:\n  - rename: [a.A, a.B]\n    to: C", "", "takes one unit"),
        Arguments.of("steps:\n  - sort: a.A\n    into: b", "3:5", "'sort' takes 'order'"),
        Arguments.of(
            "steps:\n  - sort: a.A\n    order: [types, types]", "3:20", "each of constants"),
        Arguments.of(
            "steps:\n  - move: a.A\n    into: b\n    leave: it",
            "4:12",
            "takes 'forward' or 'nothing'"),
        Arguments.of("steps:\n  - move: a.A\n    into: ../../etc", "3:11", "leaves the root"),
        Arguments.of("steps:\n  - move: /etc/passwd\n    into: b", "2:11", "leaves the root"),
        Arguments.of("steps:\n  - move: a\\..\\A\n    into: b", "2:11", "leaves the root"),
        Arguments.of(
            "steps:\n  - move: \"a\\e[31m\"\n    into: b", "2:11", "nothing that 'move' can mean"),
        Arguments.of("steps:\n  - move: a.A\n    move: a.B\n    into: b", "3:5", "twice"),
        Arguments.of(
            "steps:\n  - extract: a.A#m()\n    as: n", "", "by 'code: …' or by 'lines: 41-58'"),
        Arguments.of(
            "steps:\n  - extract: a.A#m()\n    code: n", "", "what the new method is called"),
        Arguments.of("steps:\n  - extract: a.A#m()\n    as: 1n", "3:9", "'1n' is none"),
        Arguments.of("steps:\n  - extract: a.A#m()\n    lines: 4", "3:12", "such as 41-58"),
        Arguments.of("steps:\n  - extract: a.A#m()\n    access: all", "3:13", "package, protected"),
        Arguments.of("steps:\n  - inline: [a.A#m(), a.A#k()]", "", "takes one unit"),
        Arguments.of("steps:\n  - signature: a.A#m()", "", "changes nothing"),
        Arguments.of(
            "steps:\n  - signature: a.A#m()\n    parameters: n", "3:17", "a list of names"),
        Arguments.of("steps:\n  - signature: a.A#m()\n    parameters: [n, n]", "3:21", "twice"),
        Arguments.of(
            "steps:\n  - signature: a.A#m()\n    parameters: [{new: n, type: int}]",
            "3:",
            "has 'new', 'type' and 'value'"),
        Arguments.of(
            "steps:\n  - signature: a.A#m()\n    parameters: [{newer: n}]", "3:19", "'newer'"),
        Arguments.of("steps:\n  - interface: a.A", "", "what the interface is called"),
        Arguments.of("steps:\n  - use: a.A", "", "instead of what"),
        Arguments.of("steps:\n  - factory: a.A", "", "where the method is"),
        Arguments.of("steps:\n  - factory: a.A\n    in: a.Home", "3:9", "a type and a method"),
        Arguments.of("steps:\n  - inject: a.A\n    what: a.B", "", "under which name"),
        Arguments.of(
            "steps:\n  - inject: a.A\n    callers: none", "3:14", "takes 'same' or 'keep'"),
        Arguments.of("steps:\n  - lift: a.A#m()\n    as: n", "", "which expression"),
        Arguments.of("steps:\n  - lift: a.A#m()\n    up: 99", "3:9", "1 to 20"),
        Arguments.of("steps:\n  - bundle: a.A#m\n    parameters: [n, o]", "", "which parameters"),
        Arguments.of("steps:\n  - bundle: a.A#m\n    parameters: [n, 1]", "3:21", "'1' is none"),
        Arguments.of("steps:\n  - split: a.A\n    out: [n]", "", "which members go"),
        Arguments.of("title: x\ncolour: red\nsteps: []", "2:1", "unknown key 'colour'"),
        Arguments.of("steps: [\n", "", "not valid YAML"),
        Arguments.of("steps:\n\t- move: a", "2:", "not valid YAML"),
        Arguments.of("steps:\n  - {move: a.A, into: b}\n---\nmore: 1", "", "one document"));
  }

  @ParameterizedTest
  @MethodSource("wrongPlans")
  void wrongPlanIsRefusedWithItsPlace(String text, String place, String says) throws IOException {
    Path file = plan(text);

    assertThatThrownBy(() -> PlanFile.read(file))
        .isInstanceOf(InvalidFileException.class)
        .hasMessageStartingWith(file + (place.isEmpty() ? "" : ":" + place))
        .hasMessageContaining(says)
        .satisfies(e -> assertThat(e.getMessage()).doesNotContain("\u001b"));
  }

  @Test
  void hugePlanIsRefusedUnread() throws IOException {
    Path file = plan("#".repeat((int) YamlInput.MOST_BYTES + 1));

    assertThatThrownBy(() -> PlanFile.read(file)).hasMessageContaining("Split it");
  }

  @Test
  void aliasesThatMultiplyAreRefused() throws IOException {
    StringBuilder bomb = new StringBuilder("a0: &a0 [x, x]\n");
    for (int n = 1; n < 40; n++) {
      bomb.append("a" + n + ": &a" + n + " [*a" + (n - 1) + ", *a" + (n - 1) + "]\n");
    }
    Path file = plan(bomb.toString());

    assertThatThrownBy(() -> PlanFile.read(file)).isInstanceOf(InvalidFileException.class);
  }

  @Test
  void missingPlanIsAnErrorOfItsOwn() {
    assertThatThrownBy(() -> PlanFile.read(folder.resolve("none.yaml")))
        .isInstanceOf(CannotWorkException.class)
        .hasMessageContaining("none.yaml");
  }
}

package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.plan.Rehearsal;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Every reason for a refusal has its smallest example, and the example brings it about. */
class RefusalExamplesTest {
  /** Told by something else than a step on sources, and tried where that is. */
  private static final Set<RefusalCode> ELSEWHERE =
      EnumSet.of(
          // By a root whose files changed after the survey, or that has a link in it.
          RefusalCode.CHANGED_SINCE_SURVEY,
          RefusalCode.LINKED_FILE,
          // By a language that has fewer verbs than Java.
          RefusalCode.NO_VERB);

  /** Where an edit goes wrong in a way that we know no example of; mutants bring some about. */
  private static final Set<RefusalCode> NO_EXAMPLE_KNOWN =
      EnumSet.of(
          RefusalCode.EDITS_OVERLAP,
          RefusalCode.RECEIVER,
          RefusalCode.ARGUMENTS,
          RefusalCode.IMPLICIT_USE,
          RefusalCode.OTHER_MEANING);

  /** More than the compiler can be trusted with. */
  private static final String DEEP = "{".repeat(400) + "}".repeat(400);

  @TempDir Path folder;

  static Stream<String> examples() throws IOException {
    return examples("/refusals.txt");
  }

  static Stream<String> ofSeams() throws IOException {
    return examples("/seam-refusals.txt");
  }

  private static Stream<String> examples(String resource) throws IOException {
    try (InputStream in = RefusalExamplesTest.class.getResourceAsStream(resource)) {
      String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return Arrays.stream(all.split("(?m)^### ")).skip(1).toList().stream();
    }
  }

  private static String word(String example) {
    return example.substring(0, example.indexOf('\n')).strip();
  }

  @Test
  void everyReasonHasItsExample() throws IOException {
    List<String> words = examples().map(RefusalExamplesTest::word).toList();
    assertThat(words).doesNotHaveDuplicates();
    Set<RefusalCode> without = EnumSet.allOf(RefusalCode.class);
    without.removeIf(code -> words.contains(code.word()));
    without.removeAll(ELSEWHERE);
    assertThat(without).isEqualTo(NO_EXAMPLE_KNOWN);
  }

  @ParameterizedTest
  @MethodSource({"examples", "ofSeams"})
  void exampleBringsItAbout(String example) throws IOException {
    int sources = example.indexOf("--- ");
    String step = example.substring(example.indexOf('\n') + 1, sources).strip();
    Path file = Files.createTempFile("plan", ".yaml");
    Files.writeString(
        file,
        "steps:\n  - "
            + step.lines()
                .map(
                    line ->
                        line.replaceFirst(": (.*)", ": \"$1\"")
                            .replace("\"true\"", "true")
                            .replaceFirst(": \"(\\[.*])\"$", ": $1"))
                .collect(Collectors.joining("\n    ")));
    Plan plan = PlanFile.read(file);
    Files.delete(file);
    Rehearsal rehearsal =
        Code.at(folder)
            .with(example.substring(sources).replace("@deep@", DEEP))
            .with("--- b/B.java\npackage b; public class B {}\n")
            .rehearse(plan.steps().get(0));
    assertThat(rehearsal.steps().get(0).reasons())
        .as(rehearsal.steps().get(0).reasons().toString())
        .extracting(StepOutcome.Reason::code)
        .contains(word(example));
    assertThat(rehearsal.sources().changed()).isEmpty();
  }
}

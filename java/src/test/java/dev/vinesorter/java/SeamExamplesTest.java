package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.config.PlanFile;
import dev.vinesorter.source.plan.Rehearsal;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Steps that write code anew give the sources that a careful person would have written. */
class SeamExamplesTest {
  @TempDir Path folder;

  static Stream<Arguments> examples() throws IOException {
    try (InputStream in = SeamExamplesTest.class.getResourceAsStream("/seams.txt")) {
      String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return Arrays.stream(all.split("(?m)^### "))
          .skip(1)
          .flatMap(
              one ->
                  Stream.of("\n", "\r\n")
                      .map(
                          end ->
                              Arguments.of(
                                  one.substring(0, one.indexOf('\n')) + (end.length() - 1),
                                  one.substring(one.indexOf('\n') + 1),
                                  end)));
    }
  }

  /** The files of an example that a mark heads, with the line ends wanted; a gone one is empty. */
  private static Map<String, String> files(String example, String mark, String end) {
    Map<String, String> files = new TreeMap<>();
    for (String part : example.split("(?m)^(?=--- |\\+\\+\\+ )")) {
      if (part.startsWith(mark)) {
        int line = part.indexOf('\n');
        files.put(
            part.substring(4, line).strip(),
            part.substring(line + 1).stripTrailing().concat("\n").replace("\n", end));
      }
    }
    return files;
  }

  private static Plan plan(String steps) throws IOException {
    Path file = Files.createTempFile("plan", ".yaml");
    Files.writeString(
        file,
        "steps:\n" + steps.lines().map(line -> "  " + line).collect(Collectors.joining("\n")));
    Plan plan = PlanFile.read(file);
    Files.delete(file);
    return plan;
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("examples")
  void writesWhatAPersonWould(String title, String example, String end) throws IOException {
    Code code = Code.at(folder);
    Map<String, String> before = files(example, "---", end);
    before.forEach(code::file);
    Plan plan = plan(example.substring(0, example.indexOf("--- ")));
    Rehearsal rehearsal = code.accepted(plan.steps().toArray(new Step[0]));
    Map<String, String> after = new TreeMap<>();
    rehearsal
        .sources()
        .changed()
        .forEach((path, text) -> after.put(path, text == null ? end : text.text()));
    assertThat(after).isEqualTo(files(example, "+++", end));
  }
}

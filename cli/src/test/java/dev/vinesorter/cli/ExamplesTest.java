package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** Each example comes out as it should, passes its own test before and after, and comes back. */
class ExamplesTest {
  private static final Path EXAMPLES = Program.REPOSITORY.resolve("examples");

  private static final String COMMAND = "$ vinesort ";

  @TempDir Path folder;

  static List<String> examples() throws IOException {
    try (Stream<Path> all = Files.list(EXAMPLES)) {
      return all.map(one -> one.getFileName().toString()).sorted().toList();
    }
  }

  private void copy(Path from) throws IOException {
    for (Map.Entry<String, String> one : Program.sources(from).entrySet()) {
      Path path = folder.resolve(one.getKey());
      Files.createDirectories(path.getParent());
      Files.writeString(path, one.getValue());
    }
  }

  /** Runs the example's own test, where it has one and this machine has what that needs. */
  private void passes(Path example) throws IOException, InterruptedException {
    Path test = example.resolve("test.sh");
    if (!Files.exists(test)) {
      return;
    }
    String tool = Files.readString(test).split("\\s")[0];
    boolean there =
        Stream.of(System.getenv("PATH").split(":"))
            .anyMatch(place -> Files.isExecutable(Path.of(place, tool)));
    if (there) {
      Process run =
          new ProcessBuilder("bash", test.toString())
              .directory(folder.toFile())
              .redirectErrorStream(true)
              .start();
      String said = new String(run.getInputStream().readAllBytes());
      assertThat(run.waitFor(60, TimeUnit.SECONDS)).isTrue();
      assertThat(run.exitValue()).as(said).isZero();
    }
  }

  /**
   * What misfits have to name before, each as its kind and its unit, and not afterwards; or that
   * {@code check} finds something.
   */
  private static List<String> troubles(Path example) throws IOException {
    Path file = example.resolve("troubles.txt");
    return Files.exists(file) ? Files.readAllLines(file) : List.of();
  }

  /** The misfits of the sorts of some troubles; to rehearse all the others takes longest. */
  private List<String> misfits(List<String> troubles) {
    List<String> named = new ArrayList<>();
    if (troubles.isEmpty()) {
      return named;
    }
    List<String> words = new ArrayList<>(List.of("misfits", "--at-least", "0.3", "--json"));
    for (String trouble : troubles) {
      words.addAll(List.of("--kind", trouble.substring(0, trouble.indexOf(' '))));
    }
    Program.run(folder, words.toArray(String[]::new))
        .json()
        .get("misfits")
        .forEach(one -> named.add(one.get("kind").asText() + " " + one.get("unit").asText()));
    return named;
  }

  /** Runs the commands that a file lists, and looks for the lines below each in what it says. */
  private void shows(Path looks) throws IOException {
    List<String> said = List.of();
    for (String line : Files.exists(looks) ? Files.readAllLines(looks) : List.<String>of()) {
      if (line.startsWith(COMMAND)) {
        String[] words = line.substring(COMMAND.length()).split(" ");
        said = Program.run(folder, words).out().lines().map(String::strip).toList();
      } else {
        assertThat(said).as(looks.toString()).anyMatch(one -> one.contains(line));
      }
    }
  }

  @ParameterizedTest
  @MethodSource("examples")
  void comesOutAsItShould(String name) throws IOException, InterruptedException {
    Path example = EXAMPLES.resolve(name);
    copy(example.resolve("before"));
    Map<String, String> before = Program.sources(folder);
    passes(example);
    List<String> troubles = new ArrayList<>(troubles(example));
    if (troubles.remove("check")) {
      assertThat(Program.run(folder, "check").code()).isEqualTo(1);
    }
    assertThat(misfits(troubles)).containsAll(troubles);
    shows(example.resolve("looks.txt"));
    String plan = example.resolve("plan.yaml").toString();
    JsonNode applied = Program.run(folder, "apply", plan, "--json").json();
    assertThat(applied.at("/applied").asBoolean()).as(applied.toString()).isTrue();
    assertThat(applied.at("/forecastMet").asBoolean()).isTrue();
    assertThat(Program.sources(folder)).isEqualTo(Program.sources(example.resolve("after")));
    passes(example);
    shows(example.resolve("looks-after.txt"));
    assertThat(misfits(troubles)).filteredOn(troubles::contains).isEmpty();
    if (before.containsKey("trellis.yaml")) {
      assertThat(Program.run(folder, "check").code()).isZero();
    }
    assertThat(Program.run(folder, "undo").code()).isZero();
    assertThat(Program.sources(folder)).isEqualTo(before);
  }
}

package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.source.ReadOptions;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Reading again equals reading from the ground up, whatever was edited. */
class RereadTest {
  @TempDir Path folder;

  /** Our own core and the demo: some 150 files, a part of which needs what is not there. */
  @Test
  void randomEditsOnRealCodeGiveTheSameSurveyToTheByte() throws IOException {
    Path repository = Path.of("").toAbsolutePath().getParent();
    copy(repository.resolve("core/src/main/java"), folder.resolve("core/src/main/java"));
    copy(repository.resolve("demo/src"), folder.resolve("demo/src"));
    RereadTrial trial = new RereadTrial(folder, ReadOptions.DEFAULT, 20261123);
    int trials = 40;
    for (int n = 0; n < trials; n++) {
      RereadTrial.Outcome outcome = trial.next();
      assertThat(outcome.same()).as("trial %d: %s", n, outcome.says()).isTrue();
    }
    assertThat(trial.quick()).as("read without reading everything").isGreaterThan(trials / 2);
  }

  private static void copy(Path from, Path to) throws IOException {
    try (Stream<Path> all = Files.walk(from)) {
      for (Path file : all.filter(f -> f.toString().endsWith(".java")).toList()) {
        Path place = to.resolve(from.relativize(file));
        Files.createDirectories(place.getParent());
        Files.copy(file, place);
      }
    }
  }
}

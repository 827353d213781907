package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** A kill at any instant leaves everything as before or as planned. Long trials are in bench/. */
class KillTest {
  private static final int TRIALS = 8;

  @TempDir Path folder;

  @Test
  void applyThatIsKilledLeavesAllBeforeOrAllAfter() throws Exception {
    Program.copyDemo(folder);
    Program.run(folder, "survey");
    Map<String, String> before = Program.sources(folder);
    long start = System.nanoTime();
    assertThat(Program.run(folder, "apply", "plans/open-the-cycles.yaml").code()).isZero();
    long millis = (System.nanoTime() - start) / 1_000_000;
    Map<String, String> after = Program.sources(folder);
    assertThat(Program.run(folder, "undo").code()).isZero();
    assertThat(Program.sources(folder)).isEqualTo(before);
    Random random = new Random(1);
    for (int trial = 0; trial < TRIALS; trial++) {
      Process apply = Program.start(folder, "apply", "plans/open-the-cycles.yaml");
      // Most of the run reads; the files are written in its last part, so that is aimed at.
      long wait = (long) (millis * (0.6 + 0.5 * random.nextDouble()));
      if (!apply.waitFor(wait, TimeUnit.MILLISECONDS)) {
        apply.destroyForcibly().waitFor();
      }
      Program.Run next = Program.run(folder, "cycles");
      assertThat(next.code()).as(next.err()).isZero();
      Map<String, String> now = Program.sources(folder);
      assertThat(now.equals(before) || now.equals(after)).as("trial %d", trial).isTrue();
      assertNothingWaits();
      if (now.equals(after)) {
        assertThat(Program.run(folder, "undo").code()).isZero();
      }
    }
    assertThat(Program.sources(folder)).isEqualTo(before);
  }

  private void assertNothingWaits() throws IOException {
    try (var all = Files.walk(folder)) {
      assertThat(all.filter(path -> path.getFileName().toString().startsWith(".vinesort-")))
          .isEmpty();
    }
  }
}

package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * A kill leaves everything as before or as planned. The program is killed when its journal says how
 * far it is, whatever the time; long trials at random instants are in bench/.
 */
class KillTest {
  private static final String[] APPLY = {"apply", "plans/open-the-cycles.yaml"};

  /** How often a kill is tried that comes too late to be seen in the journal. */
  private static final int TRIALS = 25;

  @TempDir Path folder;

  private Map<String, String> before;
  private Map<String, String> after;

  @BeforeEach
  void applyAndUndoOnce() throws IOException {
    Program.copyDemo(folder);
    Program.run(folder, "survey");
    before = Program.sources(folder);
    assertThat(Program.run(folder, APPLY).code()).isZero();
    after = Program.sources(folder);
    assertThat(Program.run(folder, "undo").code()).isZero();
    assertThat(Program.sources(folder)).isEqualTo(before);
  }

  @ParameterizedTest
  @CsvSource({"preparing, true", "ready, false"})
  void applyThatIsKilledLeavesAllBeforeOrAllAfter(String state, boolean takenBack)
      throws Exception {
    for (int trial = 0; trial < TRIALS; trial++) {
      if (killedAt(state, APPLY)) {
        Program.Run next = Program.run(folder, "cycles");
        assertThat(next.code()).as(next.err()).isZero();
        assertThat(Program.sources(folder)).isEqualTo(takenBack ? before : after);
        assertNothingWaits();
        return;
      }
      Program.run(folder, "undo");
      assertThat(Program.sources(folder)).isEqualTo(before);
    }
    throw new AssertionError("No kill came while the journal said '" + state + "'.");
  }

  @Test
  void undoThatIsKilledIsFinished() throws Exception {
    for (int trial = 0; trial < TRIALS; trial++) {
      assertThat(Program.run(folder, APPLY).code()).isZero();
      boolean hit = killedAt("undoing", "undo");
      Program.run(folder, "cycles");
      assertThat(Program.sources(folder)).isEqualTo(before);
      assertNothingWaits();
      if (hit) {
        return;
      }
    }
    throw new AssertionError("No kill came while the journal said 'undoing'.");
  }

  /** Runs a command and kills it in a state; whether the journal still says so afterwards. */
  private boolean killedAt(String state, String... words) throws Exception {
    Process process = Program.start(folder, words);
    while (process.isAlive() && !says(state)) {
      Thread.onSpinWait();
    }
    process.destroyForcibly().waitFor();
    return says(state);
  }

  /** Whether the newest change of the journal is in a state. */
  private boolean says(String state) throws IOException {
    Path journal = folder.resolve(".vinesort/journal");
    try (Stream<Path> all = Files.list(journal)) {
      Path newest = all.filter(Files::isDirectory).max(Path::compareTo).orElse(journal);
      return Files.readString(newest.resolve("state")).startsWith(state);
    } catch (IOException e) {
      // Not there yet, or just being replaced.
      return false;
    }
  }

  private void assertNothingWaits() throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      assertThat(all.filter(path -> path.getFileName().toString().startsWith(".vinesort-")))
          .isEmpty();
    }
  }
}

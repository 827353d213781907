package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/**
 * Flips, cuts and holes in everything that is kept: every command still gives the right answer, or
 * says in a sentence that it cannot. Run within this process, since a process for each of some
 * thousand runs would take an hour; {@code -Ddamages=N} asks for another number of damages.
 */
class DamageTest {
  private static final int DAMAGES = Integer.getInteger("damages", 120);

  private static final String[][] LOOKS = {
    {"cycles", "--level", "type", "--json"},
    {"export", "--as", "csv", "--level", "type"},
    {"show", "a.D", "--json"},
    {"orphans", "--json"},
    {"drift", "then", "--json"}
  };

  @TempDir Path folder;

  private final Random random = new Random(11);
  private Map<String, String> after;

  private Program.Run run(String... words) {
    List<String> line = new ArrayList<>(List.of(words));
    line.addAll(List.of("--root", folder.toString()));
    PrintStream out = System.out;
    PrintStream err = System.err;
    ByteArrayOutputStream said = new ByteArrayOutputStream();
    ByteArrayOutputStream told = new ByteArrayOutputStream();
    try {
      System.setOut(new PrintStream(said, true, StandardCharsets.UTF_8));
      System.setErr(new PrintStream(told, true, StandardCharsets.UTF_8));
      int code = Main.run(line.toArray(String[]::new));
      return new Program.Run(
          code, said.toString(StandardCharsets.UTF_8), told.toString(StandardCharsets.UTF_8));
    } finally {
      System.setOut(out);
      System.setErr(err);
    }
  }

  private Map<Path, byte[]> files(Path top) throws IOException {
    Map<Path, byte[]> files = new TreeMap<>();
    try (Stream<Path> all = Files.walk(top)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        files.put(file, Files.readAllBytes(file));
      }
    }
    return files;
  }

  private void become(Map<Path, byte[]> state) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path path : all.sorted(Comparator.reverseOrder()).toList()) {
        if (!path.equals(folder)) {
          Files.delete(path);
        }
      }
    }
    for (Map.Entry<Path, byte[]> file : state.entrySet()) {
      Files.createDirectories(file.getKey().getParent());
      Files.write(file.getKey(), file.getValue());
    }
  }

  private void damage(Path file) throws IOException {
    byte[] bytes = Files.readAllBytes(file);
    switch (bytes.length == 0 ? 4 : random.nextInt(6)) {
      case 0, 1 -> bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
      case 2 -> bytes = Arrays.copyOf(bytes, random.nextInt(bytes.length));
      case 3 -> {
        int from = random.nextInt(bytes.length);
        Arrays.fill(bytes, from, Math.min(bytes.length, from + 512), (byte) 0);
      }
      case 4 -> bytes = Arrays.copyOf(bytes, bytes.length + 1 + random.nextInt(100));
      default -> {
        Files.delete(file);
        return;
      }
    }
    Files.write(file, bytes);
  }

  private static void assertSentence(Program.Run run, String what) {
    assertThat(run.code()).as(what + run.err()).isBetween(0, 3);
    assertThat(run.err())
        .as(what)
        .doesNotContain("Exception", "should not have happened", "\tat ", "null");
    assertThat(run.err().lines().filter(line -> line.contains("The kept survey")).toList())
        .as(what)
        .doesNotHaveDuplicates();
  }

  @Test
  void damagedKeptFilesGiveNoWrongAnswerAndNoWrongTree() throws IOException {
    Program.write(
        folder,
        """
        --- a/A.java
        package a;

        public class A {
          b.B b;

          int one() {
            return b.two();
          }
        }
        --- b/B.java
        package b;

        public class B {
          a.A a;

          public int two() {
            return 2;
          }
        }
        --- plan.yaml
        title: plan
        steps:
          - rename: b.B
            to: C
          - rename: a.A
            to: D
        """);
    Map<String, String> before = Program.sources(folder);
    assertThat(run("survey", "--keep", "then").code()).isZero();
    assertThat(run("apply", folder.resolve("plan.yaml").toString(), "--step-by-step").code())
        .isZero();
    after = Program.sources(folder);
    List<String> expected = new ArrayList<>();
    for (String[] look : LOOKS) {
      expected.add(run(look).out());
    }
    Map<Path, byte[]> state = files(folder);
    List<Path> kept =
        state.keySet().stream().filter(p -> p.startsWith(folder.resolve(".vinesort"))).toList();
    // Damage to the first step's entry leaves the second one to be taken back alone.
    assertThat(run("undo", "--step").code()).isZero();
    Map<String, String> middle = Program.sources(folder);
    for (int trial = 0; trial < DAMAGES; trial++) {
      become(state);
      Path damaged = kept.get(random.nextInt(kept.size()));
      damage(damaged);
      String what = "trial " + trial + ", " + folder.relativize(damaged) + ": ";
      looksAreRightOrSaid(expected, what);
      Program.Run undo = run("undo");
      assertSentence(undo, what);
      Map<String, String> now = Program.sources(folder);
      assertThat(now).as(what).isIn(before, middle, after);
      assertThat(undo.code() == 0).as(what + undo.err()).isEqualTo(!now.equals(after));
    }
  }

  private void looksAreRightOrSaid(List<String> expected, String what) throws IOException {
    for (int n = 0; n < LOOKS.length; n++) {
      Program.Run run = run(LOOKS[n]);
      assertSentence(run, what);
      if (run.code() <= 1) {
        assertThat(run.out()).as(what + String.join(" ", LOOKS[n])).isEqualTo(expected.get(n));
      }
      assertThat(Program.sources(folder)).as(what).isEqualTo(after);
    }
  }
}

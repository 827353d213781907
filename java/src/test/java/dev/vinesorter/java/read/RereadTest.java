package dev.vinesorter.java.read;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.java.RereadTrial;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.compile.JavaSketch;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
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
    RereadTrial trial = new RereadTrial(folder, ReadOptions.DEFAULT, 20261123, false);
    int trials = 40;
    for (int n = 0; n < trials; n++) {
      RereadTrial.Outcome outcome = trial.next();
      assertThat(outcome.same()).as("trial %d: %s", n, outcome.says()).isTrue();
    }
    assertThat(trial.quick()).as("read without reading everything").isGreaterThan(trials / 2);
  }

  private Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
  }

  private void write(String path, String text) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  /** Six files of which each uses the next, and one that stands apart. */
  private Reading chain() throws IOException {
    for (char c = 'A'; c < 'F'; c++) {
      char next = (char) (c + 1);
      write(
          "p/" + c + ".java",
          "package p; class " + c + " { " + next + " n; int f() { return 1; } }");
    }
    write("p/F.java", "package p; class F { int old() { return 1; } }");
    write("p/User.java", "package p; class User { int g(F f) { return f.old(); } }");
    for (char c = 'M'; c < 'Z'; c++) {
      write("q/" + c + ".java", "package q; public class " + c + " { int f() { return 1; } }");
    }
    return new JavaReader().read(overlay(), ReadOptions.DEFAULT, Progress.SILENT);
  }

  private Set<String> concerned(Reading before, String path, String text) throws IOException {
    write(path, text);
    Map<String, String> old = new TreeMap<>(before.memo().notes());
    old.remove(SourceScan.CLASSPATH);
    Map<String, String> now = new TreeMap<>(old);
    now.put(
        path,
        JavaSketch.of(
            new JavaFile(path, text, JavaTokens.of(text), "p", "", "m", false, false, false)));
    return Concerned.of(before.survey(), old, now, Set.of(path), overlay()).files();
  }

  @Test
  void changeConcernsAsFewAsItCan() throws IOException {
    Reading before = chain();
    String body = "package p; class F { int old() { return 2; } }";
    assertThat(concerned(before, "p/F.java", body)).isEmpty();
    String member = "package p; class F { long old() { return 1; } }";
    assertThat(concerned(before, "p/F.java", member)).containsExactly("p/User.java");
    String head = "package p; class F extends Thread { int old() { return 1; } }";
    assertThat(concerned(before, "p/F.java", head))
        .as("who names it in declarations, and who uses these")
        .containsExactly("p/D.java", "p/E.java", "p/User.java");
    String fresh = "package q; class Nobody { }";
    assertThat(concerned(before, "q/Nobody.java", fresh)).as("nobody has the name").isEmpty();
  }

  @Test
  void whatIsNotPlainIsReadWhole() throws IOException {
    Reading before = chain();
    write("p/F.java", "package p; class F { int old() { return 3; } }");
    assertThat(again(before, "p/F.java")).isNotNull();
    assertThat(again(before, "pom.xml")).as("a build file").isNull();
    assertThat(again(before, "q/module-info.java")).as("a descriptor").isNull();
    write("p/F.java", "package p; class F { int old() { return 3; }");
    assertThat(again(before, "p/F.java")).as("a brace is missing").isNull();
    write("p/F.java", "package elsewhere; class F { int old() { return 3; } }");
    assertThat(again(before, "p/F.java")).as("not where its package says").isNull();
    write("p/F.java", "package p; class F { int old() { return 3; } } class A { }");
    assertThat(again(before, "p/F.java")).as("a type that stands twice").isNull();
  }

  private Reading again(Reading before, String changed) {
    return new Reread(overlay(), ReadOptions.DEFAULT, Progress.SILENT, before, Set.of(changed))
        .run();
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

package dev.vinesorter.java.read;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Edits that are meant to be missed, by whoever is concerned without naming what changed. */
class RereadFoolsTest {
  @TempDir Path folder;

  static Stream<Arguments> examples() throws IOException {
    try (InputStream in = RereadFoolsTest.class.getResourceAsStream("/rereads.txt")) {
      String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return Arrays.stream(all.split("(?m)^### "))
          .skip(1)
          .map(one -> one.split("\n", 2))
          .map(one -> Arguments.of(one[0], one[1]));
    }
  }

  private Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
  }

  /** Writes the files with a mark, or deletes those without content; gives their paths. */
  private Set<String> write(String example, String mark) throws IOException {
    Set<String> paths = new TreeSet<>();
    for (String part : example.split("(?m)^(?=--- |\\+\\+\\+ |=== )")) {
      if (part.startsWith(mark)) {
        int line = part.indexOf('\n');
        String path = part.substring(4, line);
        Files.createDirectories(folder.resolve(path).getParent());
        if (part.substring(line).isBlank()) {
          Files.delete(folder.resolve(path));
        } else {
          Files.writeString(folder.resolve(path), part.substring(line + 1));
        }
        paths.add(path);
      }
    }
    return paths;
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("examples")
  void isReadAgainWhereItIsConcerned(String title, String example) throws IOException {
    write(example, "--- ");
    Reading before = new JavaReader().read(overlay(), ReadOptions.DEFAULT, Progress.SILENT);
    Set<String> changed = write(example, "+++ ");
    Reading cold = new JavaReader().read(overlay(), ReadOptions.DEFAULT, Progress.SILENT);
    Map<String, String> old = new TreeMap<>(before.memo().notes());
    Map<String, String> now = new TreeMap<>(cold.memo().notes());
    old.remove(SourceScan.CLASSPATH);
    now.remove(SourceScan.CLASSPATH);
    int last = example.lastIndexOf("=== ");
    assertThat(Concerned.of(before.survey(), old, now, changed, overlay()).files())
        .as(title)
        .containsExactly(example.substring(last + 4).strip().split(" "));
    // Files that nobody uses keep those that are concerned below half of all.
    for (int n = 0; n < 20; n++) {
      Files.writeString(
          folder.resolve("p/Apart" + n + ".java"), "package p; class Apart" + n + " { }");
    }
    Files.createDirectories(folder.resolve("q"));
    Reading whole = new JavaReader().read(overlay(), ReadOptions.DEFAULT, Progress.SILENT);
    write(example, "--- ");
    for (String path : changed) {
      if (!example.contains("--- " + path)) {
        Files.delete(folder.resolve(path));
      }
    }
    Reading again =
        new Reread(overlay(), ReadOptions.DEFAULT, Progress.SILENT, whole, changed).run();
    Reading back = new JavaReader().read(overlay(), ReadOptions.DEFAULT, Progress.SILENT);
    Survey survey = again.survey();
    assertThat(survey.references().columns()).isDeepEqualTo(back.survey().references().columns());
    assertThat(survey.problems()).isEqualTo(back.survey().problems());
    assertThat(again.memo().bytes()).isEqualTo(back.memo().bytes());
  }
}

package dev.vinesorter.source.journal;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceText;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What leads from one state of edited sources to the next, written step by step. */
class OverlayStageTest {
  @TempDir Path folder;

  private Overlay sources;

  @BeforeEach
  void files() throws IOException {
    for (String path : List.of("a/A.java", "a/B.java")) {
      Files.createDirectories(folder.resolve(path).getParent());
      Files.writeString(folder.resolve(path), path);
    }
    sources = new Overlay(Root.of(folder), List.of("a/A.java", "a/B.java"), StandardCharsets.UTF_8);
  }

  private SourceText text(String text) {
    return new SourceText(text, StandardCharsets.UTF_8, false, false);
  }

  private static Map<String, String> words(Map<String, byte[]> bytes) {
    Map<String, String> words = new TreeMap<>();
    bytes.forEach(
        (path, one) ->
            words.put(path, one == null ? "gone" : new String(one, StandardCharsets.UTF_8)));
    return words;
  }

  @Test
  void eachStageHasOnlyWhatItChanges() {
    sources.put("a/A.java", text("one"));
    Overlay.Stage first = sources.stage();
    sources.move("a/A.java", "b/A.java", text("two"));
    Overlay.Stage second = sources.stage();
    sources.move("b/A.java", "c/A.java", text("three"));
    sources.put("a/B.java", text("four"));
    Overlay.Stage third = sources.stage();

    assertThat(words(first.since(Overlay.Stage.NONE))).isEqualTo(Map.of("a/A.java", "one"));
    assertThat(words(second.since(first))).isEqualTo(Map.of("a/A.java", "gone", "b/A.java", "two"));
    assertThat(words(third.since(second)))
        .isEqualTo(Map.of("b/A.java", "gone", "c/A.java", "three", "a/B.java", "four"));
    assertThat(second.originsSince(first)).containsEntry("b/A.java", "a/A.java");
    assertThat(third.originsSince(second)).containsEntry("c/A.java", "b/A.java");
    assertThat(third.since(third)).isEmpty();
  }

  @Test
  void stagesCarriedOutOneByOneEqualThePlanAsAWhole() throws IOException {
    Files.setPosixFilePermissions(
        folder.resolve("a/A.java"),
        java.nio.file.attribute.PosixFilePermissions.fromString("rwxr-x---"));
    Overlay.Stage[] stages = new Overlay.Stage[3];
    sources.move("a/A.java", "b/A.java", text("two"));
    stages[0] = sources.stage();
    sources.move("b/A.java", "c/A.java", text("three"));
    stages[1] = sources.stage();
    sources.put("d/D.java", text("new"));
    sources.remove("a/B.java");
    stages[2] = sources.stage();

    Journal journal = new Journal(new OwnFolder(Root.of(folder)));
    Overlay.Stage last = Overlay.Stage.NONE;
    String plan = "";
    for (int n = 0; n < stages.length; n++) {
      String id =
          journal.carryOut(
              new Change("t", plan, n + 1, "does " + n),
              stages[n].since(last),
              stages[n].originsSince(last));
      plan = plan.isEmpty() ? id : plan;
      last = stages[n];
    }
    assertThat(Files.readString(folder.resolve("c/A.java"))).isEqualTo("three");
    assertThat(Files.getPosixFilePermissions(folder.resolve("c/A.java"))).hasSize(5);
    assertThat(folder.resolve("a")).doesNotExist();
    assertThat(folder.resolve("b")).doesNotExist();
    assertThat(journal.run(plan)).hasSize(3);
    assertThat(journal.run(plan).get(1).change().words()).isEqualTo("t, step 2: does 1");

    List<String> newestFirst = List.of("0003", "0002", "0001");
    assertThat(journal.changedSince(newestFirst)).isEmpty();
    Files.writeString(folder.resolve("c/A.java"), "mine");
    assertThat(journal.changedSince(newestFirst)).containsExactly("c/A.java");
    Files.writeString(folder.resolve("c/A.java"), "three");
    newestFirst.forEach(journal::takeBack);
    assertThat(Files.readString(folder.resolve("a/A.java"))).isEqualTo("a/A.java");
    assertThat(Files.readString(folder.resolve("a/B.java"))).isEqualTo("a/B.java");
    assertThat(folder.resolve("c")).doesNotExist();
    assertThat(folder.resolve("d")).doesNotExist();
  }
}

package dev.vinesorter.source.journal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.source.disk.Disk;
import dev.vinesorter.source.disk.RootLock;
import dev.vinesorter.source.disk.UserKey;
import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class JournalTest {
  @TempDir Path folder;

  private Journal journal;

  @BeforeEach
  void sources() throws IOException {
    Files.createDirectories(folder.resolve("a"));
    Files.writeString(folder.resolve("a/A.java"), "old A");
    Files.writeString(folder.resolve("a/B.java"), "old B");
    Files.createDirectories(folder.resolve("shared"));
    Files.writeString(folder.resolve("shared/S.java"), "old S");
    Files.createSymbolicLink(folder.resolve("a/S.java"), Path.of("../shared/S.java"));
    mode("a/A.java", "rwxr-x---");
    mode("a", "rwxr-x--x");
    journal = new Journal(new OwnFolder(Root.of(folder)));
  }

  private void mode(String path, String mode) throws IOException {
    Files.setPosixFilePermissions(folder.resolve(path), PosixFilePermissions.fromString(mode));
  }

  /** Path, kind, mode and content of everything but our own folder. */
  private Map<String, String> state() throws IOException {
    Map<String, String> state = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path path : all.toList()) {
        String name = folder.relativize(path).toString();
        if (!name.startsWith(Root.OWN_FOLDER) && !name.isEmpty()) {
          String mode =
              PosixFilePermissions.toString(
                  Files.getPosixFilePermissions(path, LinkOption.NOFOLLOW_LINKS));
          String content =
              Files.isSymbolicLink(path)
                  ? "-> " + Files.readSymbolicLink(path)
                  : Files.isDirectory(path) ? "folder" : Files.readString(path);
          state.put(name, mode + " " + content);
        }
      }
    }
    return state;
  }

  private static byte[] bytes(String text) {
    return text.getBytes(StandardCharsets.UTF_8);
  }

  /** A moves to b/deep, B goes, S is edited through its link, C is new. */
  private String change() {
    Map<String, byte[]> changes = new LinkedHashMap<>();
    changes.put("a/A.java", null);
    changes.put("b/deep/A.java", bytes("new A"));
    changes.put("a/B.java", null);
    changes.put("a/S.java", bytes("new S"));
    changes.put("b/C.java", bytes("new C"));
    return journal.carryOut(Change.whole("title"), changes, Map.of("b/deep/A.java", "a/A.java"));
  }

  @Test
  void changeIsCarriedOutWithModesAndThroughLinks() throws IOException {
    String id = change();

    assertThat(state())
        .containsEntry("b/deep/A.java", "rwxr-x--- new A")
        .containsKey("b/C.java")
        .doesNotContainKeys("a/A.java", "a/B.java");
    assertThat(folder.resolve("shared/S.java")).hasContent("new S");
    assertThat(Files.isSymbolicLink(folder.resolve("a/S.java"))).isTrue();
    assertThat(journal.applied())
        .singleElement()
        .satisfies(
            applied -> {
              assertThat(applied.id()).isEqualTo(id);
              assertThat(applied.change().title()).isEqualTo("title");
              assertThat(applied.files()).contains("a/A.java", "b/C.java");
            });
    assertThat(journal.isUndecided()).isFalse();
  }

  @Test
  void takingBackRestoresBytesModesLinksAndFolders() throws IOException {
    Map<String, String> before = state();
    journal.takeBack(change());

    assertThat(state()).isEqualTo(before);
    assertThat(journal.applied()).isEmpty();
  }

  @Test
  void folderThatBecomesEmptyGoesAndComesBack() throws IOException {
    Files.delete(folder.resolve("a/S.java"));
    Map<String, String> before = state();
    Map<String, byte[]> changes = new LinkedHashMap<>();
    changes.put("a/A.java", null);
    changes.put("a/B.java", null);
    String id = journal.carryOut(Change.whole("empty"), changes, Map.of());

    assertThat(folder.resolve("a")).doesNotExist();
    journal.takeBack(id);
    assertThat(state()).isEqualTo(before);
  }

  @Test
  void readOnlyPlaceLeavesEverythingAsBefore() throws IOException {
    Map<String, String> before = state();
    Map<String, byte[]> changes = new LinkedHashMap<>();
    changes.put("a/B.java", bytes("new B"));
    changes.put("a/A.java/below/a/file", bytes("cannot be"));

    assertThatThrownBy(() -> journal.carryOut(Change.whole("bad"), changes, Map.of()))
        .isInstanceOf(CannotWorkException.class);
    assertThat(state()).isEqualTo(before);
    assertThat(journal.isUndecided()).isFalse();
  }

  @Test
  void runCutShortBeforeTheDecisionIsForgotten() throws IOException {
    Map<String, String> before = state();
    String id = change();
    Map<String, String> after = state();
    journal.takeBack(id);
    // What a kill while preparing leaves: the state, a folder made, and a new file that waits.
    state(id, JournalEntry.State.PREPARING);
    Files.createDirectories(folder.resolve("b/deep"));
    Files.writeString(folder.resolve("b/.vinesort-" + id + "-4.new"), "half");

    assertThat(journal.isUndecided()).isTrue();
    assertThat(journal.recover()).singleElement().asString().contains("changed nothing");
    assertThat(state()).isEqualTo(before).isNotEqualTo(after);
  }

  @Test
  void runCutShortAfterTheDecisionIsFinished() throws IOException {
    String id = change();
    Map<String, String> after = state();
    journal.takeBack(id);
    // What a kill right after the decision leaves: all new files wait, nothing is in place.
    Files.createDirectories(folder.resolve("b/deep"));
    wait(id, 1, "b/deep", "new A", "rwxr-x---");
    wait(id, 3, "shared", "new S", "rw-r--r--");
    wait(id, 4, "b", "new C", "rw-r--r--");
    state(id, JournalEntry.State.READY);

    assertThat(journal.recover()).singleElement().asString().contains("finished");
    assertThat(state()).isEqualTo(after);
    assertThat(journal.applied()).hasSize(1);
  }

  /** Lets the entry say that it has come as far as that. */
  private void state(String id, JournalEntry.State state) throws IOException {
    Root root = Root.of(folder);
    Path entry = root.ownFolder().resolve("journal").resolve(id);
    JournalEntry.find(root, new Disk(), UserKey.made(root), entry).entry().state(state);
  }

  private void wait(String id, int n, String in, String text, String mode) throws IOException {
    String path = in + "/.vinesort-" + id + "-" + n + ".new";
    Files.writeString(folder.resolve(path), text);
    mode(path, mode);
  }

  @Test
  void undoCutShortIsFinished() throws IOException {
    Map<String, String> before = state();
    String id = change();
    state(id, JournalEntry.State.UNDOING);

    assertThat(journal.recover()).singleElement().asString().contains("undo");
    assertThat(state()).isEqualTo(before);
  }

  @Test
  void changeThatCannotBeTakenBackSaysWhereThingsStand() throws IOException {
    Map<String, String> before = state();
    String id = change();
    Map<String, String> after = state();
    Path entry = folder.resolve(Root.OWN_FOLDER).resolve("journal").resolve(id);
    Path inTheWay = Files.createDirectories(entry.resolve("state.new/x"));
    assertThatThrownBy(() -> journal.takeBack(id))
        .isInstanceOf(CannotWorkException.class)
        .hasMessageContaining("It stays carried out");
    assertThat(state()).isEqualTo(after);
    Files.delete(inTheWay);
    Files.delete(inTheWay.getParent());
    journal.takeBack(id);
    assertThat(state()).isEqualTo(before);
  }

  @Test
  void fileThatSomebodyChangedMeanwhileIsPutAside() throws IOException {
    String id = change();
    Files.writeString(folder.resolve("b/C.java"), "edited by hand");
    state(id, JournalEntry.State.UNDOING);

    assertThat(journal.recover()).anyMatch(line -> line.contains("aside"));
    assertThat(folder.resolve(".vinesort/journal/" + id + "/aside/4")).hasContent("edited by hand");
  }

  @Test
  void changesAfterwardsAreNamed() throws IOException {
    String id = change();
    Files.writeString(folder.resolve("b/C.java"), "edited by hand");

    assertThat(journal.changedSince(List.of(id))).containsExactly("b/C.java");
  }

  @Test
  void secondRunWaitsOrSaysWhoHoldsTheRoot() {
    OwnFolder own = new OwnFolder(Root.of(folder));
    RootLock lock = own.lock("apply");
    try {
      assertThatThrownBy(() -> own.lock("undo"))
          .isInstanceOf(CannotWorkException.class)
          .hasMessageContaining("vinesort apply, process " + ProcessHandle.current().pid());
    } finally {
      lock.close();
    }
    own.lock("undo").close();
    assertThat(folder.resolve(".vinesort/.gitignore")).hasContent("*");
  }
}

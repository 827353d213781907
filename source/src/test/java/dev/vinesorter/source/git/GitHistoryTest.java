package dev.vinesorter.source.git;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.errors.GitAPIException;
import org.eclipse.jgit.lib.PersonIdent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class GitHistoryTest {
  @TempDir Path folder;

  private void commit(Git git, String day, String subject) throws GitAPIException {
    git.add().addFilepattern(".").call();
    PersonIdent who =
        new PersonIdent(
            "Nell", "nell@saltmarsh.example", Instant.parse(day + "T09:00:00Z"), ZoneOffset.UTC);
    git.commit().setMessage(subject).setAuthor(who).setCommitter(who).setSign(false).call();
  }

  private static Map<String, String> files(Path folder) throws IOException {
    Map<String, String> found = new TreeMap<>();
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path file : all.filter(Files::isRegularFile).toList()) {
        found.put(
            folder.relativize(file).toString(),
            Files.readString(file, java.nio.charset.StandardCharsets.ISO_8859_1));
      }
    }
    return found;
  }

  @Test
  void revisionsAreReadWithoutTouchingAnything() throws Exception {
    Path shop = Files.createDirectories(folder.resolve("work/shop/src"));
    try (Git git = Git.init().setDirectory(folder.resolve("work").toFile()).call()) {
      Files.writeString(shop.resolve("A.card"), "class A {}");
      Files.writeString(shop.resolve("notes.txt"), "not a source");
      commit(git, "2026-01-05", "First\n\nmore");
      Files.writeString(shop.resolve("A.card"), "class A { int x; }");
      Files.createSymbolicLink(shop.resolve("Link.card"), Path.of("/etc/passwd"));
      commit(git, "2026-01-06", "Second");
      Files.writeString(folder.resolve("work/elsewhere.txt"), "outside of the root");
      commit(git, "2026-02-03", "Third");
    }
    Files.writeString(shop.resolve("A.card"), "not committed");
    Map<String, String> before = files(folder.resolve("work"));

    Path root = folder.resolve("work/shop");
    try (GitHistory history = GitHistory.of(Root.of(root))) {
      List<GitHistory.Commit> all = history.last("HEAD", 10, GitHistory.Step.COMMIT);
      assertThat(all)
          .extracting(GitHistory.Commit::subject)
          .containsExactly("First", "Second", "Third");
      assertThat(all.get(1).tree())
          .as("nothing below the root changed")
          .isEqualTo(all.get(2).tree());
      assertThat(history.last("HEAD", 2, GitHistory.Step.COMMIT)).hasSize(2);
      assertThat(history.last("HEAD", 10, GitHistory.Step.MONTH))
          .extracting(GitHistory.Commit::subject)
          .containsExactly("Second", "Third");
      assertThat(history.last("HEAD", 10, GitHistory.Step.WEEK)).hasSize(2);
      assertThat(history.last("HEAD", 10, GitHistory.Step.DAY)).hasSize(3);
      assertThat(history.commit("HEAD~2").id()).isEqualTo(all.get(0).id());
      assertThat(history.commit("no-such-branch")).isNull();
      assertThat(history.commit("^{nonsense")).isNull();
      assertThatThrownBy(() -> history.last("v9", 1, GitHistory.Step.COMMIT))
          .hasMessageContaining("'v9'");

      Path copy = Files.createDirectory(folder.resolve("copy"));
      history.copy(all.get(1), copy);
      assertThat(files(copy)).containsOnly(Map.entry("src/A.card", "class A { int x; }"));
    }
    assertThat(files(folder.resolve("work"))).isEqualTo(before);
  }

  @Test
  void folderWithoutRepositorySaysSo() {
    assertThatThrownBy(() -> GitHistory.of(Root.of(folder)))
        .isInstanceOf(CannotWorkException.class)
        .hasMessageContaining("no git repository");
  }
}

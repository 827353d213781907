package dev.vinesorter.source.git;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.diff.DiffEntry;
import org.eclipse.jgit.diff.DiffFormatter;
import org.eclipse.jgit.revwalk.RevCommit;
import org.eclipse.jgit.util.io.DisabledOutputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Commits of what a step changed, in a repository whose root lies above ours. */
class GitCommitsTest {
  @TempDir Path top;

  private Git git;
  private Root root;

  @BeforeEach
  void repository() throws Exception {
    git = Git.init().setDirectory(top.toFile()).setInitialBranch("main").call();
    git.getRepository().getConfig().setString("user", null, "name", "Ada");
    git.getRepository().getConfig().setString("user", null, "email", "ada@example.org");
    git.getRepository().getConfig().save();
    write("app/a/A.java", "one\n".repeat(20));
    write("app/a/B.java", "two\n");
    write("beside.txt", "three\n");
    git.add().addFilepattern(".").call();
    git.commit().setMessage("start").setSign(false).call();
    root = Root.of(top.resolve("app"));
  }

  @AfterEach
  void close() {
    git.close();
  }

  private void write(String path, String text) throws IOException {
    Path file = top.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  @Test
  void onlyThePathsOfTheStepAreCommittedAndAMoveIsAMove() throws Exception {
    write("app/a/B.java", "mine\n");
    write("beside.txt", "staged\n");
    git.add().addFilepattern("beside.txt").call();
    Files.createDirectories(top.resolve("app/b"));
    Files.move(top.resolve("app/a/A.java"), top.resolve("app/b/A.java"));
    try (GitCommits commits = GitCommits.of(root)) {
      String name = commits.commit("Move A", List.of("a/A.java", "b/A.java"));
      RevCommit head = git.log().setMaxCount(1).call().iterator().next();
      assertThat(head.getName()).isEqualTo(name);
      assertThat(head.getAuthorIdent().getName()).isEqualTo("Ada");
      try (DiffFormatter diff = new DiffFormatter(DisabledOutputStream.INSTANCE)) {
        diff.setRepository(git.getRepository());
        diff.setDetectRenames(true);
        List<DiffEntry> entries = diff.scan(head.getParent(0).getTree(), head.getTree());
        assertThat(entries).hasSize(1);
        assertThat(entries.get(0).getChangeType()).isEqualTo(DiffEntry.ChangeType.RENAME);
        assertThat(entries.get(0).getNewPath()).isEqualTo("app/b/A.java");
      }
    }
    assertThat(git.status().call().getModified()).containsExactly("app/a/B.java");
    assertThat(git.status().call().getChanged()).containsExactly("beside.txt");
  }

  @Test
  void whatIsNotCommittedIsTold() throws Exception {
    write("app/a/A.java", "mine\n");
    write("app/c/New.java", "new\n");
    try (GitCommits commits = GitCommits.of(root)) {
      assertThat(commits.dirty(List.of("a/A.java", "a/B.java", "c/New.java")))
          .containsExactly("a/A.java", "c/New.java");
      assertThat(commits.dirty(List.of("a/B.java"))).isEmpty();
    }
  }

  @Test
  void lockThatAKilledGitLeftIsNamed() throws Exception {
    write("app/a/B.java", "mine\n");
    for (String lock : List.of("index.lock", "refs/heads/main.lock")) {
      write(".git/" + lock, "");
      try (GitCommits commits = GitCommits.of(root)) {
        assertThatThrownBy(() -> commits.commit("Move B", List.of("a/B.java")))
            .isInstanceOf(CannotWorkException.class)
            .hasMessageContaining("locked by " + top.resolve(".git").resolve(lock) + ". If no git");
        Files.delete(top.resolve(".git").resolve(lock));
        assertThat(commits.last()).isEqualTo(git.getRepository().resolve("HEAD").getName());
      }
    }
    try (GitCommits commits = GitCommits.of(root)) {
      assertThat(commits.commit("Move B", List.of("a/B.java"))).isEqualTo(commits.last());
    }
  }

  @Test
  void repositoryThatCannotTakeACommitIsRefused() throws Exception {
    git.checkout().setCreateBranch(true).setName("other").call();
    write("app/a/A.java", "other\n");
    git.commit().setAll(true).setMessage("other").setSign(false).call();
    git.checkout().setName("main").call();
    write("app/a/A.java", "main\n");
    git.commit().setAll(true).setMessage("main").setSign(false).call();
    git.merge().include(git.getRepository().resolve("other")).call();
    assertThatThrownBy(() -> GitCommits.of(root))
        .isInstanceOf(CannotWorkException.class)
        .hasMessageContaining("in the middle of something");
    Path nowhere = Files.createTempDirectory("no-repository");
    assertThatThrownBy(() -> GitCommits.of(Root.of(nowhere)))
        .hasMessageContaining("There is no git repository around");
    Files.delete(nowhere);
  }
}

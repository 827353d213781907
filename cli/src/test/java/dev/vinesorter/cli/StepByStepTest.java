package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.ResetCommand;
import org.eclipse.jgit.revwalk.RevCommit;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Plans carried out step by step, verified, committed, stopped, gone on with and taken back. */
class StepByStepTest {
  @TempDir Path folder;

  private static final String PLAN = "plan.yaml";

  @BeforeEach
  void shop() throws IOException {
    Program.write(
        folder,
        """
        --- pay/Bill.java
        package pay;
        public class Bill { Rate rate; }
        --- pay/Rate.java
        package pay;
        public class Rate { public int percent; }
        --- shop/Desk.java
        package shop;
        public class Desk { pay.Bill bill; }
        """);
    plan("  - rename: pay.Bill\\n    to: Invoice\\n", "  - move: pay.Rate\\n    into: tax\\n");
  }

  private void plan(String... steps) throws IOException {
    Files.writeString(
        folder.resolve(PLAN),
        "title: Tidy pay\nsteps:\n" + String.join("", steps).replace("\\n", "\n"));
  }

  private Program.Run run(String... words) {
    return Program.run(folder, words);
  }

  @Test
  void failingStepIsTakenBackAndTheRestGoesOnLater() throws IOException {
    Map<String, String> before = Program.sources(folder);
    Program.Run stopped = run("apply", PLAN, "--verify", "echo seen; test ! -d tax", "--json");
    assertThat(stopped.code()).isEqualTo(1);
    assertThat(stopped.err()).contains("verify.log", "seen", "exit code 1");
    JsonNode json = stopped.json();
    assertThat(json.at("/applied").asBoolean(true)).isFalse();
    assertThat(json.at("/verified").asBoolean(true)).isFalse();
    assertThat(json.at("/stepsApplied").asInt()).isEqualTo(1);
    assertThat(json.at("/objections/0").asText()).contains("step 2", "taken back");
    assertThat(Program.sources(folder)).containsKeys("pay/Invoice.java", "pay/Rate.java");
    assertThat(run("survey", "--json").json().at("/units/type").asInt()).isEqualTo(3);

    plan("  - rename: pay.Bill\\n    to: Receipt\\n", "  - move: pay.Rate\\n    into: tax\\n");
    Program.Run other = run("apply", PLAN, "--resume");
    assertThat(other.code()).isEqualTo(2);
    assertThat(other.err()).contains("Step 1 of the plan is not what was carried out");

    plan(
        "  - rename: pay.Bill\\n    to: Invoice\\n",
        "  - move: pay.Bill\\n    into: tax\\n    widen: true\\n");
    JsonNode rest = run("apply", PLAN, "--resume", "--verify", "test -d tax", "--json").json();
    assertThat(rest.at("/applied").asBoolean()).isTrue();
    assertThat(rest.at("/stepsApplied").asInt()).isEqualTo(2);
    assertThat(Program.sources(folder)).containsKey("tax/Invoice.java");

    assertThat(run("undo", "--step").out()).contains("step 2: move pay.Invoice into tax");
    assertThat(Program.sources(folder)).containsKeys("pay/Invoice.java");
    JsonNode all = run("undo", "--json").json();
    assertThat(all.at("/changes").asInt()).isEqualTo(1);
    plan("  - rename: pay.Bill\\n    to: Invoice\\n", "  - move: pay.Rate\\n    into: tax\\n");
    assertThat(Program.sources(folder)).isEqualTo(before);
  }

  @Test
  void commandThatTakesTooLongHasFailed() {
    Program.Run slow = run("apply", PLAN, "--verify", "sleep 60", "--verify-limit", "1", "--json");
    assertThat(slow.code()).isEqualTo(1);
    assertThat(slow.err()).contains("stopped after 1 seconds");
    assertThat(slow.json().at("/stepsApplied").asInt(-1)).isZero();
    assertThat(Files.exists(folder.resolve("pay/Bill.java"))).isTrue();
    assertThat(run("apply", PLAN, "--verify-limit", "3").code()).isEqualTo(2);
    assertThat(run("apply", PLAN, "--verify", "true", "--verify-at", "end", "--commit").code())
        .isEqualTo(2);
    assertThat(run("apply", PLAN, "--resume").err()).contains("no plan that stopped");
  }

  private Git repository() throws Exception {
    Git git = Git.init().setDirectory(folder.toFile()).call();
    git.getRepository().getConfig().setString("user", null, "name", "Ada");
    git.getRepository().getConfig().setString("user", null, "email", "ada@example.org");
    git.getRepository().getConfig().save();
    git.add().addFilepattern(".").call();
    git.commit().setMessage("start").setSign(false).call();
    return git;
  }

  private static List<String> subjects(Git git) throws Exception {
    return StreamSupport.stream(git.log().call().spliterator(), false)
        .map(RevCommit::getShortMessage)
        .toList();
  }

  /** As after a kill between a step and its commit, or between that and its note. */
  @Test
  void stepsThatWereCutOffAtTheirCommitAreCommittedOnce() throws Exception {
    try (Git git = repository()) {
      run("survey");
      assertThat(run("apply", PLAN, "--commit", "--verify", "test ! -d tax").code()).isEqualTo(1);
      assertThat(subjects(git)).containsExactly("Rename pay.Bill to Invoice", "start");
      forgetLastCommit();
      assertThat(run("apply", PLAN, "--commit", "--resume").code()).isZero();
      List<String> all = List.of("Move pay.Rate into tax", "Rename pay.Bill to Invoice", "start");
      assertThat(subjects(git)).isEqualTo(all);

      git.reset().setMode(ResetCommand.ResetType.MIXED).setRef("HEAD~1").call();
      forgetLastCommit();
      assertThat(run("apply", PLAN, "--commit", "--resume").err()).contains("All steps");
      assertThat(subjects(git)).isEqualTo(all);
      assertThat(git.status().call().hasUncommittedChanges()).isFalse();
    }
  }

  private void forgetLastCommit() throws IOException {
    try (Stream<Path> all = Files.walk(folder.resolve(".vinesort"))) {
      Files.delete(all.filter(path -> path.endsWith("commit")).sorted().reduce((a, b) -> b).get());
    }
  }

  @Test
  void eachStepIsACommitOfItsOwn() throws Exception {
    try (Git git = repository()) {
      Files.writeString(folder.resolve("note.txt"), "mine\n");
      Files.writeString(
          folder.resolve("pay/Rate.java"), "package pay;\npublic class Rate { int p; }\n");
      run("survey");

      Program.Run dirty = run("apply", PLAN, "--commit");
      assertThat(dirty.code()).isEqualTo(1);
      assertThat(dirty.out()).contains("not committed: pay/Rate.java", "Nothing was changed");
      git.commit().setAll(true).setMessage("rate").setSign(false).call();

      JsonNode json = run("apply", PLAN, "--commit", "--json").json();
      assertThat(json.at("/commits")).hasSize(2);
      List<RevCommit> log = StreamSupport.stream(git.log().call().spliterator(), false).toList();
      assertThat(log).hasSize(4);
      assertThat(log.get(0).getFullMessage())
          .isEqualTo("Move pay.Rate into tax\n\nOf the plan: Tidy pay\n");
      assertThat(log.get(0).getName()).isEqualTo(json.at("/commits/1").asText());
      assertThat(git.status().call().getUntracked()).contains("note.txt");
      assertThat(git.status().call().hasUncommittedChanges()).isFalse();

      Program.Run undo = run("undo");
      assertThat(undo.code()).isZero();
      assertThat(undo.err()).contains("The commits stay");
      assertThat(Files.exists(folder.resolve("pay/Bill.java"))).isTrue();
    }
  }

  @Test
  void stepsWrittenAloneAreNotTakenBackOverLaterEdits() throws IOException {
    assertThat(run("apply", PLAN, "--step-by-step").code()).isZero();
    Path file = folder.resolve("pay/Invoice.java");
    Files.writeString(file, Files.readString(file) + "// mine\n");
    Program.Run undo = run("undo");
    assertThat(undo.code()).isEqualTo(1);
    assertThat(undo.err()).contains("pay/Invoice.java");
    assertThat(Files.readString(file)).contains("// mine");
  }
}

package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The commands on the demo's code base, as a user runs them. */
class CommandsTest {
  private static final String PLAN = "plans/open-the-cycles.yaml";

  @TempDir static Path herbarium;

  @TempDir Path folder;

  @BeforeAll
  static void survey() throws IOException {
    Program.copyDemo(herbarium);
    Program.Run run = Program.run(herbarium, "survey");
    assertThat(run.err()).isEmpty();
    assertThat(run.code()).isZero();
    assertThat(run.out())
        .contains("5 packages run in circles")
        .contains("org.saltmarsh.label, org.saltmarsh.vault")
        .endsWith("Next: vinesort cycles --level package\n")
        .doesNotContain("\u001b");
  }

  private static List<String> texts(JsonNode array) {
    List<String> texts = new ArrayList<>();
    array.forEach(node -> texts.add(node.asText()));
    return texts;
  }

  @Test
  void surveyAsJsonHasThePinnedFields() {
    JsonNode json = Program.run(herbarium, "survey", "--json").json();

    assertThat(json.at("/root").asText()).endsWith(herbarium.getFileName().toString());
    assertThat(json.at("/units/package").asInt()).isEqualTo(19);
    assertThat(json.at("/units/module").asInt()).isEqualTo(2);
    assertThat(json.at("/dependencies/package").asInt()).isEqualTo(45);
    assertThat(json.at("/cycles/package/groups").asInt()).isEqualTo(2);
    assertThat(json.at("/cycles/package/units").asInt()).isEqualTo(7);
    assertThat(json.at("/unresolved/references").asInt()).isZero();
    assertThat(json.at("/unresolved/share").asDouble()).isZero();
    assertThat(json.at("/seconds").asDouble()).isPositive();
  }

  @Test
  void cyclesShowTheCutDownToTheLine() throws IOException {
    JsonNode json = Program.run(herbarium, "cycles", "--json").json();
    assertThat(json.at("/level").asText()).isEqualTo("package");
    JsonNode pair = json.at("/groups/1");
    assertThat(texts(pair.at("/units")))
        .containsExactly("org.saltmarsh.label", "org.saltmarsh.vault");
    assertThat(pair.at("/cut/optimal").asBoolean()).isTrue();
    JsonNode cut = pair.at("/cut/dependencies/0");
    assertThat(cut.at("/from").asText()).isEqualTo("org.saltmarsh.vault");
    assertThat(cut.at("/weight").asInt()).isEqualTo(cut.at("/sites").size());
    for (JsonNode site : cut.at("/sites")) {
      String line =
          Files.readAllLines(herbarium.resolve(site.at("/file").asText()))
              .get(site.at("/line").asInt() - 1);
      assertThat(line.substring(site.at("/column").asInt() - 1)).matches("(LabelText|framed)\\b.*");
    }
    assertThat(Program.run(herbarium, "cycles").out())
        .contains("LabelSheet.java:5:28  imports org.saltmarsh.label.LabelText")
        .contains("import org.saltmarsh.label.LabelText;")
        .contains("no cheaper one exists")
        .contains("Next: vinesort why");
  }

  @Test
  void whyGivesSitesOrTheShortestChain() {
    assertThat(Program.run(herbarium, "why", "org.saltmarsh.vault", "org.saltmarsh.label").out())
        .contains("5 sites in 1 file");
    Program.Run chain = Program.run(herbarium, "why", "org.saltmarsh.desk", "org.saltmarsh.store");
    assertThat(chain.out()).contains("not directly; the shortest chain has 2 links");
    Program.Run none = Program.run(herbarium, "why", "org.saltmarsh.specimen", "org.saltmarsh.app");
    assertThat(none.code()).isZero();
    assertThat(none.out()).contains("does not depend on");
    assertThat(Program.run(herbarium, "why", "org.saltmarsh.loan.LateFee", "java.time").out())
        .contains("calls java.time.LocalDate#now()");
    String method = "org.saltmarsh.intake.IntakeForm#register(int,String,String,String,String,";
    assertThat(
            Program.run(
                    herbarium, "why", method + "String,int,String,String)", "org.saltmarsh.print")
                .out())
        .contains("2 sites in 1 file");
    JsonNode json =
        Program.run(herbarium, "why", "org.saltmarsh.vault", "org.saltmarsh.label", "--json")
            .json();
    assertThat(json.at("/direct").asBoolean()).isTrue();
    assertThat(json.at("/links/0/weight").asInt()).isEqualTo(5);
  }

  @Test
  void exportIsSortedAndQuoted() {
    List<String> rows =
        Program.run(herbarium, "export", "--as", "csv", "--level", "type").out().lines().toList();
    assertThat(rows.get(0)).isEqualTo("from,to,kind,count");
    assertThat(rows.subList(1, rows.size()))
        .isSorted()
        .contains("org.saltmarsh.vault.LabelSheet,org.saltmarsh.label.LabelText,refers,3");
    assertThat(Program.run(herbarium, "export", "--as", "csv", "--level", "member").out().lines())
        .anyMatch(row -> row.startsWith("\"org.saltmarsh.exchange.ExchangeLedger#note("));
    JsonNode json = Program.run(herbarium, "export", "--as", "json", "--level", "package").json();
    assertThat(json.at("/units").size()).isEqualTo(19);
    assertThat(json.at("/dependencies/0/kind").asText()).isEqualTo("calls");
  }

  @Test
  void rehearsalApplicationAndUndo() throws IOException {
    Program.copyDemo(folder);
    Map<String, String> before = Program.sources(folder);
    JsonNode rehearsed = Program.run(folder, "rehearse", PLAN, "--json").json();
    assertThat(rehearsed.at("/accepted").asBoolean()).isTrue();
    assertThat(rehearsed.at("/before/cycles/package/units").asInt()).isEqualTo(7);
    assertThat(rehearsed.at("/after/cycles/package/units").asInt()).isZero();
    assertThat(rehearsed.at("/steps/1/widened/0/unit").asText())
        .endsWith("Address#isAbroad(String)");
    assertThat(texts(rehearsed.at("/files")))
        .contains("src/main/java/org/saltmarsh/contact/Address.java");
    assertThat(Program.sources(folder)).isEqualTo(before);

    JsonNode applied = Program.run(folder, "apply", PLAN, "--json").json();
    assertThat(applied.at("/applied").asBoolean()).isTrue();
    assertThat(applied.at("/forecastMet").asBoolean()).isTrue();
    assertThat(applied.at("/verified").isNull()).isTrue();
    assertThat(applied.at("/journal").asText()).isEqualTo("0001");
    assertThat(applied.at("/after/dependencies")).isEqualTo(rehearsed.at("/after/dependencies"));
    JsonNode fresh = Program.run(folder, "survey", "--json").json();
    assertThat(fresh.at("/dependencies")).isEqualTo(rehearsed.at("/after/dependencies"));
    assertThat(fresh.at("/units")).isEqualTo(rehearsed.at("/after/units"));
    assertThat(fresh.at("/cycles")).isEqualTo(rehearsed.at("/after/cycles"));

    Program.Run undone = Program.run(folder, "undo");
    assertThat(undone.code()).isZero();
    assertThat(undone.out()).contains("Taken back: Open the cycle group");
    assertThat(Program.sources(folder)).isEqualTo(before);
    Program.Run nothing = Program.run(folder, "undo", "--json");
    assertThat(nothing.code()).isEqualTo(1);
    assertThat(nothing.json().at("/undone").asBoolean(true)).isFalse();
  }

  @Test
  void whatIsMisfiledInTheDemoGoesHomeWithAllThatBelongsToIt() throws IOException {
    Program.copyDemo(folder);
    Map<String, String> before = Program.sources(folder);
    JsonNode applied =
        Program.run(folder, "apply", "plans/everything-home.yaml", "--step-by-step", "--json")
            .json();
    assertThat(applied.at("/applied").asBoolean()).isTrue();
    assertThat(applied.at("/forecastMet").asBoolean()).isTrue();
    assertThat(applied.at("/stepsApplied").asInt()).isEqualTo(4);
    assertThat(texts(applied.at("/steps/0/along"))).contains("org.saltmarsh.intake.LoanSlipTest");
    Map<String, String> after = Program.sources(folder);
    assertThat(after)
        .containsKeys(
            "src/main/java/org/saltmarsh/loan/LoanSlip.java",
            "src/test/java/org/saltmarsh/loan/LoanSlipTest.java",
            "src/main/resources/org/saltmarsh/loan/loan-slip.txt");
    assertThat(after.get("src/main/java/org/saltmarsh/vault/Placement.java"))
        .contains("String row = row().toUpperCase(Locale.ROOT);");
    assertThat(after.get("src/main/java/org/saltmarsh/desk/FrontDesk.java"))
        .contains("return placement.shelfMark();")
        .doesNotContain("Locale");
    assertThat(Program.run(folder, "undo").code()).isZero();
    assertThat(Program.sources(folder)).isEqualTo(before);
  }

  @Test
  void whatMisfitsTellAsUnusedGoesByThePlanThatTheyWrite() throws IOException {
    Program.copyDemo(folder);
    Map<String, String> before = Program.sources(folder);
    Program.run(folder, "misfits", "--kind", "unused", "--plan", "gone.yaml");
    String plan = Files.readString(folder.resolve("gone.yaml"));
    assertThat(plan).contains("- remove: org.saltmarsh.mounting.DryingPress");
    Files.delete(folder.resolve("gone.yaml"));
    JsonNode applied =
        Program.run(folder, "apply", "plans/without-the-press.yaml", "--json").json();
    assertThat(applied.at("/applied").asBoolean()).isTrue();
    assertThat(applied.at("/instructions/differ")).isEmpty();
    assertThat(Program.sources(folder).keySet())
        .doesNotContain("src/main/java/org/saltmarsh/mounting/DryingPress.java")
        .hasSize(before.size() - 1);
    assertThat(Program.run(folder, "undo").code()).isZero();
    assertThat(Program.sources(folder)).isEqualTo(before);
  }

  @Test
  void diffOfARehearsalIsWhatApplyDoes() throws Exception {
    Program.copyDemo(folder);
    String diff = Program.run(folder, "rehearse", PLAN, "--diff").out();
    Path other = Files.createDirectory(folder.resolveSibling(folder.getFileName() + "-by-git"));
    Program.copyDemo(other);
    Files.writeString(other.resolve("the.diff"), diff);
    Process git =
        new ProcessBuilder("git", "apply", "the.diff")
            .directory(other.toFile())
            .inheritIO()
            .start();
    assertThat(git.waitFor()).isZero();
    Files.delete(other.resolve("the.diff"));
    Program.run(folder, "apply", PLAN);

    assertThat(Program.sources(other)).isEqualTo(Program.sources(folder));
  }

  @Test
  void failingVerifyCommandTakesThePlanBack() throws IOException {
    Program.copyDemo(folder);
    Map<String, String> before = Program.sources(folder);
    Program.Run failed =
        Program.run(
            folder, "apply", PLAN, "--verify", "echo seen; exit 7", "--verify-at", "end", "--json");

    assertThat(failed.code()).isEqualTo(1);
    assertThat(failed.err()).contains("seen");
    assertThat(failed.json().at("/applied").asBoolean()).isFalse();
    assertThat(failed.json().at("/verified").asBoolean(true)).isFalse();
    assertThat(Program.sources(folder)).isEqualTo(before);
    Program.Run passed =
        Program.run(
            folder,
            "apply",
            PLAN,
            "--verify",
            "test -d src/main/java/org/saltmarsh/contact",
            "--verify-at",
            "end");
    assertThat(passed.code()).isZero();
    assertThat(passed.out()).contains("verify command       passed");
  }

  @Test
  void fileChangedSinceTheSurveyRefusesThePlan() throws IOException {
    Program.copyDemo(folder);
    Program.run(folder, "survey");
    Path file = folder.resolve("src/main/java/org/saltmarsh/vault/Shelf.java");
    Files.writeString(file, Files.readString(file) + "// edited\n");
    Map<String, String> before = Program.sources(folder);

    for (String command : List.of("rehearse", "apply")) {
      Program.Run run = Program.run(folder, command, PLAN, "--json");
      assertThat(run.code()).as(command).isEqualTo(1);
      assertThat(run.json().at("/accepted").asBoolean(true)).isFalse();
      assertThat(run.json().at("/steps/0/reasons/0/sites/0/file").asText())
          .endsWith("vault/Shelf.java");
      assertThat(run.err()).contains("vault/Shelf.java").contains("vinesort survey");
    }
    assertThat(Program.sources(folder)).isEqualTo(before);
    assertThat(Program.run(folder, "cycles").err()).contains("1 file changed since the survey");
    assertThat(Program.run(folder, "apply", PLAN).code()).isZero();
    Files.writeString(folder.resolve("src/main/java/org/saltmarsh/contact/Address.java"), "mine");
    Program.Run undo = Program.run(folder, "undo");
    assertThat(undo.code()).isEqualTo(1);
    assertThat(undo.err()).contains("contact/Address.java");
  }

  @Test
  void demoDoesTheWholeJob() {
    Program.Run run = Program.run(folder, "demo", "--into", folder.resolve("copy").toString());

    assertThat(run.code()).as(run.err()).isZero();
    assertThat(run.out())
        .contains("5 packages run in circles")
        .contains("forecast             met")
        .contains("No packages run in circles, among 20.")
        .contains("vinesort undo --root");
  }

  @Test
  void whatNeedsMoreMemoryThanThereIsSaysHowMuchAndChangesNothing(@TempDir Path small)
      throws IOException {
    Program.copyDemo(small);
    Map<String, String> before = Program.sources(small);
    Map<String, String> little = Map.of("VINESORT_JAVA_OPTS", "-Xmx8m");
    Files.writeString(
        small.resolve("plan.yaml"),
        "steps:\n  - rename: org.saltmarsh.loan.Loan\n    to: Lending\n");
    for (String command : List.of("survey --anew", "misfits", "apply plan.yaml")) {
      Program.Run run = Program.run(small, little, 600, command.split(" "));
      assertThat(run.code()).as(command).isEqualTo(3);
      assertThat(run.err())
          .matches("(?s).*needs more memory than the [678] MiB .*VINESORT_JAVA_OPTS=-Xmx2g.*")
          .doesNotContain("Error", "Exception");
    }
    Files.delete(small.resolve("plan.yaml"));
    assertThat(Program.sources(small)).isEqualTo(before);
  }

  @Test
  void wrongUsageSaysWhatToDo() {
    assertUsage(
        "There is no unit 'org.saltmarsh.volt'. Did you mean", "why", "org.saltmarsh.volt", "x");
    assertUsage("say module, package, file, type or member", "cycles", "--level", "class");
    assertUsage("Missing required", "why", "org.saltmarsh.vault");
    assertUsage("Say the form: --as csv, json or facts.", "export", "--level", "type");
    assertUsage("Did you mean: vinesort cycles?", "cycels");
    assertUsage("vinesort:", "survey", "--no-such");
    assertThat(Program.run(herbarium).code()).isEqualTo(2);
    Program.Run nowhere = Program.run(herbarium, "survey", "--root", "no-such-folder");
    assertThat(nowhere.code()).isEqualTo(3);
    assertThat(nowhere.err()).contains("no-such-folder").contains("--root").doesNotContain("\tat ");
    assertThat(Program.run(herbarium, "survey", "--encoding", "klingon").code()).isEqualTo(3);
    assertThat(Program.run(herbarium, "rehearse", "none.yaml").code()).isEqualTo(3);
  }

  private void assertUsage(String says, String... words) {
    Program.Run run = Program.run(herbarium, words);
    assertThat(run.code()).as(String.join(" ", words)).isEqualTo(2);
    assertThat(run.err()).contains(says).doesNotContain("\tat ");
    assertThat(run.out()).isEmpty();
  }

  @Test
  void hostilePlansAndNamesDoNoHarm() throws IOException {
    Program.write(
        folder,
        """
        --- a/A.java
        package a; public class A {}
        --- climb.yaml
        steps:
          - move: a.A
            into: ../../../etc
        --- unknown.yaml
        steps:
          - destroy: a.A
        --- refused.yaml
        steps:
          - move: a.Nothing
            into: b
        """);
    Program.Run climb = Program.run(folder, "apply", "climb.yaml");
    assertThat(climb.code()).isEqualTo(2);
    assertThat(climb.err()).contains("climb.yaml:3:11: the path '../../../etc' leaves the root");
    assertThat(Program.run(folder, "apply", "unknown.yaml").err()).contains("unknown.yaml:2:5");
    Program.Run refused = Program.run(folder, "apply", "refused.yaml");
    assertThat(refused.code()).isEqualTo(1);
    assertThat(refused.out()).contains("unknown-unit").contains("Nothing was changed.");
    Program.Run odd = Program.run(folder, "why", "a\u001b[31mA", "b");
    assertThat(odd.err()).doesNotContain("\u001b");
  }

  @Test
  void helpShowsExamplesForEachCommand() {
    Program.Run all = Program.run(herbarium, "--help");
    assertThat(all.code()).isZero();
    for (String command :
        List.of(
            "survey",
            "cycles",
            "why",
            "export",
            "rehearse",
            "apply",
            "undo",
            "demo",
            "completion")) {
      assertThat(all.out()).contains("  " + command);
      assertThat(Program.run(herbarium, command, "--help").out())
          .as(command)
          .contains("Example")
          .contains(command.equals("completion") ? "source" : "vinesort " + command);
    }
    assertThat(Program.run(herbarium, "--version").out()).startsWith("Vine Sorter 0.1.0");
    assertThat(Program.run(herbarium, "completion").out())
        .contains("complete ")
        .contains("rehearse");
  }
}

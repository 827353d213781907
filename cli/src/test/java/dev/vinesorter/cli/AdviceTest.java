package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What misfits and suggest say of the demo, and that what they propose can be carried out. */
class AdviceTest {
  @TempDir Path folder;

  @BeforeEach
  void demo() throws IOException {
    Program.copyDemo(folder);
  }

  private Program.Run run(String... words) {
    return Program.run(folder, words);
  }

  private JsonNode json(String... words) {
    List<String> line = new ArrayList<>(List.of(words));
    line.add("--json");
    Program.Run run = run(line.toArray(String[]::new));
    assertThat(run.code()).as(run.err()).isZero();
    return run.json();
  }

  private static List<JsonNode> all(JsonNode array) {
    return StreamSupport.stream(array.spliterator(), false).toList();
  }

  /** Every trouble of the demo that is a misfit is told under its name, and nothing else is. */
  @Test
  void theTroublesOfTheDemoAreToldAndNothingElse() {
    List<String> told = new ArrayList<>();
    for (JsonNode misfit : all(json("misfits").at("/misfits"))) {
      told.add(misfit.at("/kind").asText() + " " + misfit.at("/unit").asText());
      assertThat(misfit.at("/evidence")).isNotEmpty();
      for (JsonNode evidence : misfit.at("/evidence")) {
        assertThat(folder.resolve(evidence.at("/file").asText())).exists();
        assertThat(evidence.at("/line").asInt()).isPositive();
      }
      boolean steps = !misfit.at("/steps").isEmpty();
      assertThat(misfit.at("/accepted").isBoolean()).isEqualTo(steps);
    }
    assertThat(told)
        .containsExactlyInAnyOrder(
            "scattered-creation org.saltmarsh.print.LaserPrinter",
            "unused org.saltmarsh.mounting.DryingPress",
            "several-jobs org.saltmarsh.report.HerbariumOffice",
            "rules-in-entity org.saltmarsh.specimen.Specimen#mayBeHandledBy(Post)",
            "hidden-action org.saltmarsh.loan.LateFee#of(Loan)",
            "feature-envy org.saltmarsh.desk.FrontDesk#shelfMark(Placement)",
            "misplaced-type org.saltmarsh.intake.LoanSlip",
            "misplaced-type org.saltmarsh.vault.LabelSheet",
            "near-duplicate org.saltmarsh.exchange.ExchangeLedger#sentTo(PartnerInstitution)",
            "long-parameter-list org.saltmarsh.intake.IntakeForm#register(int, String, String,"
                + " String, String, String, int, String, String)",
            "awkward-collaborator org.saltmarsh.freezer.InsectTrap#alarming()",
            "mutual-types org.saltmarsh.loan.Borrower",
            "feature-envy page.sheet_list#title()",
            "twice-announced org.saltmarsh.exchange.ExchangeOffer#send(Mailer, NoticeBoard)");
  }

  @Test
  void thePlanOfTheMisfitsIsCarriedOutAndTheyAreGone() {
    assertThat(run("misfits", "--plan", "home.yaml").code()).isZero();
    Program.Run applied = run("apply", "home.yaml");
    assertThat(applied.code()).as(applied.out() + applied.err()).isZero();
    JsonNode left = json("misfits", "--kind", "misplaced-type", "--kind", "feature-envy");
    assertThat(left.at("/misfits")).isEmpty();
  }

  @Test
  void aUnitIsExplainedAlsoWhenNothingIsWrong() {
    JsonNode slip = json("misfits", "org.saltmarsh.intake.LoanSlip");
    assertThat(slip.at("/places/0/into").asText()).isEqualTo("org.saltmarsh.loan");
    assertThat(slip.at("/places/0/own").asBoolean()).isFalse();
    assertThat(slip.at("/misfits/0/accepted").asBoolean()).isTrue();
    JsonNode map = json("misfits", "org.saltmarsh.vault.VaultMap");
    assertThat(map.at("/places/0/own").asBoolean()).isTrue();
    assertThat(map.at("/misfits")).isEmpty();
    assertThat(run("misfits", "org.saltmarsh.vault.VaultMap").out())
        .contains("Nothing speaks against it");
  }

  @Test
  void acceptedMisfitsAreCountedAndNotToldAndCheckKeepsThem() throws IOException {
    int before = json("misfits").at("/misfits").size();
    assertThat(run("misfits", "--kind", "unused", "--accept").code()).isZero();
    JsonNode after = json("misfits");
    assertThat(after.at("/misfits").size()).isEqualTo(before - 1);
    assertThat(after.at("/known").asInt()).isEqualTo(1);
    assertThat(run("check", "--accept").code()).isZero();
    assertThat(json("misfits").at("/known").asInt()).isEqualTo(1);
    assertThat(json("check").at("/mended")).isEmpty();
    assertThat(Files.readString(folder.resolve("trellis.known.yaml"))).contains("misfit unused");
  }

  @Test
  void whatATrellisSaysActsIsHidden() throws IOException {
    Files.writeString(
        folder.resolve("src/main/java/org/saltmarsh/loan/Rate.java"),
        """
        package org.saltmarsh.loan;

        /** What a day costs. */
        public final class Rate {
          public int of(int days) {
            int cores = Runtime.getRuntime().availableProcessors();
            if (days < 1) {
              return 0;
            }
            if (days > 99) {
              return 7;
            }
            return days > 9 ? cores : 2;
          }
        }
        """);
    String rate = "org.saltmarsh.loan.Rate#of(int)";
    assertThat(json("misfits", rate).at("/misfits")).isEmpty();
    Path trellis = folder.resolve("trellis.yaml");
    Files.writeString(
        trellis,
        Files.readString(trellis)
            + "actions: {environment: [\"java.lang.Runtime#availableProcessors()\"]}\n");
    assertThat(json("misfits", rate).at("/misfits/0/kind").asText()).isEqualTo("hidden-action");
  }

  @Test
  void aSuggestedPlanOpensTheCyclesOnDiskToo() {
    JsonNode plan = json("suggest", "--for", "cycles").at("/plans/0");
    assertThat(plan.at("/complete").asBoolean()).isTrue();
    assertThat(plan.at("/left/cycleWeight").asInt()).isZero();
    assertThat(plan.at("/before/cycles/package/groups").asInt()).isEqualTo(2);
    assertThat(plan.at("/after/cycles/package/groups").asInt()).isZero();
    assertThat(plan.at("/steps").size()).isEqualTo(plan.at("/cost/steps").asInt()).isLessThan(4);
    assertThat(run("suggest", "--for", "cycles", "--plan", "open.yaml").code()).isZero();
    Program.Run applied = run("apply", "open.yaml");
    assertThat(applied.code()).as(applied.out() + applied.err()).isZero();
    assertThat(json("cycles").at("/groups")).isEmpty();
    assertThat(run("suggest", "--for", "cycles").out()).contains("nothing to suggest");
  }

  @Test
  void whatHasToStayIsNotMoved() {
    JsonNode plans = json("suggest", "--stay", "org.saltmarsh.desk.**", "--alternatives", "3");
    for (JsonNode plan : plans.at("/plans")) {
      assertThat(plan.at("/steps").toString()).doesNotContain("\"move\":\"org.saltmarsh.desk.");
    }
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "misfits --kind envy | There is no kind 'envy'",
        "misfits --at-least 2 | --at-least takes 0 to 1",
        "misfits --most 0 | --most a number from 1",
        "misfits org.saltmarsh.Nothing | There is no unit",
        "misfits --within org.saltmarsh.Nothing | There is no unit",
        "suggest --for peace | There is no goal 'peace'",
        "suggest --level type | Only cycles of packages are searched yet",
        "suggest --most-steps 0 | --most-steps takes 1 to 50"
      })
  void wrongUsageIsTold(String line, String says) {
    Program.Run run = run(line.split(" "));
    assertThat(run.code()).isEqualTo(2);
    assertThat(run.err()).contains(says);
  }
}

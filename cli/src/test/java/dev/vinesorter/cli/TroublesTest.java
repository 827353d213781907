package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The troubles of structure in the demo are each found by the command that should find it. */
class TroublesTest {
  @TempDir static Path folder;

  @BeforeAll
  static void demo() throws IOException {
    Program.copyDemo(folder);
  }

  private static JsonNode json(String... words) {
    List<String> line = new ArrayList<>(List.of(words));
    line.add("--json");
    return Program.run(folder, line.toArray(String[]::new)).json();
  }

  private static List<String> texts(JsonNode array) {
    List<String> texts = new ArrayList<>();
    array.forEach(one -> texts.add(one.asText()));
    return texts;
  }

  @Test
  void cyclesOfTwoAndOfFivePackages() {
    JsonNode groups = json("cycles").at("/groups");
    assertThat(groups).hasSize(2);
    assertThat(texts(groups.at("/0/units")))
        .containsExactly(
            "org.saltmarsh.desk",
            "org.saltmarsh.exchange",
            "org.saltmarsh.loan",
            "org.saltmarsh.notice",
            "org.saltmarsh.staff");
    JsonNode small = groups.at("/1");
    assertThat(texts(small.at("/units")))
        .containsExactly("org.saltmarsh.label", "org.saltmarsh.vault");
    assertThat(small.at("/cut/dependencies")).hasSize(1);
    assertThat(small.at("/cut/dependencies/0/from").asText()).isEqualTo("org.saltmarsh.vault");
  }

  @Test
  void classesThatKnowEachOtherBothWays() {
    assertThat(texts(json("cycles", "--level", "type").at("/groups/0/units")))
        .containsExactly("org.saltmarsh.loan.Borrower", "org.saltmarsh.loan.Loan");
  }

  @Test
  void filesOfOtherLanguagesThatRunInCirclesAndAPlanThatOpensThem() {
    List<String> groups = new ArrayList<>();
    json("cycles", "--level", "file")
        .at("/groups")
        .forEach(group -> groups.add(String.join(" ", texts(group.at("/units")))));
    assertThat(groups)
        .contains(
            "driver/label_press.h driver/paper_feed.h",
            "page/sheet_list.ts page/sheets.ts",
            "tools/count_sheets.py tools/shelves.py");
    JsonNode rehearsed = json("rehearse", "plans/beside-the-house.yaml");
    assertThat(rehearsed.at("/accepted").asBoolean()).as(rehearsed.toString()).isTrue();
    assertThat(rehearsed.at("/after/cycles/file/units").asInt()).isEqualTo(2);
  }

  @Test
  void layerUsedUpwardsAndRulesBroken() {
    List<String> breaches = new ArrayList<>();
    json("check")
        .at("/breaches")
        .forEach(
            b ->
                breaches.add(
                    b.at("/rule").asText()
                        + " "
                        + b.at("/from").asText().replace("org.saltmarsh.", "")
                        + " "
                        + b.at("/to").asText().replace("org.saltmarsh.", "")));
    assertThat(breaches)
        .contains(
            "layers store.ArchiveWriter report.PageFormat",
            "layers vault.LabelSheet label.LabelText",
            "layers loan.Borrower desk.Address",
            "never loan.LateFee java.nio.file.Files",
            "never loan.LateFee java.time.LocalDate",
            "never freezer.InsectTrap climate.ClimateService",
            "only label.LabelMaker print.LaserPrinter",
            "only desk.FrontDesk print.LaserPrinter",
            "only exchange.ExchangeOffer print.LaserPrinter",
            "only loan.LoanDesk print.LaserPrinter",
            "only intake.IntakeForm print.LaserPrinter",
            "acyclic vault label",
            "acyclic loan.Borrower loan.Loan");
  }

  @Test
  void matrixAndLayersShowWhatRunsTheWrongWay() {
    JsonNode matrix = json("matrix");
    assertThat(matrix.at("/blocks")).hasSize(2);
    List<String> units = texts(matrix.at("/units"));
    int below = 0;
    for (JsonNode cell : matrix.at("/cells")) {
      int row = cell.at("/row").asInt();
      int column = cell.at("/column").asInt();
      if (row > column) {
        below += cell.at("/weight").asInt();
        assertThat(List.of("org.saltmarsh.label", "org.saltmarsh.desk"))
            .contains(units.get(column));
      }
    }
    assertThat(below).isEqualTo(matrix.at("/wrongWay").asInt()).isEqualTo(14);
    JsonNode layers = json("layers");
    assertThat(layers.at("/upwards")).hasSize(4);
    assertThat(layers.at("/layers/0/0").asText()).isEqualTo("org.saltmarsh.app");
  }

  @Test
  void classWithThreeJobsAndMethodWithNineParameters() {
    JsonNode figures = json("metrics").at("/figures");
    assertThat(figures)
        .anySatisfy(
            f -> {
              assertThat(f.at("/unit").asText()).isEqualTo("org.saltmarsh.report.HerbariumOffice");
              assertThat(f.at("/metric").asText()).isEqualTo("type.parts");
              assertThat(f.at("/parts")).hasSize(3);
            })
        .anySatisfy(
            f -> {
              assertThat(f.at("/unit").asText()).contains("IntakeForm#register(");
              assertThat(f.at("/value").asInt()).isEqualTo(9);
            });
  }

  @Test
  void unusedClassComesFirst() {
    assertThat(json("orphans").at("/orphans/0/units/0").asText())
        .isEqualTo("org.saltmarsh.mounting.DryingPress");
  }
}

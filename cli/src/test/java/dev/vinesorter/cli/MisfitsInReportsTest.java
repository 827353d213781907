package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Commands about other things name the misfits of what they show, each as {@code misfits} does. */
class MisfitsInReportsTest {
  @TempDir Path folder;

  @BeforeEach
  void surveyTheDemo() throws IOException {
    Program.copyDemo(folder);
    Program.run(folder, "survey");
  }

  private JsonNode json(String... command) throws IOException {
    return new ObjectMapper().readTree(Program.run(folder, command).out());
  }

  private static Set<String> keys(JsonNode misfits) {
    Set<String> keys = new TreeSet<>();
    misfits.forEach(m -> keys.add(m.get("kind").asText() + " " + m.get("unit").asText()));
    return keys;
  }

  private Set<String> told() throws IOException {
    return keys(json("misfits", "--json", "--most", "99").get("misfits"));
  }

  private static List<JsonNode> sarif(JsonNode log) {
    List<JsonNode> found = new ArrayList<>();
    for (JsonNode result : log.at("/runs/0/results")) {
      if (result.get("ruleId").asText().startsWith("misfit/")) {
        found.add(result);
      }
    }
    return found;
  }

  /** The answer that is kept is given where all it hangs on is as it was, and only then. */
  @Test
  void judgedOnceForEachState() throws IOException {
    String all = Program.run(folder, "metrics", "--every", "--json").out();
    String fresh = Program.run(folder, "survey", "--json").out();
    Path kept;
    try (var files = Files.list(folder.resolve(".vinesort/told"))) {
      kept = files.findFirst().orElseThrow();
    }
    byte[] answer = Files.readAllBytes(kept);
    assertThat(Program.run(folder, "metrics", "--every", "--json").out()).isEqualTo(all);
    // An answer without misfits, under the seal of the one that was kept: not believed.
    byte[] forged = java.util.Arrays.copyOf(answer, 64 + 4);
    java.util.Arrays.fill(forged, 64, 68, (byte) 0);
    Files.write(kept, forged);
    assertThat(Program.run(folder, "metrics", "--every", "--json").out()).isEqualTo(all);
    assertThat(Files.readAllBytes(kept)).isEqualTo(answer);
    Files.writeString(folder.resolve("trellis.yaml"), "hide: ['org.saltmarsh.print.**']\n");
    assertThat(json("survey", "--json").get("misfits").toString())
        .isNotEqualTo(new ObjectMapper().readTree(fresh).get("misfits").toString());
  }

  @Test
  void surveyCountsThemAndShowNamesThose() throws IOException {
    Set<String> told = told();
    int counted = 0;
    for (JsonNode count : json("survey", "--json").get("misfits")) {
      counted += count.asInt();
    }
    assertThat(counted).isEqualTo(told.size()).isPositive();
    Set<String> ofIntake = keys(json("show", "org.saltmarsh.intake", "--json").get("misfits"));
    assertThat(ofIntake)
        .isSubsetOf(told)
        .contains("misplaced-type org.saltmarsh.intake.LoanSlip")
        .doesNotContain("unused org.saltmarsh.mounting.DryingPress");
    assertThat(Program.run(folder, "show", "org.saltmarsh.intake").out())
        .contains("In the wrong place here " + ofIntake.size());
  }

  @Test
  void metricsAndCheckNameThemWhereTheyBelong() throws IOException {
    List<String> several = new ArrayList<>();
    for (JsonNode figure : json("metrics", "--json").get("figures")) {
      figure
          .get("misfits")
          .forEach(kind -> several.add(figure.get("metric").asText() + " " + kind));
    }
    assertThat(several).contains("type.parts \"several-jobs\"");
    for (JsonNode breach : json("check", "--json").get("breaches")) {
      for (JsonNode misfit : breach.get("misfits")) {
        String unit = misfit.get("unit").asText().replaceFirst("#.*", "");
        List<String> ends = new ArrayList<>(List.of(breach.get("from").asText()));
        breach.get("sites").forEach(s -> ends.add(s.path("from").asText() + s.path("to").asText()));
        assertThat(String.join(" ", ends)).as(breach.toString()).contains(unit);
      }
    }
    String check = Program.run(folder, "check").out();
    assertThat(check.split("a misfit, scattered-creation:", -1)).as("said once").hasSize(2);
  }

  @Test
  void sarifCarriesEachWithALevelAndAPlace() throws IOException {
    JsonNode log = json("check", "--as", "sarif");
    List<JsonNode> results = sarif(log);
    assertThat(results).hasSameSizeAs(told());
    for (JsonNode result : results) {
      boolean sure = result.get("rank").asDouble() >= 70;
      assertThat(result.get("level").asText()).isEqualTo(sure ? "warning" : "note");
      JsonNode place = result.at("/locations/0/physicalLocation");
      Path file = folder.resolve(place.at("/artifactLocation/uri").asText());
      assertThat(Files.readAllLines(file).size())
          .isGreaterThanOrEqualTo(place.at("/region/startLine").asInt());
      JsonNode rule = log.at("/runs/0/tool/driver/rules").get(result.get("ruleIndex").asInt());
      assertThat(rule.get("id")).isEqualTo(result.get("ruleId"));
    }
    assertThat(results).extracting(r -> r.get("level").asText()).contains("warning", "note");
  }

  @Test
  void whatIsAcceptedIsToldNowhere() throws IOException {
    Program.run(folder, "misfits", "--accept", "--most", "99");
    assertThat(json("survey", "--json").get("misfits")).isEmpty();
    assertThat(json("show", "org.saltmarsh.intake", "--json").get("misfits")).isEmpty();
    assertThat(sarif(json("check", "--as", "sarif"))).isEmpty();
  }

  @Test
  void driftTellsWhichCameAndWent() throws IOException {
    Program.run(folder, "survey", "--keep", "before");
    Path plan = folder.resolve("home.yaml");
    Files.writeString(
        plan, "steps:\n  - move: org.saltmarsh.intake.LoanSlip\n    into: org.saltmarsh.loan\n");
    assertThat(Program.run(folder, "apply", "home.yaml").code()).isZero();
    JsonNode mended = json("drift", "before", "--json");
    assertThat(keys(mended.get("misfitsGone")))
        .containsExactly("misplaced-type org.saltmarsh.intake.LoanSlip");
    assertThat(mended.get("misfitsNew")).isEmpty();
    Program.run(folder, "survey", "--keep", "after");
    assertThat(keys(json("drift", "after", "before", "--json").get("misfitsNew")))
        .containsExactly("misplaced-type org.saltmarsh.intake.LoanSlip");
    assertThat(Program.run(folder, "drift", "before").out()).contains("Misfits: 0 new, 1 gone");
  }
}

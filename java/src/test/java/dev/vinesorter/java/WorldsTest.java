package dev.vinesorter.java;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Modules that declare types of one name are read as their builds read them: each by itself. */
class WorldsTest {
  private static final String POM =
      "<project><modelVersion>4.0.0</modelVersion><groupId>org.saltmarsh</groupId>"
          + "<artifactId>%s</artifactId><version>1</version>%s</project>";

  private static final String SHEET =
      """
      package org.saltmarsh;
      public class Sheet {
        public static int %s() { return 1; }
        public static class Corner { public int wide; }
      }
      """;

  private static final String USER =
      """
      package org.saltmarsh;
      class %s { int read(Sheet.Corner corner) { return Sheet.%s() + corner.wide; } }
      """;

  @TempDir Path folder;

  private static String file(String path, String text) {
    return "--- " + path + "\n" + text.stripTrailing() + "\n";
  }

  /** A vault, a desk with a sheet of its own, and a shop that depends on the desk. */
  private Code modules(boolean maven) {
    String shop =
        "<dependencies><dependency><groupId>org.saltmarsh</groupId><artifactId>desk</artifactId>"
            + "<version>1</version></dependency></dependencies>";
    String java = "/src/main/java/org/saltmarsh/";
    String poms =
        file("a-vault/pom.xml", POM.formatted("vault", ""))
            + file("desk/pom.xml", POM.formatted("desk", ""))
            + file("shop/pom.xml", POM.formatted("shop", shop));
    return Code.at(folder)
        .with(
            (maven ? poms : "")
                + file("a-vault" + java + "Sheet.java", SHEET.formatted("inVault"))
                + file("a-vault" + java + "Vault.java", USER.formatted("Vault", "inVault"))
                + file("desk" + java + "Sheet.java", SHEET.formatted("onDesk"))
                + file("desk" + java + "Desk.java", USER.formatted("Desk", "onDesk"))
                + (maven
                    ? file("shop" + java + "Shop.java", USER.formatted("Shop", "onDesk"))
                    : ""));
  }

  @ParameterizedTest
  @ValueSource(booleans = {true, false})
  void eachMeansItsOwn(boolean maven) {
    Survey survey = modules(maven).survey();
    assertThat(survey.problems()).extracting(Problem::message).isEmpty();
    assertThat(survey.unresolved()).isEmpty();
    List<String> goals = List.copyOf(goals(survey));
    assertThat(goals)
        .containsExactlyElementsOf(
            maven
                ? List.of("a-vault to a-vault", "desk to desk", "shop to desk")
                : List.of("a-vault to a-vault", "desk to desk"));
  }

  /** From which folder to which references lead. */
  private static TreeSet<String> goals(Survey survey) {
    TreeSet<String> goals = new TreeSet<>();
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int file = units.fileOf(references.target(r));
        if (file >= 0) {
          goals.add(top(units, units.fileOf(unit)) + " to " + top(units, file));
        }
      }
    }
    return goals;
  }

  private static String top(Units units, int file) {
    return units.name(file).substring(0, units.name(file).indexOf('/'));
  }

  /** What is read apart is what is read where the others are not there at all. */
  @Test
  void readApartIsReadAlone() {
    Survey all = modules(true).survey();
    Survey alone = Code.at(folder.resolve("desk")).survey();
    assertThat(uses(all, "desk/")).isEqualTo(uses(alone, "")).isNotEmpty();
  }

  /** Each reference that files below a folder make, by names and places. */
  private static TreeSet<String> uses(Survey survey, String below) {
    TreeSet<String> uses = new TreeSet<>();
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      int file = units.fileOf(unit);
      if (file >= 0 && units.name(file).startsWith(below)) {
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          String from = units.name(unit);
          uses.add(
              (from.startsWith(below) ? from.substring(below.length()) : from)
                  + " "
                  + references.kind(r)
                  + " "
                  + units.name(references.target(r))
                  + " "
                  + references.at(r));
        }
      }
    }
    return uses;
  }

  /** Steps beside such types are proven with what each module sees; the types themselves stay. */
  @Test
  void usersMoveAndTwinsStay() {
    Code code = modules(true);
    Rehearsal moved = code.accepted(Step.move("org.saltmarsh.Shop", "org.saltmarsh.till", true, 0));
    Rehearsal.Proof proof = code.prove(moved);
    assertThat(proof.holds()).isTrue();
    assertThat(proof.forecastMet()).as(proof.differences().toString()).isTrue();
    assertThat(refusals(code.rehearse(Step.move("org.saltmarsh.Sheet", "org.till", true, 0))))
        .contains("twin");
    Step.Move elsewhere =
        new Step.Move(List.of("org.saltmarsh.Shop"), "org.saltmarsh", "", "", "vault", Set.of(), 0);
    assertThat(refusals(code.rehearse(elsewhere))).containsOnly("other-module");
  }

  private static List<String> refusals(Rehearsal rehearsal) {
    return rehearsal.steps().get(0).reasons().stream().map(StepOutcome.Reason::code).toList();
  }
}

package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The demo's plans that make seams take the trouble away that they are for, and can be undone. */
class SeamPlansTest {
  @TempDir Path folder;

  private List<String> troubles(String kind) throws IOException {
    List<String> troubles = new ArrayList<>();
    JsonNode misfits =
        Program.run(folder, "misfits", "--kind", kind, "--at-least", "0.4", "--json").json();
    for (JsonNode one : misfits.at("/misfits")) {
      troubles.add(one.at("/kind").asText() + " " + one.at("/unit").asText());
    }
    for (JsonNode one : Program.run(folder, "check", "--json").json().at("/breaches")) {
      troubles.add(
          one.at("/rule").asText() + " " + one.at("/from").asText() + " " + one.at("/to").asText());
    }
    return troubles;
  }

  @ParameterizedTest
  @CsvSource({
    "one-place-for-printers, scattered-creation org.saltmarsh.print.LaserPrinter,"
        + " only org.saltmarsh.loan.LoanDesk org.saltmarsh.print.LaserPrinter",
    "fee-without-a-clock, hidden-action org.saltmarsh.loan.LateFee,"
        + " never org.saltmarsh.loan.LateFee java.time.LocalDate",
    "climate-handed-in, awkward-collaborator org.saltmarsh.freezer.InsectTrap,"
        + " never org.saltmarsh.freezer.InsectTrap org.saltmarsh.climate.ClimateService",
    "three-jobs-apart, several-jobs org.saltmarsh.report.HerbariumOffice,",
    "rules-of-their-own, rules-in-entity org.saltmarsh.specimen.Specimen#mayBeHandledBy,",
    "a-form-of-four-answers, long-parameter-list org.saltmarsh.intake.IntakeForm#register,",
  })
  void theTroubleIsGone(String plan, String misfit, String breach) throws IOException {
    Program.copyDemo(folder);
    Map<String, String> before = Program.sources(folder);
    String kind = misfit.substring(0, misfit.indexOf(' '));
    assertThat(troubles(kind))
        .anyMatch(one -> one.startsWith(misfit))
        .anyMatch(one -> breach == null || one.equals(breach));
    JsonNode applied = Program.run(folder, "apply", "plans/" + plan + ".yaml", "--json").json();
    assertThat(applied.at("/applied").asBoolean()).isTrue();
    assertThat(applied.at("/instructions/differ")).isEmpty();
    assertThat(troubles(kind)).noneMatch(one -> one.startsWith(misfit) || one.equals(breach));
    assertThat(Program.run(folder, "undo").code()).isZero();
    assertThat(Program.sources(folder)).isEqualTo(before);
  }
}

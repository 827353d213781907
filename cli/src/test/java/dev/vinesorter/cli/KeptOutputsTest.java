package dev.vinesorter.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/**
 * What the commands say of the demo, in whole, beside what they said before. Where an output
 * changes on purpose, {@code mvn verify -pl cli -am -Dtest=KeptOutputsTest -Dkept=refresh
 * -Dsurefire.failIfNoSpecifiedTests=false} writes it anew, to be read before it is committed.
 */
class KeptOutputsTest {
  private static final Path KEPT = Program.REPOSITORY.resolve("cli/src/test/resources/kept");
  private static final boolean REFRESH = "refresh".equals(System.getProperty("kept"));
  private static final TreeMap<String, String> SEEN = new TreeMap<>();

  @TempDir static Path folder;

  @BeforeAll
  static void surveyTheDemo() throws IOException {
    Program.copyDemo(folder);
    Program.run(folder, "survey");
  }

  /** What differs from run to run or from machine to machine is written as a word. */
  private static String steady(String text) {
    return text.replace(folder.toString(), "ROOT")
        .replaceAll("read in [0-9.]+ s", "read in N s")
        .replaceAll("\"seconds\"( ?): ?[0-9.]+", "\"seconds\"$1: N");
  }

  private static void assertKept(String name, String output) throws IOException {
    SEEN.put(name, output);
    Path kept = KEPT.resolve(name);
    if (REFRESH) {
      Files.createDirectories(KEPT);
      Files.writeString(kept, output);
    }
    assertThat(output).as(name).isEqualTo(Files.readString(kept));
  }

  @ParameterizedTest(name = "{0}")
  @CsvSource(
      delimiter = '|',
      value = {
        "survey.txt | survey --anew",
        "survey.json | survey --json",
        "show-type.txt | show org.saltmarsh.loan.Loan",
        "show-package.json | show org.saltmarsh.loan --json",
        "why.txt | why org.saltmarsh.vault org.saltmarsh.label",
        "why-chain.txt | why org.saltmarsh.label org.saltmarsh.staff",
        "cycles.txt | cycles",
        "cycles-types.json | cycles --level type --json",
        "matrix.txt | matrix",
        "matrix-within.json | matrix --within org.saltmarsh.loan --json",
        "layers.txt | layers",
        "layers.json | layers --json",
        "check.txt | check",
        "check.json | check --json",
        "check.sarif | check --as sarif",
        "check.xml | check --as junit",
        "metrics.txt | metrics",
        "metrics.json | metrics --json",
        "reach.txt | reach org.saltmarsh.loan.Loan",
        "reach-users.json | reach org.saltmarsh.loan.Loan --users --json",
        "orphans.txt | orphans",
        "orphans.json | orphans --json",
        "misfits.txt | misfits",
        "misfits.json | misfits --json --at-least 0.5",
        "misfits-unit.txt | misfits org.saltmarsh.intake.LoanSlip",
        "misfits-none.txt | misfits org.saltmarsh.vault.VaultMap",
        "suggest.txt | suggest --alternatives 2",
        "suggest.json | suggest --for cycles --json",
        "export.csv | export --as csv --level package",
        "rehearse.txt | rehearse plans/open-the-cycles.yaml",
        "rehearse.json | rehearse plans/open-the-cycles.yaml --json",
        "rehearse.diff | rehearse plans/everything-home.yaml --diff",
        "refused.txt | rehearse plans/refused.yaml"
      })
  void commandSaysWhatItSaid(String name, String words) throws IOException {
    Program.write(
        folder,
        """
        --- plans/refused.yaml
        steps:
          - move: org.saltmarsh.loan.Loan
            into: org.saltmarsh.vault
          - move: org.saltmarsh.Nowhere
            into: org.saltmarsh.vault
        """);
    Program.Run run = Program.run(folder, words.split(" "));
    assertKept(name, steady(run.out()));
  }

  @Test
  void picturesAreDrawnAsTheyWere() throws IOException {
    for (String command : new String[] {"layers", "matrix"}) {
      Path file = folder.resolve(command + ".svg");
      assertThat(Program.run(folder, command, "--svg", file.toString()).code()).isZero();
      assertKept(command + ".svg", Files.readString(file));
      Files.delete(file);
    }
  }

  @Test
  void helpSaysWhatItSaid() throws IOException {
    StringBuilder all = new StringBuilder(Program.run(folder, "--help").out());
    for (String command : Main.commandLine().getSubcommands().keySet()) {
      all.append("\n$ vinesort ").append(command).append(" --help\n");
      all.append(Program.run(folder, command, "--help").out());
    }
    assertKept("help.txt", steady(all.toString()));
  }

  @AfterAll
  static void nothingIsKeptThatNoCommandSays() throws IOException {
    try (Stream<Path> all = Files.list(KEPT)) {
      assertThat(all.map(file -> file.getFileName().toString())).isSubsetOf(SEEN.keySet());
    }
  }
}

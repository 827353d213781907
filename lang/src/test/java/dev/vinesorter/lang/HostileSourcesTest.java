package dev.vinesorter.lang;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Sources that nobody would write cost themselves at most, and what stands beside them is read. */
class HostileSourcesTest {
  private static final int MANY = 20_000;

  @TempDir Path folder;

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "deep.js | x = | ( | ) | ;",
        "deep.py | x = | [ | ] | ''",
        "deep.c | int x = 1 + | ( | ) | ;",
        "deep.cpp | '' | namespace a { | } | ''",
        "deep.ts | type A = | {a: | } | ;",
        "values.h | int x; | '0x1, ' | '' | ''",
        "open.cs | class A { | { | '' | ''",
        "chain.py | a | .b | '' | ()",
        "chain.kt | fun f() { a | .b() | '' | }",
        "chain.php | <?php $a | ->b() | '' | ;",
        "chain.rb | a | .b | '' | ''",
        "broken.rb | def | end class @ | ) | end"
      })
  void costsItselfAtMost(String name, String head, String open, String close, String tail)
      throws IOException {
    Files.writeString(
        folder.resolve(name), head + " " + open.repeat(MANY) + "1" + close.repeat(MANY) + tail);
    Files.writeString(folder.resolve("beside.py"), "def fine():\n    return 1\n");
    Survey survey = read(overlay()).survey();
    assertThat(survey.units().find("beside#fine()", Level.MEMBER)).isNotNegative();
    assertThat(survey.units().find(name, Level.FILE)).isNotNegative();
    assertThat(survey.problems()).extracting(Problem::file).allMatch(name::equals);
  }

  /** Nothing follows a source of which nothing was read, nor does it follow anything. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '"',
      value = {
        "big.py | Nothing of big.py was read",
        "small.py | 'small' stands in a source of which nothing was read"
      })
  void staysWhereNothingIsRead(String moved, String reason) throws IOException {
    Files.writeString(
        folder.resolve("big.py"), "from . import small\nX = '" + "x".repeat(4 << 20) + "'\n");
    Files.writeString(folder.resolve("small.py"), "def grain():\n    return 1\n");
    Overlay sources = overlay();
    Reading before = read(sources);
    Rehearsal rehearsal =
        Rehearsal.of(
            before.survey(),
            new Plan("", List.of(Step.move(moved, "sub", false, 0))),
            sources,
            Languages.installed().editor(before, ReadOptions.DEFAULT));
    StepOutcome.Reason refused = rehearsal.steps().get(0).reasons().get(0);
    assertThat(refused.code()).isEqualTo("half-read");
    assertThat(refused.message()).startsWith(reason);
    assertThat(sources.changed()).isEmpty();
  }

  private Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
  }

  private static Reading read(Overlay sources) {
    return Languages.installed().reader().read(sources, ReadOptions.DEFAULT, Progress.SILENT);
  }
}

package dev.vinesorter.lang;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.language.Languages;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
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
    Root root = Root.of(folder);
    Overlay sources = new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
    Survey survey =
        Languages.installed().reader().read(sources, ReadOptions.DEFAULT, Progress.SILENT).survey();
    assertThat(survey.units().find("beside#fine()", Level.MEMBER)).isNotNegative();
    assertThat(survey.units().find(name, Level.FILE)).isNotNegative();
    assertThat(survey.problems()).extracting(Problem::file).allMatch(name::equals);
  }
}

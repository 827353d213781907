package dev.vinesorter.source.facts;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
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
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Facts that another reader wrote become units and references, and what is no fact is told. */
class FactsLanguageTest {
  @TempDir Path folder;

  private Survey survey(String facts) throws IOException {
    Files.writeString(folder.resolve("old.facts.jsonl"), facts);
    Root root = Root.of(folder);
    Overlay sources = new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
    return Languages.of(new FactsLanguage())
        .reader()
        .read(sources, ReadOptions.DEFAULT, Progress.SILENT)
        .survey();
  }

  @Test
  void unitsAndDependenciesAreTaken() throws IOException {
    Files.createDirectories(folder.resolve("batch"));
    Files.writeString(folder.resolve("batch/PAY.cbl"), "ID.\n PAY.\n  CALL SORT.\n");
    Survey survey =
        survey(
            """
            {"facts":1}
            {"unit":"batch","level":"package"}
            {"unit":"sys","level":"package","library":true}
            {"unit":"batch/PAY.cbl","level":"file","in":"batch","module":"payroll"}
            {"unit":"batch.PAY","level":"type","in":"batch/PAY.cbl","line":2,"column":2}
            {"unit":"batch.PAY#TAX","level":"member","in":"batch.PAY","complexity":4,"traits":["public"]}
            {"unit":"sys.SORT","level":"type","in":"sys","library":true,"more":{"is":["passed over"]}}
            {"from":"batch.PAY#TAX","to":"sys.SORT","kind":"calls","line":3,"column":8,"length":4,"likely":true}
            """);
    Units units = survey.units();
    References references = survey.references();
    int tax = units.find("batch.PAY#TAX", Level.MEMBER);
    int r = references.row(tax);
    assertThat(survey.problems()).isEmpty();
    assertThat(units.complexity(tax)).isEqualTo(4);
    assertThat(units.has(tax, Trait.PUBLIC)).isTrue();
    assertThat(units.name(units.moduleOf(tax))).isEqualTo("module:payroll");
    assertThat(units.name(references.target(r))).isEqualTo("sys.SORT");
    assertThat(units.has(references.target(r), Trait.FOREIGN)).isTrue();
    assertThat(references.isLikely(r)).isTrue();
    String text = Files.readString(folder.resolve("batch/PAY.cbl"));
    assertThat(text.substring(references.at(r), references.end(r))).isEqualTo("SORT");
  }

  @Test
  void whatIsNoFactIsToldWithItsLine() throws IOException {
    Survey survey =
        survey(
            """
            {"facts":1}
            nonsense
            {"unit":"a","level":"shelf"}
            {"unit":"a.B","level":"type","in":"nowhere"}
            {"unit":"a","level":"package"}
            {"from":"a.B","to":"a"}
            {"what":1}
            """);
    assertThat(survey.problems()).extracting(Problem::line).containsExactly(2, 3, 4, 6, 7);
    assertThat(survey.problems()).allMatch(one -> one.file().equals("old.facts.jsonl"));
    assertThat(survey.problems().get(3).message()).contains("a.B");
  }

  @Test
  void anotherVersionIsNotRead() throws IOException {
    Survey survey = survey("{\"facts\":2}\n{\"unit\":\"a\",\"level\":\"package\"}\n");
    assertThat(survey.problems()).singleElement().matches(p -> p.message().contains("version"));
    assertThat(survey.units().size()).isZero();
  }
}

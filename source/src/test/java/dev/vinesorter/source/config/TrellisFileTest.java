package dev.vinesorter.source.config;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.vinesorter.core.measure.Metric;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.trellis.Breach;
import dev.vinesorter.core.trellis.Known;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.InvalidFileException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TrellisFileTest {
  @TempDir Path folder;

  private Path file(String text) throws IOException {
    return Files.writeString(folder.resolve(TrellisFile.NAME), text);
  }

  @Test
  void everythingIsReadWithItsPlace() throws IOException {
    Trellis trellis =
        TrellisFile.read(
            file(
                """
                layers:
                  - {name: desk, holds: ["o.desk.**"]}
                  - name: work
                    holds: [o.loan, o.intake]
                    apart: true
                    skips: false
                never:
                  - {from: "o.**", to: [java.awt.**, java.sql.**], reason: no screen}
                only:
                  - {who: o.store, uses: "java.sql.**"}
                acyclic: [package, type]
                limits: {method.complexity: 12.5}
                leave-out: "**/gen/**"
                generated: ["DO NOT EDIT"]
                hide: [generated, "@Made"]
                short: {o.desk: "~"}
                fold:
                  - ["**/*.h", "**/*.c"]
                """));
    assertThat(trellis.layers()).extracting(Trellis.Layer::name).containsExactly("desk", "work");
    Trellis.Layer work = trellis.layers().get(1);
    assertThat(work.apart()).isTrue();
    assertThat(work.skips()).isFalse();
    assertThat(trellis.layers().get(0).skips()).isTrue();
    assertThat(work.holds().get(1).place()).isEqualTo(new Trellis.Place(4, 21));
    assertThat(trellis.never().get(0).to()).hasToString("[java.awt.**, java.sql.**]");
    assertThat(trellis.never().get(0).place().line()).isEqualTo(8);
    assertThat(trellis.only().get(0).who()).hasToString("[o.store]");
    assertThat(trellis.acyclic()).containsExactly(Level.PACKAGE, Level.TYPE);
    assertThat(trellis.limits().of(Metric.METHOD_COMPLEXITY)).isEqualTo(12.5);
    assertThat(trellis.limits().of(Metric.TYPE_PARTS)).isEqualTo(Metric.TYPE_PARTS.limit());
    assertThat(trellis.leaveOut()).containsExactly("**/gen/**");
    assertThat(trellis.marks()).containsExactly("DO NOT EDIT");
    assertThat(trellis.tidy().hidden()).hasToString("[generated, @Made]");
    assertThat(trellis.tidy().shown("o.desk.Bell")).isEqualTo("~.Bell");
    assertThat(trellis.tidy().folds()).hasToString("[[**/*.h, **/*.c]]");

    ReadOptions options = ReadOptions.DEFAULT.with(trellis);
    assertThat(options.leaveOut()).containsExactly("**/gen/**");
    assertThat(options.with(trellis)).as("said twice, kept once").isEqualTo(options);
    assertThat(TrellisFile.of(Root.of(folder)).layers()).hasSize(2);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      quoteCharacter = '`',
      value = {
        "`layers: no`                                  | 1:9 | is a list",
        "`laiers: []`                                  | 1:1 | unknown key 'laiers'",
        "`layers: [{name: a}]`                         | 1:10 | needs 'name' and 'holds'",
        "`layers: [{name: a, holds: [b], top: true}]`  | 1:32 | unknown key 'top'",
        "`layers: [{name: a, holds: b}, {name: a, holds: c}]` | 1:31 | two layers are called a",
        "`layers: [{name: a, holds: [{}]}]`            | 1:28 | takes text",
        "`layers: [{name: a, holds: b, apart: perhaps}]` | 1:37 | true or false",
        "`never: [{from: a}]`                          | 1:9 | needs 'from' and 'to'",
        "`only: [{uses: a}]`                           | 1:8 | needs 'who' and 'uses'",
        "`acyclic: [galaxy]`                           | 1:11 | no level 'galaxy'",
        "`limits: {method.beauty: 3}`                  | 1:10 | no metric 'method.beauty'",
        "`limits: {method.lines: -3}`                  | 1:24 | 0 or more",
        "`layers: []\nlayers: []`                      | 2:1 | stands twice",
        "`fold: [a]`                                   | 1:8 | list of path patterns",
        "`layers: [}`                                  | 1:10 | not valid YAML",
      })
  void whatIsNotUnderstoodIsToldWithLineAndColumn(String text, String place, String says)
      throws IOException {
    Path file = file(text.replace("\\n", "\n"));
    assertThatThrownBy(() -> TrellisFile.read(file))
        .isInstanceOf(InvalidFileException.class)
        .hasMessageContaining("trellis.yaml:" + place + ": ")
        .hasMessageContaining(says);
  }

  @Test
  void acceptedBreachesComeBackAsTheyWereWritten() throws IOException {
    Root root = Root.of(folder);
    assertThat(KnownBreaches.of(root).weights()).isEmpty();
    Map<Breach.Key, Integer> weights = new LinkedHashMap<>();
    weights.put(new Breach.Key("layers", "o.a.A", "o.b.B#f(int, \"x\")"), 3);
    weights.put(new Breach.Key("limit type.parts", "o.a.A: no", ""), 7);
    KnownBreaches.write(root, new Known(weights));
    assertThat(KnownBreaches.of(root).weights()).isEqualTo(weights);
    try (var left = Files.list(folder)) {
      assertThat(left).hasSize(1);
    }
    Files.writeString(folder.resolve(KnownBreaches.NAME), "accepted:\n  - {rule: x, who: y}\n");
    assertThatThrownBy(() -> KnownBreaches.of(root)).hasMessageContaining("known.yaml:2:15");
  }
}

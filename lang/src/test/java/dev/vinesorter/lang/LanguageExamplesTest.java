package dev.vinesorter.lang;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
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
import dev.vinesorter.source.text.SourceText;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Small sources of each language, with all that they use of each other, and what they are once some
 * of them lie elsewhere.
 */
class LanguageExamplesTest {
  @TempDir Path folder;

  static Stream<Arguments> examples() throws IOException {
    try (InputStream in = LanguageExamplesTest.class.getResourceAsStream("/languages.txt")) {
      String all = new String(in.readAllBytes(), StandardCharsets.UTF_8);
      return Arrays.stream(all.split("(?m)^### "))
          .skip(1)
          .map(
              one ->
                  Arguments.of(
                      one.substring(0, one.indexOf('\n')), one.substring(one.indexOf('\n') + 1)));
    }
  }

  private static Map<String, String> parts(String example, String mark) {
    Map<String, String> parts = new TreeMap<>();
    for (String part : example.split("(?m)^(?=--- |\\+\\+\\+ |>>> |=== |!!! |\\?\\?\\? )")) {
      if (part.startsWith(mark)) {
        int line = part.indexOf('\n');
        String text = part.substring(line + 1).stripTrailing();
        parts.put(part.substring(4, line).strip(), text.isEmpty() ? "" : text + "\n");
      }
    }
    return parts;
  }

  private Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), StandardCharsets.UTF_8);
  }

  private static Reading read(Overlay sources) {
    return Languages.installed().reader().read(sources, ReadOptions.DEFAULT, Progress.SILENT);
  }

  /** Every reference as a line, one that is only likely with a question mark. */
  private static String uses(Survey survey) {
    List<String> lines = new ArrayList<>();
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        lines.add(
            units.name(unit)
                + " "
                + references.kind(r).word()
                + " "
                + units.name(references.target(r))
                + (references.isLikely(r) ? " ?" : ""));
      }
    }
    lines.sort(null);
    return lines.isEmpty() ? "" : String.join("\n", lines) + "\n";
  }

  /** How many lines each source that was read has, by its name in its folder. */
  private static Set<String> lines(Survey survey) {
    Set<String> lines = new HashSet<>();
    for (int unit = 0; unit < survey.units().size(); unit++) {
      if (survey.units().level(unit) == Level.FILE && survey.units().lines(unit) > 0) {
        String path = survey.units().name(unit);
        lines.add(path.substring(path.lastIndexOf('/') + 1) + " " + survey.units().lines(unit));
      }
    }
    return lines;
  }

  private static Set<String> lines(Map<String, String> sources) {
    Set<String> lines = new HashSet<>();
    sources.forEach(
        (path, text) ->
            lines.add(
                path.substring(path.lastIndexOf('/') + 1)
                    + " "
                    + SourceText.lineStarts(text).length));
    return lines;
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("examples")
  void isReadAndMoved(String title, String example) throws IOException {
    for (Map.Entry<String, String> file : parts(example, "--- ").entrySet()) {
      Path path = folder.resolve(file.getKey());
      Files.createDirectories(path.getParent());
      Files.writeString(path, file.getValue());
    }
    Reading before = read(overlay());
    assertThat(uses(before.survey())).isEqualTo(parts(example, ">>> ").get("uses"));
    assertThat(lines(before.survey())).isSubsetOf(lines(parts(example, "--- ")));
    if (title.endsWith("are read")) {
      assertThat(before.survey().problems()).isEmpty();
    }
    Map<String, String> moves = parts(example, "=== ");
    if (moves.isEmpty()) {
      return;
    }
    String[] move = moves.keySet().iterator().next().split(" into ");
    Overlay sources = overlay();
    Rehearsal rehearsal =
        Rehearsal.of(
            before.survey(),
            new Plan(
                "", List.of(new Step.Move(List.of(move[0].split(" and ")), move[1], Set.of(), 0))),
            sources,
            Languages.installed().editor(before, ReadOptions.DEFAULT));
    StepOutcome outcome = rehearsal.steps().get(0);
    Map<String, String> refused = parts(example, "!!! ");
    assertThat(outcome.reasons())
        .extracting(StepOutcome.Reason::code)
        .as(outcome.reasons().toString())
        .containsExactlyElementsOf(refused.keySet());
    String told = parts(example, "??? ").get("told");
    if (told != null) {
      assertThat(((StepOutcome.Changed) outcome).offers()).containsExactly(told.split("\n"));
    }
    Map<String, String> after = new TreeMap<>();
    sources.changed().forEach((path, text) -> after.put(path, text == null ? "" : text.text()));
    assertThat(after).isEqualTo(parts(example, "+++ "));
    assertThat(uses(rehearsal.after())).isEqualTo(uses(read(sources).survey()));
  }
}

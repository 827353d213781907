package dev.vinesorter.source.language;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Forecast;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.plan.Rehearsal;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.Root;
import dev.vinesorter.source.text.SourceWalk;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What holds for every language; each extends this and says what its sources look like. */
public abstract class LanguageContract {
  @TempDir Path folder;

  /** The language. */
  protected abstract Languages languages();

  /** Sources by path; at least one uses what another declares. */
  protected abstract Map<String, String> sources();

  /** The path of a source, and another text for it that uses something else. */
  protected abstract Map.Entry<String, String> edit();

  /** A file that may go into the folder {@code elsewhere}. */
  protected abstract String movable();

  @BeforeEach
  void write() throws IOException {
    for (Map.Entry<String, String> source : sources().entrySet()) {
      write(source.getKey(), source.getValue());
    }
    write("left/remarks.txt", "nobody's\n");
  }

  private void write(String path, String text) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(file.getParent());
    Files.writeString(file, text);
  }

  private Overlay overlay() {
    Root root = Root.of(folder);
    return new Overlay(root, SourceWalk.of(root).files(), ReadOptions.DEFAULT.charset());
  }

  private Reading read(Overlay sources) {
    return languages().reader().read(sources, ReadOptions.DEFAULT, Progress.SILENT);
  }

  private Rehearsal rehearse(Step step) {
    Reading before = read(overlay());
    return Rehearsal.of(
        before.survey(),
        new Plan("", List.of(step)),
        overlay(),
        languages().editor(before, ReadOptions.DEFAULT));
  }

  private static void assertSame(Survey one, Survey other) {
    assertThat(one.units().size()).isEqualTo(other.units().size());
    assertThat(Forecast.rebindings(one, other)).isEmpty();
    assertThat(Forecast.differences(one, other)).isEmpty();
    assertThat(one.problems()).isEqualTo(other.problems());
    assertThat(one.unresolved()).isEqualTo(other.unresolved());
  }

  @Test
  void everySourceIsOwnedOnceAndOthersAreNot() {
    assertThat(sources().keySet()).allMatch(languages()::own);
    assertThat(languages().own("left/remarks.txt")).isFalse();
    Units units = read(overlay()).survey().units();
    for (String path : sources().keySet()) {
      assertThat(units.find(path, Level.FILE)).as(path).isNotNegative();
    }
  }

  @Test
  void everyReferenceStandsWhereItsTargetIsNamed() {
    Overlay sources = overlay();
    Survey survey = read(sources).survey();
    Units units = survey.units();
    References references = survey.references();
    int seen = 0;
    for (int unit = 0; unit < units.size(); unit++) {
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        String text = sources.text(units.name(units.fileOf(unit))).text();
        String name = MemberNames.bare(units.simpleName(references.target(r)));
        assertThat(text.substring(references.at(r), references.end(r))).isEqualTo(name);
        seen++;
      }
    }
    assertThat(seen).isPositive();
  }

  @Test
  void whatChangedIsReadAsIfAllWereReadAnew() {
    Reading before = read(overlay());
    Overlay edited = overlay();
    String path = edit().getKey();
    edited.put(path, edited.text(path).with(edit().getValue()));
    Reading again =
        languages()
            .reader()
            .read(edited, ReadOptions.DEFAULT, Progress.SILENT, before, Set.of(path));
    assertSame(again.survey(), read(edited).survey());
    assertThat(Forecast.differences(before.survey(), again.survey())).isNotEmpty();
  }

  @Test
  void movedFileIsFollowedAndForetold() {
    Rehearsal rehearsal = rehearse(Step.move(movable(), "elsewhere", true, 0));
    assertThat(rehearsal.steps()).flatExtracting(StepOutcome::reasons).isEmpty();
    String to = "elsewhere" + movable().substring(movable().lastIndexOf('/'));
    assertThat(rehearsal.sources().exists(to)).isTrue();
    assertThat(rehearsal.sources().exists(movable())).isFalse();
    Survey fresh = read(rehearsal.sources()).survey();
    assertSame(rehearsal.after(), fresh);
    assertThat(fresh.unresolved()).hasSameSizeAs(rehearsal.before().unresolved());
  }

  @Test
  void refusedStepSaysWhyAndChangesNothing() {
    String gone = movable().replaceAll("/[^/]*(\\.\\w+)$", "/Nowhere$1");
    Rehearsal rehearsal = rehearse(Step.move(gone, "elsewhere", true, 0));
    assertThat(rehearsal.accepted()).isFalse();
    assertThat(rehearsal.steps().get(0).reasons())
        .isNotEmpty()
        .allMatch(reason -> reason.message().contains(gone));
    assertThat(rehearsal.sources().changed()).isEmpty();
    assertSame(rehearsal.before(), rehearsal.after());
  }

  /** Sources of two languages side by side, by path. */
  protected static Map<String, String> both(Map<String, String> one, Map<String, String> other) {
    Map<String, String> all = new TreeMap<>(one);
    all.putAll(other);
    return all;
  }
}

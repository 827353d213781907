package dev.vinesorter.cli;

import dev.vinesorter.core.drift.Milestone;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.source.config.TrellisFile;
import dev.vinesorter.source.git.GitHistory;
import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.ContentHash;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.function.Consumer;
import java.util.stream.Stream;

/**
 * Surveys of a code base as it was: kept ones, other folders, and revisions of its git repository.
 * A revision is written to a temporary folder and read there; figures of a tree are noted, so that
 * a history that was broken off goes on where it stopped.
 */
final class Moments implements AutoCloseable {
  /** Part of every note's key; to be raised when figures are counted otherwise. */
  private static final String COUNTING = "1";

  private final Workbench bench;
  private final Consumer<String> say;
  private GitHistory git;
  private String trellisText;

  /** The survey of the commit before, which the next one differs from by little. */
  private KeptSurvey previous;

  Moments(Workbench bench, Consumer<String> say) {
    this.bench = bench;
    this.say = say;
  }

  GitHistory git() {
    if (git == null) {
      git = GitHistory.of(bench.root());
    }
    return git;
  }

  /** Whether a survey is kept under that name. */
  boolean isKept(String name) {
    return bench.own().exists() && bench.own().isKept(name);
  }

  /** The survey that a name stands for: a kept one, a folder, or a revision. */
  Survey survey(String name) {
    KeptSurvey kept = bench.own().exists() ? bench.own().kept(name) : null;
    if (kept != null) {
      return kept.shown();
    }
    Path folder = bench.root().path().resolve(name);
    if (name.contains("/") && Files.isDirectory(Path.of(name))) {
      folder = Path.of(name);
    }
    if (Files.isDirectory(folder)) {
      return bench.readAlone(Root.of(folder), asked(), null).shown();
    }
    GitHistory.Commit commit = git().commit(name);
    if (commit == null) {
      throw new UsageException(
          "'"
              + name
              + "' is no kept survey, no folder and no git revision of "
              + bench.root().path()
              + ".");
    }
    return read(commit).shown();
  }

  private ReadOptions asked() {
    KeptSurvey now = bench.own().kept();
    return now == null ? ReadOptions.DEFAULT : now.asked();
  }

  private KeptSurvey read(GitHistory.Commit commit) {
    try {
      Path around = Files.createTempDirectory("vinesort-revision-");
      try {
        Path folder = around.resolve(bench.root().path().getFileName());
        Files.createDirectories(folder);
        git().copy(commit, folder);
        KeptSurvey near = previous == null ? bench.own().kept() : previous;
        previous = bench.readAlone(Root.of(folder), asked(), near);
        return previous;
      } finally {
        delete(around);
      }
    } catch (IOException e) {
      throw new CannotWorkException("A temporary folder cannot be written: " + e.getMessage(), e);
    }
  }

  private static void delete(Path folder) throws IOException {
    try (Stream<Path> all = Files.walk(folder)) {
      for (Path one : all.sorted(Comparator.reverseOrder()).toList()) {
        Files.delete(one);
      }
    }
  }

  /** The figures of a commit, noted under its tree and what else they depend on. */
  Milestone milestone(GitHistory.Commit commit, View view, String viewed) throws IOException {
    String key =
        ContentHash.of(
            String.join("\n", COUNTING, commit.tree(), viewed, asked().toString(), trellisText())
                .getBytes(StandardCharsets.UTF_8));
    Milestone noted = noted(bench.own().note(key));
    if (noted != null) {
      return noted;
    }
    say.accept("reading " + commit.id().substring(0, 8) + " " + commit.subject());
    Milestone figures = Milestone.of(read(commit).shown(), view, bench.trellis());
    bench.own().note(key, text(figures));
    return figures;
  }

  private String trellisText() throws IOException {
    if (trellisText == null) {
      Path file = bench.root().path().resolve(TrellisFile.NAME);
      // That it is a file inside the root was seen to when the trellis was read.
      bench.trellis();
      trellisText = Files.exists(file) ? Files.readString(file, StandardCharsets.UTF_8) : "";
    }
    return trellisText;
  }

  private static String text(Milestone m) {
    return String.join(
        " ",
        List.of(
                m.lines(),
                (long) m.types(),
                (long) m.packages(),
                (long) m.packageDependencies(),
                (long) m.packagesInCycles(),
                (long) m.typesInCycles(),
                (long) m.breaches(),
                (long) m.overLimit())
            .stream()
            .map(String::valueOf)
            .toList());
  }

  private static Milestone noted(String text) {
    if (text == null || !text.matches("\\d{1,9}( \\d{1,9}){7}")) {
      return null;
    }
    int[] cells = Arrays.stream(text.split(" ")).mapToInt(Integer::parseInt).toArray();
    return new Milestone(
        cells[0], cells[1], cells[2], cells[3], cells[4], cells[5], cells[6], cells[7]);
  }

  @Override
  public void close() {
    if (git != null) {
      git.close();
    }
  }
}

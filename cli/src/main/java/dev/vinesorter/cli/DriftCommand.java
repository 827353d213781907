package dev.vinesorter.cli;

import dev.vinesorter.core.drift.Drift;
import dev.vinesorter.core.drift.Milestone;
import dev.vinesorter.core.misfit.Actions;
import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.MisfitDrift;
import dev.vinesorter.core.misfit.Told;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Known;
import dev.vinesorter.core.trellis.Trellis;
import dev.vinesorter.report.DriftReport;
import dev.vinesorter.report.HistoryReport;
import dev.vinesorter.report.MisfitLines;
import dev.vinesorter.source.config.ActionsFile;
import dev.vinesorter.source.config.KnownBreaches;
import dev.vinesorter.source.git.GitHistory;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code vinesort drift}. */
@Command(
    name = "drift",
    description = {
      "What changed between two moments: units and dependencies that came, went or moved, cycles "
          + "opened and closed, breaches and limits.",
      ""
    },
    footer = {
      "",
      "OLD and NEW are each a survey kept with 'survey --keep NAME', a folder, or a git revision.",
      "A revision is read with a library: the work tree is not touched and nothing is run.",
      "",
      "Examples:",
      "  vinesort drift HEAD~10",
      "  vinesort drift before after",
      "  vinesort drift v1.0 HEAD --level type --all",
      "  vinesort drift --history 20 --svg history.svg",
      "  vinesort drift --history 12 --every month --as csv"
    })
final class DriftCommand extends BaseCommand {
  /** The formats of a history. */
  enum Format {
    text,
    json,
    csv
  }

  /** Lower-case words for the steps of a history. */
  enum Every {
    commit,
    day,
    week,
    month
  }

  @Parameters(index = "0", arity = "0..1", paramLabel = "OLD", description = "What was.")
  private String old;

  @Parameters(
      index = "1",
      arity = "0..1",
      paramLabel = "NEW",
      description = "What is (default: the code as it is now).")
  private String now;

  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "Only this level (default: module, package and type).")
  private Level level;

  @Option(
      names = "--history",
      paramLabel = "N",
      description = "The figures of the last N commits, up to OLD where it is given.")
  private int history;

  @Option(
      names = "--every",
      paramLabel = "STEP",
      description = "With --history: ${COMPLETION-CANDIDATES}; the last commit of each.")
  private Every every = Every.commit;

  @Option(
      names = "--as",
      paramLabel = "FORMAT",
      description = "With --history: ${COMPLETION-CANDIDATES} (default: text).")
  private Format format = Format.text;

  @Option(names = "--svg", paramLabel = "FILE", description = "With --history: draw the figures.")
  private Path svg;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() throws java.io.IOException {
    Workbench bench = workbench();
    if (history > 0) {
      return history(bench);
    }
    if (old == null) {
      throw new UsageException(
          "Say what to compare with: a kept survey, a folder or a git revision, or --history N.");
    }
    try (Moments moments = new Moments(bench, this::say)) {
      // Two kept surveys are loaded side by side; all else may have to be read first.
      CompletableFuture<Survey> was =
          now == null && moments.isKept(old)
              ? CompletableFuture.supplyAsync(() -> moments.survey(old))
              : CompletableFuture.completedFuture(moments.survey(old));
      Survey after = now == null ? bench.current().shown() : moments.survey(now);
      Survey before = was.join();
      List<Level> levels =
          level == null ? List.of(Level.MODULE, Level.PACKAGE, Level.TYPE) : List.of(level);
      Trellis trellis = bench.trellis();
      Drift drift = Drift.of(before, after, levels, structure.view(bench), trellis);
      DriftReport.Misfitting misfits = misfits(bench, before, after, drift);
      String newer = now == null ? "now" : now;
      if (common.json || format == Format.json) {
        print(DriftReport.json(old, newer, after, drift, misfits));
      } else {
        show(page -> DriftReport.text(page, old, newer, after, drift, misfits, lists.all));
      }
    }
    return ExitCode.DONE;
  }

  /**
   * Both surveys are judged by the trellis of today, and by nothing else that stands beside them.
   */
  private DriftReport.Misfitting misfits(
      Workbench bench, Survey before, Survey after, Drift drift) {
    Actions actions = ActionsFile.with(bench.trellis());
    Known known = KnownBreaches.of(bench.root());
    View view = structure.view(bench);
    KeptVerdicts verdicts = new KeptVerdicts(bench);
    CompletableFuture<List<Told>> was =
        CompletableFuture.supplyAsync(
            () -> told(verdicts, new Inquiry(before, view, actions, Set.of()), "before"));
    List<Told> is = told(verdicts, new Inquiry(after, view, actions, Set.of()), "after");
    MisfitDrift found =
        MisfitDrift.of(
            fresh(was.join(), before, known),
            before.units(),
            fresh(is, after, known),
            after.units(),
            drift);
    return new DriftReport.Misfitting(
        new MisfitLines(after, found.came()), new MisfitLines(before, found.went()));
  }

  private List<Told> told(KeptVerdicts verdicts, Inquiry inquiry, String side) {
    return verdicts.told(inquiry, structure.text() + "\n" + side);
  }

  private static List<Told> fresh(List<Told> told, Survey survey, Known known) {
    return told.stream().filter(one -> !known.has(one.key(survey.units()))).toList();
  }

  private int history(Workbench bench) throws java.io.IOException {
    View view = structure.view(bench);
    List<HistoryReport.Row> rows = new ArrayList<>();
    try (Moments moments = new Moments(bench, this::say)) {
      GitHistory.Step step = GitHistory.Step.valueOf(every.name().toUpperCase(Locale.ROOT));
      for (GitHistory.Commit commit :
          moments.git().last(old == null ? "HEAD" : old, history, step)) {
        Milestone figures = moments.milestone(commit, view, structure.text());
        rows.add(
            new HistoryReport.Row(
                commit.date().toLocalDate().toString(),
                commit.id().substring(0, 8),
                commit.subject(),
                figures));
      }
    }
    if (svg != null) {
      AskedFile.write("the picture", bench.root(), svg, HistoryReport.svg(rows));
      say("The plots are in " + svg + ".");
    }
    if (common.json || format == Format.json) {
      print(HistoryReport.json(rows));
    } else if (format == Format.csv) {
      print(HistoryReport.csv(rows));
    } else if (svg == null) {
      show(page -> HistoryReport.text(page, rows));
    }
    return ExitCode.DONE;
  }
}

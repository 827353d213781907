package dev.vinesorter.cli;

import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.Misfit;
import dev.vinesorter.core.misfit.MisfitKind;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Known;
import dev.vinesorter.report.MisfitsReport;
import dev.vinesorter.source.config.KnownBreaches;
import dev.vinesorter.source.keep.KeptSurvey;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Stream;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code vinesort misfits}. */
@Command(
    name = "misfits",
    description = {
      "What is in the wrong place, why, and what mends it: the evidence for and against with a line"
          + " of code each, how sure it is, and the step that would do it, rehearsed.",
      ""
    },
    footer = {
      "",
      "Kinds: docs/misfits.md.",
      "",
      "Examples:",
      "  vinesort misfits",
      "  vinesort misfits org.x.pay.Bill            why it is, or is not, in its place",
      "  vinesort misfits --kind misplaced-type --at-least 0.3",
      "  vinesort misfits --plan home.yaml && vinesort rehearse home.yaml --diff"
    })
final class MisfitsCommand extends BaseCommand {
  /** Where sources cannot be read again in part, each move of a member takes a whole reading. */
  private static final int REHEARSE_SECONDS = 20;

  @Parameters(
      paramLabel = "UNIT",
      arity = "0..1",
      description = "Explain this unit, however sure anything about it is.")
  private String unit;

  @Option(
      names = "--kind",
      paramLabel = "K",
      description = "This kind alone, such as feature-envy; may be said again.")
  private List<String> kinds = new ArrayList<>();

  @Option(names = "--within", paramLabel = "UNIT", description = "Only what stands in this unit.")
  private String within;

  @Option(
      names = "--at-least",
      paramLabel = "S",
      description = "Only what is as sure as this, 0 to 1 (default: ${DEFAULT-VALUE}).")
  private double atLeast = Misfits.USUAL_LEAST;

  @Option(
      names = "--most",
      paramLabel = "N",
      description = "No more than so many (default: ${DEFAULT-VALUE}).")
  private int most = 20;

  @Option(
      names = "--plan",
      paramLabel = "FILE",
      description = "Write the steps of what is told as a plan, the reasons as comments.")
  private Path planFile;

  @Option(
      names = "--accept",
      description = "Record what is told in trellis.known.yaml, not to be told again.")
  private boolean accept;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() throws IOException {
    if (atLeast < 0 || atLeast > 1 || most < 1) {
      throw new UsageException("--at-least takes 0 to 1, --most a number from 1.");
    }
    Set<MisfitKind> asked = asked();
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    Survey survey = kept.shown();
    Inquiry inquiry = structure.inquiry(bench, kept);
    View view = structure.view(bench);
    int about = unit == null ? -1 : Workbench.unit(survey, view, unit);
    int around = within == null ? -1 : Workbench.unit(survey, view, within);
    List<Misfit> all = inside(survey, around, inside(survey, about, Misfits.of(inquiry, asked)));
    Known known = KnownBreaches.of(bench.root());
    List<Misfit> sure = all.stream().filter(m -> m.score() >= least()).toList();
    List<Misfit> fresh = sure.stream().filter(m -> !known.has(m.key(survey.units()))).toList();
    List<Misfit> told = fresh.subList(0, Math.min(most, fresh.size()));
    if (accept) {
      KnownBreaches.write(
          bench.root(), known.with(told.stream().map(m -> m.key(survey.units())).toList()));
      say(told.size() + " misfits are in " + KnownBreaches.NAME + " now. Commit the file.");
      return ExitCode.DONE;
    }
    Map<Misfit, MisfitsReport.Rehearsed> rehearsed =
        new Proposals(bench, kept, REHEARSE_SECONDS).rehearse(told);
    MisfitsReport.Content content =
        new MisfitsReport.Content(
            survey,
            told,
            rehearsed,
            about,
            about < 0 ? List.of() : Misfits.places(inquiry, about),
            sure.size() - fresh.size(),
            all.size() - sure.size() + fresh.size() - told.size());
    if (planFile != null) {
      writePlan(content);
    }
    if (common.json) {
      print(MisfitsReport.json(content));
    } else if (planFile == null) {
      show(page -> MisfitsReport.text(page, content, bench.lines(kept), lists.all));
    }
    return ExitCode.DONE;
  }

  private double least() {
    return unit == null ? atLeast : 0;
  }

  private Set<MisfitKind> asked() {
    Set<MisfitKind> asked = EnumSet.noneOf(MisfitKind.class);
    for (String word : kinds) {
      MisfitKind kind = MisfitKind.of(word);
      if (kind == null) {
        throw new UsageException(
            "There is no kind '"
                + word
                + "'. Kinds: "
                + String.join(", ", Stream.of(MisfitKind.values()).map(MisfitKind::word).toList())
                + ".");
      }
      asked.add(kind);
    }
    return asked;
  }

  /** Those that have to do with what stands in a unit; all where none is asked about. */
  private static List<Misfit> inside(Survey survey, int around, List<Misfit> all) {
    return all.stream().filter(m -> around < 0 || m.isAbout(survey.units(), around)).toList();
  }

  private void writePlan(MisfitsReport.Content content) {
    MisfitsReport.Written plan = MisfitsReport.plan(content);
    if (plan.steps() == 0) {
      say("No misfit that is told has steps that are not refused; no plan was written.");
      return;
    }
    writePlan(planFile, plan.text(), plan.steps());
  }
}

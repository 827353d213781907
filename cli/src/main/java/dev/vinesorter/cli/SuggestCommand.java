package dev.vinesorter.cli;

import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.Misfit;
import dev.vinesorter.core.misfit.MisfitKind;
import dev.vinesorter.core.misfit.Misfits;
import dev.vinesorter.core.misfit.TypeTies;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.suggest.Question;
import dev.vinesorter.core.trellis.PackageLayers;
import dev.vinesorter.report.SuggestReport;
import dev.vinesorter.source.keep.KeptSurvey;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;

/** {@code vinesort suggest}. */
@Command(
    name = "suggest",
    description = {
      "The fewest, cheapest steps that would open the cycles of packages, mend breaches of layers"
          + " or take misfits home: searched on the survey, then rehearsed with the sources.",
      ""
    },
    footer = {
      "",
      "Examples:",
      "  vinesort suggest",
      "  vinesort suggest --for breaches --most-steps 3 --alternatives 2",
      "  vinesort suggest --stay 'org.x.api.**' --plan open.yaml && vinesort rehearse open.yaml"
    })
final class SuggestCommand extends BaseCommand {
  private static final List<String> GOALS = List.of("cycles", "breaches", "misfits");

  @Option(
      names = "--for",
      paramLabel = "GOAL",
      description =
          "cycles, breaches (of layers) or misfits (types in the wrong package); may be said again"
              + " (default: cycles and breaches).")
  private List<String> goals = new ArrayList<>();

  @Option(
      names = "--level",
      paramLabel = "L",
      converter = LevelConverter.class,
      description = "package (default); others are not searched yet.")
  private Level level = Level.PACKAGE;

  @Option(names = "--within", paramLabel = "UNIT", description = "Move only what stands in it.")
  private String within;

  @Option(
      names = "--stay",
      paramLabel = "PATTERN",
      description = "What must not move, such as 'org.x.api.**'; may be said again.")
  private List<String> stay = new ArrayList<>();

  @Option(names = "--library", description = "Code elsewhere may use the public API; it stays.")
  private boolean library;

  @Option(
      names = "--most-steps",
      paramLabel = "N",
      description = "The most steps of a plan (default: ${DEFAULT-VALUE}).")
  private int mostSteps = 5;

  @Option(
      names = "--seconds",
      paramLabel = "S",
      description = "Search no longer, and give the best so far (default: ${DEFAULT-VALUE}).")
  private int seconds = 10;

  @Option(
      names = "--alternatives",
      paramLabel = "N",
      description = "So many plans that begin otherwise (default: ${DEFAULT-VALUE}).")
  private int alternatives = 1;

  @Option(names = "--plan", paramLabel = "FILE", description = "Write the first plan.")
  private Path planFile;

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    checkOptions();
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    Survey survey = kept.shown();
    Inquiry inquiry = structure.inquiry(bench, kept);
    Question question = question(bench, inquiry);
    Suggestions suggestions = new Suggestions(bench, kept, inquiry, asked());
    List<SuggestReport.Suggested> plans =
        suggestions.of(question, alternatives, System.nanoTime() + seconds * 1_000_000_000L);
    if (common.json) {
      print(SuggestReport.json(asked(), plans, inquiry.view()));
    } else if (plans.isEmpty()) {
      show(page -> suggestions.nothing().forEach(page::line));
    } else if (planFile == null) {
      show(page -> SuggestReport.text(page, plans, inquiry.view()));
    }
    if (planFile != null && !plans.isEmpty()) {
      SuggestReport.Suggested first = plans.get(0);
      writePlan(planFile, SuggestReport.plan(first), first.content().plan().steps().size());
    }
    return ExitCode.DONE;
  }

  private void checkOptions() {
    for (String goal : goals) {
      if (!GOALS.contains(goal)) {
        throw new UsageException(
            "There is no goal '" + goal + "'. Goals: " + String.join(", ", GOALS) + ".");
      }
    }
    if (level != Level.PACKAGE) {
      throw new UsageException(
          "Only cycles of packages are searched yet; say --level package, or look at 'vinesort"
              + " cycles --level "
              + level.word()
              + "' and 'vinesort misfits --kind mutual-types'.");
    }
    if (mostSteps < 1 || mostSteps > 50 || seconds < 1 || alternatives < 1) {
      throw new UsageException(
          "--most-steps takes 1 to 50, --seconds and --alternatives a number from 1.");
    }
  }

  private List<String> asked() {
    return goals.isEmpty() ? List.of("cycles", "breaches") : goals;
  }

  private Question question(Workbench bench, Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    int[] packages = new int[ties.places()];
    Arrays.setAll(packages, ties::packageAt);
    boolean layered = asked().contains("breaches") && !bench.trellis().layers().isEmpty();
    int[] layers =
        layered ? PackageLayers.of(inquiry.survey(), bench.trellis(), packages) : new int[0];
    return new Question(
        inquiry,
        asked().contains("cycles"),
        layers,
        asked().contains("misfits") ? wishes(inquiry) : new int[0],
        staying(inquiry),
        Set.of(),
        mostSteps);
  }

  /** Where each type belongs by the misfits that are told. */
  private static int[] wishes(Inquiry inquiry) {
    TypeTies ties = inquiry.types();
    Units units = inquiry.units();
    int[] wishes = new int[ties.size()];
    Arrays.fill(wishes, -1);
    for (Misfit misfit : Misfits.of(inquiry, Set.of(MisfitKind.MISPLACED_TYPE))) {
      for (int place = 0; place < ties.places(); place++) {
        boolean there = units.simpleName(ties.packageAt(place)).equals(misfit.into());
        if (there && misfit.score() >= Misfits.USUAL_LEAST) {
          wishes[ties.node(misfit.unit())] = place;
        }
      }
    }
    return wishes;
  }

  private Set<Integer> staying(Inquiry inquiry) {
    Survey survey = inquiry.survey();
    Units units = survey.units();
    boolean[] meant = UnitPattern.any(survey, stay.stream().map(UnitPattern::of).toList());
    int around = within == null ? -1 : Workbench.unit(survey, within);
    Set<Integer> staying = new HashSet<>();
    for (int node = 0; node < inquiry.types().size(); node++) {
      int unit = inquiry.types().unit(node);
      boolean stays =
          meant[unit]
              || around >= 0 && !units.inside(unit, around)
              || library && units.has(unit, Trait.PUBLIC)
              || units.has(unit, Trait.GENERATED);
      if (stays) {
        staying.add(unit);
      }
    }
    return staying;
  }
}

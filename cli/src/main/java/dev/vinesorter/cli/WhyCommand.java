package dev.vinesorter.cli;

import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.structure.Reason;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.report.WhyReport;
import dev.vinesorter.source.keep.KeptSurvey;
import java.util.ArrayList;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** {@code vinesort why}. */
@Command(
    name = "why",
    description = {
      "Why does one unit depend on another? Every site; where there is none directly, the shortest "
          + "chain.",
      ""
    },
    footer = {
      "",
      "Units are named as Javadoc names them: org.x.pay, org.x.pay.Bill, org.x.pay.Bill.Line,",
      "'org.x.pay.Bill#total(Currency)'. A file is its path, a module is module:NAME.",
      "",
      "Examples:",
      "  vinesort why org.saltmarsh.vault org.saltmarsh.label",
      "  vinesort why org.saltmarsh.desk.FrontDesk java.time --all"
    })
final class WhyCommand extends BaseCommand {
  @Parameters(index = "0", paramLabel = "FROM", description = "The unit that uses.")
  private String from;

  @Parameters(index = "1", paramLabel = "TO", description = "The unit that is used.")
  private String to;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  private int unit(Survey survey, Workbench bench, String name) {
    return Workbench.unit(survey, structure.view(bench), name);
  }

  @Override
  public Integer call() {
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    Survey survey = kept.shown();
    int[] meant = meant(survey, unit(survey, bench, from), unit(survey, bench, to));
    int user = meant[0];
    int used = meant[1];
    // Who asks about a unit by name wants to see it, be it a library's or a test's.
    var units = survey.units();
    boolean foreign = units.has(used, dev.vinesorter.core.model.Trait.FOREIGN);
    boolean tests = structure.withTests || units.has(user, dev.vinesorter.core.model.Trait.TEST);
    View view = structure.view(bench).withTests(tests).withForeign(foreign);
    Reason reason = Reason.of(survey, user, used, view);
    if (common.json) {
      print(WhyReport.json(survey, user, used, reason));
    } else {
      show(page -> WhyReport.text(page, survey, user, used, reason, bench.lines(kept), lists.all));
    }
    return ExitCode.DONE;
  }

  /** Of several units with these names, the first two of which one uses the other. */
  private static int[] meant(Survey survey, int user, int used) {
    List<Integer> users = withNamesakes(survey.units(), user);
    List<Integer> goals = withNamesakes(survey.units(), used);
    for (int from : users.size() + goals.size() == 2 ? List.<Integer>of() : users) {
      for (int to : goals) {
        if (uses(survey, from, to)) {
          return new int[] {from, to};
        }
      }
    }
    return new int[] {user, used};
  }

  private static boolean uses(Survey survey, int from, int to) {
    Units units = survey.units();
    References references = survey.references();
    for (int inside : units.withAllInside(from)) {
      for (int r = references.row(inside); r < references.row(inside + 1); r++) {
        if (units.inside(references.target(r), to)) {
          return true;
        }
      }
    }
    return false;
  }

  private static List<Integer> withNamesakes(Units units, int unit) {
    List<Integer> all = new ArrayList<>(List.of(unit));
    all.addAll(units.namesakes(unit));
    return all;
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.structure.UnitCard;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.report.MisfitLines;
import dev.vinesorter.report.ShowReport;
import dev.vinesorter.source.keep.KeptSurvey;
import java.util.List;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Parameters;

/** {@code vinesort show}. */
@Command(
    name = "show",
    description = {
      "One unit: what is in it, what it uses, who uses it and how heavily, its cycle group and the "
          + "limits it exceeds.",
      ""
    },
    footer = {
      "",
      "Units are named as Javadoc names them; a file is its path, a module is module:NAME.",
      "",
      "Examples:",
      "  vinesort show org.saltmarsh.loan",
      "  vinesort show org.saltmarsh.loan.Loan",
      "  vinesort show module:herbarium"
    })
final class ShowCommand extends BaseCommand {
  @Parameters(paramLabel = "UNIT", description = "The unit.")
  private String name;

  @Mixin private ListOptions lists = new ListOptions();

  @Mixin private StructureOptions structure = new StructureOptions();

  @Override
  public Integer call() {
    Workbench bench = workbench();
    KeptSurvey kept = bench.current();
    Survey survey = kept.shown();
    int unit = Workbench.unit(survey, structure.view(bench), name);
    View view = structure.view(bench);
    if (survey.units().has(unit, Trait.TEST)) {
      view = view.withTests(true);
    }
    UnitCard card = UnitCard.of(survey, unit, view);
    List<Measures.Figure> figures =
        Measures.of(survey, view, bench.trellis().limits(), survey.units().level(unit)).stream()
            .filter(figure -> figure.unit() == unit)
            .toList();
    MisfitLines misfits = structure.misfits(bench, kept);
    if (common.json) {
      print(ShowReport.json(survey, card, figures, misfits));
    } else {
      show(page -> ShowReport.text(page, survey, card, figures, misfits, lists.all));
    }
    return ExitCode.DONE;
  }
}

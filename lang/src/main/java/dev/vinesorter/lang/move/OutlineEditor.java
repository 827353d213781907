package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.text.Overlay;

/** Moves sources into folders, and what stands in sources into others. */
final class OutlineEditor implements StepEditor {
  private final FileMoves files;
  private final DeclarationMoves declarations;

  /**
   * An editor.
   *
   * @param inFiles what the language says of what stands in its sources; null where only whole
   *     sources move
   */
  OutlineEditor(Readings readings, Specifiers specifiers, Declarations inFiles) {
    this.files = new FileMoves(readings, specifiers);
    this.declarations = inFiles == null ? null : new DeclarationMoves(readings, inFiles);
  }

  @Override
  public Result carryOut(Survey survey, Step step, Overlay sources) {
    Step.Move move = (Step.Move) step;
    boolean whole = move.units().stream().allMatch(unit -> isFile(survey, unit, sources));
    return whole || declarations == null
        ? files.carryOut(survey, move, sources)
        : declarations.carryOut(survey, move, sources);
  }

  /** Whether a unit is a source, or what a whole source declares, or none. */
  private static boolean isFile(Survey survey, String unit, Overlay sources) {
    Units units = survey.units();
    int member = units.find(unit, Level.MEMBER);
    int type = units.find(unit, Level.TYPE);
    boolean inside = member >= 0 || type >= 0;
    return !inside || !FileMoves.path(units, unit, sources).equals(unit);
  }
}

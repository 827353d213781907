package dev.vinesorter.core.drift;

import dev.vinesorter.core.measure.Measures;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.Counts;
import dev.vinesorter.core.structure.View;
import dev.vinesorter.core.trellis.Inspection;
import dev.vinesorter.core.trellis.Trellis;
import java.util.List;

/**
 * The figures of a code base at one moment of its history.
 *
 * @param lines lines of the files in view
 * @param types how many types
 * @param packages how many packages
 * @param packageDependencies how many packages use how many others, as pairs
 * @param packagesInCycles packages that run in circles
 * @param typesInCycles types that run in circles
 * @param breaches breaches of the trellis, known ones too
 * @param overLimit figures over their limit
 */
public record Milestone(
    long lines,
    int types,
    int packages,
    int packageDependencies,
    int packagesInCycles,
    int typesInCycles,
    int breaches,
    int overLimit) {

  public static Milestone of(Survey survey, View view, Trellis trellis) {
    Counts counts = Counts.of(survey, view, List.of(Level.PACKAGE, Level.TYPE));
    Measures measures = Measures.of(survey, view, trellis.limits());
    return new Milestone(
        measures.totals().lines(),
        counts.units().get(Level.TYPE),
        counts.units().get(Level.PACKAGE),
        counts.dependencies().get(Level.PACKAGE),
        counts.unitsInCycles().get(Level.PACKAGE),
        counts.unitsInCycles().get(Level.TYPE),
        Inspection.of(survey, trellis, view, measures).breaches().size(),
        measures.over().size());
  }

  /** The figures over their limit for each 1,000 lines. */
  public double overPerThousandLines() {
    return lines == 0 ? 0 : overLimit * 1000.0 / lines;
  }
}

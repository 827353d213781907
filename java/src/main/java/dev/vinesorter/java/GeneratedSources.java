package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.source.text.BuildOutput;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/**
 * Sources that a build makes. They are read, and followed in memory so that the outcome can be
 * proven; no step is about them, and the next build makes them anew.
 */
final class GeneratedSources {
  private final BuildOutput built;

  /** How many of them were told as naming what changes. */
  private int told;

  GeneratedSources(Overlay sources) {
    this.built = new BuildOutput(sources.root());
  }

  /** Why a step cannot be: what it is about, or where it goes, is made by a build. */
  List<StepOutcome.Reason> against(Units units, Step step) {
    List<String> names = new ArrayList<>(step.units());
    if (step instanceof Step.Move move) {
      names.add(move.into());
    }
    for (String name : names) {
      int unit = units.find(name);
      int file = unit < 0 || units.level(unit) == Level.PACKAGE ? -1 : units.fileOf(unit);
      if (file >= 0 && built.holds(units.name(file))) {
        return List.of(
            new StepOutcome.Reason(
                RefusalCode.GENERATED,
                name
                    + " is made by a build: "
                    + units.name(file)
                    + ". Change what it is made from, and build.",
                List.of()));
      }
    }
    return List.of();
  }

  /** What to tell of those that name what changes; null where there are no more than before. */
  String naming(Overlay sources) {
    TreeSet<String> edited = new TreeSet<>();
    for (String path : sources.changed().keySet()) {
      if (built.holds(path)) {
        edited.add(sources.origin(path));
      }
    }
    if (edited.size() <= told) {
      return null;
    }
    told = edited.size();
    return (told == 1 ? "1 generated source names" : told + " generated sources name")
        + " what changes, such as "
        + edited.first()
        + "; the next build has to make "
        + (told == 1 ? "it" : "them")
        + " anew, and what "
        + (told == 1 ? "it is" : "they are")
        + " made from may have to say the new names.";
  }
}

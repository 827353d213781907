package dev.vinesorter.core.structure;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;

/**
 * Which part of a survey is looked at.
 *
 * @param tests whether test code counts
 * @param foreign whether units of libraries count
 * @param mentions whether references in documentation count as dependencies
 * @param certain whether only what the rules of a language tell counts, and no name that just one
 *     unit has
 * @param tidy what is hidden, shortened and folded
 */
public record View(boolean tests, boolean foreign, boolean mentions, boolean certain, Tidy tidy) {
  /** Main code alone, as the structure is judged by default. */
  public static final View MAIN = new View(false, false, false, false, Tidy.NONE);

  /** The same with test code, or without. */
  public View withTests(boolean also) {
    return new View(also, foreign, mentions, certain, tidy);
  }

  /** The same with the units of libraries, or without. */
  public View withForeign(boolean also) {
    return new View(tests, also, mentions, certain, tidy);
  }

  /** The same with references in documentation, or without. */
  public View withMentions(boolean also) {
    return new View(tests, foreign, also, certain, tidy);
  }

  /** The same without what only a name tells, or with it. */
  public View withCertain(boolean alone) {
    return new View(tests, foreign, mentions, alone, tidy);
  }

  /** The same, kept tidy this way. */
  public View with(Tidy other) {
    return new View(tests, foreign, mentions, certain, other);
  }

  /** For each unit of the survey whether it is in view. */
  public boolean[] shown(Survey survey) {
    Units units = survey.units();
    boolean[] shown = new boolean[units.size()];
    for (int unit = 0; unit < shown.length; unit++) {
      int traits = units.traits(unit);
      shown[unit] = (tests || !Trait.TEST.in(traits)) && (foreign || !Trait.FOREIGN.in(traits));
    }
    if (!tidy.hidden().isEmpty()) {
      boolean[] hidden = UnitPattern.any(survey, tidy.hidden());
      for (int unit = 0; unit < shown.length; unit++) {
        shown[unit] &= !hidden[unit];
      }
    }
    return shown;
  }

  /** Whether a reference counts. */
  public boolean shows(References references, int reference) {
    Kind kind = references.kind(reference);
    return (kind.structural() || mentions && kind == Kind.MENTIONS)
        && !(certain && references.isLikely(reference));
  }
}

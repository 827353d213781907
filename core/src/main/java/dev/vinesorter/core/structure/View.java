package dev.vinesorter.core.structure;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;

/**
 * Which part of a survey is looked at.
 *
 * @param tests whether test code counts
 * @param foreign whether units of libraries count
 * @param mentions whether references in documentation count as dependencies
 */
public record View(boolean tests, boolean foreign, boolean mentions) {
  /** Main code alone, as the structure is judged by default. */
  public static final View MAIN = new View(false, false, false);

  /** The same with test code. */
  public View withTests(boolean also) {
    return new View(also, foreign, mentions);
  }

  boolean shows(Units units, int unit) {
    int traits = units.traits(unit);
    return (tests || !Trait.TEST.in(traits)) && (foreign || !Trait.FOREIGN.in(traits));
  }

  boolean shows(Kind kind) {
    return kind.structural() || mentions && kind == Kind.MENTIONS;
  }
}

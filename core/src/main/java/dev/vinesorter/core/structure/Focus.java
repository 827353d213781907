package dev.vinesorter.core.structure;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.UnitPattern;
import dev.vinesorter.core.model.Units;
import java.util.List;
import java.util.Set;

/**
 * What one picture of the structure is made of: the units of a level, of the whole code base or of
 * a part of it, some of them opened into what they hold.
 *
 * @param level the level of the units
 * @param within only what these patterns mean; empty for all
 * @param open units shown by what they hold, one level further
 * @param depth for packages, the number of name segments beyond the prefix that all share, behind
 *     which packages are taken together; 0 for no such limit
 */
public record Focus(Level level, List<UnitPattern> within, Set<Integer> open, int depth) {
  public Focus {
    within = List.copyOf(within);
    open = Set.copyOf(open);
  }

  /** All units of a level. */
  public static Focus on(Level level) {
    return new Focus(level, List.of(), Set.of(), 0);
  }

  /** The unit that stands for a unit in this picture, or -1 for what stands above its level. */
  int standIn(Units units, int unit) {
    int at = units.ancestor(unit, level);
    while (at >= 0 && open.contains(at)) {
      at = units.childOf(at, unit);
    }
    return at;
  }

  /** For each unit whether it may be in the picture; null when all may. */
  boolean[] part(Survey survey) {
    return within.isEmpty() ? null : UnitPattern.any(survey, within);
  }
}

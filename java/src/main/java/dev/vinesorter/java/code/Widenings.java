package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome.Widening;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** How it is told what becomes less private. */
public final class Widenings {
  private Widenings() {}

  /**
   * Tells it.
   *
   * @param units the declarations that do, with their access
   * @param inside methods of local classes: for the unit that holds them, offsets with access
   */
  public static List<Widening> of(
      Units names, Map<Integer, Access> units, Map<Integer, Map<Integer, Access>> inside) {
    List<Widening> widened = new ArrayList<>();
    units.forEach((unit, to) -> widened.add(new Widening(names.name(unit), to.shown())));
    inside.forEach(
        (unit, places) ->
            places
                .values()
                .forEach(
                    to ->
                        widened.add(
                            new Widening(
                                "a method of a local class in " + names.name(unit), to.shown()))));
    return widened;
  }
}

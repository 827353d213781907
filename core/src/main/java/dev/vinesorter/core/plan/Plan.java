package dev.vinesorter.core.plan;

import java.util.List;

/**
 * An ordered list of steps that change the structure.
 *
 * @param title for people; may be empty
 * @param steps at least one
 */
public record Plan(String title, List<Step> steps) {
  public Plan {
    steps = List.copyOf(steps);
    if (steps.isEmpty()) {
      throw new IllegalArgumentException("A plan needs at least one step.");
    }
  }

  /**
   * One step: {@code move} a unit into another.
   *
   * @param unit the full name of the unit to move
   * @param into the full name of the unit that takes it
   * @param widen whether members may be made less private where the new place needs it
   * @param line 1-based line of the step in its plan file, 0 when it has none
   */
  public record Step(String unit, String into, boolean widen, int line) {
    /** The step as one line for people. */
    public String title() {
      return "move " + unit + " into " + into + (widen ? " (may widen)" : "");
    }
  }
}

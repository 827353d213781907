package dev.vinesorter.core.plan;

import java.util.ArrayList;
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

  /** The steps with the names that their units have when it is their turn. */
  public static List<Step> followed(List<Step> steps) {
    List<Step> followed = new ArrayList<>();
    for (Step step : steps) {
      followed.add(step.with(step.units().stream().map(u -> Step.after(followed, u)).toList()));
    }
    return followed;
  }
}

package dev.vinesorter.core.structure;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * The figures of a survey, by level.
 *
 * @param units how many units are in view
 * @param dependencies how many ordered pairs of units depend on each other
 * @param cycleGroups how many cycle groups there are
 * @param unitsInCycles how many units stand in them
 */
public record Counts(
    Map<Level, Integer> units,
    Map<Level, Integer> dependencies,
    Map<Level, Integer> cycleGroups,
    Map<Level, Integer> unitsInCycles) {

  /** The figures of all levels. */
  public static Counts of(Survey survey, View view) {
    return of(survey, view, List.of(Level.values()));
  }

  /** The figures of some levels only. */
  public static Counts of(Survey survey, View view, List<Level> levels) {
    Counts counts =
        new Counts(
            new EnumMap<>(Level.class),
            new EnumMap<>(Level.class),
            new EnumMap<>(Level.class),
            new EnumMap<>(Level.class));
    for (Level level : levels) {
      LevelGraph graph = LevelGraph.of(survey, level, view);
      List<CycleGroups.Group> groups = graph.groups();
      counts.units.put(level, graph.size());
      counts.dependencies.put(level, graph.graph().arcs());
      counts.cycleGroups.put(level, groups.size());
      counts.unitsInCycles.put(level, groups.stream().mapToInt(g -> g.nodes().length).sum());
    }
    return counts;
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.drift.Drift;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Which misfits came and went between two surveys. One that is of the same kind about the same unit
 * stayed, also where the unit has another name by now.
 *
 * @param came those that only the new survey has
 * @param went those that only the old one has
 */
public record MisfitDrift(List<Told> came, List<Told> went) {
  public MisfitDrift {
    came = List.copyOf(came);
    went = List.copyOf(went);
  }

  /** Compares what is told of two surveys, of which {@code drift} says what moved. */
  public static MisfitDrift of(
      List<Told> before, Units old, List<Told> after, Units fresh, Drift drift) {
    Map<String, String> moved = new HashMap<>();
    for (Drift.LevelDrift level : drift.levels()) {
      if (level.level() == Level.TYPE) {
        level.moved().forEach(move -> moved.put(move.from(), move.to()));
      }
    }
    Set<String> now = new HashSet<>();
    after.forEach(m -> now.add(key(m, fresh.name(m.unit()))));
    Set<String> was = new HashSet<>();
    List<Told> went = new ArrayList<>();
    for (Told misfit : before) {
      String key = key(misfit, now(old, misfit.unit(), moved));
      was.add(key);
      if (!now.contains(key)) {
        went.add(misfit);
      }
    }
    List<Told> came = new ArrayList<>();
    for (Told misfit : after) {
      if (!was.contains(key(misfit, fresh.name(misfit.unit())))) {
        came.add(misfit);
      }
    }
    return new MisfitDrift(came, went);
  }

  private static String key(Told misfit, String unit) {
    return misfit.kind().word() + " " + unit;
  }

  /** The name that a unit has by now. */
  private static String now(Units units, int unit, Map<String, String> moved) {
    String name = units.name(unit);
    int top = units.topTypeOf(unit);
    String type = top < 0 ? "" : units.name(top);
    return moved.containsKey(type) ? moved.get(type) + name.substring(type.length()) : name;
  }
}

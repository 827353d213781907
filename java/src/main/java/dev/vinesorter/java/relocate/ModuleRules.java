package dev.vinesorter.java.relocate;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.ModuleReach;
import dev.vinesorter.java.code.ModuleReach.Part;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** Asks of types that go into another module whether all sides see what they use then. */
final class ModuleRules {
  private ModuleRules() {}

  static List<Reason> of(Relocation move) {
    Units units = move.units();
    Set<Integer> inside = new TreeSet<>();
    for (int type : move.going()) {
      if (move.home(type) != null) {
        inside.addAll(units.withAllInside(type));
        int file = units.fileOf(type);
        if (move.moves(file)) {
          inside.add(file);
        }
      }
    }
    return inside.isEmpty()
        ? List.of()
        : new ModuleReach(move, move.sight(), unit -> goal(move, unit)).reasons(inside);
  }

  private static Part goal(Relocation move, int unit) {
    Relocation.Home home = move.home(unit);
    boolean tests = home != null && move.units().has(move.units().fileOf(unit), Trait.TEST);
    return home == null ? null : new Part(home.module(), home.name(), tests);
  }
}

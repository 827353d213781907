package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Step;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** The names that what others name has after a step. */
final class NewNames {
  private final StepEffect step;
  private final Survey before;
  private final Survey after;

  NewNames(StepEffect step) {
    this.step = step;
    this.before = step.before();
    this.after = step.after();
  }

  /**
   * The new full names of types of a guest that are elsewhere now, by their old ones, as its host
   * writes them. One is the same as before where only one of its simple name came.
   */
  Map<String, String> goneElsewhere() {
    Map<String, List<Integer>> came = new HashMap<>();
    Set<String> were = new HashSet<>();
    Units units = before.units();
    Units now = after.units();
    for (int type = 0; type < units.size(); type++) {
      if (isTop(units, type)) {
        were.add(units.name(type));
      }
    }
    Set<String> are = new HashSet<>();
    for (int type = 0; type < now.size(); type++) {
      if (isTop(now, type)) {
        are.add(now.name(type));
        if (!were.contains(now.name(type))) {
          came.computeIfAbsent(now.simpleName(type), name -> new ArrayList<>()).add(type);
        }
      }
    }
    Map<String, String> found = new TreeMap<>();
    for (int type = 0; type < units.size(); type++) {
      List<Integer> same = came.getOrDefault(units.simpleName(type), List.of());
      if (isTop(units, type) && !are.contains(units.name(type)) && same.size() == 1) {
        found.put(units.name(type), now.name(same.get(0)));
      }
    }
    return found;
  }

  private boolean isTop(Units units, int type) {
    int file = units.level(type) == Level.TYPE ? units.fileOf(type) : -1;
    return file >= 0 && units.parent(type) == file && step.language().owns(units.name(file));
  }

  /** Such names as the host writes them. */
  Map<String, String> asWritten(Map<String, String> names) {
    Map<String, String> found = new TreeMap<>();
    names.forEach(
        (old, fresh) -> {
          int was = before.units().find(old, Level.TYPE);
          int is = after.units().find(fresh, Level.TYPE);
          found.put(written(before.units(), was), written(after.units(), is));
        });
    return found;
  }

  private static String written(Units units, int type) {
    String home = units.name(units.packageOf(type));
    String name = Neighbours.hostName(units, type);
    return home.isEmpty() ? name : home + "." + name;
  }

  /** The new full names of types whose sources lie elsewhere now, by their old ones. */
  Map<String, String> moved() {
    Map<String, String> found = new TreeMap<>();
    Units now = after.units();
    for (String path : step.edited().changed().keySet()) {
      String old = step.edited().changed().get(path) == null ? path : step.edited().origin(path);
      int file = now.find(path, Level.FILE);
      int was = old.equals(path) ? -1 : before.units().find(old, Level.FILE);
      for (int type : file < 0 || was < 0 ? new int[0] : now.children(file)) {
        String name = now.simpleName(type);
        for (int other : before.units().children(was)) {
          if (before.units().simpleName(other).equals(name)) {
            found.put(before.units().name(other), now.name(type));
          }
        }
      }
    }
    return found;
  }

  /** The new full names of what a step renamed and others name, by their old ones. */
  Map<String, String> renamed(Step.Rename rename) {
    Map<String, String> found = new TreeMap<>();
    step.eachUse(
        r -> {
          for (int unit : step.overloads(before.references().target(r))) {
            String name = before.units().name(unit);
            String fresh = rename.after(name);
            int open = name.indexOf('(');
            boolean bare = open >= 0 && fresh.indexOf('(') < 0;
            if (!fresh.equals(name)) {
              found.put(name, bare ? fresh + name.substring(open) : fresh);
            }
          }
        });
    return found;
  }
}

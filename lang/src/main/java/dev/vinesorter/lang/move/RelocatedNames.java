package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/** What units are called after declarations left a source for another one. */
final class RelocatedNames implements MoveProof.Renamed {
  private final Relocation move;

  /** What stands loose in the two sources, before and after; it is only reached through. */
  private final Set<String> modules = new TreeSet<>();

  /** What units are called afterwards, by what they were called. */
  private final Map<String, String> names = new HashMap<>();

  private final int here;
  private final String newHome;

  RelocatedNames(Survey before, Survey after, Relocation move) {
    this.move = move;
    this.here = loose(before.units(), move.path(move.from()));
    int there = loose(after.units(), move.to());
    this.newHome = there < 0 ? "" : after.units().name(there);
    for (Survey one : List.of(before, after)) {
      for (String path : List.of(move.path(move.from()), move.to())) {
        int loose = loose(one.units(), path);
        if (loose >= 0) {
          modules.add(one.units().name(loose));
        }
      }
    }
    if (here >= 0 && there >= 0) {
      name(before.units(), after.units(), there);
    }
  }

  /** The unit of what stands loose in a source; -1 for none. */
  private static int loose(Units units, String path) {
    int file = units.find(path, Level.FILE);
    for (int unit = 0; file >= 0 && unit < units.size(); unit++) {
      boolean whole = units.begin(unit) == 0 && units.end(unit) == units.end(file);
      if (units.level(unit) == Level.TYPE && units.fileOf(unit) == file && whole) {
        return unit;
      }
    }
    return -1;
  }

  /** Finds the new names of what moves, and of what is in it. */
  private void name(Units units, Units after, int there) {
    int file = units.fileOf(here);
    String oldHome = units.name(here);
    String oldPackage = units.name(units.packageOf(file));
    String newPackage = after.name(after.packageOf(there));
    for (int unit = 0; unit < units.size(); unit++) {
      boolean inside = units.level(unit) == Level.TYPE || units.level(unit) == Level.MEMBER;
      if (inside
          && unit != here
          && units.fileOf(unit) == file
          && move.isInside(units.nameAt(unit))) {
        String name = units.name(unit);
        boolean loose = name.startsWith(oldHome + ".") || name.startsWith(oldHome + "#");
        if (loose) {
          names.put(name, newHome + name.substring(oldHome.length()));
        } else {
          String bare = oldPackage.isEmpty() ? name : name.substring(oldPackage.length() + 1);
          names.put(name, newPackage.isEmpty() ? bare : newPackage + "." + bare);
        }
      }
    }
  }

  @Override
  public String name(String old) {
    return names.getOrDefault(old, old);
  }

  @Override
  public String user(int unit, String old, int at) {
    boolean loose = unit == here && move.isInside(at);
    return loose ? newHome : name(old);
  }

  @Override
  public boolean isModule(String name) {
    return modules.contains(name);
  }
}

package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.lang.move.MoveProof;
import dev.vinesorter.lang.outline.Outline;
import java.util.HashMap;
import java.util.Map;

/** What units are called after a move between namespaces. */
final class SpaceNames implements MoveProof.Renamed {
  private final Units units;
  private final SpaceMove move;
  private final Map<String, String> names = new HashMap<>();

  /** The sources that things leave, by the units of what is loose in them. */
  private final Map<Integer, Integer> loose = new HashMap<>();

  SpaceNames(Units units, SpaceMove move) {
    this.units = units;
    this.move = move;
    for (int unit = 0; unit < units.size(); unit++) {
      boolean inside = units.level(unit) == Level.TYPE || units.level(unit) == Level.MEMBER;
      int file = inside ? file(unit) : -1;
      if (file >= 0 && !move.leaving(file).isEmpty()) {
        name(unit, file);
      }
    }
  }

  /** The number of the source that a unit stands in; -1 for one of a library. */
  private int file(int unit) {
    int file = units.fileOf(unit);
    return file < 0 ? -1 : move.project().number(units.name(file));
  }

  private void name(int unit, int file) {
    String old = units.name(unit);
    String oldSpace = units.name(units.packageOf(units.fileOf(unit)));
    String oldLoose = SpaceMove.join(oldSpace, Outline.looseName(move.path(file)));
    boolean whole = old.equals(oldLoose);
    if (whole) {
      loose.put(unit, file);
    }
    Departure goes = whole ? move.whole(file) : at(file, units.nameAt(unit));
    if (goes == null) {
      return;
    }
    String newLoose = SpaceMove.join(goes.space(), Outline.looseName(goes.to()));
    if (whole || old.startsWith(oldLoose + "#") || old.startsWith(oldLoose + ".")) {
      names.put(old, newLoose + old.substring(oldLoose.length()));
    } else if (oldSpace.isEmpty()) {
      names.put(old, SpaceMove.join(goes.space(), old));
    } else if (old.startsWith(oldSpace + ".")) {
      names.put(old, goes.space() + old.substring(oldSpace.length()));
    }
  }

  private Departure at(int file, int at) {
    Departure whole = move.whole(file);
    return whole != null ? whole : move.with(file, at);
  }

  @Override
  public String name(String old) {
    return names.getOrDefault(old, old);
  }

  @Override
  public String user(int unit, String old, int at) {
    Integer file = loose.get(unit);
    Departure goes = file == null ? null : move.with(file, at);
    return goes != null ? SpaceMove.join(goes.space(), Outline.looseName(goes.to())) : name(old);
  }

  @Override
  public boolean isModule(String name) {
    return false;
  }
}

package dev.vinesorter.report;

import dev.vinesorter.core.model.Units;

/**
 * A place in a source, as people and other programs find it.
 *
 * @param file path from the root
 * @param line from 1
 */
record Place(String file, int line) {
  /** Where a unit is named in its declaration; null for what has no file of its own. */
  static Place of(Units units, int unit) {
    int file = units.fileOf(unit);
    return file < 0
        ? null
        : new Place(units.name(file), units.line(file, Math.max(0, units.nameAt(unit))));
  }

  @Override
  public String toString() {
    return file + ":" + line;
  }
}

package dev.vinesorter.cli;

import dev.vinesorter.core.structure.LevelGraph;

/** What is said of pictures that are written to files. */
final class Pictures {
  private Pictures() {}

  /** What was taken together, for the end of a sentence; empty for nothing. */
  static String together(LevelGraph shown) {
    return shown.isFolded()
        ? ", "
            + shown.units()
            + " "
            + shown.level().words()
            + " taken together as "
            + shown.size()
            + "; --within UNIT draws a part, --all draws each"
        : "";
  }
}

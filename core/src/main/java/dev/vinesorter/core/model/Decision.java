package dev.vinesorter.core.model;

import java.util.Arrays;
import java.util.List;

/**
 * A switch, or a chain of conditions on one thing.
 *
 * @param at its first char in the file
 * @param on the last word of what is decided on; empty where it has none
 * @param labels what it is compared with, as written, in order: {@code ROOT}, {@code "seed"},
 *     {@code instanceof Fern}
 */
public record Decision(int at, String on, List<String> labels) {
  public Decision {
    labels = List.copyOf(labels);
  }

  /** All but the place as one text, for a table of strings. */
  String packed() {
    return on + "\n" + String.join("\n", labels);
  }

  static Decision of(int at, String packed) {
    String[] lines = packed.split("\n", -1);
    return new Decision(at, lines[0], Arrays.asList(lines).subList(1, lines.length));
  }
}

package dev.vinesorter.report;

import dev.vinesorter.core.structure.Layering;

/** A first trellis from the code as it is: one layer for each row of the layering. */
public final class TrellisDraft {
  private TrellisDraft() {}

  /** The file's text; it holds for the code it was made from but for what runs upwards. */
  public static String of(Layering layering) {
    StringBuilder text = new StringBuilder();
    text.append("# The intended structure, as the code has it today. Give the layers names that\n");
    text.append("# mean something, join and part them, and take out what is not meant.\n");
    text.append("layers: # top first; a layer may use itself and everything below it\n");
    int number = layering.rows().size();
    for (int[] row : layering.rows()) {
      text.append("  - name: layer-").append(number--).append("\n    holds:\n");
      for (int node : row) {
        String name = layering.graph().name(node);
        text.append("      - ").append(quoted(name.isEmpty() ? "*" : name)).append('\n');
      }
    }
    if (layering.upwards().isEmpty()) {
      text.append("acyclic: [package]\n");
    } else {
      text.append("# Running upwards today, so 'vinesort check' tells of them:\n");
      for (Layering.Upward up : layering.upwards()) {
        String pair = layering.graph().name(up.from()) + " -> " + layering.graph().name(up.to());
        text.append("#   ").append(Page.printable(pair)).append('\n');
      }
    }
    return text.toString();
  }

  /** A YAML double-quoted scalar. */
  private static String quoted(String raw) {
    return '"' + Page.printable(raw).replace("\\", "\\\\").replace("\"", "\\\"") + '"';
  }
}

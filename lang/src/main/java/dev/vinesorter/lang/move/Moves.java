package dev.vinesorter.lang.move;

import java.util.Map;

/** Where sources are after a step, by where they were. */
public record Moves(Map<String, String> paths) {
  public Moves {
    paths = Map.copyOf(paths);
  }

  /** Where a source is afterwards. */
  public String of(String path) {
    return paths.getOrDefault(path, path);
  }

  /** A path as it is written from a folder, with two dots for each folder up. */
  public static String relative(String folder, String path) {
    String[] from = folder.isEmpty() ? new String[0] : folder.split("/");
    String[] to = path.split("/");
    int same = 0;
    while (same < from.length && same < to.length - 1 && from[same].equals(to[same])) {
      same++;
    }
    StringBuilder relative = new StringBuilder("../".repeat(from.length - same));
    for (int n = same; n < to.length; n++) {
      relative.append(n == same ? "" : "/").append(to[n]);
    }
    return relative.toString();
  }
}

package dev.vinesorter.core.structure;

import java.util.List;

/** What package names have in common. */
public final class PackageNames {
  private PackageNames() {}

  /** The number of first segments that all names share; never all segments of a name. */
  public static int sharedSegments(List<String> names) {
    if (names.isEmpty()) {
      return 0;
    }
    String[] shared = names.get(0).split("\\.");
    int count = shared.length;
    int shortest = Integer.MAX_VALUE;
    for (String name : names) {
      String[] segments = name.split("\\.");
      int same = 0;
      while (same < Math.min(count, segments.length) && segments[same].equals(shared[same])) {
        same++;
      }
      count = same;
      shortest = Math.min(shortest, segments.length);
    }
    return Math.min(count, Math.max(0, shortest - 1));
  }

  /** The first segments of a name, or all where it has no more. */
  public static String firstSegments(String name, int count) {
    int at = -1;
    for (int n = 0; n < count; n++) {
      at = name.indexOf('.', at + 1);
      if (at < 0) {
        return name;
      }
    }
    return name.substring(0, Math.max(0, at));
  }
}

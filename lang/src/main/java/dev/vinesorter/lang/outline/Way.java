package dev.vinesorter.lang.outline;

import dev.vinesorter.lang.outline.Outline.Root;
import java.util.ArrayList;
import java.util.List;

/**
 * How a value came about: the names that lead to it from where they begin. A name that is called
 * has {@link #CALLED} behind it, and leads to what that gives.
 */
public record Way(Root root, List<String> names) {
  /** What a name has behind it that is called on the way. */
  public static final String CALLED = "()";

  /** Nobody tells how. */
  public static final Way UNKNOWN = new Way(Root.UNKNOWN, List.of());

  /** The object whose method it stands in. */
  public static final Way SELF = new Way(Root.SELF, List.of());

  public Way {
    names = List.copyOf(names);
  }

  /** An object of a type, by its names with dots between; empty where nobody tells. */
  public static Way ofType(String written) {
    return written.isEmpty() ? UNKNOWN : new Way(Root.OF_TYPE, List.of(written.split("\\.")));
  }

  /**
   * The names with dots between, as the type of what is declared with such a value; empty where
   * they mean something else elsewhere.
   */
  public String written() {
    boolean everywhere = root == Root.OF_TYPE || root == Root.ELSEWHERE || root == Root.PATH;
    return everywhere ? String.join(".", names) : "";
  }

  /** What a value has by a name, or gives when that is called. */
  public Way to(String name, boolean called) {
    if (root == Root.UNKNOWN || name.isEmpty() || names.size() >= Scan.LONGEST_CHAIN) {
      return UNKNOWN;
    }
    List<String> longer = new ArrayList<>(names);
    longer.add(called ? name + CALLED : name);
    return new Way(root, longer);
  }

  /** What it gives where its last name is called. */
  public Way called() {
    return names.isEmpty()
        ? UNKNOWN
        : new Way(root, names.subList(0, names.size() - 1)).to(names.get(names.size() - 1), true);
  }

  /** A name without the sign that it is called. */
  public static String plain(String name) {
    return isCalled(name) ? name.substring(0, name.length() - CALLED.length()) : name;
  }

  /** Whether a name on the way is called. */
  public static boolean isCalled(String name) {
    return name.endsWith(CALLED);
  }
}

package dev.vinesorter.core.structure;

import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.UnitPattern;
import java.util.ArrayList;
import java.util.List;

/**
 * How a view is kept free of what would only be noise.
 *
 * @param hidden units that were read, but stand outside the structure
 * @param shortNames prefixes of names with what is shown in their place, longest prefix first
 * @param folds each a list of path patterns: files that fit them with the same wildcards are one
 *     unit, named after the file that fits the first
 */
public record Tidy(List<UnitPattern> hidden, List<ShortName> shortNames, List<List<Glob>> folds) {
  /**
   * Among folds it says that headers and sources of C and C++ are not one without being told so.
   */
  public static final List<Glob> APART = List.of();

  public static final Tidy NONE = new Tidy(List.of(), List.of(), List.of());

  /** A prefix and what is shown for it. */
  public record ShortName(String prefix, String shown) {}

  public Tidy {
    hidden = List.copyOf(hidden);
    shortNames =
        shortNames.stream()
            .sorted(
                java.util.Comparator.comparing((ShortName s) -> -s.prefix().length())
                    .thenComparing(ShortName::prefix))
            .toList();
    folds = folds.stream().map(List::copyOf).toList();
  }

  /** A name as it is shown. */
  public String shown(String name) {
    for (ShortName one : shortNames) {
      if (name.equals(one.prefix)) {
        return one.shown;
      }
      if (name.startsWith(one.prefix)) {
        char next = name.charAt(one.prefix.length());
        char last = one.prefix.charAt(one.prefix.length() - 1);
        if (next == '.' || next == '/' || next == '#' || last == '.' || last == '/') {
          return one.shown + name.substring(one.prefix.length());
        }
      }
    }
    return name;
  }

  /** The names that are shown as one, the likeliest first; itself last. */
  public List<String> meant(String shown) {
    List<String> found = new ArrayList<>();
    for (ShortName one : shortNames) {
      boolean begins = !one.shown.isEmpty() && shown.startsWith(one.shown);
      String full = begins ? one.prefix + shown.substring(one.shown.length()) : shown;
      if (begins && shown(full).equals(shown)) {
        found.add(full);
      }
    }
    found.add(shown);
    return found;
  }
}

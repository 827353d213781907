package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** The units whose names are nearest to one that names none. */
public final class NearestNames {
  private static final int MOST = 3;

  private NearestNames() {}

  private record Near(String name, int distance) {}

  /** Up to three names of our own units, nearest first. */
  public static List<String> of(Units units, String wanted) {
    String last = last(wanted);
    List<Near> near = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (!units.has(unit, Trait.FOREIGN)) {
        String simple = last(units.simpleName(unit));
        int bound = Math.max(2, last.length() / 3);
        if (Math.abs(simple.length() - last.length()) <= bound) {
          int ends = distance(last, simple);
          if (ends <= bound) {
            near.add(new Near(units.name(unit), 100 * ends + distance(wanted, units.name(unit))));
          }
        }
      }
    }
    near.sort(Comparator.comparingInt(Near::distance).thenComparing(Near::name));
    return near.stream().map(Near::name).filter(n -> !n.isEmpty()).distinct().limit(MOST).toList();
  }

  /** The same as a sentence for people. */
  public static String hint(Units units, String wanted) {
    List<String> names = of(units, wanted);
    return names.isEmpty()
        ? "Units are named as Javadoc names them, such as org.x.pay.Bill#total(Currency)."
        : "Did you mean " + names.stream().collect(Collectors.joining(", or ")) + "?";
  }

  private static String last(String name) {
    String bare = name.contains("(") ? name.substring(0, name.indexOf('(')) : name;
    int cut =
        Math.max(Math.max(bare.lastIndexOf('.'), bare.lastIndexOf('#')), bare.lastIndexOf('/'));
    return bare.substring(cut + 1).toLowerCase(Locale.ROOT);
  }

  /** Edit distance (V. Levenshtein, 1966), in two rows. */
  static int distance(String left, String right) {
    int[] above = new int[right.length() + 1];
    int[] row = new int[right.length() + 1];
    for (int c = 0; c <= right.length(); c++) {
      above[c] = c;
    }
    for (int r = 1; r <= left.length(); r++) {
      row[0] = r;
      for (int c = 1; c <= right.length(); c++) {
        int change = left.charAt(r - 1) == right.charAt(c - 1) ? 0 : 1;
        row[c] = Math.min(above[c - 1] + change, Math.min(above[c], row[c - 1]) + 1);
      }
      int[] swap = above;
      above = row;
      row = swap;
    }
    return above[right.length()];
  }
}

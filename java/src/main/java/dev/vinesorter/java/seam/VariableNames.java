package dev.vinesorter.java.seam;

import java.util.Locale;

/** What variables of a type are called where nobody says otherwise. */
final class VariableNames {
  private VariableNames() {}

  /** The name by that of a type: {@code urlReader} for {@code URLReader}. */
  static String of(String simpleName) {
    int capitals = 0;
    while (capitals < simpleName.length() && Character.isUpperCase(simpleName.charAt(capitals))) {
      capitals++;
    }
    boolean word = capitals > 1 && capitals < simpleName.length();
    int lower = Math.max(1, word ? capitals - 1 : capitals);
    return simpleName.substring(0, lower).toLowerCase(Locale.ROOT) + simpleName.substring(lower);
  }
}

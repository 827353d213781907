package dev.vinesorter.core.misfit;

import java.util.ArrayList;
import java.util.List;

/** The words that a name is made of. */
public final class Words {
  /** From so many letters on, a word that begins another one counts as alike. */
  private static final int STEM = 4;

  private Words() {}

  /**
   * The words of a name in their order: split where case or sort of char changes, in lower case and
   * singular, without digits. {@code XMLLoanSlips2} is xml, loan, slip.
   */
  public static List<String> of(String name) {
    List<String> words = new ArrayList<>();
    int from = 0;
    for (int at = 0; at <= name.length(); at++) {
      boolean letter = at < name.length() && Character.isLetter(name.charAt(at));
      if (at > from && (!letter || begins(name, at))) {
        words.add(singular(name.substring(from, at)));
        from = at;
      }
      if (!letter) {
        from = at + 1;
      }
    }
    return words;
  }

  /** Whether a capital begins a word: behind a small letter, or before one. */
  private static boolean begins(String name, int at) {
    return Character.isUpperCase(name.charAt(at))
        && (!Character.isUpperCase(name.charAt(at - 1))
            || at + 1 < name.length() && Character.isLowerCase(name.charAt(at + 1)));
  }

  private static String singular(String word) {
    String lower = word.toLowerCase(java.util.Locale.ROOT);
    if (lower.endsWith("ies") && lower.length() > 4) {
      return lower.substring(0, lower.length() - 3) + "y";
    }
    boolean many = lower.endsWith("s") && !lower.endsWith("ss") && lower.length() > 3;
    return many ? lower.substring(0, lower.length() - 1) : lower;
  }

  /** Whether two words are the same, or one begins the other with at least four letters. */
  public static boolean alike(String one, String other) {
    return one.equals(other)
        || Math.min(one.length(), other.length()) >= STEM
            && (one.startsWith(other) || other.startsWith(one));
  }
}

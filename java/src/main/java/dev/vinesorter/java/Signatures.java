package dev.vinesorter.java;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The part of a member's name that lists its parameters, as in {@code (Currency, int[])}. */
final class Signatures {
  private Signatures() {}

  /** The list with one type's simple name replaced. */
  static String renamed(String signature, String old, String fresh) {
    return Pattern.compile("(?<![\\w$.])" + Pattern.quote(old) + "(?![\\w$])")
        .matcher(signature)
        .replaceAll(Matcher.quoteReplacement(fresh));
  }
}

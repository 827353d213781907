package dev.vinesorter.lang.outline;

import java.util.List;

/** Where the names of a qualified one stand in a text. */
public final class Written {
  private Written() {}

  /**
   * The first char of one of the names of a chain.
   *
   * @param last the first char of the last name
   * @param index which of the names
   * @return -1 where something else stands between the names
   */
  public static int begin(String text, int last, List<String> chain, int index) {
    int at = last;
    for (int n = chain.size() - 2; n >= index; n--) {
      int before = back(text, at);
      int dot = before - 1;
      boolean separated = dot >= 0 && (text.charAt(dot) == '.' || text.charAt(dot) == '\\');
      int end = separated ? back(text, dot) : -1;
      String name = chain.get(n);
      int begin = end - name.length();
      boolean known =
          begin >= 0
              && text.startsWith(name, begin)
              && (begin == 0 || !Character.isJavaIdentifierPart(text.charAt(begin - 1)));
      if (!known) {
        return -1;
      }
      at = begin;
    }
    return at;
  }

  /** One past the last char before a place that is no space. */
  private static int back(String text, int at) {
    int before = at;
    while (before > 0 && Character.isWhitespace(text.charAt(before - 1))) {
      before--;
    }
    return before;
  }

  /** Whether a name stands at a place as a whole, not as part of a longer one. */
  public static boolean isWhole(String text, int at, int end) {
    boolean before =
        at > 0
            && (Character.isJavaIdentifierPart(text.charAt(at - 1)) || text.charAt(at - 1) == '.');
    boolean deeper =
        at > 1
            && text.charAt(at - 1) == '\\'
            && Character.isJavaIdentifierPart(text.charAt(at - 2));
    boolean behind = end < text.length() && Character.isJavaIdentifierPart(text.charAt(end));
    return !before && !deeper && !behind;
  }

  /** Whether a word stands somewhere in a text, and not as part of a longer one. */
  public static boolean has(String text, String word) {
    for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
      int end = at + word.length();
      boolean part =
          at > 0 && Character.isJavaIdentifierPart(text.charAt(at - 1))
              || end < text.length() && Character.isJavaIdentifierPart(text.charAt(end));
      if (!part) {
        return true;
      }
    }
    return false;
  }
}

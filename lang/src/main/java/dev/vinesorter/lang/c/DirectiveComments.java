package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;

/** Comments in lines of the preprocessor that the grammar does not take for such. */
final class DirectiveComments {
  /** Behind more blanks, no sign is looked at. */
  private static final int MOST_BLANKS = 80;

  private DirectiveComments() {}

  /**
   * Comments inside of directives of several lines, or in front of more of one, and directives that
   * are nothing else: where each begins and ends.
   */
  static List<int[]> of(String text) {
    List<int[]> found = new ArrayList<>();
    for (int from = 0, sign = text.indexOf('#'); sign >= 0; sign = text.indexOf('#', from)) {
      int line = beginOfLine(text, sign);
      if (line < 0) {
        from = sign + 1;
        continue;
      }
      int begin = CodeAround.pastSpaces(text, sign + 1);
      from = CodeAround.endOfLines(text, begin);
      if (text.startsWith("//", begin)) {
        found.add(new int[] {line, from});
        continue;
      }
      String all = text.substring(begin, from);
      int asked =
          all.startsWith("if") || all.startsWith("elif") ? all.indexOf("__has_include") : -1;
      while (asked >= 0) {
        int open = all.indexOf('(', asked);
        int close = open < 0 ? -1 : all.indexOf(')', open);
        if (close > 0) {
          found.add(new int[] {begin + open + 1, begin + close});
        }
        asked = all.indexOf("__has_include", asked + 1);
      }
      boolean several = all.indexOf('\n') >= 0;
      int comment = all.indexOf("/*");
      while (comment >= 0) {
        int end = all.indexOf("*/", comment + 2);
        int past = end < 0 ? all.length() : end + 2;
        if (several || CodeAround.behindBlanks(all, past) < all.length()) {
          found.add(new int[] {begin + comment, begin + past});
        }
        comment = all.indexOf("/*", past);
      }
    }
    return found;
  }

  /** Where the line of a sign begins, if nothing but blanks stands before it; else -1. */
  private static int beginOfLine(String text, int sign) {
    int at = sign;
    while (at > 0 && sign - at < MOST_BLANKS && CodeAround.isSpace(text.charAt(at - 1))) {
      at--;
    }
    return at == 0 || text.charAt(at - 1) == '\n' || text.charAt(at - 1) == '\r' ? at : -1;
  }
}

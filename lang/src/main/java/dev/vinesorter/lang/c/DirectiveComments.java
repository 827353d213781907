package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Comments in lines of the preprocessor that the grammar does not take for such. */
final class DirectiveComments {
  private static final Pattern DIRECTIVE = Pattern.compile("(?m)^[ \\t]{0,80}#[ \\t]{0,80}");

  private DirectiveComments() {}

  /**
   * Comments inside of directives of several lines, and directives that are nothing else: where
   * each begins and ends.
   */
  static List<int[]> of(String text) {
    List<int[]> found = new ArrayList<>();
    Matcher directive = DIRECTIVE.matcher(text);
    for (int from = 0; directive.find(from); ) {
      int begin = directive.end();
      from = endOfDirective(text, begin);
      if (text.startsWith("//", begin)) {
        found.add(new int[] {directive.start(), from});
        continue;
      }
      String all = text.substring(begin, from);
      int comment = all.indexOf('\n') < 0 ? -1 : all.indexOf("/*");
      while (comment >= 0) {
        int end = all.indexOf("*/", comment + 2);
        int past = end < 0 ? all.length() : end + 2;
        found.add(new int[] {begin + comment, begin + past});
        comment = all.indexOf("/*", past);
      }
    }
    return found;
  }

  /** The end of the line that a place is in, or of those by which it goes on. */
  private static int endOfDirective(String text, int from) {
    int next = text.indexOf('\n', from);
    while (next > 0) {
      int last = text.charAt(next - 1) == '\r' ? next - 1 : next;
      if (last == 0 || text.charAt(last - 1) != '\\') {
        return next;
      }
      next = text.indexOf('\n', next + 1);
    }
    return text.length();
  }
}

package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;

/**
 * The lines by which a header of C gives C++ what it declares with the linkage of C: a condition
 * around {@code extern "C"} and its opening brace, and another one around the closing brace. No
 * grammar takes them as a pair, since each condition holds half of a block.
 *
 * @param begin where the first line of the opening begins
 * @param past one past its last line
 * @param close where the first line of the closing begins
 * @param end one past its last line
 */
record LinkageBracket(int begin, int past, int close, int end) {
  private static final Pattern ASKS =
      Pattern.compile(
          "\\s*+#\\s*+if(def\\s++__cplusplus|\\s*+defined\\s*+\\(\\s*+__cplusplus\\s*+\\)"
              + "|\\s++defined\\s++__cplusplus|\\s++__cplusplus)\\b?+.{0,99}");

  private static final String COMMENT = "\\s*+(//.*|/\\*.*\\*/\\s*+)?+";

  private static final Pattern OPENS = Pattern.compile("\\s*+extern\\s*+\"C\"\\s*+\\{" + COMMENT);

  /** The brace may stand in a line of its own. */
  private static final Pattern NAMES = Pattern.compile("\\s*+extern\\s*+\"C\"" + COMMENT);

  private static final Pattern BRACE = Pattern.compile("\\s*+\\{" + COMMENT);

  private static final Pattern CLOSES = Pattern.compile("\\s*+\\};?+" + COMMENT);

  private static final Pattern ENDS = Pattern.compile("\\s*+#\\s*+endif\\b.*");

  private static final int LONGEST_LINE = 200;

  /** The brackets of a text in their order. */
  static List<LinkageBracket> of(String text) {
    List<LinkageBracket> found = new ArrayList<>();
    if (!text.contains("__cplusplus")) {
      return found;
    }
    List<int[]> lines = new ArrayList<>();
    for (int begin = 0; begin < text.length(); ) {
      int next = text.indexOf('\n', begin);
      int past = next < 0 ? text.length() : next + 1;
      if (past - begin > LONGEST_LINE || !text.substring(begin, past).isBlank()) {
        lines.add(new int[] {begin, past});
      }
      begin = past;
    }
    int[] open = null;
    for (int n = 0; n + 2 < lines.size(); n++) {
      if (!is(text, lines.get(n), ASKS)) {
        continue;
      }
      int opens = open == null ? opens(text, lines, n + 1) : 0;
      if (opens > 0 && n + opens + 1 < lines.size() && is(text, lines.get(n + opens + 1), ENDS)) {
        open = new int[] {lines.get(n)[0], lines.get(n + opens + 1)[1]};
      } else if (open != null
          && is(text, lines.get(n + 1), CLOSES)
          && is(text, lines.get(n + 2), ENDS)) {
        found.add(new LinkageBracket(open[0], open[1], lines.get(n)[0], lines.get(n + 2)[1]));
        open = null;
      }
    }
    return found;
  }

  /** How many lines from one on give the linkage and open a brace; 0 for none. */
  private static int opens(String text, List<int[]> lines, int line) {
    boolean apart =
        is(text, lines.get(line), NAMES)
            && line + 1 < lines.size()
            && is(text, lines.get(line + 1), BRACE);
    return is(text, lines.get(line), OPENS) ? 1 : apart ? 2 : 0;
  }

  private static boolean is(String text, int[] line, Pattern pattern) {
    return line[1] - line[0] <= LONGEST_LINE
        && pattern.matcher(text.substring(line[0], line[1]).stripTrailing()).matches();
  }

  /** Whether a place stands between the braces. */
  boolean holds(int at) {
    return past <= at && at < close;
  }

  /** What is given, between lines like those of this bracket. */
  String around(String text, String within, String lineEnd) {
    return text.substring(begin, past).stripTrailing()
        + lineEnd
        + lineEnd
        + within
        + lineEnd
        + text.substring(close, end).stripTrailing()
        + lineEnd;
  }
}

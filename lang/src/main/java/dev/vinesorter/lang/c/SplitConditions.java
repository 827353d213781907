package dev.vinesorter.lang.c;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/**
 * Conditions of the preprocessor that begin or end in the middle of a statement, such as one around
 * a last argument, or around all up to an {@code else}. No grammar expects them there. Where
 * nothing stands for the other case, what is under the condition is read as if it had none.
 */
final class SplitConditions {
  private static final List<String> GOING_ON = List.of("||", "&&", "|", "==", "!=", "?");

  private SplitConditions() {}

  /**
   * A condition that is open.
   *
   * @param begin the first char of its line
   * @param end where its line ends
   * @param whole whether nothing stands for the other case
   */
  private record Open(int begin, int end, boolean whole) {}

  /** The lines of such conditions, each by where it begins and ends. */
  static List<int[]> of(String text) {
    List<int[]> found = new ArrayList<>();
    Deque<Open> open = new ArrayDeque<>();
    for (int at = 0; at < text.length(); ) {
      int end = lineEnd(text, at);
      int sign = CodeAround.behindBlanks(text, at);
      if (sign < end && text.charAt(sign) == '#') {
        int word = CodeAround.behindBlanks(text, sign + 1);
        if (text.startsWith("if", word)) {
          open.push(new Open(sign, end, true));
        } else if (text.startsWith("el", word) && !open.isEmpty()) {
          Open one = open.pop();
          open.push(new Open(one.begin, one.end, false));
        } else if (text.startsWith("endif", word) && !open.isEmpty()) {
          Open one = open.pop();
          if (one.whole && splits(text, one, sign)) {
            found.add(new int[] {one.begin, one.end});
            found.add(new int[] {sign, end});
          }
        }
      }
      at = end + 1;
    }
    return found;
  }

  /** Where a line ends that may go on behind backslashes. */
  private static int lineEnd(String text, int from) {
    int end = text.indexOf('\n', from);
    while (end > 0 && text.substring(Math.max(0, end - 2), end).strip().endsWith("\\")) {
      end = text.indexOf('\n', end + 1);
    }
    return end < 0 ? text.length() : end;
  }

  /** Whether a condition begins or ends where a statement goes on. */
  private static boolean splits(String text, Open condition, int endif) {
    int first = CodeAround.behindBlanks(text, condition.end);
    int last = CodeAround.back(text, endif);
    if (first >= last) {
      return false;
    }
    char behind = text.charAt(last - 1);
    return ",(|&=".indexOf(behind) >= 0
        || CodeAround.wordEnding(text, last).equals("else")
        || GOING_ON.stream().anyMatch(sign -> text.startsWith(sign, first))
        || "(=|&".indexOf(CodeAround.previous(text, condition.begin)) >= 0;
  }
}

package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Macros that repeat what stands behind them, which no grammar expects of a call. */
final class LoopMacros {
  private static final List<String> EACH = List.of("each", "Each", "EACH");

  /** How many macros of loops are looked at by name. */
  private static final int MOST_LOOPS = 100;

  private LoopMacros() {}

  /**
   * A loop by a macro.
   *
   * @param begin where its name begins
   * @param open its parenthesis
   * @param end the blank where it could end like a call; where there is none, the parenthesis that
   *     closes
   */
  record Loop(int begin, int open, int end) {}

  /** Such macros, in their order. */
  static List<Loop> of(String text) {
    List<Loop> loops = new ArrayList<>();
    Map<String, Boolean> types = new HashMap<>();
    for (String each : EACH) {
      for (int at = text.indexOf(each, 3);
          at >= 0 && types.size() < MOST_LOOPS;
          at = text.indexOf(each, at + 1)) {
        int before = text.charAt(at - 1) == '_' ? at - 4 : at - 3;
        boolean repeats = before >= 0 && text.regionMatches(true, before, "for", 0, 3);
        Loop loop = repeats ? loop(text, before, at + each.length(), types) : null;
        if (loop != null) {
          loops.add(loop);
        }
      }
    }
    loops.sort(Comparator.comparingInt(Loop::begin));
    return loops;
  }

  /**
   * A macro of a loop, such as {@code salt_for_each(grain, all)}; null for another word.
   *
   * @param types which names are those of types, as far as that was looked at
   */
  private static Loop loop(String text, int from, int to, Map<String, Boolean> types) {
    int begin = from;
    while (begin > 0 && CodeAround.isWord(text.charAt(begin - 1))) {
      begin--;
    }
    int past = to;
    while (past < text.length() && CodeAround.isWord(text.charAt(past))) {
      past++;
    }
    int line = CodeAround.line(text, begin);
    int open = CodeAround.behindBlanks(text, past);
    boolean call = open < text.length() && text.charAt(open) == '(';
    if (!call
        || ";{})/:".indexOf(CodeAround.previous(text, begin)) < 0
        || line < 0
        || text.startsWith("#", line)) {
      return null;
    }
    int close = CodeAround.close(text, open);
    int next = close < 0 ? text.length() : CodeAround.behindBlanks(text, close);
    boolean repeats =
        next < text.length() && (text.charAt(next) == '{' || CodeAround.isWord(text.charAt(next)));
    boolean ends = repeats && (next == close || text.charAt(next - 1) != '\n');
    boolean type =
        ends
            && types.computeIfAbsent(
                text.substring(begin, past),
                name -> text.contains("class " + name) || text.contains("struct " + name));
    return ends && !type ? new Loop(begin, open, next - 1) : null;
  }
}

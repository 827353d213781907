package dev.vinesorter.lang.c;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Conditions of the preprocessor that begin or end in the middle of a statement, such as one around
 * a last argument, around all up to an {@code else}, or around the end of one block and the
 * beginning of the next. No grammar expects them there. What is under the condition first is read
 * as if it had none; of what stands for the other case the names are known.
 */
final class SplitConditions {
  private static final List<String> GOING_ON = List.of("||", "&&", "|", "==", "!=", "?", ",");

  private static final int LONGEST_PART = 1000;

  private final String text;
  private final OpenBrackets brackets;
  private final List<int[]> found = new ArrayList<>();
  private final List<int[]> others = new ArrayList<>();
  private final Deque<Open> open = new ArrayDeque<>();

  /** By a directive, the macros that those of its kind name. */
  private final Map<String, Set<String>> named = new HashMap<>();

  private SplitConditions(String text) {
    this.text = text;
    this.brackets = new OpenBrackets(text);
  }

  /** A condition that is open. */
  private static final class Open {
    /** The first char of its line, and where its line ends. */
    private final int begin;

    private final int end;

    /** The brackets that were open before it. */
    private final String before;

    /** The fewest that were open under it, and those that are at the end of its first case. */
    private int fewest;

    private String after;

    /** Where the first case ends, and whether a statement is split by it. */
    private int middle;

    private boolean splits;

    private Open(int begin, int end, String before) {
      this.begin = begin;
      this.end = end;
      this.before = before;
      this.fewest = before.length();
    }

    /** Whether something stands for the other case. */
    private boolean isForked() {
      return after != null;
    }
  }

  /** Reads a text. */
  static SplitConditions of(String text) {
    SplitConditions conditions = new SplitConditions(text);
    for (int at = 0; at < text.length(); ) {
      int end = CodeAround.endOfLines(text, at);
      int sign = CodeAround.behindBlanks(text, at);
      if (sign < end && text.charAt(sign) == '#' && !conditions.brackets.isInComment()) {
        conditions.directive(sign, end);
      } else {
        conditions.line(at, end);
      }
      at = end + 1;
    }
    return conditions;
  }

  /** The lines of such conditions, each by where it begins and ends. */
  List<int[]> lines() {
    return found;
  }

  /** What stands for the other case of such a condition, with its lines. */
  List<int[]> others() {
    return others;
  }

  /** What was met on the way: macros with blocks behind them. */
  List<OpenBrackets.Block> blocks() {
    return brackets.blocks();
  }

  private void line(int from, int end) {
    brackets.read(from, end);
    if (!open.isEmpty()) {
      open.peek().fewest = Math.min(open.peek().fewest, brackets.fewest());
    }
  }

  private void directive(int sign, int end) {
    int word = CodeAround.behindBlanks(text, sign + 1);
    if (brackets.isInList() && isOfList(word, end)) {
      found.add(new int[] {sign, end});
    } else if (text.startsWith("if", word)) {
      open.push(new Open(sign, end, brackets.now()));
    } else if (text.startsWith("el", word) && !open.isEmpty()) {
      // What stands for the other case begins where the first one did.
      Open one = open.peek();
      if (!one.isForked()) {
        one.middle = sign;
        one.splits = splits(one, sign) || beginsBlock(one, sign) || beginsHead(one, sign);
        one.after = brackets.now();
      }
      brackets.set(one.before);
    } else if (text.startsWith("endif", word) && !open.isEmpty()) {
      Open one = open.pop();
      if (!one.isForked() && splits(one, sign)) {
        found.add(new int[] {one.begin, one.end});
        found.add(new int[] {sign, end});
      }
      if (one.isForked()) {
        brackets.set(one.after);
        if (one.splits || isHead(one, end)) {
          found.add(new int[] {one.begin, one.end});
          others.add(new int[] {one.middle, end});
        }
      }
      if (!open.isEmpty()) {
        open.peek().fewest = Math.min(open.peek().fewest, one.fewest);
      }
    }
  }

  /** Whether a directive defines a macro for what stands here alone, or takes it back. */
  private boolean isOfList(int word, int end) {
    boolean defines = text.startsWith("define", word);
    if (!defines && !text.startsWith("undef", word)) {
      return false;
    }
    int name = CodeAround.behindBlanks(text, CodeAround.pastWord(text, word));
    String macro = name < end ? text.substring(name, CodeAround.pastWord(text, name)) : "";
    return defines ? words("undef").contains(macro) : words("define").contains(macro);
  }

  /** The macros that some directives speak of; looked for once. */
  private Set<String> words(String directive) {
    return named.computeIfAbsent(
        directive,
        key -> {
          Set<String> words = new HashSet<>();
          for (int at = text.indexOf(key); at >= 0; at = text.indexOf(key, at + key.length())) {
            int name = CodeAround.behindBlanks(text, at + key.length());
            int sign = at;
            while (sign > 0 && CodeAround.isSpace(text.charAt(sign - 1))) {
              sign--;
            }
            if (sign > 0 && text.charAt(sign - 1) == '#') {
              words.add(text.substring(name, CodeAround.pastWord(text, name)));
            }
          }
          return words;
        });
  }

  /** Whether a block begins in the first case of a condition at the top, and does not end there. */
  private boolean beginsBlock(Open condition, int middle) {
    if (!condition.before.isEmpty() || brackets.depth() == 0 || condition.fewest > 0) {
      return false;
    }
    String first = text.substring(condition.end, middle);
    return !first.contains("extern") && !first.contains("namespace");
  }

  /** Whether the first case of a condition at the top is no more than how a declaration begins. */
  private boolean beginsHead(Open condition, int middle) {
    int first = CodeAround.behindBlanks(text, condition.end);
    int last = CodeAround.behindCode(text, middle);
    return condition.before.isEmpty()
        && first < last
        && text.charAt(first) != '#'
        && isWithout(";{}()#", first, last)
        && (text.charAt(last - 1) == '*' || CodeAround.isWord(text.charAt(last - 1)));
  }

  /** Whether each case of a condition is the head of the function whose block comes behind it. */
  private boolean isHead(Open condition, int end) {
    int first = CodeAround.behindCode(text, condition.middle);
    int behind = CodeAround.behindBlanks(text, end);
    return behind < text.length()
        && text.charAt(behind) == '{'
        && first > condition.end
        && text.charAt(first - 1) == ')'
        && condition.after.equals(condition.before);
  }

  /** Whether a condition begins or ends where a statement goes on. */
  private boolean splits(Open condition, int endif) {
    int first = CodeAround.behindBlanks(text, condition.end);
    for (int past = -1; past != first; ) {
      past = first;
      first = CodeAround.behindComment(text, past);
    }
    int last = CodeAround.behindCode(text, endif);
    if (first >= last) {
      return false;
    }
    int before = condition.before.length();
    boolean halves = brackets.depth() != before || condition.fewest < before;
    return before > 0 && halves
        || OpenBrackets.isList(condition.before)
        || endsInside(last)
        || beginsInside(condition, first, last);
  }

  /** Whether what comes last under a condition is not the end of a statement. */
  private boolean endsInside(int last) {
    char behind = text.charAt(last - 1);
    return !isOfDirective(last)
        && (",(|&=?".indexOf(behind) >= 0
            || behind == ':' && isOfChoice(last - 1)
            || CodeAround.wordEnding(text, last).equals("else")
            || DeclaringWords.SPECIFIERS.contains(CodeAround.wordEnding(text, last))
            || isBehindQuestion(last));
  }

  /** Whether a condition begins behind a part of a statement, or with one. */
  private boolean beginsInside(Open condition, int first, int last) {
    if (text.startsWith("else", first) && CodeAround.pastWord(text, first) == first + 4
        || GOING_ON.stream().anyMatch(sign -> text.startsWith(sign, first))) {
      return true;
    }
    int code = CodeAround.behindCode(text, condition.begin);
    if (code == 0 || isOfDirective(code)) {
      return false;
    }
    String word = CodeAround.wordEnding(text, code);
    boolean inside = !condition.before.isEmpty();
    // What is declared at the top of a source keeps its condition.
    boolean part = inside || last - first < LONGEST_PART && isWithout(";{", first, last);
    return "(=|&?".indexOf(text.charAt(code - 1)) >= 0
        || inside && isBehindQuestion(code)
        || part && !word.isEmpty() && !CodeAround.isInCapitals(text, code - word.length(), code);
  }

  private boolean isWithout(String signs, int from, int to) {
    for (int at = from; at < to; at++) {
      if (signs.indexOf(text.charAt(at)) >= 0) {
        return false;
      }
    }
    return true;
  }

  /** Whether a place is in a directive that goes on in further lines. */
  private boolean isOfDirective(int past) {
    int line = CodeAround.line(text, past - 1);
    int end = line <= 0 ? 0 : text.charAt(line - 1) == '\n' ? line - 1 : line;
    end -= end > 0 && text.charAt(end - 1) == '\r' ? 1 : 0;
    return end > 0 && text.charAt(end - 1) == '\\';
  }

  /** Whether a place is behind the parentheses of an {@code if} or a loop. */
  private boolean isBehindQuestion(int past) {
    int open = CodeAround.opening(text, past);
    return open >= 0 && DeclaringWords.QUESTIONS.contains(CodeAround.wordBefore(text, open));
  }

  /** Whether a colon stands between the values of a choice, and behind no label. */
  private boolean isOfChoice(int colon) {
    int line = CodeAround.line(text, colon);
    return line >= 0 && text.substring(line, colon).contains("?");
  }
}

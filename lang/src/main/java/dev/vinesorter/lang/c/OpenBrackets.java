package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/**
 * Which brackets are open in a text that is read line by line; texts and comments do not count. Of
 * each brace it is known whether statements stand in it. On the way, macros are noted that stand
 * for statements and declarations of which no grammar knows: those with a block behind them, such
 * as {@code SALT_REQUIRE(grains > 0) { … }}, and those without an end, such as {@code
 * SALT_REGISTER(Sheet)} in a line of its own.
 */
final class OpenBrackets {
  /** Stands for a brace in which statements stand; others stand for themselves. */
  private static final char BODY = 'b';

  /** Stands for a brace in which constants stand. */
  private static final char CONSTANTS = 'e';

  /** Stands for a brace in which values stand. */
  private static final char VALUES = 'v';

  /** Deeper ones are counted, and not told apart. */
  private static final int DEEPEST = 500;

  /** In front of a brace that holds declarations, unless parameters came between. */
  private static final Set<String> HOLDERS =
      Set.of("class", "struct", "union", "enum", "namespace");

  private static final Set<String> BEFORE_BLOCK = Set.of("else", "do", "try");

  /** Shorter words are no macros that take blocks. */
  private static final int FEWEST_CHARS = 4;

  private final String text;
  private StringBuilder open = new StringBuilder();
  private int beyond;
  private int fewest;
  private boolean inComment;

  /** The last char of code, and the word that ends with it. */
  private char last = ';';

  private String word = "";

  /** Whether the statement holds parameters so far, or a word of {@link #HOLDERS}. */
  private boolean hasParameters;

  private boolean holds;

  private boolean ofEnum;

  /** One past a macro without an end, behind which a statement begins. */
  private int pastMacro = -1;

  private final List<Block> blocks = new ArrayList<>();

  OpenBrackets(String text) {
    this.text = text;
  }

  /**
   * A macro that stands for a statement or declaration, or what is taken for one.
   *
   * @param begin where it begins
   * @param open its parenthesis; one past its name where it has none
   * @param close one past the parenthesis that closes
   * @param brace the brace behind it; -1 for none
   * @param inBody whether it is a statement, and no declaration
   */
  record Block(int begin, int open, int close, int brace, boolean inBody) {}

  List<Block> blocks() {
    return blocks;
  }

  /** The brackets that are open. */
  String now() {
    return open.toString();
  }

  int depth() {
    return open.length();
  }

  /** The fewest that were open in what was read last. */
  int fewest() {
    return fewest;
  }

  /** Whether a comment goes on in the next line. */
  boolean isInComment() {
    return inComment;
  }

  void set(String brackets) {
    open = new StringBuilder(brackets);
  }

  /** Reads a line, or several that belong together. */
  void read(int from, int end) {
    fewest = open.length();
    for (int at = from; at < end; at++) {
      char c = text.charAt(at);
      if (inComment || text.startsWith("/*", at)) {
        int close = text.indexOf("*/", inComment ? at : at + 2);
        inComment = close < 0 || close >= end;
        at = inComment ? end : close + 1;
      } else if (text.startsWith("//", at)) {
        return;
      } else if (CodeAround.isWord(c)) {
        at = word(at, end) - 1;
      } else if (c == '"' || c == '\'') {
        at = CodeAround.pastText(text, at, end) - 1;
        last = c;
      } else if (!Character.isWhitespace(c)) {
        sign(c);
        last = c;
        if (at + 1 == pastMacro) {
          last = ';';
          begin();
        }
      }
    }
  }

  private int word(int begin, int end) {
    int past = Math.min(end, CodeAround.pastWord(text, begin));
    boolean starts = ";{}):".indexOf(last) >= 0 || CodeAround.isWord(last) && word.equals("else");
    if (past - begin >= FEWEST_CHARS && starts && CodeAround.isInCapitals(text, begin, past)) {
      block(begin, past);
    }
    word = text.substring(begin, past);
    last = text.charAt(past - 1);
    holds |= HOLDERS.contains(word);
    ofEnum |= word.equals("enum");
    return past;
  }

  private void block(int begin, int past) {
    int opening = CodeAround.behindBlanks(text, past);
    boolean given = opening < text.length() && text.charAt(opening) == '(';
    int close = given ? CodeAround.close(text, opening) : past;
    if (close < 0) {
      return;
    }
    int next = CodeAround.behindBlanks(text, close);
    char behind = next < text.length() ? text.charAt(next) : '}';
    boolean inBody = isInBody();
    if (behind == '{' && (given || inBody)) {
      blocks.add(new Block(begin, given ? opening : past, close, next, inBody));
    } else if (given && isAlone(begin, close, next, behind, inBody)) {
      blocks.add(new Block(begin, opening, close, -1, inBody));
      pastMacro = close;
    }
  }

  /** Whether a macro stands in a line of its own, and no constant of an enum is made by it. */
  private boolean isAlone(int begin, int close, int next, char behind, boolean inBody) {
    int line = CodeAround.line(text, begin);
    boolean apart = next == text.length() || text.substring(close, next).indexOf('\n') >= 0;
    return !isInList()
        && last != ')'
        && last != ':'
        && (behind == '}' || behind == '#' || inBody && CodeAround.isWord(behind))
        && apart
        && line >= 0
        && text.substring(line, begin).isBlank();
  }

  private boolean isInBody() {
    int at = open.length() - 1;
    while (at >= 0 && isRound(open.charAt(at))) {
      at--;
    }
    return at >= 0 && open.charAt(at) == BODY;
  }

  private void sign(char c) {
    boolean opens = c == '(' || c == '[' || c == '{';
    if (opens && open.length() == DEEPEST) {
      beyond++;
    } else if (beyond > 0 && (c == ')' || c == ']' || c == '}')) {
      beyond--;
    } else if (c == '(' || c == '[') {
      open.append(c);
    } else if (c == '{') {
      open.append(isBody() ? BODY : ofEnum ? CONSTANTS : holds ? c : isOfValues() ? VALUES : c);
      begin();
    } else if (c == ')' || c == ']' || c == '}') {
      close(c);
      fewest = Math.min(fewest, open.length());
      hasParameters |= c == ')';
      if (c == '}') {
        begin();
      }
    } else if (c == ';') {
      begin();
    }
  }

  /** Closes what a sign closes; a brace closes all that nobody closed in it. */
  private void close(char sign) {
    int at = open.length() - 1;
    while (sign == '}' && at >= 0 && isRound(open.charAt(at))) {
      at--;
    }
    if (at >= 0 && isRound(open.charAt(at)) == (sign != '}')) {
      open.setLength(at);
    }
  }

  private static boolean isRound(char bracket) {
    return bracket == '(' || bracket == '[';
  }

  private void begin() {
    hasParameters = false;
    holds = false;
    ofEnum = false;
  }

  /** Whether statements stand in a brace that opens now. */
  private boolean isBody() {
    if (last == ')') {
      return true;
    }
    boolean named = CodeAround.isWord(last);
    return named && BEFORE_BLOCK.contains(word)
        || (hasParameters || isInBody() && !holds) && "=,([\"".indexOf(last) < 0;
  }

  private boolean isOfValues() {
    return "=,([".indexOf(last) >= 0 || depth() > 0 && open.charAt(depth() - 1) == VALUES;
  }

  /** Whether a list is open. */
  boolean isInList() {
    return isList(open);
  }

  /** Whether brackets are those of a list, in which no grammar expects directives. */
  static boolean isList(CharSequence brackets) {
    return brackets.length() > 0 && "([ve".indexOf(brackets.charAt(brackets.length() - 1)) >= 0;
  }
}

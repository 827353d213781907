package dev.vinesorter.lang.c;

/** What stands before and behind a place in a text of C, without its grammar. */
final class CodeAround {
  /** Longer lines are made by programs. */
  private static final int LONGEST_LINE = 1000;

  /** Comments go on for fewer lines, as a rule. */
  private static final int MOST_LINES = 50;

  private static final int LONGEST_COMMENT = 4 * LONGEST_LINE;

  private CodeAround() {}

  /** Where the line of a place begins; -1 where that is far before it. */
  static int line(String text, int at) {
    int begin = at;
    while (begin > 0 && at - begin <= LONGEST_LINE && text.charAt(begin - 1) != '\n') {
      begin--;
    }
    return at - begin > LONGEST_LINE ? -1 : begin;
  }

  static boolean isWord(char c) {
    return c == '_' || Character.isLetterOrDigit(c);
  }

  /** Whether no small letter stands in a stretch. */
  static boolean isInCapitals(String text, int begin, int end) {
    for (int at = begin; at < end; at++) {
      if (Character.isLowerCase(text.charAt(at))) {
        return false;
      }
    }
    return true;
  }

  static int behindBlanks(String text, int from) {
    int at = from;
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
    return at;
  }

  /** Behind the blanks of a line. */
  static int pastSpaces(String text, int from) {
    int at = from;
    while (at < text.length() && isSpace(text.charAt(at))) {
      at++;
    }
    return at;
  }

  static boolean isSpace(char c) {
    return c == ' ' || c == '\t';
  }

  /** The end of the line that a place is in, or of those by which it goes on behind backslashes. */
  static int endOfLines(String text, int from) {
    int next = text.indexOf('\n', from);
    while (next > 0) {
      int last = text.charAt(next - 1) == '\r' ? next - 1 : next;
      if (last == 0 || text.charAt(last - 1) != '\\') {
        return next;
      }
      next = text.indexOf('\n', next + 1);
    }
    return next < 0 ? text.length() : next;
  }

  /** Where the parenthesis opens that closes right before a place; -1 where none does, or far. */
  static int opening(String text, int past) {
    int depth = 0;
    for (int at = past - 1; at >= 0 && past - at < LONGEST_LINE; at--) {
      char c = text.charAt(at);
      depth += c == ')' ? 1 : c == '(' ? -1 : 0;
      if (depth <= 0) {
        return depth == 0 && c == '(' ? at : -1;
      }
    }
    return -1;
  }

  /** Behind a comment that begins at a place, if one does. */
  static int behindComment(String text, int at) {
    int close = text.startsWith("/*", at) ? text.indexOf("*/", at + 2) : -1;
    return close < 0 ? at : behindBlanks(text, close + 2);
  }

  /** One past the text that begins at a quote; the end of where it is looked for if it is open. */
  static int pastText(String text, int quote, int end) {
    int at = quote + 1;
    while (at < end && text.charAt(at) != text.charAt(quote)) {
      at += text.charAt(at) == '\\' ? 2 : 1;
    }
    return Math.min(end, at + 1);
  }

  /** One past the word that begins at a place; the place itself where none does. */
  static int pastWord(String text, int from) {
    int past = from;
    while (past < text.length() && isWord(text.charAt(past))) {
      past++;
    }
    return past;
  }

  static char previous(String text, int at) {
    int past = back(text, at);
    return past == 0 ? 0 : text.charAt(past - 1);
  }

  /**
   * One past the last char of code before a place: blanks, comments of lines and lines of the
   * preprocessor are left out.
   */
  static int back(String text, int at) {
    int past = at;
    for (int lines = 0; ; lines++) {
      while (past > 0 && Character.isWhitespace(text.charAt(past - 1))) {
        past--;
      }
      int line = line(text, past);
      // In longer lines nobody looks for comments.
      int comment = line < 0 ? -1 : text.substring(line, past).indexOf("//");
      boolean inComment = comment >= 0 && !isInText(text, line, line + comment);
      boolean asks = past > 0 && line >= 0 && text.charAt(behindBlanks(text, line)) == '#';
      if (past == 0 || !inComment && !asks || lines == MOST_LINES) {
        return past;
      }
      past = asks ? line : line + comment;
    }
  }

  /** As {@link #back}; comments of several lines, too, are left out. */
  static int behindCode(String text, int at) {
    int past = back(text, at);
    for (int most = MOST_LINES; past > 1 && text.startsWith("*/", past - 2) && most > 0; most--) {
      int open = past - 4;
      while (open > 0 && past - open < LONGEST_COMMENT && !text.startsWith("/*", open)) {
        open--;
      }
      if (open < 0 || !text.startsWith("/*", open)) {
        return past;
      }
      past = back(text, open);
    }
    return past;
  }

  /** Whether a char of a line is in a string. */
  private static boolean isInText(String text, int line, int at) {
    int quotes = 0;
    for (int n = line; n < at; n++) {
      quotes += text.charAt(n) == '"' ? 1 : 0;
    }
    return quotes % 2 == 1;
  }

  static String wordBefore(String text, int at) {
    return wordEnding(text, back(text, at));
  }

  static String wordEnding(String text, int end) {
    int begin = end;
    while (begin > 0 && isWord(text.charAt(begin - 1))) {
      begin--;
    }
    return text.substring(begin, end);
  }

  /** Whether the bracket that is open at a place is a brace, as far as that is seen soon. */
  static boolean isInBraces(String text, int at) {
    int depth = 0;
    for (int n = at - 1; n >= 0 && at - n < 4 * LONGEST_LINE; n--) {
      char c = text.charAt(n);
      depth += c == ')' || c == '}' ? 1 : c == '(' || c == '{' ? -1 : 0;
      if (depth < 0) {
        return c == '{';
      }
    }
    return false;
  }

  /** One past the parenthesis that closes; -1 where it does not do so soon. */
  static int close(String text, int open) {
    int depth = 0;
    int most = Math.min(text.length(), open + 400);
    for (int at = open; at < most; at++) {
      char c = text.charAt(at);
      if (c == ';' || c == '{' || c == '}') {
        return -1;
      }
      int quote = c == '"' ? text.indexOf('"', at + 1) : -1;
      at = quote > 0 && quote < most ? quote : at;
      depth += c == '(' ? 1 : c == ')' ? -1 : 0;
      if (depth == 0) {
        return at + 1;
      }
    }
    return -1;
  }
}

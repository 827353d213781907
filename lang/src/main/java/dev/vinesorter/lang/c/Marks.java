package dev.vinesorter.lang.c;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Macros that only mark a declaration, such as {@code SALT_API} before a function or {@code
 * GUARDED_BY(lock)} behind a variable. No grammar expects them; what is parsed has blanks there,
 * and in the lines of a {@link LinkageBracket}.
 *
 * @param text the text with blanks
 * @param places where the macros begin and end
 */
record Marks(String text, List<int[]> places) {
  private static final Pattern CAPITALS = Pattern.compile("\\b[A-Z][A-Z0-9_]{3,100}\\b");

  /** In longer lines nobody looks for comments. */
  private static final int LONGEST_LINE = 1000;

  /** Comments go on for fewer lines, as a rule. */
  private static final int MOST_LINES = 50;

  private static final Set<String> KEYWORDS =
      Set.of(
          "return",
          "else",
          "do",
          "case",
          "throw",
          "goto",
          "co_return",
          "new",
          "delete",
          "and",
          "or",
          "not",
          "sizeof",
          "define",
          "ifdef",
          "ifndef",
          "undef",
          "elif",
          "if",
          "defined");

  /** What may stand between the parameters of a function and its end. */
  private static final Set<String> BEHIND_PARAMETERS =
      Set.of("const", "noexcept", "override", "final", "volatile");

  /** Finds the macros of a text. */
  static Marks of(String text) {
    StringBuilder plain = null;
    List<int[]> places = new ArrayList<>();
    Matcher word = CAPITALS.matcher(text);
    int past = 0;
    // The first char of the word's line that is no blank, and one past that line.
    int first = 0;
    int next = 0;
    while (word.find()) {
      while (next <= word.start()) {
        first = behindBlanks(text, next);
        int end = text.indexOf('\n', next);
        next = end < 0 ? text.length() + 1 : end + 1;
      }
      // A line of the preprocessor marks nothing.
      if (word.start() < past || text.charAt(first) == '#') {
        continue;
      }
      int end = end(text, word.start(), word.end(), word.start() == first);
      if (end > 0) {
        plain = plain == null ? new StringBuilder(text) : plain;
        blank(plain, word.start(), end);
        places.add(new int[] {word.start(), word.end()});
        past = end;
      }
    }
    for (LinkageBracket bracket : LinkageBracket.of(text)) {
      plain = plain == null ? new StringBuilder(text) : plain;
      blank(plain, bracket.begin(), bracket.past());
      blank(plain, bracket.close(), bracket.end());
    }
    return new Marks(plain == null ? text : plain.toString(), places);
  }

  /** Puts blanks in a stretch, but for the ends of lines. */
  private static void blank(StringBuilder plain, int begin, int end) {
    for (int at = begin; at < end; at++) {
      if (plain.charAt(at) != '\n' && plain.charAt(at) != '\r') {
        plain.setCharAt(at, ' ');
      }
    }
  }

  /**
   * Where a macro that marks something ends; -1 for another word.
   *
   * @param beginsLine whether nothing but blanks stands before it in its line
   */
  private static int end(String text, int begin, int end, boolean beginsLine) {
    String before = wordBefore(text, begin);
    if (KEYWORDS.contains(before)) {
      return -1;
    }
    int next = behindBlanks(text, end);
    char behind = next < text.length() ? text.charAt(next) : 0;
    if (before.equals("class") || before.equals("struct")) {
      int close = behind == '(' ? close(text, next) : -1;
      int name = close > 0 ? behindBlanks(text, close) : next;
      boolean named = name < text.length() && isWord(text.charAt(name));
      return named ? close > 0 ? close : end : -1;
    }
    char previous = previous(text, begin);
    if (behind == '(') {
      return endWithArguments(text, begin, next, beginsLine);
    }
    boolean ofFunction = previous == ')' || BEHIND_PARAMETERS.contains(before);
    if (ofFunction && (behind == ';' || behind == '{')) {
      // Such as what says that a function overrides another, or is deleted.
      return end;
    }
    boolean first =
        beginsDeclaration(previous)
            || before.equals("extern")
            || before.equals("static")
            || before.equals("inline")
            || beginsLine;
    return first && isBeforeFunction(text, next) ? end : -1;
  }

  /** A macro with arguments behind parameters or a name, or in a line before a declaration. */
  private static int endWithArguments(String text, int begin, int open, boolean beginsLine) {
    char previous = previous(text, begin);
    int close = close(text, open);
    int after = close < 0 ? -1 : behindBlanks(text, close);
    char ends = after < 0 || after >= text.length() ? 0 : text.charAt(after);
    boolean marks = previous == ')' || isWord(previous) || previous == ']';
    boolean closes = ends == ';' || ends == '{' || ends == '=' && isWord(previous);
    boolean starts = previous == '/' || beginsDeclaration(previous);
    boolean alone = starts && previous != '{' && previous != ':' && beginsLine;
    return marks && closes || alone && isWord(ends) ? close : -1;
  }

  private static boolean beginsDeclaration(char previous) {
    return previous == 0
        || previous == ';'
        || previous == '}'
        || previous == '{'
        || previous == ':';
  }

  /** Whether a type, a name and an opening parenthesis follow: a declaration without the macro. */
  private static boolean isBeforeFunction(String text, int from) {
    int words = 0;
    int at = from;
    int most = Math.min(text.length(), from + 200);
    while (at < most) {
      char c = text.charAt(at);
      if (isWord(c) || c == '~') {
        words++;
        while (at < most
            && (isWord(text.charAt(at)) || text.charAt(at) == ':' || text.charAt(at) == '~')) {
          at++;
        }
      } else if (c == ' ' || c == '\t' || c == '*' || c == '&' || c == '<' || c == '>' || c == '\n'
          || c == '\r') {
        at++;
      } else {
        return c == '(' && words >= 2;
      }
    }
    return false;
  }

  private static boolean isWord(char c) {
    return c == '_' || Character.isLetterOrDigit(c);
  }

  private static int behindBlanks(String text, int from) {
    int at = from;
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
    return at;
  }

  private static char previous(String text, int at) {
    int past = back(text, at);
    return past == 0 ? 0 : text.charAt(past - 1);
  }

  /** One past the last char of code before a place: blanks and comments of lines are left out. */
  private static int back(String text, int at) {
    int past = at;
    for (int lines = 0; ; lines++) {
      while (past > 0 && Character.isWhitespace(text.charAt(past - 1))) {
        past--;
      }
      int line = text.lastIndexOf('\n', past - 1) + 1;
      int comment = past - line > LONGEST_LINE ? -1 : text.indexOf("//", line);
      boolean inComment = comment >= 0 && comment < past && !isInText(text, line, comment);
      if (past == 0 || !inComment || lines == MOST_LINES) {
        return past;
      }
      past = comment;
    }
  }

  /** Whether a char of a line is in a string. */
  private static boolean isInText(String text, int line, int at) {
    int quotes = 0;
    for (int n = line; n < at; n++) {
      quotes += text.charAt(n) == '"' ? 1 : 0;
    }
    return quotes % 2 == 1;
  }

  private static String wordBefore(String text, int at) {
    int end = back(text, at);
    int begin = end;
    while (begin > 0 && isWord(text.charAt(begin - 1))) {
      begin--;
    }
    return text.substring(begin, end);
  }

  /** One past the parenthesis that closes; -1 where it does not do so soon. */
  private static int close(String text, int open) {
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

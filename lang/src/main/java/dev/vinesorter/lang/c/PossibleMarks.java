package dev.vinesorter.lang.c;

/**
 * The words of a text that may mark something: those in capitals, those at the beginning of a line
 * or with underscores in front of another word, those in a cast in front of a pointer's type, and
 * those with two numbers in front of a function's name. Read char by char: each word of each source
 * passes here.
 */
final class PossibleMarks {
  private static final int LONGEST = 101;

  /** Longer words in small letters stand for no specifier. */
  private static final int LONGEST_SPECIFIER = 61;

  private static final int DEEPEST = 8;
  private static final int MOST_BLANKS = 20;

  private final String text;
  private int begin;
  private int end;

  PossibleMarks(String text) {
    this.text = text;
  }

  /** Where the word begins that was found last. */
  int begin() {
    return begin;
  }

  /** One past that word. */
  int end() {
    return end;
  }

  /** Goes to the next such word; gives whether there is one. */
  boolean next() {
    for (int at = end; at < text.length(); at++) {
      if (!isOfWord(at)) {
        at = pastTextOrComment(at) - 1;
        continue;
      }
      begin = at;
      end = pastWord(at);
      if (!isInOtherLetters(begin - 1) && !isInOtherLetters(end) && mayMark()) {
        return true;
      }
      at = end;
    }
    return false;
  }

  /** One past the comment, or the text in quotes, that begins at a sign; else past the sign. */
  private int pastTextOrComment(int at) {
    char c = text.charAt(at);
    if (c == '/' && at(at + 1) == '/') {
      int past = text.indexOf('\n', at);
      return past < 0 ? text.length() : past;
    }
    if (c == '/' && at(at + 1) == '*') {
      int close = text.indexOf("*/", at + 2);
      return close < 0 ? text.length() : close + 2;
    }
    if (c == '"' || c == '\'') {
      int past = at + 1;
      while (past < text.length() && at(past) != c && at(past) != '\n') {
        past += at(past) == '\\' ? 2 : 1;
      }
      // A quote that does not close in its line is none.
      return at(past) == c ? past + 1 : at + 1;
    }
    return at + 1;
  }

  private boolean mayMark() {
    int length = end - begin;
    boolean underscores = text.startsWith("__", begin);
    char first = at(underscores ? begin + 2 : at(begin) == '_' ? begin + 1 : begin);
    if (length > 1 && length <= LONGEST + 2 && first >= 'A' && first <= 'Z') {
      return CodeAround.isInCapitals(text, begin, end);
    }
    if (first < 'a' || first > 'z' || at(begin) == '_' && !underscores) {
      return false;
    }
    int own = underscores ? length - 2 : length;
    if (own < 2 || own > LONGEST_SPECIFIER) {
      return false;
    }
    int next = pastBlanks(end);
    boolean apart = next > end && next - end <= MOST_BLANKS && isOfWord(next) && !isDigit(next);
    return apart && (underscores || beginsLine() || isBehindTag() || isBeforePrimitive(next))
        || !underscores && (isInCast() || isBeforeNumbers());
  }

  private boolean beginsLine() {
    int at = begin;
    while (at > 0 && begin - at <= DEEPEST && CodeAround.isSpace(at(at - 1))) {
      at--;
    }
    return begin - at <= DEEPEST && (at == 0 || at(at - 1) == '\n' || at(at - 1) == '\r');
  }

  /** Such as {@code class salt_EXPORT Lamp}. */
  private boolean isBehindTag() {
    int past = begin;
    while (past > 0 && begin - past <= MOST_BLANKS && CodeAround.isSpace(at(past - 1))) {
      past--;
    }
    return past < begin && (isBefore(past, "class") || isBefore(past, "struct"));
  }

  private boolean isBefore(int past, String word) {
    int from = past - word.length();
    return from >= 0 && text.startsWith(word, from) && (from == 0 || !isOfWord(from - 1));
  }

  /** Such as {@code (far char *one, far char *other)}. */
  private boolean isBeforePrimitive(int next) {
    int past = begin;
    while (past > 0 && begin - past <= MOST_BLANKS && Character.isWhitespace(at(past - 1))) {
      past--;
    }
    boolean parameter = past > 0 && (at(past - 1) == '(' || at(past - 1) == ',');
    return parameter
        && DeclaringWords.PRIMITIVE.contains(text.substring(next, pastWord(next)))
        && !DeclaringWords.isKnown(text.substring(begin, end));
  }

  /** Such as {@code (far char *)}. */
  private boolean isInCast() {
    int type = pastBlanks(end);
    if (begin == 0 || at(begin - 1) != '(' || type == end || !isOfWord(type) || isDigit(type)) {
      return false;
    }
    int star = pastBlanks(pastWord(type));
    int past = star;
    while (at(past) == '*') {
      past++;
    }
    return past > star && past - star <= 3 && at(past) == ')';
  }

  /** Such as {@code printflike(1, 2) label(}. */
  private boolean isBeforeNumbers() {
    int comma = at(end) == '(' && end - begin > 2 ? pastNumber(end + 1) : 0;
    int close = at(comma) == ',' ? pastNumber(comma + 1) : 0;
    int name = CodeAround.behindBlanks(text, close + 1);
    int past = pastWord(name);
    return at(close) == ')' && name > close + 1 && past > name && at(past) == '(';
  }

  /** One past a number of few digits and the blanks around it; 0 where there is none. */
  private int pastNumber(int from) {
    int first = pastBlanks(from);
    int past = first;
    while (isDigit(past)) {
      past++;
    }
    return past > first && past - first <= 3 ? pastBlanks(past) : 0;
  }

  private char at(int at) {
    return at < text.length() ? text.charAt(at) : 0;
  }

  private boolean isDigit(int at) {
    return at(at) >= '0' && at(at) <= '9';
  }

  private boolean isOfWord(int at) {
    char c = at(at);
    return c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c >= '0' && c <= '9' || c == '_';
  }

  /** Whether a letter stands there of which no keyword is made, so that the word goes on. */
  private boolean isInOtherLetters(int at) {
    return at >= 0 && at(at) >= 0x80 && Character.isLetterOrDigit(at(at));
  }

  private int pastBlanks(int from) {
    return CodeAround.pastSpaces(text, from);
  }

  private int pastWord(int from) {
    int at = from;
    while (isOfWord(at)) {
      at++;
    }
    return at;
  }
}

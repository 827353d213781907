package dev.vinesorter.lang.tree;

/** A text whose places are chars to us and bytes of UTF-8 to the parser. */
final class SourceText {
  /** What may be more than what it reads, in the text of one language or another. */
  private static final String SPECIAL = "\\\n\r{}#$";

  private final String text;
  private final boolean breaks;

  /** The char at each byte; null where both are the same. */
  private final int[] chars;

  /**
   * A text.
   *
   * @param breaks whether a backslash before the end of a line is a blank
   */
  SourceText(String text, boolean breaks) {
    this.text = text;
    this.breaks = breaks;
    this.chars = chars(text);
  }

  private static int[] chars(String text) {
    int length = text.length();
    int ascii = 0;
    while (ascii < length && text.charAt(ascii) < 0x80) {
      ascii++;
    }
    if (ascii == length) {
      return null;
    }
    int[] chars = new int[3 * length + 1];
    int bytes = 0;
    for (int at = 0; at < length; at++) {
      char c = text.charAt(at);
      boolean pair =
          Character.isHighSurrogate(c)
              && at + 1 < length
              && Character.isLowSurrogate(text.charAt(at + 1));
      int wide = pair ? 4 : c < 0x80 ? 1 : c < 0x800 ? 2 : 3;
      for (int n = 0; n < wide; n++) {
        chars[bytes + n] = at;
      }
      bytes += wide;
      at += pair ? 1 : 0;
    }
    chars[bytes] = length;
    return chars;
  }

  String text() {
    return text;
  }

  /** The char at a byte. */
  int place(int inBytes) {
    return chars == null ? inBytes : chars[inBytes];
  }

  /** What stands at a place; 0 behind the end. */
  char charAt(int at) {
    return at < text.length() ? text.charAt(at) : 0;
  }

  boolean has(String what, int at) {
    return text.startsWith(what, at);
  }

  /**
   * Whether what begins with a sign may be more than that: a number with its sign, several points,
   * a name behind a colon; or there is nothing.
   */
  boolean isMoreThanSign(int at) {
    char c = charAt(at);
    char next = charAt(at + 1);
    boolean digit = next >= '0' && next <= '9';
    return switch (c) {
      case 0 -> true;
      case '-', '+' -> digit || next == '.';
      case '.' -> digit || next == '.' || next == '*';
      case ':' -> next > ' ' && next != ':';
      default -> false;
    };
  }

  /** Whether text follows for sure: a quote stands at a place, or behind the word there. */
  boolean isQuoted(int at) {
    char c = charAt(at);
    int word = endOfWord(at);
    return isQuote(c) || c == ':' && isQuote(charAt(at + 1)) || word > at && isQuote(charAt(word));
  }

  /** Whether nothing but quotes stands between two places. */
  boolean isQuotes(int from, int past) {
    int at = from;
    while (at < past && isQuote(charAt(at))) {
      at++;
    }
    return at == past;
  }

  private static boolean isQuote(char c) {
    return "\"'`\\%".indexOf(c) >= 0;
  }

  /** The end of a number of digits alone that begins at a place; the place where none does. */
  int endOfDigits(int from) {
    int past = from;
    while (charAt(past) >= '0' && charAt(past) <= '9') {
      past++;
    }
    char next = charAt(past);
    return Character.isJavaIdentifierPart(next) && next != 0 || ".'".indexOf(next) >= 0
        ? from
        : past;
  }

  /** Whether a line ends between two places. */
  boolean hasLineEnd(int from, int past) {
    int at = from;
    while (at < past && text.charAt(at) != '\n') {
      at++;
    }
    return at < past;
  }

  /** Where a text between quotes with nothing special in it ends; -1 where none begins. */
  int endOfQuoted(int from) {
    char quote = charAt(from);
    if (quote != '"' && quote != '\'') {
      return -1;
    }
    int past = from + 1;
    while (past < text.length()
        && text.charAt(past) != quote
        && SPECIAL.indexOf(text.charAt(past)) < 0) {
      past++;
    }
    boolean several = past == from + 1 && charAt(past + 1) == quote;
    return charAt(past) == quote && !several ? past : -1;
  }

  /** The end of the word that begins at a place. */
  int endOfWord(int from) {
    int past = from;
    while (past < text.length() && Character.isJavaIdentifierPart(text.charAt(past))) {
      past++;
    }
    return past;
  }

  /** The first place from one on where no blank stands. */
  int pastBlanks(int from) {
    int past = from;
    while (past < text.length()) {
      char c = text.charAt(past);
      boolean ends = c == '\\' && (charAt(past + 1) == '\n' || charAt(past + 1) == '\r');
      if (!(breaks && ends) && c != ' ' && (c < '\t' || c > '\r')) {
        return past;
      }
      past++;
    }
    return past;
  }
}

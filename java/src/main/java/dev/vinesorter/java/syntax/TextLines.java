package dev.vinesorter.java.syntax;

/** Where the lines of a text begin and end; they end with LF, CR LF or CR. */
public final class TextLines {
  private TextLines() {}

  /** The first char of the line that the offset stands in. */
  public static int begin(String text, int offset) {
    int at = offset;
    while (at > 0 && !isEnd(text, at - 1)) {
      at--;
    }
    return at;
  }

  /** Where the line's end begins, or the text's end. */
  public static int end(String text, int offset) {
    int at = offset;
    while (at < text.length() && !isEnd(text, at)) {
      at++;
    }
    return at;
  }

  /** The first char of the next line, or the text's end. */
  public static int next(String text, int offset) {
    int end = end(text, offset);
    return text.startsWith("\r\n", end) ? end + 2 : Math.min(text.length(), end + 1);
  }

  /** The first char of the line before the one that begins here; itself for the first. */
  public static int previous(String text, int begin) {
    int end = begin - 1;
    if (end > 0 && text.startsWith("\r\n", end - 1)) {
      end--;
    }
    return begin == 0 ? 0 : begin(text, end);
  }

  /** The first char from the offset on that is no space and no tab, or the text's end. */
  public static int behindBlanks(String text, int offset) {
    int at = offset;
    while (at < text.length() && (text.charAt(at) == ' ' || text.charAt(at) == '\t')) {
      at++;
    }
    return at;
  }

  /** The blanks that the line of an offset begins with. */
  public static String indent(String text, int offset) {
    int line = begin(text, offset);
    return text.substring(line, Math.min(behindBlanks(text, line), text.length()));
  }

  /** Whether nothing but blanks stands before an offset on its line. */
  public static boolean isFirst(String text, int offset) {
    return text.substring(begin(text, offset), offset).isBlank();
  }

  /**
   * What is put behind the parenthesis that opens a list to begin that, with the blanks or the line
   * end that the list begins with, if any.
   *
   * @param at the place behind the parenthesis
   * @param alone whether the list has nothing so far
   */
  public static String asFirst(String text, int at, String first, boolean alone) {
    int end = at;
    while (end < text.length() && (text.charAt(end) == ' ' || isEnd(text, end))) {
      end++;
    }
    return text.substring(at, end) + first + (alone ? "" : end > at ? "," : ", ");
  }

  /** Whether a char ends a line. */
  public static boolean isEnd(String text, int at) {
    return text.charAt(at) == '\n' || text.charAt(at) == '\r';
  }
}

package dev.vinesorter.java.syntax;

/** Lines of documentation comments. */
public final class DocLines {
  private DocLines() {}

  /**
   * Where lines begin that go out of a comment: where nothing of the comment follows them, the
   * empty lines above them go, too.
   *
   * @param begin first char of the first line that goes
   * @param end one past the last line that goes
   */
  public static int withEmptyAbove(String text, int begin, int end) {
    if (!text.substring(end, Math.min(text.length(), TextLines.next(text, end)))
        .strip()
        .startsWith("*/")) {
      return begin;
    }
    int first = begin;
    while (first > 0) {
      int above = text.lastIndexOf('\n', first - 2) + 1;
      if (!text.substring(above, first).strip().equals("*")) {
        break;
      }
      first = above;
    }
    return first;
  }
}

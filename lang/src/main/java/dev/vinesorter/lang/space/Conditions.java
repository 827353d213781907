package dev.vinesorter.lang.space;

/** Lines that leave parts of a source out under a condition. */
final class Conditions {
  private Conditions() {}

  /** In how many conditions a place stands, by the lines before it. */
  static int depth(String text, int at) {
    int depth = 0;
    for (int line = 0; line >= 0 && line < at; line = text.indexOf('\n', line) + 1) {
      int word = line;
      while (word < text.length() && (text.charAt(word) == ' ' || text.charAt(word) == '\t')) {
        word++;
      }
      if (text.startsWith("#if", word)) {
        depth++;
      } else if (text.startsWith("#endif", word)) {
        depth--;
      }
      if (text.indexOf('\n', line) < 0) {
        break;
      }
    }
    return depth;
  }
}

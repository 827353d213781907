package dev.vinesorter.lang.c;

/**
 * Sources that hold values and nothing else, as those that an include brings into the middle of a
 * list: pictures, tables, keys. They declare nothing and name nothing, and no grammar takes them.
 */
final class BareValues {
  private static final String SIGNS = "{},.+-";

  private BareValues() {}

  /** Whether a text holds numbers, the signs between them and remarks, and no word. */
  static boolean isAll(String text) {
    int at = 0;
    while (at < text.length()) {
      char c = text.charAt(at);
      if (text.startsWith("//", at)) {
        at = past(text, "\n", at + 2);
      } else if (text.startsWith("/*", at)) {
        at = past(text, "*/", at + 2);
      } else if (Character.isDigit(c)) {
        at = CodeAround.pastWord(text, at);
      } else if (Character.isWhitespace(c) || SIGNS.indexOf(c) >= 0) {
        at++;
      } else {
        return false;
      }
    }
    return true;
  }

  private static int past(String text, String end, int from) {
    int at = text.indexOf(end, from);
    return at < 0 ? text.length() : at + end.length();
  }
}

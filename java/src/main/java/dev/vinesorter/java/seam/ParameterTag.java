package dev.vinesorter.java.seam;

import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;

/** Where the documentation of a method tells of a parameter. */
final class ParameterTag {
  private ParameterTag() {}

  /** The documentation that stands right before a declaration, from and to; null for none. */
  static int[] comment(String text, JavaTokens tokens, int declared) {
    for (int comment = tokens.comments() - 1; comment >= 0; comment--) {
      int end = tokens.commentEnd(comment);
      if (tokens.isDoc(comment) && end <= declared && text.substring(end, declared).isBlank()) {
        return new int[] {tokens.commentBegin(comment), end};
      }
    }
    return null;
  }

  /** The whole lines that tell of a parameter; null for none. */
  static int[] of(String text, int begin, int end, String name) {
    for (int line = TextLines.begin(text, begin);
        line < end && line < text.length();
        line = TextLines.next(text, line)) {
      String[] words = bare(text, line).split("\\s+", 3);
      if (words.length < 2 || !words[0].equals("@param") || !words[1].equals(name)) {
        continue;
      }
      int past = TextLines.next(text, line);
      while (past < end && !bare(text, past).startsWith("@") && !bare(text, past).startsWith("/")) {
        past = TextLines.next(text, past);
      }
      boolean whole =
          line > begin && text.substring(line, TextLines.end(text, past - 1)).indexOf("*/") < 0;
      return whole ? new int[] {line, past} : null;
    }
    return null;
  }

  /**
   * What the lines of a tag say of its parameter, as lines of a comment with a line feed behind
   * each; empty where they say nothing, or refer to something.
   */
  static String description(String text, int[] tag, String name) {
    StringBuilder all = new StringBuilder();
    for (int line = tag[0]; line < tag[1]; line = TextLines.next(text, line)) {
      String words = bare(text, line);
      String own = line == tag[0] ? words.substring(words.indexOf(name) + name.length()) : words;
      if (!own.isBlank()) {
        all.append(all.isEmpty() ? "" : " *     ").append(own.strip()).append('\n');
      }
    }
    return all.indexOf("{@") >= 0 || all.indexOf("*/") >= 0 ? "" : all.toString();
  }

  /** A line of a comment without what it begins with. */
  private static String bare(String text, int line) {
    return text.substring(line, TextLines.end(text, line))
        .strip()
        .replaceFirst("^\\*+(?!/)\\s*", "")
        .replaceFirst("^\\*+/", "/");
  }
}

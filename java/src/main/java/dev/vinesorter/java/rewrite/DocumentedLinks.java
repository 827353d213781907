package dev.vinesorter.java.rewrite;

import dev.vinesorter.java.syntax.TextLines;

/** Links of documentation to what is not there any more. */
public final class DocumentedLinks {
  private static final String LINK = "{@link";

  /** More than a qualified name before the place is a sentence. */
  private static final int LONGEST_LEAD = 200;

  private DocumentedLinks() {}

  /** What takes the place of a link: half-open, in chars of a file. */
  public record Edit(int file, int begin, int end, String text) {}

  /**
   * The link around a place as plain text: its label, or the name as code; or a line gone that does
   * nothing but refer to it. Null where neither will do, such as behind {@code @throws}.
   */
  public static Edit without(int file, String text, int at) {
    Edit link = link(file, text, at);
    return link == null ? line(file, text, at) : link;
  }

  /** The line of a {@code @see} that stands alone. */
  private static Edit line(int file, String text, int at) {
    int begin = TextLines.begin(text, at);
    int end = TextLines.end(text, at);
    String before = text.substring(begin, at).strip();
    boolean alone =
        before.startsWith("* @see")
            && !text.substring(at, end).contains("*/")
            && before.length() < LONGEST_LEAD;
    return alone ? new Edit(file, begin, TextLines.next(text, end), "") : null;
  }

  private static Edit link(int file, String text, int at) {
    int begin = text.lastIndexOf(LINK, at);
    int end = begin < 0 ? -1 : text.indexOf('}', begin);
    int nested = begin < 0 ? -1 : text.indexOf('{', begin + 1);
    if (begin < 0 || end < at || nested >= 0 && nested < end) {
      return null;
    }
    int name = begin + LINK.length();
    name = text.startsWith("plain", name) ? name + "plain".length() : name;
    String content = text.substring(name, end).strip();
    int depth = 0;
    int past = 0;
    while (past < content.length()
        && (depth > 0 || !Character.isWhitespace(content.charAt(past)))) {
      depth += content.charAt(past) == '(' ? 1 : content.charAt(past) == ')' ? -1 : 0;
      past++;
    }
    String target = content.substring(0, past);
    String label = content.substring(past).strip();
    String plain = target.startsWith("#") ? target.substring(1) : target;
    return new Edit(file, begin, end + 1, label.isEmpty() ? "{@code " + plain + "}" : label);
  }
}

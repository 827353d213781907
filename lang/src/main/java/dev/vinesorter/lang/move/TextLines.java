package dev.vinesorter.lang.move;

import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/** Lines of a source: which of them belong to a declaration, and which go with it. */
public final class TextLines {
  private TextLines() {}

  /** The first char behind the line that a char is in. */
  public static int next(String text, int at) {
    int end = text.indexOf('\n', at);
    return end < 0 ? text.length() : end + 1;
  }

  /** The first char of the line before one. */
  private static int previous(String text, int lineBegin) {
    return text.lastIndexOf('\n', lineBegin - 2) + 1;
  }

  /** The first char of the line that a char is in. */
  public static int begin(String text, int at) {
    return text.lastIndexOf('\n', at - 1) + 1;
  }

  /** The first char in a line that is no space. */
  private static int indented(String text, int lineBegin) {
    int at = lineBegin;
    while (at < text.length() && (text.charAt(at) == ' ' || text.charAt(at) == '\t')) {
      at++;
    }
    return at;
  }

  private static boolean isBlank(String text, int lineBegin) {
    return text.substring(lineBegin, next(text, lineBegin)).isBlank();
  }

  /** The first line from one on that is not empty; the end of the text where all are. */
  public static int pastBlank(String text, int lineBegin) {
    int at = lineBegin;
    while (at < text.length() && isBlank(text, at)) {
      at = next(text, at);
    }
    return at;
  }

  /** Whether the line before one is empty. */
  public static boolean isBlankBefore(String text, int lineBegin) {
    return isBlank(text, previous(text, lineBegin));
  }

  /**
   * Removes what moves, and the fewer of the empty lines around it; at the end of the source those
   * before it.
   */
  public static void remove(Relocation move) {
    List<Declarations.Stretch> all = new ArrayList<>(move.stretches());
    all.addAll(move.withdrawn());
    all.sort(Comparator.comparingInt(Declarations.Stretch::begin));
    remove(move, all);
  }

  /** The same with whole lines, in order, in the place of what moves. */
  public static void remove(Relocation move, List<Declarations.Stretch> stretches) {
    remove(move.edits(move.from()), move.text(move.from()), stretches);
  }

  /** The same in a text; what stands next to each other goes at once. */
  public static void remove(TextEdits edits, String text, List<Declarations.Stretch> stretches) {
    int begin = -1;
    int end = -1;
    for (Declarations.Stretch one : stretches) {
      if (begin >= 0 && !text.substring(end, one.begin()).isBlank()) {
        remove(edits, text, begin, end);
        begin = -1;
      }
      begin = begin < 0 ? one.begin() : begin;
      end = one.end();
    }
    remove(edits, text, begin, end);
  }

  /** Removes whole lines, and the fewer of the empty lines around them. */
  public static void remove(TextEdits edits, String text, int begin, int end) {
    int before = begin;
    int above = 0;
    while (before > 0 && isBlank(text, previous(text, before))) {
      before = previous(text, before);
      above++;
    }
    int behind = end;
    int below = 0;
    while (behind < text.length() && isBlank(text, behind)) {
      behind = next(text, behind);
      below++;
    }
    boolean first = before > 0 && opens(text, previous(text, before), begin);
    boolean brace = behind < text.length() && text.startsWith("}", indented(text, behind));
    boolean last = brace || text.substring(behind, next(text, behind)).strip().equals("end");
    if (behind == text.length() || last && !first) {
      edits.remove(before, behind == text.length() ? behind : end);
    } else if (first) {
      edits.remove(begin, behind);
    } else if (before == 0 || below <= above) {
      edits.remove(begin, before == 0 || above > 0 ? behind : end);
    } else {
      edits.remove(before, end);
    }
  }

  /** Whether a line opens what another one stands in: by a brace, or since it is indented less. */
  private static boolean opens(String text, int line, int inner) {
    boolean brace = text.substring(line, next(text, line)).stripTrailing().endsWith("{");
    return brace || indented(text, line) - line < indented(text, inner) - inner;
  }

  /**
   * Where the comments right above a statement begin, but not those that head the source.
   *
   * @param begin the first char of the statement's line
   */
  public static int heading(Syntax tree, int node, int begin) {
    String text = tree.text();
    int found = begin;
    int before = tree.previous(node);
    while (tree.kind(before).endsWith("comment") && isRightAbove(tree, before, found)) {
      found = tree.begin(before);
      before = tree.previous(before);
    }
    return found == 0 && text.length() > 0 ? begin : found;
  }

  /** The comment about rights that the old source begins with, and an empty line; or nothing. */
  public static String licence(Relocation move) {
    // What was parsed may have blanks in place of words.
    int from = move.from();
    return licence(move.tree(from), move.text(from), move.lineEnd(from));
  }

  /** The comment about rights that a source begins with, and an empty line; or nothing. */
  public static String licence(Syntax tree, String lineEnd) {
    return licence(tree, tree.text(), lineEnd);
  }

  private static String licence(Syntax tree, String text, String lineEnd) {
    int end = 0;
    for (int child = tree.first(0);
        tree.kind(child).endsWith("comment");
        child = tree.next(child)) {
      String between = text.substring(end, tree.begin(child));
      boolean near = between.isBlank() && between.indexOf('\n') < 0;
      if (!near) {
        break;
      }
      end = next(text, tree.end(child) - (text.startsWith("\n", tree.end(child) - 1) ? 1 : 0));
    }
    String head = text.substring(0, end);
    int begin = head.startsWith("#!") ? next(text, 0) : 0;
    return isOfRights(head) ? head.substring(begin).stripTrailing() + twice(lineEnd) : "";
  }

  /** Whether a comment is about rights. */
  public static boolean isOfRights(String comment) {
    String lower = comment.toLowerCase(Locale.ROOT);
    return lower.contains("licen") || lower.contains("copyright");
  }

  private static String twice(String end) {
    return end + end;
  }

  /** Declarations one behind the other; what takes a line each stands without empty lines. */
  public static String joined(List<String> parts, String end) {
    StringBuilder all = new StringBuilder();
    String before = "";
    for (String part : parts) {
      boolean lines = !before.strip().contains("\n") && !part.strip().contains("\n");
      all.append(before.isEmpty() || lines ? "" : end).append(part);
      before = part;
    }
    return all.toString();
  }

  private static boolean isRightAbove(Syntax tree, int comment, int lineBegin) {
    String text = tree.text();
    int end = tree.end(comment);
    boolean ends = end <= lineBegin && text.substring(end, lineBegin).isBlank();
    boolean near = next(text, Math.max(0, end - 1)) == lineBegin || end == lineBegin;
    return ends && near && begin(text, tree.begin(comment)) == tree.begin(comment);
  }

  /** A text without the empty lines that it begins with, unless it began with such before. */
  static String begunAs(String before, String now) {
    int at = 0;
    while (at < now.length() && (now.charAt(at) == '\n' || now.charAt(at) == '\r')) {
      at++;
    }
    boolean begun = before.startsWith("\n") || before.startsWith("\r");
    return begun ? now : now.substring(at);
  }
}

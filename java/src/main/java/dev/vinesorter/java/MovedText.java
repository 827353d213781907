package dev.vinesorter.java;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.TextEdits;
import java.util.stream.Collectors;

/**
 * The text of a member, with the comments that belong to it, taken out of one type and put behind
 * the last member of another, indented as that is.
 */
final class MovedText {
  private final SourceView code;
  private final Units units;
  private final int member;
  private final int target;
  private final TextEdits inside;

  MovedText(SourceView code, int member, int target, TextEdits inside) {
    this.code = code;
    this.units = code.units();
    this.member = member;
    this.target = target;
    this.inside = inside;
  }

  /**
   * Puts it there.
   *
   * @param stays what takes its place, without indentation; empty for nothing
   */
  void into(FileChanges changes, String stays) {
    int file = units.fileOf(member);
    int targetFile = units.fileOf(target);
    String text = code.text(file);
    Region region = region();
    int begin = region.begin;
    int end = region.end;
    boolean ownLines = region.ownLines;
    String wanted = indent(code.text(targetFile), target);
    int line = TextLines.begin(text, begin);
    String now = text.substring(line, TextLines.behindBlanks(text, line));
    reindent(text, ownLines ? begin : TextLines.next(text, begin), end, now, wanted);
    String whole = inside.apply(text);
    int from = inside.placeBefore(begin);
    String moved = whole.substring(from, from + lengthAfter(text, begin, end));
    if (stays.isEmpty()) {
      changes
          .in(file)
          .remove(blankBefore(text, begin, ownLines), ownLines ? TextLines.next(text, end) : end);
    } else {
      changes.in(file).replace(begin, end, indented(file, stays, ownLines ? begin : -1));
    }
    insert(changes, targetFile, (ownLines ? "" : wanted) + moved.stripTrailing());
  }

  /** A member with its comments; whole lines without the last line's end where it has them. */
  private record Region(int begin, int end, boolean ownLines) {}

  private Region region() {
    int file = units.fileOf(member);
    String text = code.text(file);
    int begin = TextLines.begin(text, commentsBegin(file));
    int end = TextLines.end(text, units.end(member));
    boolean ownLines =
        text.substring(begin, commentsBegin(file)).isBlank()
            && isBlankOrComment(text.substring(units.end(member), end));
    return ownLines
        ? new Region(begin, end, true)
        : new Region(commentsBegin(file), units.end(member), false);
  }

  /** Takes a member out, with its comments and a blank line that would be one too many. */
  static void remove(SourceView code, int member, FileChanges changes) {
    Region region = new MovedText(code, member, member, new TextEdits()).region();
    int file = code.units().fileOf(member);
    String text = code.text(file);
    changes
        .in(file)
        .remove(
            blankBefore(text, region.begin, region.ownLines),
            region.ownLines ? TextLines.next(text, region.end) : region.end);
  }

  /** Lines with the indentation and the line end that there are; the first stands behind code. */
  private String indented(int file, String lines, int begin) {
    String text = code.text(file);
    int line = begin < 0 ? TextLines.begin(text, units.begin(member)) : begin;
    String lead = text.substring(line, TextLines.behindBlanks(text, line));
    String lineEnd = code.sources().text(units.name(file)).lineEnd();
    String all = lines.lines().map(one -> lead + one).collect(Collectors.joining(lineEnd));
    return begin < 0 ? all.strip() : all;
  }

  /** The length of the edited region; edits at its very ends belong to it. */
  private int lengthAfter(String text, int begin, int end) {
    int length = end - begin;
    for (TextEdits.Edit edit : inside.list()) {
      length += edit.text().length() - (edit.end() - edit.begin());
    }
    return length;
  }

  private void insert(FileChanges changes, int targetFile, String moved) {
    String text = code.text(targetFile);
    JavaTokens tokens = code.tokens(targetFile);
    String lineEnd = code.sources().text(units.name(targetFile)).lineEnd();
    int brace = tokens.before(units.end(target));
    int at = tokens.begin(brace);
    int line = TextLines.begin(text, at);
    boolean empty = tokens.is(brace - 1, "{");
    if (units.has(target, Trait.ENUM) && endsWithConstants(tokens, brace)) {
      changes.in(targetFile).insert(tokens.end(brace - 1), ";");
    }
    if (text.substring(line, at).isBlank() && line > 0) {
      changes.in(targetFile).insert(line, (empty ? "" : lineEnd) + moved + lineEnd);
    } else {
      String around = text.substring(line, TextLines.behindBlanks(text, line));
      changes
          .in(targetFile)
          .insert(at, lineEnd + (empty ? "" : lineEnd) + moved + lineEnd + around);
    }
  }

  /** Whether nothing but constants stands in an enum, so that no semicolon ends them. */
  private boolean endsWithConstants(JavaTokens tokens, int brace) {
    int depth = 0;
    for (int token = brace - 1; tokens.begin(token) > units.nameAt(target); token--) {
      if (tokens.is(token, "}") || tokens.is(token, ")")) {
        depth++;
      } else if (tokens.is(token, "{") || tokens.is(token, "(")) {
        depth--;
      } else if (depth == 0 && tokens.is(token, ";")) {
        return false;
      }
    }
    return true;
  }

  /** Where the comments that stand right before the declaration begin. */
  private int commentsBegin(int file) {
    String text = code.text(file);
    JavaTokens tokens = code.tokens(file);
    int begin = units.begin(member);
    int past = tokens.from(begin) == 0 ? 0 : tokens.end(tokens.from(begin) - 1);
    for (int comment = tokens.comments() - 1; comment >= 0; comment--) {
      int from = tokens.commentBegin(comment);
      int to = tokens.commentEnd(comment);
      if (to > begin) {
        continue;
      }
      boolean behindCode = text.substring(TextLines.begin(text, from), from).strip().length() > 0;
      if (from < past
          || behindCode
          || text.substring(to, begin).lines().skip(1).anyMatch(String::isEmpty)) {
        break;
      }
      begin = from;
    }
    return begin;
  }

  /** A blank line before what goes would be one too many. */
  private static int blankBefore(String text, int begin, boolean ownLines) {
    if (!ownLines || begin == 0) {
      return begin;
    }
    int before = TextLines.previous(text, begin);
    boolean blank = text.substring(before, begin).isBlank();
    return blank ? before : begin;
  }

  private static boolean isBlankOrComment(String rest) {
    return rest.isBlank() || rest.strip().startsWith("//");
  }

  /** The indentation of a type's members: that of its first, or one step more than its own. */
  private String indent(String text, int type) {
    for (int child : units.children(type)) {
      if (units.level(child) == Level.MEMBER && units.begin(child) >= 0) {
        int line = TextLines.begin(text, units.begin(child));
        String lead = text.substring(line, units.begin(child));
        if (lead.isBlank() && !lead.isEmpty()) {
          return lead;
        }
      }
    }
    int line = TextLines.begin(text, units.begin(type));
    String own = text.substring(line, TextLines.behindBlanks(text, line));
    return own
        + (own.startsWith("\t") ? "\t" : own.length() % 4 == 0 && !own.isEmpty() ? "    " : "  ");
  }

  /** Gives every line of the region the other indentation; text blocks keep what they have. */
  private void reindent(String text, int begin, int end, String now, String wanted) {
    if (begin >= end || now.equals(wanted) || text.substring(begin, end).contains("\"\"\"")) {
      return;
    }
    for (int line = begin; line < end; line = TextLines.next(text, line)) {
      boolean blank = text.substring(line, TextLines.end(text, line)).isBlank();
      int from = line;
      boolean goes =
          inside.list().stream().anyMatch(e -> e.begin() <= from && e.end() > from + now.length());
      if (!blank && !goes && text.startsWith(now, line)) {
        inside.replace(line, line + now.length(), wanted);
      }
    }
  }
}

package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.TextEdits;
import java.util.List;

/**
 * A member with the comments that belong to it: whole lines without the last one's end where it has
 * lines of its own.
 *
 * @param begin its first char
 * @param end one past its last char
 */
public record MemberRegion(int begin, int end, boolean ownLines) {
  private static final List<String> RULES = List.of("---", "===", "***", "###", "///", "~~~");

  /** The region of a member. */
  public static MemberRegion of(SourceView code, int member) {
    Units units = code.units();
    String text = code.text(units.fileOf(member));
    int comments = commentsBegin(code, member);
    int begin = TextLines.begin(text, comments);
    int end = TextLines.end(text, units.end(member));
    boolean ownLines =
        text.substring(begin, comments).isBlank()
            && isBlankOrComment(text.substring(units.end(member), end));
    return ownLines
        ? new MemberRegion(begin, end, true)
        : new MemberRegion(comments, units.end(member), false);
  }

  /** Takes it out with the blank line that parts it from what stands before, or else behind it. */
  public void takeOut(SourceView code, int file, TextEdits edits) {
    String text = code.text(file);
    int from = blankBefore(text, begin, ownLines);
    int past = ownLines ? TextLines.next(text, end) : end;
    JavaTokens tokens = code.tokens(file);
    boolean first = ownLines && tokens.is(tokens.before(begin), "{");
    int behind = TextLines.next(text, past);
    if (first && !tokens.is(tokens.from(past), "}")) {
      // The blank line that a type begins with stays.
      from = begin;
    }
    if (first && from == begin && text.substring(past, behind).isBlank()) {
      past = behind;
    }
    edits.remove(from, past);
  }

  /**
   * Takes it out of what a step writes, with what was written in it.
   *
   * @return the stretches that go
   */
  public List<TextEdits.Edit> takeOut(Rewriting rewriting, int file) {
    TextEdits edits = new TextEdits();
    takeOut(rewriting.code(), file, edits);
    for (TextEdits.Edit edit : edits.list()) {
      rewriting.in(file).cut(edit.begin(), edit.end());
      rewriting.in(file).remove(edit.begin(), edit.end());
    }
    return edits.list();
  }

  /** Where the comments that stand right before the declaration begin. */
  private static int commentsBegin(SourceView code, int member) {
    Units units = code.units();
    int file = units.fileOf(member);
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
          || isRule(text.substring(from, to))
          || text.substring(to, begin).lines().skip(1).anyMatch(String::isEmpty)) {
        break;
      }
      begin = from;
    }
    return begin;
  }

  /** Whether a line comment is a rule, which heads a part of the type and not one member. */
  private static boolean isRule(String comment) {
    String words = comment.startsWith("//") ? comment.substring(2) : "";
    return RULES.stream().anyMatch(words::contains);
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

  /** Whether the rest of a line holds no code. */
  public static boolean isBlankOrComment(String rest) {
    return rest.isBlank() || rest.strip().startsWith("//");
  }
}

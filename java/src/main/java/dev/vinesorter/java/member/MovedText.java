package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.FileChanges;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
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
    MemberRegion region = MemberRegion.of(code, member);
    int begin = region.begin();
    int end = region.end();
    boolean ownLines = region.ownLines();
    String wanted = indent(code.text(targetFile), target);
    int line = TextLines.begin(text, begin);
    String now = text.substring(line, TextLines.behindBlanks(text, line));
    reindent(text, ownLines ? begin : TextLines.next(text, begin), end, now, wanted);
    String whole = inside.apply(text);
    int from = inside.placeBefore(begin);
    String moved = whole.substring(from, from + lengthAfter(text, begin, end));
    if (stays.isEmpty()) {
      region.takeOut(code, file, changes.in(file));
    } else {
      changes.in(file).replace(begin, end, indented(file, stays, ownLines ? begin : -1));
    }
    insert(changes, targetFile, (ownLines ? "" : wanted) + moved.stripTrailing());
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
    int last = lastBefore();
    if (last >= 0) {
      int next = TextLines.next(text, units.end(last));
      boolean together = units.has(member, Trait.FIELD) && !moved.contains("/*");
      changes.in(targetFile).insert(next, (together ? "" : lineEnd) + moved + lineEnd);
      return;
    }
    int first = lineBehindHead(tokens, text);
    if (first >= 0) {
      changes.in(targetFile).insert(first, moved + lineEnd + lineEnd);
      return;
    }
    int brace = tokens.before(units.end(target));
    int at = tokens.begin(brace);
    int line = TextLines.begin(text, at);
    boolean empty = tokens.is(brace - 1, "{");
    if (units.has(target, Trait.ENUM) && endsWithConstants(tokens, brace)) {
      changes.in(targetFile).insert(tokens.end(brace - 1), ";");
    }
    if (text.substring(line, at).isBlank() && line > 0) {
      boolean blank = text.substring(TextLines.previous(text, line), line).isBlank();
      changes.in(targetFile).insert(line, (empty || blank ? "" : lineEnd) + moved + lineEnd);
    } else {
      String around = text.substring(line, TextLines.behindBlanks(text, line));
      changes
          .in(targetFile)
          .insert(at, lineEnd + (empty ? "" : lineEnd) + moved + lineEnd + around);
    }
  }

  /**
   * Where the first line in a type begins, which is a field's place where others than fields stand
   * in the type; -1 where the field is not put there.
   */
  private int lineBehindHead(JavaTokens tokens, String text) {
    int first = -1;
    for (int child : units.children(target)) {
      if (units.begin(child) >= 0) {
        if (units.has(child, Trait.FIELD)) {
          return -1;
        }
        first = first < 0 ? units.begin(child) : Math.min(first, units.begin(child));
      }
    }
    if (first < 0 || !units.has(member, Trait.FIELD) || units.has(target, Trait.ENUM)) {
      return -1;
    }
    int brace = tokens.from(units.nameAt(target));
    for (int depth = 0; depth > 0 || !tokens.is(brace, "{"); brace++) {
      depth += tokens.is(brace, "(") ? 1 : tokens.is(brace, ")") ? -1 : 0;
    }
    int end = tokens.end(brace);
    boolean alone = text.substring(end, TextLines.end(text, end)).isBlank();
    int line = TextLines.next(text, end);
    boolean blank = alone && text.substring(line, TextLines.end(text, line)).isBlank();
    return alone && !blank && first >= line ? line : -1;
  }

  /**
   * The member behind which the type's own order puts the moved one, where that is not the end of
   * the type: a field behind the fields at the top, a method before the types inside. -1 for the
   * end.
   */
  private int lastBefore() {
    boolean field = units.has(member, Trait.FIELD);
    int last = -1;
    boolean goesOn = false;
    List<Integer> children = new ArrayList<>();
    for (int child : units.children(target)) {
      if (units.begin(child) >= 0) {
        children.add(child);
      }
    }
    children.sort(Comparator.comparingInt(units::begin));
    for (int child : children) {
      boolean type = units.level(child) == Level.TYPE;
      boolean own = type ? false : !field || units.has(child, Trait.FIELD);
      if (own && !goesOn) {
        last = child;
      } else if (last >= 0) {
        // Behind a type inside come other members again: then there is no such order.
        goesOn = true;
        if (!field && !type) {
          return -1;
        }
      } else {
        return -1;
      }
    }
    return goesOn && standsAlone(last) ? last : -1;
  }

  /** Whether a declaration ends its line, so that something can be put behind it. */
  private boolean standsAlone(int child) {
    String text = code.text(units.fileOf(child));
    int end = units.end(child);
    boolean constant = units.has(target, Trait.ENUM) && units.type(child).isEmpty();
    return !constant
        && MemberRegion.isBlankOrComment(text.substring(end, TextLines.end(text, end)));
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
    String own = TextLines.indent(text, units.begin(type));
    String step = step(units.parent(member));
    return own + (step.isEmpty() ? own.startsWith("\t") ? "\t" : "  " : step);
  }

  /** How much deeper the members of a type stand than itself; empty where that cannot be told. */
  private String step(int type) {
    String text = code.text(units.fileOf(type));
    String own = TextLines.indent(text, units.begin(type));
    String inner = TextLines.indent(text, units.begin(member));
    return inner.startsWith(own) ? inner.substring(own.length()) : "";
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

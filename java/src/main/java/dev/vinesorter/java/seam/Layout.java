package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.CodeStyle;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import java.util.Arrays;

/** How a source is laid out, so that what is written looks like what is there. */
final class Layout {
  private static final int SHORTEST_WIDTH = 100;
  private static final int LONGEST_WIDTH = 120;

  private final SourceView code;
  private final Units units;

  Layout(SourceView code) {
    this.code = code;
    this.units = code.units();
  }

  /** By how much a source indents what stands inside something: a tab, or some spaces. */
  String step(int file) {
    return new CodeStyle(code, file).step();
  }

  /** How a source opens the body of an outermost type, from behind its head on. */
  String opensType(int file) {
    return new CodeStyle(code, file).opensType();
  }

  /** How a source opens the body of a method whose head is indented by some blanks. */
  String opensMethod(int file, String indent, String lineEnd) {
    return new CodeStyle(code, file).opensMethod(indent, lineEnd);
  }

  String text(int file) {
    return code.text(file);
  }

  /** The most chars of a line, by the longest one that a source has. */
  int width(int file) {
    int longest = code.text(file).lines().mapToInt(String::length).max().orElse(0);
    return Math.max(SHORTEST_WIDTH, Math.min(LONGEST_WIDTH, longest));
  }

  /** The line end of a source. */
  String lineEnd(int file) {
    return code.sources().text(units.name(file)).lineEnd();
  }

  /** What the members of a type are indented by. */
  String memberIndent(int type) {
    int file = units.fileOf(type);
    String text = code.text(file);
    for (int member : units.children(type)) {
      if (units.begin(member) >= 0 && TextLines.isFirst(text, units.begin(member))) {
        return TextLines.indent(text, units.begin(member));
      }
    }
    return TextLines.indent(text, units.begin(type)) + step(file);
  }

  /**
   * Where a new member of a type goes: behind a member, or behind the brace that opens the type.
   *
   * @param at where its text is put
   * @param blankBefore whether a blank line is to part it from what stands before
   */
  record Spot(int at, boolean blankBefore) {}

  /** The spot behind a member, at the end of its last line. */
  Spot behind(int member) {
    int file = units.fileOf(member);
    String text = code.text(file);
    int end = units.end(member);
    JavaTokens tokens = code.tokens(file);
    // Several fields of one statement end together; a constant of an enum has its own end.
    int token = tokens.before(end);
    boolean constant = units.has(member, Trait.FIELD) && units.type(member).isEmpty();
    while (constant && (tokens.is(token + 1, ",") || tokens.is(token + 1, ";"))) {
      token++;
    }
    while (!constant
        && units.has(member, Trait.FIELD)
        && token + 1 < tokens.size()
        && !tokens.is(token, ";")
        && !tokens.is(token, "}")) {
      token++;
    }
    end = Math.max(end, tokens.end(token));
    int line = TextLines.end(text, end);
    // The brace of the type may stand on the same line.
    boolean alone = MemberRegion.isBlankOrComment(text.substring(end, line));
    return new Spot(alone ? line : end, true);
  }

  /** The spot at the end of a type's body; in an enum without members behind its constants. */
  Spot last(int type) {
    int last = -1;
    for (int member : units.children(type)) {
      // A constructor that nobody wrote begins with its type.
      boolean counts =
          units.end(member) >= 0
              && units.begin(member) > units.nameAt(type)
              && !isHeadOfRecord(type, member);
      last = counts && (last < 0 || units.end(member) > units.end(last)) ? member : last;
    }
    if (last >= 0) {
      return behind(last);
    }
    return new Spot(bodyBegin(type), false);
  }

  /** The char behind the brace that a type's body begins with. */
  int bodyBegin(int type) {
    JavaTokens tokens = code.tokens(units.fileOf(type));
    return tokens.end(tokens.bodyBrace(tokens.from(units.nameAt(type))));
  }

  private boolean isHeadOfRecord(int type, int member) {
    return units.has(type, Trait.RECORD)
        && units.has(member, Trait.FIELD)
        && !units.has(member, Trait.STATIC);
  }

  /** The member of a type that ends last among those of a trait; -1 for none. */
  int lastOf(int type, Trait trait) {
    return Arrays.stream(units.children(type))
        .filter(m -> units.has(m, trait) && units.end(m) >= 0)
        .filter(m -> !isHeadOfRecord(type, m))
        .boxed()
        .max((a, b) -> Integer.compare(units.end(a), units.end(b)))
        .orElse(-1);
  }
}

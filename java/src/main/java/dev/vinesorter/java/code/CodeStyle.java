package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;

/**
 * How a source is written: by how much it indents, and whether the brace that opens a body stands
 * behind the head or on a line of its own, as with most of its types and methods.
 */
public final class CodeStyle {
  private final SourceView code;
  private final int file;

  public CodeStyle(SourceView code, int file) {
    this.code = code;
    this.file = file;
  }

  /** By how much what stands inside something is indented: a tab, or some spaces. */
  public String step() {
    Units units = code.units();
    String text = code.text(file);
    int best = 0;
    for (int unit : units.withAllInside(file)) {
      boolean member = units.level(unit) == Level.MEMBER && units.begin(unit) >= 0;
      if (member && TextLines.isFirst(text, units.begin(unit))) {
        String own = TextLines.indent(text, units.begin(unit));
        String around = TextLines.indent(text, Math.max(0, units.begin(units.parent(unit))));
        if (own.startsWith("\t")) {
          return "\t";
        }
        int more = own.length() - around.length();
        best = more > 0 && (best == 0 || more < best) ? more : best;
      }
    }
    return " ".repeat(best == 0 ? 4 : best);
  }

  /** What stands between the head of an outermost type and its body, the brace included. */
  public String opensType() {
    return isApart(true) ? "\n{" : " {";
  }

  /**
   * What stands between the head of a method and its body, the brace included.
   *
   * @param indent what the head's line begins with
   * @param lineEnd the line end of the source
   */
  public String opensMethod(String indent, String lineEnd) {
    return isApart(false) ? lineEnd + indent + "{" : " {";
  }

  /** Whether braces stand apart: those of methods as those of types where there is no method. */
  private boolean isApart(boolean ofTypes) {
    Units units = code.units();
    JavaTokens tokens = code.tokens(file);
    String text = code.text(file);
    int types = 0;
    int methods = 0;
    boolean any = false;
    for (int unit : units.withAllInside(file)) {
      boolean type = units.level(unit) == Level.TYPE;
      boolean method = units.has(unit, Trait.METHOD) || units.has(unit, Trait.CONSTRUCTOR);
      boolean written = units.begin(unit) >= 0 && units.nameAt(unit) >= units.begin(unit);
      int brace =
          written && (type || method) ? tokens.bodyBrace(tokens.from(units.nameAt(unit))) : -1;
      if (brace > 0) {
        String between = text.substring(tokens.end(brace - 1), tokens.begin(brace));
        int apart = between.indexOf('\n') >= 0 ? 1 : -1;
        types += type ? apart : 0;
        methods += type ? 0 : apart;
        any |= !type;
      }
    }
    return ofTypes || !any ? types > 0 : methods > 0;
  }
}

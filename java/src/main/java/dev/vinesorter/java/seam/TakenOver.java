package dev.vinesorter.java.seam;

import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.TextLines;
import java.util.List;
import java.util.function.UnaryOperator;
import javax.lang.model.element.TypeElement;

/** A declaration as another source takes it over, with what stands otherwise there. */
final class TakenOver {
  private final Rewriting rewriting;
  private final SourceView code;
  private final int file;

  /** Over the old source: what stands otherwise in the new place. */
  private final Patch moved;

  /** Of a file. */
  TakenOver(Rewriting rewriting, int file) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.file = file;
    this.moved = rewriting.aside(file);
  }

  /** What is written here stands otherwise in the new place; the file stays. */
  Patch patch() {
    return moved;
  }

  /**
   * Types of libraries that are missing are imported as the old source imports them.
   *
   * @param naming how a type is written in the new place, by its full name
   */
  void unknown(List<SplitUses.Named> types, UnaryOperator<String> naming) {
    for (SplitUses.Named named : types) {
      String simple = code.text(file).substring(named.begin(), named.end());
      for (JavaHeader.Import one : code.header(file).imports()) {
        if (!one.isStatic() && !one.onDemand() && one.simpleName().equals(simple)) {
          String name = naming.apply(one.name());
          moved.replace(named.begin(), named.end(), Written.of(name).free());
        }
      }
    }
  }

  /** The static import of a file that brings in a member by its name; null for none. */
  static JavaHeader.Import staticImport(SourceView code, int in, String name, TypeElement type) {
    String full = type.getQualifiedName().toString();
    for (JavaHeader.Import one : code.header(in).imports()) {
      boolean named = !one.onDemand() && one.simpleName().equals(name);
      boolean all = one.onDemand() && one.name().equals(full);
      if (one.isStatic() && (named || all)) {
        return one;
      }
    }
    return null;
  }

  /** From the first char of a text to one past its last, blanks around it left out. */
  int[] bounds(int begin, MemberRegion region) {
    String text = code.text(file);
    int from = TextLines.behindBlanks(text, begin);
    int end = region.end();
    while (end > from && Character.isWhitespace(text.charAt(end - 1))) {
      end--;
    }
    return new int[] {from, end};
  }

  /**
   * The text in its new place, without the blanks before its first line.
   *
   * @param unit what it declares
   * @param bounds where it stands
   * @param indent the blanks that its lines begin with in the new place
   * @param now what a unit is called afterwards, by its name before
   */
  Written text(int unit, int[] bounds, String indent, UnaryOperator<String> now) {
    String text = code.text(file);
    Written edited = moved.edited(bounds[0], bounds[1]);
    // The lines of a text block are its value.
    boolean block = text.substring(bounds[0], bounds[1]).contains("\"\"\"");
    String old = TextLines.indent(text, code.units().begin(unit));
    Written placed = block ? edited : edited.indented(old, indent);
    return rewriting.taken(file, moved, placed, now);
  }
}

package dev.vinesorter.lang.move;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.outline.Written;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.SourceText;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Supplier;

/** Sources that were read in part, or not at all: each name that moves has to be understood. */
public final class HalfRead {
  private HalfRead() {}

  /**
   * Why a step cannot be carried out: the first place in a source where a name stands of which
   * nobody knows what it means.
   *
   * @param source the text, asked for only where the source was not read in full
   * @param names the names of what moves
   * @param anywhere whether names count that stand where the grammar holds, but are no known uses
   * @param tree the tree of the source, asked for only where it departs from the grammar
   * @return null where there is no such place
   */
  public static Reason of(
      Outline outline,
      Supplier<String> source,
      Set<String> names,
      boolean anywhere,
      Supplier<Syntax> tree) {
    if (outline.error() == -1) {
      return null;
    }
    String text = source.get();
    Set<Integer> known = null;
    for (String name : names) {
      for (int at = text.indexOf(name); at >= 0; at = text.indexOf(name, at + name.length())) {
        int end = at + name.length();
        if (!isMeant(outline, text, at, end)) {
          continue;
        }
        known = known == null ? known(outline, text) : known;
        if (!known.contains(at) && !(outline.isRead() && isRead(tree.get(), at, anywhere))) {
          String where =
              outline.isRead()
                  ? " where the text departs from the grammar"
                  : " in a source of which nothing was read";
          return new Reason(
              RefusalCode.HALF_READ,
              "'" + name + "' stands" + where + ", so what it means is not known.",
              List.of(SourceText.site(outline.path(), outline.lines(), at, end)));
        }
      }
    }
    return null;
  }

  /** Whether a place could name what moves: no part of a longer name, and no member of another. */
  private static boolean isMeant(Outline outline, String text, int at, int end) {
    return outline.isRead()
        ? Written.isWhole(text, at, end) && (at == 0 || text.charAt(at - 1) != '.')
        : isWord(text, at, end);
  }

  /** Where names stand that are understood. */
  private static Set<Integer> known(Outline outline, String text) {
    Set<Integer> known = new HashSet<>();
    outline.uses().forEach(use -> known.add(use.at()));
    for (Use use : outline.uses()) {
      for (int n = 0; use.isNamed() && n < use.chain().size(); n++) {
        known.add(Written.begin(text, use.at(), use.chain(), n));
      }
    }
    outline.imports().forEach(one -> known.add(one.at()));
    outline.decls().forEach(one -> known.add(one.nameAt()));
    return known;
  }

  private static boolean isWord(String text, int at, int end) {
    return (at == 0 || !Character.isJavaIdentifierPart(text.charAt(at - 1)))
        && (end == text.length() || !Character.isJavaIdentifierPart(text.charAt(end)));
  }

  /** Whether a place is one of text, or one that was read. */
  private static boolean isRead(Syntax tree, int at, boolean anywhere) {
    int node = tree.innermost(at);
    String kind = tree.kind(node);
    if (kind.endsWith("comment") || kind.contains("string")) {
      return true;
    }
    boolean departs = anywhere;
    for (; node >= 0 && !departs; node = tree.around(node)) {
      departs = tree.kind(node).equals("ERROR");
    }
    return !departs;
  }
}

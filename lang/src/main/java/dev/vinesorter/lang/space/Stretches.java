package dev.vinesorter.lang.space;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Declarations.Stretch;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.tree.Syntax;

/** The lines that declarations have for themselves. */
final class Stretches {
  private Stretches() {}

  /**
   * Where the comments right above a line begin, wherever a grammar puts them; those that head the
   * source stay.
   */
  private static int heading(Syntax tree, int line) {
    String text = tree.text();
    int found = line;
    for (int node = tree.size() - 1; node > 0; node--) {
      int begin = tree.begin(node);
      int end = tree.end(node);
      boolean above =
          tree.kind(node).endsWith("comment")
              && end <= found
              && text.substring(end, found).isBlank()
              && TextLines.next(text, end - 1) >= found
              && text.substring(TextLines.begin(text, begin), begin).isBlank();
      found = above ? TextLines.begin(text, begin) : found;
    }
    return found == 0 ? line : found;
  }

  /**
   * Where a declaration begins with the annotations before it, which a grammar may take for values
   * of their own.
   */
  private static int begin(Syntax tree, int node) {
    int first = node;
    int before = tree.previous(node);
    while (tree.kind(before).endsWith("comment") || isAnnotation(tree, before)) {
      first = isAnnotation(tree, before) ? before : first;
      before = tree.previous(before);
    }
    return tree.begin(first);
  }

  private static boolean isAnnotation(Syntax tree, int node) {
    return tree.is(node, "prefix_expression") && tree.is(tree.first(node), "annotation");
  }

  /** Finds those of what leaves a source, with the comments right above. */
  static void find(SpaceMove move, Departure goes) throws CannotMoveException {
    Syntax tree = move.tree(goes.file());
    String text = move.text(goes.file());
    for (int decl : goes.decls()) {
      int node = move.node(goes.file(), decl);
      int begin = TextLines.begin(text, begin(tree, node));
      int end = TextLines.next(text, Math.max(tree.begin(node), tree.end(node) - 1));
      String name = move.outline(goes.file()).decls().get(decl).name();
      boolean alone =
          tree.text().substring(begin, begin(tree, node)).isBlank()
              && text.substring(Math.min(end, tree.end(node)), end)
                  .replace(";", "")
                  .replace("?", "")
                  .isBlank();
      if (!alone) {
        throw new CannotMoveException(
            RefusalCode.ONE_LINE,
            "'" + name + "' shares a line with what stays.",
            tree.begin(node));
      }
      if (isConditional(move, tree, node) || conditions(move, text, begin, end)) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET, "'" + name + "' stands under a condition.", tree.begin(node));
      }
      goes.stretches().add(new Stretch(heading(tree, begin), end));
    }
    goes.stretches().sort((one, other) -> one.begin() - other.begin());
  }

  /** Whether a declaration stands in something else than a source or a namespace. */
  private static boolean isConditional(SpaceMove move, Syntax tree, int node) {
    int around = tree.around(node);
    boolean plain =
        around <= 0
            || tree.kind(around).endsWith("_list")
            || move.language().headerKinds().contains(tree.kind(around));
    return !plain || tree.kind(around).startsWith("preproc");
  }

  /** Whether lines stand between others that leave parts of a source out. */
  private static boolean conditions(SpaceMove move, String text, int begin, int end) {
    return move.language().hasConditions()
        && (Conditions.depth(text, begin) != 0 || Conditions.depth(text, end) != 0);
  }
}

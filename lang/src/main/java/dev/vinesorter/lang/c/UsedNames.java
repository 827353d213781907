package dev.vinesorter.lang.c;

import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.tree.Syntax;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Names that the old source brings in by {@code using ns::Name;}. What moves leaves that line
 * behind, and no header should have one: such names are written in full where they come to stand.
 */
final class UsedNames {
  private final Relocation move;
  private final Syntax tree;

  UsedNames(Relocation move) {
    this.move = move;
    this.tree = move.tree(move.from());
  }

  /** Adds the edits to what moves. */
  void writeInFull() {
    Set<Integer> done = new HashSet<>();
    List<Use> uses =
        move.inside().stream().filter(use -> use.isNamed() && move.isInside(use.at())).toList();
    for (Import one : move.old().imports()) {
      boolean brings =
          one.level() == Import.USING_ONE && !move.isInside(one.at()) && !isBroughtThere(one);
      for (Use use : brings ? uses : List.<Use>of()) {
        int at = use.chain().get(0).equals(one.alias()) ? first(use) : -1;
        if (at >= 0 && tree.text(tree.innermost(at)).equals(one.alias()) && done.add(at)) {
          String spaces = one.from().replace(".", "::");
          String before = spaces.substring(0, spaces.length() - one.alias().length());
          move.edits(move.from()).insert(at, before);
        }
      }
    }
  }

  /** Whether the source that takes what moves has the same line. */
  private boolean isBroughtThere(Import one) {
    return move.toFile() >= 0
        && move.outline(move.toFile()).imports().stream()
            .anyMatch(
                other ->
                    other.level() == one.level()
                        && other.from().equals(one.from())
                        && other.alias().equals(one.alias()));
  }

  /** Where the first name of a use stands; the use itself tells of its last one. */
  private int first(Use use) {
    int node = tree.innermost(use.at());
    while (node > 0
        && (tree.is(tree.around(node), "qualified_identifier")
            || tree.is(tree.around(node), "nested_namespace_specifier"))) {
      node = tree.around(node);
    }
    return node > 0 ? tree.begin(node) : use.at();
  }
}

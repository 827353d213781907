package dev.vinesorter.lang.move;

import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.List;
import java.util.Set;

/** What stands in a list with commas between. */
public final class ListElements {
  private ListElements() {}

  /**
   * Removes some of them, each with a comma; at least one stays.
   *
   * @param elements all of them, in order
   */
  public static void remove(
      TextEdits edits, Syntax tree, List<Integer> elements, Set<Integer> taken) {
    for (int first = 0; first < elements.size(); first++) {
      if (!taken.contains(elements.get(first))) {
        continue;
      }
      int last = first;
      while (last + 1 < elements.size() && taken.contains(elements.get(last + 1))) {
        last++;
      }
      if (last + 1 < elements.size()) {
        edits.remove(tree.begin(elements.get(first)), tree.begin(elements.get(last + 1)));
      } else {
        edits.remove(tree.end(elements.get(first - 1)), tree.end(elements.get(last)));
      }
      first = last;
    }
  }
}

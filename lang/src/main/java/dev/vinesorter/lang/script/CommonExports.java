package dev.vinesorter.lang.script;

import dev.vinesorter.lang.move.Declarations.Stretch;
import dev.vinesorter.lang.move.ListElements;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** What a source gives by {@code module.exports}: what comes to it, and what goes from it. */
final class CommonExports {
  private final Relocation move;
  private final Syntax tree;
  private final TextEdits edits;
  private final Set<Integer> gone;
  private final String end;

  /**
   * Of a source.
   *
   * @param gone what gives names that leave, as {@link CommonModules#giving} finds them
   */
  CommonExports(Relocation move, int file, Set<Integer> gone) {
    this.move = move;
    this.tree = move.tree(file);
    this.edits = move.edits(file);
    this.gone = gone;
    this.end = move.lineEnd(file);
  }

  /** Takes out what goes, and gives names more. */
  void give(Set<String> names) {
    int list = CommonModules.list(tree);
    List<Integer> elements = CommonModules.elements(tree, list);
    List<Integer> kept = new ArrayList<>(elements);
    kept.removeAll(gone);
    for (int one : gone) {
      if (!elements.contains(one)) {
        move.withdrawn()
            .add(
                new Stretch(
                    TextLines.begin(tree.text(), tree.begin(one)),
                    TextLines.next(tree.text(), tree.end(one))));
      }
    }
    if (kept.isEmpty() && !elements.isEmpty()) {
      emptied(list, names);
      return;
    }
    ListElements.remove(edits, tree, elements, gone);
    if (!names.isEmpty() && kept.isEmpty()) {
      String line = tree.text().endsWith("\n") ? "" : end;
      edits.insert(tree.text().length(), line + statement(tree, names, isList(), end) + end);
    } else if (!names.isEmpty()) {
      int last = kept.get(kept.size() - 1);
      String between = between(elements);
      edits.insert(tree.end(last), between + String.join(between, names));
    }
  }

  /** Whether a source that gives nothing yet would do so by a list. */
  private boolean isList() {
    boolean given = false;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      given |= CommonModules.given(tree, child) >= 0;
    }
    return !given;
  }

  /** A list of which nothing is left goes, or takes what comes. */
  private void emptied(int list, Set<String> names) {
    if (!names.isEmpty()) {
      edits.replace(tree.begin(list), tree.end(list), "{ " + String.join(", ", names) + " }");
      return;
    }
    int statement = tree.around(tree.around(list));
    TextLines.remove(
        edits,
        tree.text(),
        TextLines.begin(tree.text(), tree.begin(statement)),
        TextLines.next(tree.text(), tree.end(statement)));
  }

  /** What stands between two things in the list. */
  private String between(List<Integer> elements) {
    if (elements.size() > 1) {
      String shown = tree.text().substring(tree.end(elements.get(0)), tree.begin(elements.get(1)));
      return shown.contains("/") ? ", " : shown;
    }
    int list = tree.around(elements.get(0));
    String before = tree.text().substring(tree.begin(list) + 1, tree.begin(elements.get(0)));
    return before.contains("\n") && before.isBlank() ? "," + before : ", ";
  }

  /**
   * A statement that gives names, without its end of line, in the manner of another source.
   *
   * @param names as elements of a list, such as {@code name} or {@code other: name}
   * @param like the source that did so before
   * @param list whether by a list, else one by one
   */
  static String statement(Syntax like, Set<String> names, boolean list, String end) {
    String semicolon = endsWithSemicolon(like) ? ";" : "";
    if (list) {
      return "module.exports = { " + String.join(", ", names) + " }" + semicolon;
    }
    int first = -1;
    for (int child = like.first(0); child >= 0 && first < 0; child = like.next(child)) {
      first = CommonModules.memberGiven(like, CommonModules.given(like, child));
    }
    String object =
        first < 0 ? "module.exports" : like.text(like.child(like.around(first), "object"));
    List<String> lines = new ArrayList<>();
    for (String name : names) {
      String[] both = name.split(": ", 2);
      lines.add(object + "." + both[0] + " = " + both[both.length - 1] + semicolon);
    }
    return String.join(end, lines);
  }

  private static boolean endsWithSemicolon(Syntax tree) {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      boolean plain =
          tree.is(child, "expression_statement") || tree.kind(child).endsWith("_declaration");
      if (plain && tree.text(child).endsWith(";")) {
        return true;
      }
    }
    return false;
  }
}

package dev.vinesorter.lang.script;

import dev.vinesorter.lang.move.ImportSyntax;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** How JavaScript and TypeScript write imports, and exports of what other modules have. */
final class ScriptImportSyntax implements ImportSyntax {
  @Override
  public int statement(Syntax tree, int at) {
    int node = tree.innermost(at);
    while (node > 0 && !isFrom(tree, node)) {
      node = tree.around(node);
    }
    return node > 0 ? node : -1;
  }

  static boolean isFrom(Syntax tree, int node) {
    boolean kind = tree.is(node, "import_statement") || tree.is(node, "export_statement");
    return kind && tree.child(node, "source") >= 0;
  }

  private static int list(Syntax tree, int statement) {
    int clause = tree.childOf(statement, "import_clause");
    return clause >= 0
        ? tree.childOf(clause, "named_imports")
        : tree.childOf(statement, "export_clause");
  }

  @Override
  public List<Integer> elements(Syntax tree, int statement) {
    List<Integer> elements = new ArrayList<>();
    int list = list(tree, statement);
    for (int child = list < 0 ? -1 : tree.first(list); child >= 0; child = tree.next(child)) {
      if (tree.kind(child).endsWith("_specifier")) {
        elements.add(child);
      }
    }
    return elements;
  }

  @Override
  public boolean isOnlyNames(Syntax tree, int statement) {
    int clause = tree.childOf(statement, "import_clause");
    if (clause < 0) {
      return true;
    }
    for (int child = tree.first(clause); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "identifier") || tree.is(child, "namespace_import")) {
        return false;
      }
    }
    return true;
  }

  @Override
  public int source(Syntax tree, int statement) {
    return tree.child(statement, "source");
  }

  @Override
  public String written(Syntax tree, int source, String specifier) {
    char quote = tree.text().charAt(tree.begin(source));
    return quote + specifier + quote;
  }

  @Override
  public String specifier(Syntax tree, int source) {
    String text = tree.text(source);
    return text.length() < 2 ? "" : text.substring(1, text.length() - 1);
  }

  @Override
  public Scope scope(Syntax tree, int statement) {
    if (tree.around(statement) != 0) {
      return Scope.LOCAL;
    }
    return tree.childOf(statement, "type") >= 0 ? Scope.TYPES : Scope.TOP;
  }

  @Override
  public String statement(
      Syntax tree, String specifier, List<String> elements, boolean late, int like) {
    if (elements.equals(List.of(""))) {
      return specifier;
    }
    int manner = like >= 0 ? like : first(tree);
    boolean export = like >= 0 && tree.is(like, "export_statement");
    String names =
        String.join(", ", elements.stream().sorted(String::compareToIgnoreCase).toList());
    String list = list(tree, manner) >= 0 ? tree.text(list(tree, manner)) : "{ }";
    String space = list.startsWith("{ ") || list.startsWith("{\n") || list.length() < 3 ? " " : "";
    return (export ? "export " : "import ")
        + (late ? "type " : "")
        + "{"
        + space
        + names
        + space
        + "} from "
        + quoted(tree, specifier, manner);
  }

  /** A specifier in quotes with the end of a statement, in the manner of another statement. */
  private static String quoted(Syntax tree, String specifier, int manner) {
    String shown = manner < 0 ? "'';" : tree.text(manner);
    String quote = shown.indexOf('\'') >= 0 ? "'" : "\"";
    return quote + specifier + quote + (shown.endsWith(";") ? ";" : "");
  }

  /** The first statement of a source that takes something from another; -1 for none. */
  static int first(Syntax tree) {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      if (isFrom(tree, child)) {
        return child;
      }
    }
    return -1;
  }

  @Override
  public String alone(Syntax tree, int statement, Import one, String specifier) {
    boolean whole = one.name().isEmpty();
    return "import "
        + (tree.childOf(statement, "type") >= 0 ? "type " : "")
        + (whole ? "* as " : "")
        + one.alias()
        + " from "
        + quoted(tree, specifier, statement);
  }

  @Override
  public String handOn(Syntax tree, int statement, String specifier, String name) {
    return "export { " + name + " } from " + quoted(tree, specifier, statement);
  }

  @Override
  public void place(
      Relocation move,
      int file,
      Map<String, List<String>> names,
      Map<String, List<String>> late,
      TextEdits edits) {
    Syntax tree = move.tree(file);
    String text = move.text(file);
    String end = move.lineEnd(file);
    int last = -1;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      last = tree.is(child, "import_statement") ? child : last;
    }
    // A source without imports takes its manner from the one that things leave.
    Syntax manner = last >= 0 ? tree : move.tree(move.from());
    StringBuilder lines = new StringBuilder();
    names.forEach(
        (from, list) -> lines.append(statement(manner, from, list, false, -1)).append(end));
    late.forEach((from, list) -> lines.append(statement(manner, from, list, true, -1)).append(end));
    if (last >= 0) {
      edits.insert(TextLines.next(text, tree.end(last)), lines.toString());
    } else {
      edits.insert(head(tree), lines + end);
    }
  }

  /** Where the first statement comes: behind the comment that heads a source, and directives. */
  private static int head(Syntax tree) {
    int at = 0;
    String text = tree.text();
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      boolean directive =
          tree.is(child, "expression_statement") && tree.is(tree.first(child), "string");
      boolean heads = tree.is(child, "hash_bang_line") || directive;
      boolean rights = tree.is(child, "comment") && TextLines.isOfRights(tree.text(child));
      if (!heads && !rights) {
        break;
      }
      at = TextLines.next(text, tree.end(child));
    }
    return at > 0 && text.substring(at, TextLines.next(text, at)).isBlank()
        ? TextLines.next(text, at)
        : at;
  }
}

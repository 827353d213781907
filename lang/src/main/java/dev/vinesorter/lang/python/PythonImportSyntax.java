package dev.vinesorter.lang.python;

import dev.vinesorter.lang.move.ImportSyntax;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** How Python writes imports. */
final class PythonImportSyntax implements ImportSyntax {
  /** Constants, then classes, then the rest, as tools that sort imports have it. */
  private static final Comparator<String> ORDER =
      Comparator.comparingInt(PythonImportSyntax::rank).thenComparing(String::compareToIgnoreCase);

  private static int rank(String name) {
    boolean constant = name.equals(name.toUpperCase(Locale.ROOT));
    return constant && name.length() > 1 ? 0 : Character.isUpperCase(name.charAt(0)) ? 1 : 2;
  }

  @Override
  public int statement(Syntax tree, int at) {
    int node = tree.innermost(at);
    while (node > 0 && !isImport(tree, node)) {
      node = tree.around(node);
    }
    return node > 0 ? node : -1;
  }

  private static boolean isImport(Syntax tree, int node) {
    return tree.is(node, "import_statement")
        || tree.is(node, "import_from_statement")
        || tree.is(node, "future_import_statement");
  }

  @Override
  public List<Integer> elements(Syntax tree, int statement) {
    List<Integer> elements = new ArrayList<>();
    if (tree.is(statement, "import_from_statement")) {
      int module = tree.child(statement, "module_name");
      for (int child = tree.first(statement); child >= 0; child = tree.next(child)) {
        boolean name = tree.is(child, "dotted_name") || tree.is(child, "aliased_import");
        if (child != module && name) {
          elements.add(child);
        }
      }
    }
    return elements;
  }

  @Override
  public boolean isOnlyNames(Syntax tree, int statement) {
    return true;
  }

  @Override
  public int source(Syntax tree, int statement) {
    int module = tree.child(statement, "module_name");
    return module < 0 ? statement : module;
  }

  @Override
  public String written(Syntax tree, int source, String specifier) {
    return specifier;
  }

  @Override
  public String specifier(Syntax tree, int source) {
    return tree.text(source);
  }

  @Override
  public Scope scope(Syntax tree, int statement) {
    Scope scope = Scope.TOP;
    for (int at = tree.around(statement); at > 0; at = tree.around(at)) {
      switch (tree.kind(at)) {
        case "function_definition", "class_definition" -> {
          return Scope.LOCAL;
        }
        case "if_statement" -> {
          String asked = tree.text(tree.child(at, "condition"));
          boolean types = PythonScan.isForTypes(asked);
          boolean then = tree.begin(statement) < tree.end(tree.child(at, "consequence"));
          scope = types && then && scope == Scope.TOP ? Scope.TYPES : Scope.CONDITION;
        }
        case "block", "comment" -> {}
        default -> scope = Scope.CONDITION;
      }
    }
    return scope;
  }

  @Override
  public String statement(
      Syntax tree, String specifier, List<String> elements, boolean late, int like) {
    return elements.equals(List.of(""))
        ? specifier
        : "from "
            + specifier
            + " import "
            + String.join(", ", elements.stream().sorted(ORDER).toList());
  }

  @Override
  public String alone(Syntax tree, int statement, Import one, String specifier) {
    String first =
        one.from().contains(".") ? one.from().substring(0, one.from().indexOf('.')) : one.from();
    boolean plain = one.alias().equals(first) && one.nameAt() == -1;
    return "import " + one.from() + (plain ? "" : " as " + one.alias());
  }

  @Override
  public List<String> condition(Syntax tree, int statement) {
    if (!tree.is(statement, "if_statement") && !tree.is(statement, "try_statement")) {
      return null;
    }
    List<String> asked = new ArrayList<>();
    for (int node = statement; node < tree.past(statement); node++) {
      if (isImport(tree, node)) {
        node = tree.past(node) - 1;
      } else if (tree.is(node, "identifier")) {
        asked.add(tree.text(node));
      } else if (tree.kind(node).endsWith("_definition")) {
        return null;
      } else if (tree.kind(node).endsWith("_statement")
          && node != statement
          && !tree.is(node, "pass_statement")
          && !tree.is(node, "if_statement")) {
        return null;
      }
    }
    return asked;
  }

  @Override
  public String handOn(Syntax tree, int statement, String specifier, String name) {
    return "from " + specifier + " import " + name;
  }

  // ---- where new ones go

  @Override
  public void place(
      Relocation move,
      int file,
      Map<String, List<String>> names,
      Map<String, List<String>> late,
      TextEdits edits) {
    Syntax tree = move.tree(file);
    String end = move.lineEnd(file);
    if (!late.isEmpty()) {
      types(move, file, late, edits);
    }
    List<Integer> top = top(tree);
    for (boolean condition : new boolean[] {false, true}) {
      for (String specifier : names.keySet()) {
        String line = statement(tree, specifier, names.get(specifier), false, -1);
        if (isCondition(line) == condition) {
          place(move, file, top, line, edits, end);
        }
      }
    }
  }

  /** The imports that a source begins with: those before what it defines first. */
  private static List<Integer> top(Syntax tree) {
    List<Integer> top = new ArrayList<>();
    for (int child = tree.first(0);
        child >= 0 && !tree.kind(child).endsWith("_definition");
        child = tree.next(child)) {
      if (isImport(tree, child)) {
        top.add(child);
      }
    }
    return top;
  }

  /** One statement, beside others of what is ours, or of what is not. */
  private static void place(
      Relocation move, int file, List<Integer> top, String line, TextEdits edits, String end) {
    Syntax tree = move.tree(file);
    String text = move.text(file);
    if (isCondition(line) && !top.isEmpty()) {
      int last = TextLines.next(text, tree.end(top.get(top.size() - 1)));
      edits.insert(last, end + line + end);
      return;
    }
    boolean ours = isOurs(move, file, line);
    List<Integer> alike = new ArrayList<>();
    int behind = -1;
    for (int one : top) {
      boolean future = tree.is(one, "future_import_statement");
      boolean same = !future && isOurs(move, file, tree.text(one)) == ours;
      if (same) {
        alike.add(one);
      }
      behind = future || ours || same ? one : behind;
    }
    List<String> shown = alike.stream().map(tree::text).map(PythonImportSyntax::order).toList();
    boolean sorted = shown.equals(shown.stream().sorted().toList());
    for (int n = 0; sorted && n < alike.size(); n++) {
      if (shown.get(n).compareTo(order(line)) > 0) {
        int begin = tree.begin(alike.get(n));
        edits.insert(TextLines.begin(text, begin), line + end);
        return;
      }
    }
    if (!alike.isEmpty()) {
      edits.insert(TextLines.next(text, tree.end(alike.get(alike.size() - 1))), line + end);
    } else if (behind >= 0) {
      edits.insert(TextLines.next(text, tree.end(behind)), end + line + end);
    } else if (!top.isEmpty()) {
      edits.insert(TextLines.begin(text, tree.begin(top.get(0))), line + end + end);
    } else {
      first(tree, text, line, edits, end);
    }
  }

  /** Relative imports stand behind the others, and nearer ones last. */
  private static String order(String line) {
    String[] words = line.split("\\s+");
    String module = words.length > 1 ? words[1] : "";
    return (line.startsWith("import") ? "0" : "1")
        + module.replace("...", "\u0001").toLowerCase(Locale.ROOT);
  }

  /** The first import of a source: behind what it says of itself. */
  private static void first(Syntax tree, String text, String line, TextEdits edits, String end) {
    int child = tree.first(0);
    int at = 0;
    while (child >= 0
        && (tree.is(child, "comment")
            || tree.is(child, "expression_statement") && tree.is(tree.first(child), "string"))) {
      at = TextLines.next(text, tree.end(child));
      child = tree.next(child);
    }
    boolean defines = child >= 0 && tree.kind(child).endsWith("_definition");
    String gap = at > 0 ? "" : defines ? end + end : end;
    edits.insert(at, (at == 0 ? "" : end) + line + end + gap);
  }

  /** Imports for those who check types, under the condition that says so. */
  private void types(Relocation move, int file, Map<String, List<String>> names, TextEdits edits) {
    Syntax tree = move.tree(file);
    String text = move.text(file);
    String end = move.lineEnd(file);
    int block = -1;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      String asked =
          tree.is(child, "if_statement") ? tree.text(tree.child(child, "condition")) : "";
      if (PythonScan.isForTypes(asked)) {
        block = block < 0 ? tree.child(child, "consequence") : block;
      }
    }
    StringBuilder lines = new StringBuilder();
    if (block >= 0) {
      int first = tree.first(block);
      String indent = text.substring(TextLines.begin(text, tree.begin(first)), tree.begin(first));
      names.forEach(
          (specifier, list) ->
              lines.append(indent).append(statement(tree, specifier, list, true, -1)).append(end));
      edits.insert(TextLines.next(text, tree.end(block)), lines.toString());
      return;
    }
    List<Integer> top = top(tree);
    boolean known =
        move.outline(file).imports().stream().anyMatch(one -> one.alias().equals("TYPE_CHECKING"));
    if (!known) {
      place(move, file, top, "from typing import TYPE_CHECKING", edits, end);
    }
    names.forEach(
        (specifier, list) ->
            lines.append("    ").append(statement(tree, specifier, list, true, -1)).append(end));
    int at = top.isEmpty() ? 0 : TextLines.next(text, tree.end(top.get(top.size() - 1)));
    edits.insert(at, end + "if TYPE_CHECKING:" + end + lines);
  }

  /** Whether a statement brings in one thing or another. */
  static boolean isCondition(String line) {
    return line.startsWith("if ") || line.startsWith("try:");
  }

  /** Whether a statement brings in what lies below the root. */
  static boolean isOurs(Relocation move, int file, String line) {
    String[] words = line.strip().split("\\s+");
    String module = words.length > 1 ? words[1] : "";
    if (module.startsWith(".")) {
      return true;
    }
    int importer = file < 0 ? move.from() : file;
    for (int dot = module.length(); dot > 0; dot = module.lastIndexOf('.', dot - 1)) {
      Import asked = new Import(module.substring(0, dot), 0, "", "", 0, 0, -1);
      Place found = move.rules().source(move.project(), importer, asked);
      if (found != null && !found.isForeign()) {
        return true;
      }
    }
    return false;
  }
}

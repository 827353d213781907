package dev.vinesorter.lang.script;

import dev.vinesorter.lang.move.Declarations;
import dev.vinesorter.lang.move.ImportSyntax;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;

/** How JavaScript and TypeScript write imports, and exports of what other modules have. */
final class ScriptImportSyntax implements ImportSyntax {
  @Override
  public int statement(Syntax tree, int at) {
    int node = tree.innermost(at);
    while (node > 0 && !isFrom(tree, node) && !CommonModules.loads(tree, node)) {
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
    int declarator = CommonModules.declarator(tree, statement);
    if (declarator >= 0) {
      return elementsLoaded(tree, declarator);
    }
    List<Integer> elements = new ArrayList<>();
    int list = list(tree, statement);
    for (int child = list < 0 ? -1 : tree.first(list); child >= 0; child = tree.next(child)) {
      if (tree.kind(child).endsWith("_specifier")) {
        elements.add(child);
      }
    }
    return elements;
  }

  /** The names that a variable, or a pattern of such, takes of a module that is loaded. */
  private static List<Integer> elementsLoaded(Syntax tree, int declarator) {
    int name = tree.child(declarator, "name");
    int member = CommonModules.memberTaken(tree, declarator);
    if (tree.is(name, "identifier")) {
      boolean same = member >= 0 && tree.text(member).equals(tree.text(name));
      return same ? List.of(member) : List.of();
    }
    List<Integer> elements = new ArrayList<>();
    for (int child = tree.first(name); child >= 0; child = tree.next(child)) {
      if (isPlainElement(tree, child)) {
        elements.add(child);
      }
    }
    return member < 0 ? elements : List.of();
  }

  private static boolean isPlainElement(Syntax tree, int node) {
    return tree.is(node, "shorthand_property_identifier_pattern") || tree.is(node, "pair_pattern");
  }

  @Override
  public boolean isOnlyNames(Syntax tree, int statement) {
    int declarator = CommonModules.declarator(tree, statement);
    if (declarator >= 0) {
      int name = tree.child(declarator, "name");
      boolean all = tree.is(name, "object_pattern") || !elements(tree, statement).isEmpty();
      for (int child = tree.first(name); child >= 0; child = tree.next(child)) {
        all &= isPlainElement(tree, child) || tree.kind(child).length() == 1;
      }
      return all;
    }
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
    int declarator = CommonModules.declarator(tree, statement);
    return declarator >= 0
        ? CommonModules.loaded(tree, CommonModules.call(tree, declarator))
        : tree.child(statement, "source");
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
    int declarator = manner < 0 ? -1 : CommonModules.declarator(tree, manner);
    if (declarator >= 0 || manner < 0 && CommonModules.isCommon(tree)) {
      return loading(tree, manner, taken(tree, elements), specifier, "");
    }
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

  /** A pattern that takes names, with the space that the source leaves in such. */
  private static String taken(Syntax tree, List<String> elements) {
    String names =
        String.join(", ", elements.stream().sorted(String::compareToIgnoreCase).toList());
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      int declarator = CommonModules.declarator(tree, child);
      String pattern = declarator < 0 ? "" : tree.text(tree.child(declarator, "name"));
      if (pattern.startsWith("{") && pattern.length() > 2 && !pattern.startsWith("{\n")) {
        return pattern.startsWith("{ ") ? "{ " + names + " }" : "{" + names + "}";
      }
    }
    return "{ " + names + " }";
  }

  /** A statement that loads a module, in the manner of another one. */
  private static String loading(
      Syntax tree, int manner, String name, String specifier, String member) {
    String word = manner < 0 ? "const" : tree.text(manner).split("\\s", 2)[0];
    String shown = manner < 0 ? tree.text() : tree.text(manner);
    String quote = shown.indexOf('\'') >= 0 ? "'" : "\"";
    boolean ends = manner < 0 ? shown.stripTrailing().endsWith(";") : shown.endsWith(";");
    String load = "require(" + quote + specifier + quote + ")" + member;
    return word + " " + name + " = " + load + (ends ? ";" : "");
  }

  /** A specifier in quotes with the end of a statement, in the manner of another statement. */
  private static String quoted(Syntax tree, String specifier, int manner) {
    String shown = manner < 0 ? "'';" : tree.text(manner);
    String quote = shown.indexOf('\'') >= 0 ? "'" : "\"";
    return quote + specifier + quote + (shown.endsWith(";") ? ";" : "");
  }

  /** The first statement of a source that takes something from another; -1 for none. */
  static int first(Syntax tree) {
    int loads = -1;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      if (isFrom(tree, child)) {
        return child;
      }
      loads = loads < 0 && CommonModules.loads(tree, child) ? child : loads;
    }
    return loads;
  }

  @Override
  public String alone(Syntax tree, int statement, Import one, String specifier) {
    boolean whole = one.name().isEmpty();
    int declarator = CommonModules.declarator(tree, statement);
    if (declarator >= 0) {
      String member = whole ? "" : "." + one.name();
      return loading(tree, statement, one.alias(), specifier, member);
    }
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
      boolean brings = tree.is(child, "import_statement") || CommonModules.loads(tree, child);
      last = brings ? child : last;
    }
    // A source without imports takes its manner from the one that things leave.
    Syntax manner = last >= 0 ? tree : move.tree(move.from());
    String lines = statements(manner, names, late, end);
    if (last >= 0) {
      int at = TextLines.next(text, tree.end(last));
      boolean leaves =
          file == move.from() && move.stretches().stream().anyMatch(one -> one.begin() == at);
      if (leaves) {
        // What stands right behind goes away, and must not take the lines along.
        int before = at - (text.startsWith(end, at - end.length()) ? end.length() : 0);
        edits.insert(before, end + lines.substring(0, lines.length() - end.length()));
      } else {
        edits.insert(at, lines);
      }
    } else {
      edits.insert(behindMoved(move, file, head(tree)), lines + end);
    }
  }

  /**
   * A place, or one behind all that goes away from there, with the empty lines around it, which
   * must not take the lines along.
   */
  private static int behindMoved(Relocation move, int file, int place) {
    if (file != move.from()) {
      return place;
    }
    String text = move.text(file);
    List<Declarations.Stretch> gone = new ArrayList<>(move.stretches());
    gone.addAll(move.withdrawn());
    gone.sort(Comparator.comparingInt(Declarations.Stretch::begin));
    int at = place;
    int next = place;
    for (Declarations.Stretch one : gone) {
      if (one.begin() <= next && at < one.end()) {
        at = one.end();
        next = TextLines.pastBlank(text, at);
      }
    }
    return next;
  }

  /** Statements with their ends of line: what libraries have first, then what sources have. */
  String statements(
      Syntax manner, Map<String, List<String>> names, Map<String, List<String>> late, String end) {
    StringBuilder lines = new StringBuilder();
    for (boolean own : new boolean[] {false, true}) {
      names.forEach(
          (from, list) -> {
            if (isOwn(from) == own) {
              lines.append(statement(manner, from, list, false, -1)).append(end);
            }
          });
    }
    late.forEach((from, list) -> lines.append(statement(manner, from, list, true, -1)).append(end));
    return lines.toString();
  }

  /** Whether a specifier, or a whole statement, names a source by its path. */
  private static boolean isOwn(String from) {
    return from.startsWith(".") || from.contains("'.") || from.contains("\".");
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

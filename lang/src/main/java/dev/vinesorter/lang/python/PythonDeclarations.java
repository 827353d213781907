package dev.vinesorter.lang.python;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.NamedImports;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.outline.Written;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Moves functions, classes and variables of Python from module to module. */
final class PythonDeclarations extends NamedImports {
  /** Names that say something else in another module. */
  private static final Set<String> OF_MODULE =
      Set.of("__name__", "__file__", "__package__", "__path__", "__spec__", "__doc__");

  private static final Set<String> FUNCTIONS_OF_MODULE = Set.of("globals", "locals", "vars");

  private static final Set<String> DECLARING =
      Set.of("function_definition", "class_definition", "decorated_definition");

  private static final String FUTURE = "from __future__ import annotations";

  private final PythonRules rules;
  private final Grammar grammar;
  private final PythonImportSyntax imports;

  PythonDeclarations(PythonRules rules, Grammar grammar) {
    this(rules, grammar, new PythonImportSyntax());
  }

  private PythonDeclarations(PythonRules rules, Grammar grammar, PythonImportSyntax imports) {
    super(imports);
    this.rules = rules;
    this.grammar = grammar;
    this.imports = imports;
  }

  @Override
  public Syntax parse(String path, String text) {
    return grammar.parse(text);
  }

  /** The ends of sources that are compiled to modules. */
  private static final Set<String> COMPILED = Set.of("pyx", "pxd", "pxi");

  @Override
  public boolean isSource(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.endsWith(".py")
        && name.substring(0, name.length() - 3).matches("[A-Za-z_]\\w{0,99}");
  }

  // ---- what stands where

  @Override
  public Stretch stretch(Relocation move, int decl) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    String text = tree.text();
    int at = move.old().decls().get(decl).nameAt();
    int node = tree.innermost(at);
    while (tree.around(node) > 0) {
      node = tree.around(node);
    }
    int inner = tree.is(node, "expression_statement") ? tree.first(node) : node;
    boolean variable = tree.is(inner, "assignment") && tree.begin(tree.child(inner, "left")) == at;
    boolean plain = variable && tree.is(tree.child(inner, "left"), "identifier");
    if (!DECLARING.contains(tree.kind(node)) && !plain) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "'" + move.name(decl) + "' is declared with others, or under a condition.",
          at);
    }
    int begin = TextLines.begin(text, tree.begin(node));
    int end = TextLines.next(text, tree.end(node));
    String behind = text.substring(tree.end(node), end).strip();
    if (begin != tree.begin(node) || !behind.isEmpty() && !behind.startsWith("#")) {
      throw new CannotMoveException(
          RefusalCode.ONE_LINE, "'" + move.name(decl) + "' shares its line with others.", at);
    }
    return new Stretch(TextLines.heading(tree, node, begin), end);
  }

  @Override
  protected boolean isName(Syntax tree, int node) {
    return tree.is(node, "identifier")
        && !(tree.is(tree.around(node), "attribute") && tree.field(node).equals("attribute"))
        && !(tree.is(tree.around(node), "keyword_argument") && tree.field(node).equals("name"));
  }

  @Override
  protected int chain(Syntax tree, Use use) {
    int node = tree.around(tree.innermost(use.at()));
    return tree.is(node, "attribute") && tree.end(node) == use.end() ? node : -1;
  }

  @Override
  protected boolean handsOn(Relocation move, Import one) {
    String path = move.path(move.from());
    return path.endsWith("/" + PythonModules.INIT)
        || one.name().equals(one.alias()) && isListed(move, move.from(), one.alias());
  }

  @Override
  protected boolean handsOnAll(Relocation move, int file, int decl) {
    String name = move.name(decl);
    boolean all = !name.startsWith("_") || isListed(move, move.from(), name);
    return all && move.path(file).endsWith("/" + PythonModules.INIT);
  }

  @Override
  protected boolean starTakesImports() {
    return true;
  }

  @Override
  protected boolean isForTypes(Relocation move, int file, Use use) {
    Syntax tree = move.tree(file);
    boolean quoted = false;
    for (int at = tree.innermost(use.at()); at > 0; at = tree.around(at)) {
      quoted |= tree.is(at, "string");
      if (tree.is(at, "type")) {
        return quoted || hasFuture(move, file);
      }
    }
    return false;
  }

  // ---- what stands against it

  @Override
  protected void guard(Relocation move) throws CannotMoveException {
    asksWhenLoaded(move);
    compiled(move);
    Syntax tree = move.tree(move.from());
    for (int node = 0; node < tree.size(); node++) {
      boolean inside = move.isInside(tree.begin(node));
      if (inside && isName(tree, node) && asksModule(tree, node)) {
        throw new CannotMoveException(
            RefusalCode.OTHER_MEANING,
            "'" + tree.text(node) + "' says something of the module that it stands in.",
            tree.begin(node));
      }
      if (!inside) {
        changed(move, tree, node);
        changedLater(move, tree, node);
      }
      if (tree.is(node, "global_statement")) {
        for (int name = tree.first(node); name >= 0; name = tree.next(name)) {
          int decl = move.old().find(0, tree.text(name));
          if (decl >= 0 && move.isMoved(decl) || inside) {
            throw new CannotMoveException(
                RefusalCode.ASSIGNED,
                "'"
                    + tree.text(name)
                    + "' gets another value here, which another module would not"
                    + " see.",
                tree.begin(name));
          }
        }
      }
    }
    for (int decl : move.moved()) {
      String name = move.name(decl);
      if (name.startsWith("__") && name.endsWith("__")) {
        throw new CannotMoveException(
            RefusalCode.BAD_TARGET,
            "'" + name + "' says something of its module.",
            move.old().decls().get(decl).nameAt());
      }
      if (isVariable(move, decl)) {
        variable(move, decl);
      }
    }
    future(move);
  }

  /** Whether a name says something of the module, and is not given a value where it stands. */
  private static boolean asksModule(Syntax tree, int node) {
    String name = tree.text(node);
    int around = tree.around(node);
    if (FUNCTIONS_OF_MODULE.contains(name)) {
      boolean called = tree.is(around, "call") && tree.child(around, "function") == node;
      boolean nothing = called && tree.text(tree.child(around, "arguments")).equals("()");
      return nothing && (name.equals("globals") || isOfModule(tree, node));
    }
    // In a class that gives it a value it says something of that.
    boolean given = tree.is(around, "assignment") && tree.child(around, "left") == node;
    return OF_MODULE.contains(name) && !(given && !isOfModule(tree, node));
  }

  /** Refuses what sources name that are compiled, of which nothing is read. */
  private static void compiled(Relocation move) throws CannotMoveException {
    String path = move.path(move.from());
    String module = path.substring(path.lastIndexOf('/') + 1, path.lastIndexOf('.'));
    List<String> compiled =
        move.project().files().stream()
            .filter(file -> COMPILED.contains(file.substring(file.lastIndexOf('.') + 1)))
            .sorted()
            .toList();
    for (String file : compiled) {
      String text = move.other(file);
      for (int decl : move.moved()) {
        if (Written.has(text, module) && Written.has(text, move.name(decl))) {
          throw new CannotMoveException(
              RefusalCode.NOT_YET,
              file + " may name '" + move.name(decl) + "', and would not follow.",
              move.old().decls().get(decl).nameAt());
        }
      }
    }
  }

  /** Refuses a module that lets itself be loaded only where something holds. */
  private static void asksWhenLoaded(Relocation move) throws CannotMoveException {
    Syntax tree = move.toFile() < 0 ? null : move.tree(move.toFile());
    for (int node = 0; tree != null && node < tree.size(); node++) {
      boolean asks = tree.is(node, "assert_statement") || tree.is(node, "raise_statement");
      if (asks && isOfModule(tree, node)) {
        int at = tree.begin(node);
        String message = "This source refuses to be loaded where something does not hold.";
        move.refuse(RefusalCode.BAD_TARGET, message, move.toFile(), at, tree.end(node));
        throw new CannotMoveException(RefusalCode.BAD_TARGET, message, at);
      }
    }
  }

  /**
   * Refuses a class that extends one of the old module, where that changes types of its own once
   * they are made: what is made of them later may be something else.
   */
  private static void changedLater(Relocation move, Syntax tree, int node)
      throws CannotMoveException {
    int target = tree.is(node, "assignment") ? tree.child(node, "left") : -1;
    int object = tree.is(target, "attribute") ? tree.child(target, "object") : -1;
    int decl = object < 0 ? -1 : move.old().find(0, tree.text(object));
    boolean type = decl >= 0 && move.old().decls().get(decl).sort() == Sort.TYPE;
    if (!type || !isOfModule(tree, node)) {
      return;
    }
    for (Use use : move.inside()) {
      int above = use.kind() == Kind.EXTENDS ? move.old().find(0, use.chain().get(0)) : -1;
      if (above >= 0 && !move.isMoved(above)) {
        throw new CannotMoveException(
            RefusalCode.EVALUATION_ORDER,
            "'"
                + tree.text(target)
                + "' is changed when the module is loaded, before the class would be made.",
            tree.begin(target));
      }
    }
  }

  /** Refuses where the old module takes a name away again, or changes what it is of. */
  private static void changed(Relocation move, Syntax tree, int node) throws CannotMoveException {
    int target = tree.is(node, "assignment") ? tree.child(node, "left") : -1;
    boolean of = tree.is(target, "attribute") || tree.is(target, "subscript");
    boolean gone = tree.is(node, "delete_statement");
    int first = gone ? node : of ? target : -1;
    for (int at = first; at >= 0 && at < tree.past(first); at++) {
      int decl = tree.is(at, "identifier") ? move.old().find(0, tree.text(at)) : -1;
      if (decl >= 0 && move.isMoved(decl) && isOfModule(tree, node)) {
        throw new CannotMoveException(
            RefusalCode.ASSIGNED,
            "'" + tree.text(at) + "' is changed here when the module is loaded.",
            tree.begin(at));
      }
    }
  }

  /** A variable has to keep its first value, and that must not be worked out by code of others. */
  private void variable(Relocation move, int decl) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    String name = move.name(decl);
    for (int node = 0; node < tree.size(); node++) {
      boolean again =
          (tree.is(node, "assignment") || tree.is(node, "augmented_assignment"))
              && tree.text(tree.child(node, "left")).equals(name)
              && tree.begin(node) != move.old().decls().get(decl).begin()
              && isOfModule(tree, node);
      if (again) {
        throw new CannotMoveException(
            RefusalCode.ASSIGNED, "'" + name + "' gets another value here.", tree.begin(node));
      }
    }
    keepsValue(move, decl);
  }

  /** Whether a statement gives values to what the module has, and not to what stands in it. */
  private static boolean isOfModule(Syntax tree, int node) {
    for (int at = tree.around(node); at > 0; at = tree.around(at)) {
      if (tree.is(at, "function_definition") || tree.is(at, "class_definition")) {
        return false;
      }
    }
    return true;
  }

  /** Annotations that are not worked out here must not be there. */
  private void future(Relocation move) throws CannotMoveException {
    if (move.toFile() < 0 || !hasFuture(move, move.from()) || hasFuture(move, move.toFile())) {
      return;
    }
    Syntax tree = move.tree(move.from());
    for (int node = 0; node < tree.size(); node++) {
      if (tree.is(node, "type") && move.isInside(tree.begin(node))) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "The source says that its annotations are not worked out, and the new one does not.",
            tree.begin(node));
      }
    }
  }

  private static boolean hasFuture(Relocation move, int file) {
    Syntax tree = move.tree(file);
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      boolean future = tree.is(child, "future_import_statement");
      if (future && tree.text(child).matches("(?s).*\\bannotations\\b.*")) {
        return true;
      }
    }
    return false;
  }

  // ---- what is written

  @Override
  protected String specifier(Relocation move, String importer, String target, String like) {
    String module = PythonModules.name(rules, move.project(), target);
    int file = move.project().number(importer);
    boolean relative =
        like.isEmpty()
            ? move.outline(file < 0 ? move.from() : file).imports().stream()
                .anyMatch(one -> one.level() > 0)
            : like.startsWith(".");
    return relative ? PythonModules.relative(rules, move.project(), importer, module) : module;
  }

  @Override
  protected void fresh(
      Relocation move,
      List<String> parts,
      Map<String, List<String>> names,
      Map<String, List<String>> late)
      throws CannotMoveException {
    String end = move.lineEnd(move.from());
    String init = Project.join(Project.folder(move.to()), PythonModules.INIT);
    String oldInit = Project.join(Project.folder(move.path(move.from())), PythonModules.INIT);
    boolean inPackage = move.exists(oldInit);
    if (inPackage && !move.exists(init)) {
      throw new CannotMoveException(
          RefusalCode.BAD_TARGET,
          "The folder of " + move.to() + " is no package; it has no " + PythonModules.INIT + ".",
          move.stretches().get(0).begin());
    }
    StringBuilder text = new StringBuilder(TextLines.licence(move));
    if (hasFuture(move, move.from())) {
      text.append(FUTURE).append(end).append(end);
    }
    Map<String, List<String>> all = new TreeMap<>(names);
    if (!late.isEmpty()) {
      all.computeIfAbsent("typing", key -> new ArrayList<>()).add("TYPE_CHECKING");
    }
    StringBuilder ours = new StringBuilder();
    StringBuilder others = new StringBuilder();
    StringBuilder conditions = new StringBuilder();
    for (Map.Entry<String, List<String>> one : all.entrySet()) {
      String line = imports.statement(null, one.getKey(), one.getValue(), false, -1);
      boolean own = PythonImportSyntax.isOurs(move, -1, line);
      boolean condition = PythonImportSyntax.isCondition(line);
      (condition ? conditions.append(end) : own ? ours : others).append(line).append(end);
    }
    boolean both = !ours.isEmpty() && !others.isEmpty();
    text.append(others).append(both ? end : "").append(ours).append(conditions);
    if (!late.isEmpty()) {
      text.append(end).append("if TYPE_CHECKING:").append(end);
      late.forEach(
          (specifier, list) ->
              text.append("    ")
                  .append(imports.statement(null, specifier, list, true, -1))
                  .append(end));
    }
    String gap = all.isEmpty() && late.isEmpty() ? "" : end + end;
    move.fresh(text + gap + String.join(end + end, parts));
  }

  /** Puts what moves behind the rest, or before what needs it when the module is loaded. */
  @Override
  protected void insert(Relocation move, List<String> parts) throws CannotMoveException {
    Syntax tree = move.tree(move.toFile());
    String text = tree.text();
    String end = move.lineEnd(move.toFile());
    int before = -1;
    boolean first = isPlainValue(move);
    for (int child = tree.first(0); child >= 0 && before < 0; child = tree.next(child)) {
      boolean main =
          tree.is(child, "if_statement")
              && tree.text(tree.child(child, "condition")).contains("__name__");
      boolean code = first && DECLARING.contains(tree.kind(child));
      before = main || code || needsAtOnce(move, child) ? child : -1;
    }
    String all = String.join(end + end, parts);
    if (before < 0) {
      String gap = text.isBlank() ? "" : text.endsWith("\n") ? end + end : end + end + end;
      edits(move).insert(text.length(), gap + all);
    } else {
      edits(move).insert(TextLines.heading(tree, before, tree.begin(before)), all + end + end);
    }
    list(move);
  }

  /** Whether all that moves are variables that need nothing of their new source. */
  private static boolean isPlainValue(Relocation move) {
    boolean needs =
        move.inside().stream()
            .anyMatch(use -> move.outline(move.toFile()).find(0, use.chain().get(0)) >= 0);
    return !needs && move.moved().stream().allMatch(decl -> isVariable(move, decl));
  }

  private static TextEdits edits(Relocation move) {
    return move.edits(move.toFile());
  }

  @Override
  protected boolean isLater(Syntax tree, Use use) {
    for (int at = tree.innermost(use.at()); at > 0; at = tree.around(at)) {
      if (tree.is(tree.around(at), "function_definition") && tree.field(at).equals("body")) {
        return true;
      }
    }
    return false;
  }

  // ---- lists of what a module hands on, and names in texts

  @Override
  protected void followMore(Relocation move) throws CannotMoveException {
    for (int decl : move.moved()) {
      unlist(move, move.name(decl));
      texts(move, move.name(decl));
    }
  }

  /** The list of the names that a module hands on; -1 for none. */
  private static int listed(Syntax tree) {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      int assigned = tree.is(child, "expression_statement") ? tree.first(child) : -1;
      boolean all =
          tree.is(assigned, "assignment")
              && tree.text(tree.child(assigned, "left")).equals("__all__");
      int list = all ? tree.child(assigned, "right") : -1;
      if (tree.is(list, "list") || tree.is(list, "tuple")) {
        return list;
      }
    }
    return -1;
  }

  private static List<Integer> strings(Syntax tree, int list) {
    List<Integer> strings = new ArrayList<>();
    for (int child = tree.first(list); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "string")) {
        strings.add(child);
      }
    }
    return strings;
  }

  private static boolean isCalled(Syntax tree, int string, String name) {
    return tree.text(tree.childOf(string, "string_content")).equals(name);
  }

  private static boolean isListed(Relocation move, int file, String name) {
    Syntax tree = move.tree(file);
    int list = listed(tree);
    return list >= 0 && strings(tree, list).stream().anyMatch(one -> isCalled(tree, one, name));
  }

  private static void unlist(Relocation move, String name) {
    Syntax tree = move.tree(move.from());
    int list = listed(tree);
    List<Integer> strings = list < 0 ? List.of() : strings(tree, list);
    for (int n = 0; n < strings.size(); n++) {
      if (isCalled(tree, strings.get(n), name)) {
        boolean last = n + 1 == strings.size();
        int begin = last && n > 0 ? tree.end(strings.get(n - 1)) : tree.begin(strings.get(n));
        int end = last ? tree.end(strings.get(n)) : tree.begin(strings.get(n + 1));
        move.edits(move.from()).remove(begin, end);
      }
    }
  }

  /** Adds what comes to the list of what the new module hands on, where it has one. */
  private static void list(Relocation move) {
    Syntax tree = move.tree(move.toFile());
    int list = listed(tree);
    List<Integer> strings = list < 0 ? List.of() : strings(tree, list);
    if (strings.isEmpty()) {
      return;
    }
    int last = strings.get(strings.size() - 1);
    String text = tree.text();
    String between =
        strings.size() < 2
            ? ", "
            : text.substring(tree.end(strings.get(0)), tree.begin(strings.get(1)));
    char quote = text.charAt(tree.begin(last));
    for (int decl : move.moved()) {
      String name = move.name(decl);
      boolean shown = !name.startsWith("_") || isListed(move, move.from(), name);
      if (shown && !isListed(move, move.toFile(), name)) {
        move.edits(move.toFile()).insert(tree.end(last), between + quote + name + quote);
      }
    }
  }

  /** Full names of what moves in strings and comments, such as those that tests patch. */
  private void texts(Relocation move, String name) {
    String old = PythonModules.name(rules, move.project(), move.path(move.from())) + "." + name;
    String fresh = PythonModules.name(rules, move.project(), move.to()) + "." + name;
    for (int file = 0; file < move.project().outlines().size(); file++) {
      String text = move.text(file);
      for (int at = text.indexOf(old); at >= 0; at = text.indexOf(old, at + 1)) {
        int end = at + old.length();
        boolean whole =
            (at == 0 || !isOfName(text.charAt(at - 1)) && text.charAt(at - 1) != '.')
                && (end == text.length() || !isOfName(text.charAt(end)));
        String kind = whole ? move.tree(file).kind(move.tree(file).innermost(at)) : "";
        if (kind.startsWith("string") || kind.equals("comment")) {
          move.edits(file).replace(at, end, fresh);
        }
      }
    }
  }

  private static boolean isOfName(char c) {
    return c == '_' || Character.isLetterOrDigit(c);
  }
}

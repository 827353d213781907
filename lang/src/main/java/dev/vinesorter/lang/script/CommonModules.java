package dev.vinesorter.lang.script;

import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;

/**
 * How sources of JavaScript say what they load and give without words of the language for it:
 * {@code require("…")} and {@code module.exports}, as CommonJS has it.
 */
final class CommonModules {
  private CommonModules() {}

  /** Whether a node is what a module gives to others: {@code exports} or {@code module.exports}. */
  static boolean isExports(Syntax tree, int node) {
    if (tree.is(node, "identifier")) {
      return tree.text(node).equals("exports");
    }
    return tree.is(node, "member_expression")
        && tree.is(tree.child(node, "object"), "identifier")
        && tree.text(tree.child(node, "object")).equals("module")
        && tree.text(tree.child(node, "property")).equals("exports");
  }

  /** The text in quotes that a call loads a module by; -1 for another node. */
  static int loaded(Syntax tree, int call) {
    if (!tree.is(call, "call_expression")) {
      return -1;
    }
    int called = tree.child(call, "function");
    boolean loads =
        tree.is(called, "identifier") && tree.text(called).equals("require")
            || tree.is(called, "import");
    return loads ? tree.childOf(tree.child(call, "arguments"), "string") : -1;
  }

  /**
   * What a variable is given of a module, as the call that loads it; -1 where it is given another
   * value. {@code require("…").member} is one, too.
   */
  static int call(Syntax tree, int declarator) {
    int value = tree.child(declarator, "value");
    int call = tree.is(value, "member_expression") ? tree.child(value, "object") : value;
    return loaded(tree, call) >= 0 ? call : -1;
  }

  /** The name in {@code require("…").name}; -1 where the whole is taken. */
  static int memberTaken(Syntax tree, int declarator) {
    int value = tree.child(declarator, "value");
    return tree.is(value, "member_expression") ? tree.child(value, "property") : -1;
  }

  /** The only variable that a statement declares; -1 for several, or for another statement. */
  static int declarator(Syntax tree, int statement) {
    boolean declares =
        tree.is(statement, "lexical_declaration") || tree.is(statement, "variable_declaration");
    int only = declares ? tree.childOf(statement, "variable_declarator") : -1;
    for (int child = only < 0 ? -1 : tree.next(only); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "variable_declarator")) {
        return -1;
      }
    }
    return only;
  }

  /** Whether a statement declares one variable, or several by a pattern, and loads them. */
  static boolean loads(Syntax tree, int statement) {
    int declarator = declarator(tree, statement);
    int call = declarator < 0 ? -1 : call(tree, declarator);
    return call >= 0 && tree.is(tree.child(call, "function"), "identifier");
  }

  /** Whether a source gives and takes what it does in this way, and in no other. */
  static boolean isCommon(Syntax tree) {
    boolean common = false;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "import_statement") || tree.is(child, "export_statement")) {
        return false;
      }
      common |= loads(tree, child) || given(tree, child) >= 0;
    }
    return common;
  }

  /** What a statement assigns to what the module gives, or to a member of it; -1 for another. */
  static int given(Syntax tree, int statement) {
    int assignment = tree.is(statement, "expression_statement") ? tree.first(statement) : -1;
    if (!tree.is(assignment, "assignment_expression")) {
      return -1;
    }
    int left = tree.child(assignment, "left");
    int object = tree.is(left, "member_expression") ? tree.child(left, "object") : -1;
    return isExports(tree, left) || isExports(tree, object) ? assignment : -1;
  }

  /** The name in {@code exports.name = …}; -1 for another assignment. */
  static int memberGiven(Syntax tree, int assignment) {
    int left = assignment < 0 ? -1 : tree.child(assignment, "left");
    return left >= 0 && !isExports(tree, left) ? tree.child(left, "property") : -1;
  }

  /** The directive that makes a source strict; -1 for none. */
  static int strict(Syntax tree) {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      boolean heads = tree.is(child, "comment") || tree.is(child, "hash_bang_line");
      boolean text = tree.is(child, "expression_statement") && tree.is(tree.first(child), "string");
      if (text && tree.text(tree.first(child)).substring(1).startsWith("use strict")) {
        return child;
      }
      if (!heads && !text) {
        return -1;
      }
    }
    return -1;
  }

  /** The object in {@code module.exports = {…}} at the top; -1 for none. */
  static int list(Syntax tree) {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      int assignment = given(tree, child);
      int right = assignment < 0 ? -1 : tree.child(assignment, "right");
      if (assignment >= 0 && memberGiven(tree, assignment) < 0 && tree.is(right, "object")) {
        return right;
      }
    }
    return -1;
  }

  /** The first statement at the top that gives the module a whole new value; -1 for none. */
  static int whole(Syntax tree) {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      int assignment = given(tree, child);
      if (assignment >= 0 && memberGiven(tree, assignment) < 0) {
        return child;
      }
    }
    return -1;
  }

  /**
   * What gives a name of its own to others, as elements of a list or as statements; none where
   * nothing does.
   */
  static List<Integer> giving(Syntax tree, String name) {
    List<Integer> found = new ArrayList<>();
    for (int one : elements(tree, list(tree))) {
      boolean named = tree.is(one, "shorthand_property_identifier") && tree.text(one).equals(name);
      int value =
          tree.is(tree.child(one, "key"), "property_identifier") ? tree.child(one, "value") : -1;
      if (named || tree.is(value, "identifier") && tree.text(value).equals(name)) {
        found.add(one);
      }
    }
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      int assignment = given(tree, child);
      int right = memberGiven(tree, assignment) < 0 ? -1 : tree.child(assignment, "right");
      if (tree.is(right, "identifier") && tree.text(right).equals(name)) {
        found.add(child);
      }
    }
    return found;
  }

  /** What an element or a statement of {@link #giving} reads in a list. */
  static String asElement(Syntax tree, int giving) {
    int assignment = given(tree, giving);
    if (assignment < 0) {
      return tree.text(giving);
    }
    String alias = tree.text(memberGiven(tree, assignment));
    String name = tree.text(tree.child(assignment, "right"));
    return alias.equals(name) ? name : alias + ": " + name;
  }

  /** What stands in a list of what a module gives, without commas and comments. */
  static List<Integer> elements(Syntax tree, int list) {
    List<Integer> elements = new ArrayList<>();
    for (int child = list < 0 ? -1 : tree.first(list); child >= 0; child = tree.next(child)) {
      String kind = tree.kind(child);
      if (kind.length() > 1 && !kind.equals("comment")) {
        elements.add(child);
      }
    }
    return elements;
  }
}

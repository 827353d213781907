package dev.vinesorter.lang.kotlin;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.More;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.TreeScan;
import dev.vinesorter.lang.outline.Way;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Finds what a Kotlin source declares, imports and names. */
final class KotlinScan extends TreeScan {
  private KotlinScan(String path, Syntax tree) {
    super(
        path,
        tree,
        Set.of(
            "if_expression",
            "for_statement",
            "while_statement",
            "do_while_statement",
            "when_entry",
            "catch_block",
            "elvis_expression",
            "conjunction_expression",
            "disjunction_expression"));
  }

  /** The outline of a source. */
  static Outline of(String path, Syntax tree) {
    return new KotlinScan(path, tree).scan();
  }

  @Override
  protected void visit(int node) {
    switch (tree.kind(node)) {
      case "package_header" -> {
        int name = tree.childOf(node, "identifier");
        if (name >= 0) {
          open = space(String.join(".", parts(tree.text(name))), node, name);
        }
      }
      case "import_header" -> {
        int name = tree.childOf(node, "identifier");
        boolean all = tree.childOf(node, "wildcard_import") >= 0;
        int alias = tree.childOf(node, "import_alias");
        if (name >= 0) {
          using(
              name,
              all ? Import.USING_ALL : Import.USING_ONE,
              alias < 0 ? "" : tree.text(tree.childOf(alias, "type_identifier")));
        }
      }
      case "class_declaration", "object_declaration" -> declaration(node);
      case "type_alias" -> alias(node);
      case "companion_object" -> inside(tree.childOf(node, "class_body"));
      case "function_declaration" -> function(node);
      case "property_declaration" -> property(node);
      case "class_parameter" -> parameter(node, tree.childOf(node, "binding_pattern_kind") >= 0);
      case "parameter" -> parameter(node, false);
      case "enum_entry" -> {
        int name = tree.childOf(node, "simple_identifier");
        if (name >= 0) {
          field(node, name, Trait.PUBLIC.bit() | Trait.STATIC.bit(), "");
        }
        inside(tree.childOf(node, "value_arguments"));
      }
      case "lambda_literal" -> within(open, () -> inside(node));
      case "lambda_parameters", "multi_variable_declaration" -> variables(node);
      case "for_statement" ->
          within(
              open,
              () -> {
                variable(
                    tree.text(
                        tree.childOf(
                            tree.childOf(node, "variable_declaration"), "simple_identifier")),
                    "");
                inside(node);
              });
      case "call_expression" -> {
        expression(tree.first(node), Kind.CALLS);
        inside(tree.childOf(node, "call_suffix"));
      }
      case "assignment" -> {
        int target = tree.childOf(node, "directly_assignable_expression");
        if (target >= 0) {
          chain(target, Kind.WRITES);
        }
        others(node, target);
      }
      case "simple_identifier", "navigation_expression" -> expression(node, Kind.READS);
      case "interpolated_identifier" ->
          use(Kind.READS, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
      case "type_identifier" ->
          use(Kind.REFERS, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
      case "value_argument" -> others(node, tree.childOf(node, "=") < 0 ? -1 : tree.first(node));
      case "callable_reference" -> callable(node);
      case "user_type" -> userType(node, Kind.REFERS);
      case "comment", "line_comment", "multiline_comment", "string_content" -> {}
      default -> inside(node);
    }
  }

  /** Looks at all that stands right in a node but for one, such as the label of an argument. */
  private void others(int node, int one) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (child != one) {
        visit(child);
      }
    }
  }

  private void declaration(int node) {
    int name = tree.childOf(node, "type_identifier");
    String head =
        tree.text().substring(tree.begin(node), name < 0 ? tree.begin(node) : tree.begin(name));
    int traits =
        access(node, "modifiers", Trait.PUBLIC.bit())
            | (head.contains("interface ") ? Trait.INTERFACE.bit() : 0)
            | (head.contains("enum ") ? Trait.ENUM.bit() : 0);
    type(
        node,
        name,
        traits,
        () -> {
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (tree.is(child, "delegation_specifier")) {
              above(child);
            } else if (tree.is(child, "type_parameters")) {
              typeParameters(child);
            } else if (!tree.is(child, "type_identifier")) {
              visit(child);
            }
          }
        });
  }

  /** Another name for a type, which has what that has. */
  private void alias(int node) {
    int name = tree.childOf(node, "type_identifier");
    int of = tree.childOf(node, "user_type");
    More more = new More(List.of(), written(of), "", 0);
    int made =
        declare(
            Sort.TYPE,
            tree.text(name),
            node,
            name,
            access(node, "modifiers", Trait.PUBLIC.bit()),
            more);
    within(
        made,
        () -> {
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (tree.is(child, "type_parameters")) {
              typeParameters(child);
            } else if (child != name) {
              visit(child);
            }
          }
        });
  }

  private void above(int node) {
    int delegated = tree.childOf(node, "explicit_delegation");
    if (delegated >= 0) {
      int type = tree.childOf(delegated, "user_type");
      for (int child = tree.first(delegated); child >= 0; child = tree.next(child)) {
        if (child == type) {
          userType(child, Kind.IMPLEMENTS);
        } else {
          visit(child);
        }
      }
      return;
    }
    int made = tree.childOf(node, "constructor_invocation");
    int named = tree.childOf(made >= 0 ? made : node, "user_type");
    if (named >= 0) {
      userType(named, made >= 0 ? Kind.EXTENDS : Kind.IMPLEMENTS);
    }
    inside(made < 0 ? -1 : tree.childOf(made, "value_arguments"));
  }

  /** A function or property that is named without being called, or the class of a type. */
  private void callable(int node) {
    int of = tree.first(node);
    int member = tree.childOf(node, "simple_identifier");
    member = member == of ? -1 : member;
    boolean named = tree.is(of, "type_identifier") || tree.is(of, "simple_identifier");
    if (named) {
      visit(of);
    }
    if (member >= 0) {
      List<String> chain =
          named ? List.of(tree.text(of), tree.text(member)) : List.of(tree.text(member));
      use(Kind.READS, Root.NAME, chain, tree.begin(member), tree.end(member));
    }
    if (!named) {
      inside(of);
    }
  }

  private void typeParameters(int node) {
    for (int one : all(node, "type_parameter")) {
      // A value of it has what its bound has.
      variable(tree.text(tree.childOf(one, "type_identifier")), typeOf(one));
      inside(tree.childOf(one, "user_type"));
      inside(tree.childOf(one, "nullable_type"));
    }
  }

  private void function(int node) {
    int name = tree.childOf(node, "simple_identifier");
    if (name < 0) {
      inside(node);
      return;
    }
    int parameters = tree.childOf(node, "function_value_parameters");
    List<String> names = new ArrayList<>();
    for (int one : all(parameters, "parameter")) {
      names.add(tree.text(tree.childOf(one, "simple_identifier")));
    }
    int first = tree.childOf(node, "user_type");
    int receiver = first >= 0 && tree.begin(first) < tree.begin(name) ? first : -1;
    int gives = behind(node, name);
    Runnable does =
        () -> {
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (tree.is(child, "type_parameters")) {
              typeParameters(child);
            } else if (child != name) {
              visit(child);
            }
          }
        };
    if (isOutside()) {
      // A function of a type that stands elsewhere is called after it, as one defined apart.
      String full = extended(receiver, name) + tree.text(name);
      int access = access(node, "modifiers", Trait.PUBLIC.bit());
      function(node, name, full, access, names, written(gives), does);
    } else {
      variable(tree.text(name), "");
      within(open, does);
    }
  }

  /** The type that stands right in a node behind a name; -1 for none. */
  private int behind(int node, int name) {
    int found = -1;
    for (int child = tree.next(name); child >= 0; child = tree.next(child)) {
      boolean type = tree.is(child, "user_type") || tree.is(child, "nullable_type");
      found = type ? child : found;
    }
    return found;
  }

  /** The type that a function or property is for, as it heads its name; empty for none. */
  private String extended(int receiver, int name) {
    boolean ofOther = tree.begin(name) > 0 && tree.text().charAt(tree.begin(name) - 1) == '.';
    String of = written(receiver);
    return ofOther ? (of.isEmpty() ? "Any" : of.replace(".", "::")) + "::" : "";
  }

  private void property(int node) {
    int declared = tree.childOf(node, "variable_declaration");
    int name = declared < 0 ? -1 : tree.childOf(declared, "simple_identifier");
    if (name < 0) {
      variables(node);
      inside(node);
      return;
    }
    String type = typeOf(declared);
    Way way = type.isEmpty() ? wayOf(value(node)) : Way.ofType(type);
    Runnable does =
        () -> {
          for (int child = tree.first(declared); child >= 0; child = tree.next(child)) {
            if (child != name) {
              visit(child);
            }
          }
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (child != declared) {
              visit(child);
            }
          }
        };
    if (isOutside()) {
      int access = access(node, "modifiers", Trait.PUBLIC.bit());
      int first = tree.childOf(node, "user_type");
      boolean before = first >= 0 && tree.begin(first) < tree.begin(name);
      String of = extended(before ? first : -1, name);
      within(field(node, name, of + tree.text(name), access, way.written()), does);
    } else {
      does.run();
      variable(tree.text(name), way);
    }
  }

  /** What stands behind the sign of equality; -1 for nothing. */
  private int value(int node) {
    int sign = tree.childOf(node, "=");
    return sign < 0 ? -1 : tree.next(sign);
  }

  private void variables(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "variable_declaration")) {
        variable(tree.text(tree.childOf(child, "simple_identifier")), typeOf(child));
      } else if (tree.is(child, "multi_variable_declaration")) {
        variables(child);
      }
    }
  }

  private void parameter(int node, boolean field) {
    int name = tree.childOf(node, "simple_identifier");
    if (name < 0) {
      inside(node);
      return;
    }
    if (field) {
      field(node, name, Trait.PUBLIC.bit(), typeOf(node));
    } else {
      variable(tree.text(name), typeOf(node));
    }
    others(node, name);
  }

  private String typeOf(int node) {
    int type = tree.childOf(node, "user_type");
    int nullable = tree.childOf(node, "nullable_type");
    return written(type >= 0 ? type : nullable);
  }

  private void userType(int node, Kind kind) {
    named(node, kind);
    for (int one : all(node, "type_arguments")) {
      inside(one);
    }
  }

  private void expression(int node, Kind kind) {
    if (node < 0) {
      return;
    }
    if (tree.is(node, "simple_identifier")) {
      use(kind, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
    } else if (tree.is(node, "navigation_expression")) {
      chain(node, kind);
    } else {
      visit(node);
    }
  }

  private void chain(int node, Kind kind) {
    List<String> names = new ArrayList<>();
    int at = node;
    int last = -1;
    while (names.size() < LONGEST_CHAIN
        && (tree.is(at, "navigation_expression")
            || tree.is(at, "directly_assignable_expression"))) {
      int suffix = tree.childOf(at, "navigation_suffix");
      int name = suffix < 0 ? -1 : tree.childOf(suffix, "simple_identifier");
      if (name < 0) {
        break;
      }
      last = last < 0 ? name : last;
      names.add(0, tree.text(name));
      at = tree.first(at);
    }
    if (last < 0) {
      int only = tree.childOf(node, "simple_identifier");
      if (only >= 0) {
        use(kind, Root.NAME, List.of(tree.text(only)), tree.begin(only), tree.end(only));
      } else {
        inside(node);
      }
      return;
    }
    Root root = Root.UNKNOWN;
    if (tree.is(at, "this_expression")) {
      root = Root.SELF;
    } else if (tree.is(at, "super_expression")) {
      root = Root.SUPER;
    } else if (tree.is(at, "simple_identifier")) {
      root = Root.NAME;
      names.add(0, tree.text(at));
    } else {
      Way way = wayOf(tree.first(node));
      root = way.root();
      names = new ArrayList<>(way.names());
      names.add(tree.text(last));
    }
    use(kind, root, names, tree.begin(last), tree.end(last));
    int object = tree.first(node);
    if (!tree.is(object, "this_expression") && !tree.is(object, "super_expression")) {
      expression(object, Kind.READS);
    }
  }

  @Override
  protected Way valueWay(int node) {
    return switch (tree.kind(node)) {
      case "this_expression" -> tree.text(node).equals("this") ? Way.SELF : Way.UNKNOWN;
      case "simple_identifier" -> way(tree.text(node));
      case "call_expression" -> wayOf(tree.first(node)).called();
      case "postfix_expression" ->
          tree.text(node).endsWith("!!") ? wayOf(tree.first(node)) : Way.UNKNOWN;
      case "as_expression" -> Way.ofType(typeOf(node));
      case "navigation_expression" -> {
        int suffix = tree.childOf(node, "navigation_suffix");
        int name = suffix < 0 ? -1 : tree.childOf(suffix, "simple_identifier");
        yield wayOf(tree.first(node)).to(name < 0 ? "" : tree.text(name), false);
      }
      default -> Way.UNKNOWN;
    };
  }
}

package dev.vinesorter.lang.csharp;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.TreeScan;
import dev.vinesorter.lang.outline.Way;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Finds what a C# source declares, imports and names. */
final class CSharpScan extends TreeScan {
  private CSharpScan(String path, Syntax tree) {
    super(
        path,
        tree,
        Set.of(
            "if_statement",
            "for_statement",
            "foreach_statement",
            "while_statement",
            "do_statement",
            "switch_section",
            "switch_expression_arm",
            "conditional_expression",
            "catch_clause",
            "&&",
            "||",
            "??"));
  }

  /** The outline of a source. */
  static Outline of(String path, Syntax tree) {
    return new CSharpScan(path, tree).scan();
  }

  @Override
  protected void visit(int node) {
    switch (tree.kind(node)) {
      case "using_directive" -> using(node);
      case "namespace_declaration" -> {
        int name = tree.child(node, "name");
        int made = space(String.join(".", parts(tree.text(name))), node, name);
        within(made, () -> inside(tree.child(node, "body")));
      }
      case "file_scoped_namespace_declaration" -> {
        int name = tree.child(node, "name");
        open = space(String.join(".", parts(tree.text(name))), node, name);
        inside(tree.child(node, "body"));
      }
      case "class_declaration",
          "struct_declaration",
          "interface_declaration",
          "record_declaration",
          "record_struct_declaration",
          "enum_declaration",
          "delegate_declaration" ->
          declaration(node);
      case "method_declaration",
          "constructor_declaration",
          "destructor_declaration",
          "local_function_statement",
          "operator_declaration" ->
          function(node);
      case "property_declaration", "event_declaration" -> property(node);
      case "field_declaration", "event_field_declaration" -> fields(node);
      case "enum_member_declaration" ->
          field(node, tree.child(node, "name"), Trait.PUBLIC.bit() | Trait.STATIC.bit(), "");
      case "variable_declaration" -> locals(node);
      case "parameter" -> parameter(node);
      case "foreach_statement", "catch_declaration", "declaration_expression" -> {
        int name = tree.child(node, tree.is(node, "foreach_statement") ? "left" : "name");
        if (name >= 0) {
          variable(tree.text(name), written(tree.child(node, "type")));
        }
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          if (child != name) {
            visit(child);
          }
        }
      }
      case "block", "lambda_expression", "for_statement" -> within(open, () -> inside(node));
      case "invocation_expression" -> {
        expression(tree.child(node, "function"), Kind.CALLS);
        visit(tree.child(node, "arguments"));
      }
      case "object_creation_expression" -> {
        typeName(tree.child(node, "type"), Kind.CREATES);
        inside(tree.child(node, "arguments"));
        inside(tree.child(node, "initializer"));
      }
      case "assignment_expression" -> {
        expression(tree.child(node, "left"), Kind.WRITES);
        visit(tree.child(node, "right"));
      }
      case "attribute" -> {
        typeName(tree.child(node, "name"), Kind.ANNOTATES);
        inside(tree.childOf(node, "attribute_argument_list"));
      }
      case "identifier", "member_access_expression", "conditional_access_expression" ->
          expression(node, Kind.READS);
      case "generic_name", "qualified_name", "alias_qualified_name" -> typeName(node, Kind.REFERS);
      case "comment", "string_literal", "modifier", "name_colon" -> {}
      default -> inside(node);
    }
  }

  @Override
  protected boolean isFull(String written) {
    return written.startsWith("global::");
  }

  private void using(int node) {
    int alias = tree.child(node, "name");
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      boolean named = tree.is(child, "identifier") || tree.is(child, "qualified_name");
      if (named && child != alias) {
        boolean isStatic = tree.text(node).startsWith("using static");
        boolean one = alias >= 0 || isStatic;
        using(child, one ? Import.USING_ONE : Import.USING_ALL, alias < 0 ? "" : tree.text(alias));
      }
    }
  }

  private void declaration(int node) {
    int traits =
        access(node, "modifier", 0)
            | (tree.is(node, "interface_declaration") ? Trait.INTERFACE.bit() : 0)
            | (tree.is(node, "enum_declaration") ? Trait.ENUM.bit() : 0)
            | (tree.kind(node).startsWith("record") ? Trait.RECORD.bit() : 0);
    type(
        node,
        tree.child(node, "name"),
        traits,
        () -> {
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (tree.is(child, "base_list")) {
              bases(child);
            } else if (tree.is(child, "type_parameter_list")) {
              typeParameters(child);
            } else if (!tree.field(child).equals("name")) {
              visit(child);
            }
          }
        });
  }

  private void typeParameters(int node) {
    for (int one : all(node, "type_parameter")) {
      variable(tree.text(tree.child(one, "name")), "");
    }
    for (int one : all(tree.around(node), "type_parameter_constraints_clause")) {
      for (int bound : all(one, "type_parameter_constraint")) {
        int name = tree.childOf(one, "identifier");
        String type = written(tree.first(bound));
        if (name >= 0 && !type.isEmpty() && variable(tree.text(name)) == Way.UNKNOWN) {
          variable(tree.text(name), type);
        }
      }
    }
  }

  private void bases(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      boolean named =
          tree.is(child, "identifier")
              || tree.is(child, "generic_name")
              || tree.is(child, "qualified_name")
              || tree.is(child, "primary_constructor_base_type");
      if (named) {
        String last = parts(tree.text(child)).isEmpty() ? "" : tree.text(child);
        boolean isInterface =
            last.length() > 1 && last.charAt(0) == 'I' && Character.isUpperCase(last.charAt(1));
        typeName(child, isInterface ? Kind.IMPLEMENTS : Kind.EXTENDS);
      }
    }
  }

  private void function(int node) {
    int name = tree.child(node, "name");
    int parameters = tree.child(node, "parameters");
    int gives = tree.child(node, "returns");
    gives = gives < 0 ? tree.child(node, "type") : gives;
    List<String> names = new ArrayList<>();
    for (int one : all(parameters, "parameter")) {
      names.add(tree.text(tree.child(one, "name")));
    }
    int result = gives;
    Runnable does =
        () -> {
          for (int one : all(node, "type_parameter_list")) {
            typeParameters(one);
          }
          typeName(result, Kind.REFERS);
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (child != name && child != result && !tree.is(child, "type_parameter_list")) {
              visit(child);
            }
          }
        };
    if (!isOutside() || name < 0) {
      within(open, does);
      return;
    }
    boolean made = tree.is(node, "constructor_declaration");
    function(
        node,
        name,
        access(node, "modifier", 0) | (made ? Trait.CONSTRUCTOR.bit() : 0),
        names,
        written(gives),
        does);
  }

  private void property(int node) {
    int type = tree.child(node, "type");
    int name = tree.child(node, "name");
    int made = field(node, name, access(node, "modifier", 0), written(type));
    within(
        made,
        () -> {
          typeName(type, Kind.REFERS);
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (child != type && child != name) {
              visit(child);
            }
          }
        });
  }

  private void fields(int node) {
    int declared = tree.childOf(node, "variable_declaration");
    int type = tree.child(declared, "type");
    for (int one : all(declared, "variable_declarator")) {
      int name = tree.child(one, "name");
      int made = field(node, name, access(node, "modifier", 0), written(type));
      within(
          made,
          () -> {
            typeName(type, Kind.REFERS);
            for (int child = tree.first(one); child >= 0; child = tree.next(child)) {
              if (child != name) {
                visit(child);
              }
            }
          });
    }
  }

  private void locals(int node) {
    int type = tree.child(node, "type");
    typeName(type, Kind.REFERS);
    for (int one : all(node, "variable_declarator")) {
      int name = tree.child(one, "name");
      Way way = tree.is(type, "implicit_type") ? Way.UNKNOWN : Way.ofType(written(type));
      for (int child = tree.first(one); child >= 0; child = tree.next(child)) {
        if (child != name) {
          visit(child);
          way = way.root() == Root.UNKNOWN ? wayOf(child) : way;
        }
      }
      variable(tree.text(name), way);
    }
  }

  private void parameter(int node) {
    int type = tree.child(node, "type");
    int name = tree.child(node, "name");
    typeName(type, Kind.REFERS);
    if (name >= 0) {
      variable(tree.text(name), written(type));
    }
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (child != name && child != type) {
        visit(child);
      }
    }
  }

  private void typeName(int node, Kind kind) {
    if (node < 0) {
      return;
    }
    switch (tree.kind(node)) {
      case "identifier", "qualified_name", "generic_name", "alias_qualified_name" -> {
        named(node, kind);
        int arguments = tree.childOf(node, "type_argument_list");
        for (int child = arguments < 0 ? -1 : tree.first(arguments);
            child >= 0;
            child = tree.next(child)) {
          typeName(child, Kind.REFERS);
        }
      }
      default -> {
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          typeName(child, kind);
        }
      }
    }
  }

  private void expression(int node, Kind kind) {
    if (node < 0) {
      return;
    }
    if (tree.is(node, "identifier")) {
      use(kind, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
      return;
    }
    if (tree.is(node, "generic_name")) {
      typeName(node, kind);
      return;
    }
    if (!tree.is(node, "member_access_expression")) {
      visitOther(node);
      return;
    }
    int name = tree.child(node, "name");
    int last = tree.is(name, "generic_name") ? tree.first(name) : name;
    List<String> names = new ArrayList<>(List.of(tree.text(last)));
    int at = object(node);
    while (tree.is(at, "member_access_expression") && names.size() < LONGEST_CHAIN) {
      names.add(0, first(tree.child(at, "name")));
      at = object(at);
    }
    Root root = Root.UNKNOWN;
    boolean plain = at < 0 || tree.first(at) < 0 || tree.is(at, "generic_name");
    String word = at < 0 ? "this" : plain ? tree.text(at) : "";
    if (word.equals("this") || word.equals("base")) {
      root = word.equals("this") ? Root.SELF : Root.SUPER;
    } else if (tree.is(at, "identifier") || tree.is(at, "generic_name")) {
      root = Root.NAME;
      names.add(0, first(at));
    } else {
      Way way = wayOf(object(node));
      root = way.root();
      names = new ArrayList<>(way.names());
      names.add(tree.text(last));
    }
    use(kind, root, names, tree.begin(last), tree.end(last));
    if (tree.is(name, "generic_name")) {
      for (int one : all(name, "type_argument_list")) {
        inside(one);
      }
    }
    int object = object(node);
    if (object >= 0 && tree.first(object) >= 0 || tree.is(object, "identifier")) {
      expression(object, Kind.READS);
    }
  }

  /** The first of the names of a node; the text itself where it is none. */
  private String first(int node) {
    List<String> parts = node < 0 ? List.of("") : parts(tree.text(node));
    return parts.isEmpty() ? tree.text(node) : parts.get(0);
  }

  @Override
  protected Way valueWay(int node) {
    return switch (tree.kind(node)) {
      case "this" -> Way.SELF;
      case "identifier" -> way(tree.text(node));
      case "object_creation_expression", "cast_expression" ->
          Way.ofType(written(tree.child(node, "type")));
      case "as_expression" -> Way.ofType(written(tree.child(node, "right")));
      case "invocation_expression" -> wayOf(tree.child(node, "function")).called();
      case "member_access_expression" -> {
        int name = tree.child(node, "name");
        int last = tree.is(name, "generic_name") ? tree.first(name) : name;
        yield wayOf(object(node)).to(last < 0 ? "" : tree.text(last), false);
      }
      default -> Way.UNKNOWN;
    };
  }

  /** What a member is reached through; -1 for the object itself. */
  private int object(int node) {
    return tree.child(node, "expression");
  }

  private void visitOther(int node) {
    if (tree.is(node, "conditional_access_expression")) {
      inside(node);
    } else {
      visit(node);
    }
  }
}

package dev.vinesorter.lang.php;

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

/** Finds what a PHP source declares, uses and names. */
final class PhpScan extends TreeScan {
  /** What is longer before an arrow is told by its last name alone. */
  private static final int LONGEST_RECEIVER = 1000;

  private PhpScan(String path, Syntax tree) {
    super(
        path,
        tree,
        Set.of(
            "if_statement",
            "else_if_clause",
            "for_statement",
            "foreach_statement",
            "while_statement",
            "do_statement",
            "case_statement",
            "match_conditional_expression",
            "conditional_expression",
            "catch_clause",
            "&&",
            "||",
            "??"));
  }

  /** The outline of a source. */
  static Outline of(String path, Syntax tree) {
    return new PhpScan(path, tree).scan();
  }

  @Override
  protected void visit(int node) {
    switch (tree.kind(node)) {
      case "namespace_definition" -> {
        int name = tree.child(node, "name");
        int body = tree.child(node, "body");
        int made = name < 0 ? 0 : space(String.join(".", parts(tree.text(name))), node, name);
        if (body >= 0) {
          within(made, () -> inside(body));
        } else {
          open = made;
        }
      }
      case "namespace_use_declaration" -> uses(node);
      case "class_declaration", "interface_declaration", "trait_declaration", "enum_declaration" ->
          declaration(node);
      case "use_declaration" -> {
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          name(child, Kind.EXTENDS);
        }
      }
      case "function_definition", "method_declaration" -> function(node);
      case "property_declaration" -> {
        int type = tree.child(node, "type");
        for (int one : all(node, "property_element")) {
          int name = tree.childOf(tree.child(one, "name"), "name");
          if (name >= 0) {
            field(node, name, access(node), typed(type));
          }
          inside(one);
        }
        visit(type);
      }
      case "const_declaration" -> {
        for (int one : all(node, "const_element")) {
          int name = tree.childOf(one, "name");
          field(node, name, access(node) | Trait.STATIC.bit() | Trait.FINAL.bit(), "");
          for (int child = tree.next(name); child >= 0; child = tree.next(child)) {
            visit(child);
          }
        }
      }
      case "enum_case" ->
          field(node, tree.child(node, "name"), Trait.PUBLIC.bit() | Trait.STATIC.bit(), "");
      case "simple_parameter", "variadic_parameter", "property_promotion_parameter" ->
          parameter(node);
      case "anonymous_function", "arrow_function", "anonymous_function_creation_expression" ->
          within(open, () -> inside(node));
      case "assignment_expression" -> assignment(node);
      case "catch_clause" -> {
        int name = tree.child(node, "name");
        visit(tree.child(node, "type"));
        if (name >= 0) {
          variable(tree.text(name), typed(tree.child(node, "type")));
        }
        visit(tree.child(node, "body"));
      }
      default -> visitUse(node);
    }
  }

  /** What is done with things that are declared elsewhere. */
  private void visitUse(int node) {
    switch (tree.kind(node)) {
      case "object_creation_expression" -> {
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          if (tree.is(child, "name") || tree.is(child, "qualified_name")) {
            name(child, Kind.CREATES);
          } else {
            visit(child);
          }
        }
      }
      case "function_call_expression" -> {
        expression(tree.child(node, "function"), Kind.CALLS);
        visit(tree.child(node, "arguments"));
      }
      case "member_call_expression",
          "nullsafe_member_call_expression",
          "scoped_call_expression" -> {
        member(node, Kind.CALLS);
        visit(tree.child(node, "arguments"));
      }
      case "member_access_expression",
          "nullsafe_member_access_expression",
          "scoped_property_access_expression",
          "class_constant_access_expression" ->
          member(node, Kind.READS);
      case "attribute" -> {
        name(tree.first(node), Kind.ANNOTATES);
        inside(tree.child(node, "parameters"));
      }
      case "name", "qualified_name" -> name(node, Kind.READS);
      case "variable_name", "comment", "string", "text" -> {}
      default -> inside(node);
    }
  }

  @Override
  protected boolean isFull(String written) {
    return written.startsWith("\\");
  }

  private int access(int node) {
    int traits = access(node, "visibility_modifier", Trait.PUBLIC.bit());
    return traits | (tree.childOf(node, "static_modifier") >= 0 ? Trait.STATIC.bit() : 0);
  }

  private void uses(int node) {
    String prefix = tree.text(tree.childOf(node, "namespace_name"));
    int group = tree.childOf(node, "namespace_use_group");
    for (int child : all(group < 0 ? node : group, "namespace_use_clause")) {
      clause(child, group < 0 ? "" : prefix);
    }
    for (int child : all(group < 0 ? node : group, "namespace_use_group_clause")) {
      clause(child, prefix);
    }
  }

  private void clause(int node, String prefix) {
    int alias = tree.child(node, "alias");
    int named = tree.first(node);
    while (named >= 0
        && !tree.is(named, "qualified_name")
        && !tree.is(named, "name")
        && !tree.is(named, "namespace_name")) {
      named = tree.next(named);
    }
    if (named < 0) {
      return;
    }
    List<String> parts = new ArrayList<>(parts(prefix));
    parts.addAll(parts(tree.text(named)));
    String last = parts.get(parts.size() - 1);
    outline.add(
        new Import(
            String.join(".", parts),
            Import.USING_ONE,
            "",
            alias < 0 ? last : tree.text(alias),
            tree.end(named) - last.length(),
            tree.end(named),
            -1));
  }

  private void declaration(int node) {
    int traits =
        Trait.PUBLIC.bit()
            | (tree.is(node, "interface_declaration") ? Trait.INTERFACE.bit() : 0)
            | (tree.is(node, "enum_declaration") ? Trait.ENUM.bit() : 0)
            | (tree.childOf(node, "abstract_modifier") >= 0 ? Trait.ABSTRACT.bit() : 0);
    type(
        node,
        tree.child(node, "name"),
        traits,
        () -> {
          above(tree.childOf(node, "base_clause"), Kind.EXTENDS);
          above(tree.childOf(node, "class_interface_clause"), Kind.IMPLEMENTS);
          inside(tree.childOf(node, "attribute_list"));
          inside(tree.child(node, "body"));
        });
  }

  private void above(int node, Kind kind) {
    for (int child = node < 0 ? -1 : tree.first(node); child >= 0; child = tree.next(child)) {
      name(child, kind);
    }
  }

  private void function(int node) {
    int name = tree.child(node, "name");
    int parameters = tree.child(node, "parameters");
    List<String> names = new ArrayList<>();
    for (int child = parameters < 0 ? -1 : tree.first(parameters);
        child >= 0;
        child = tree.next(child)) {
      int one = tree.child(child, "name");
      if (one >= 0) {
        names.add(tree.text(one).replace("$", ""));
      }
    }
    boolean made = tree.text(name).equals("__construct");
    Runnable does =
        () -> {
          inside(parameters);
          if (tree.child(node, "return_type") >= 0) {
            visit(tree.child(node, "return_type"));
          }
          if (tree.child(node, "body") >= 0) {
            inside(tree.child(node, "body"));
          }
        };
    if (isOutside()) {
      function(
          node,
          name,
          access(node) | (made ? Trait.CONSTRUCTOR.bit() : 0),
          names,
          typed(tree.child(node, "return_type")),
          does);
    } else {
      within(open, does);
    }
  }

  private void parameter(int node) {
    int type = tree.child(node, "type");
    int name = tree.child(node, "name");
    if (type >= 0) {
      visit(type);
    }
    if (tree.is(node, "property_promotion_parameter") && this.type >= 0) {
      int before = open;
      open = this.type;
      field(node, tree.childOf(name, "name"), access(node), typed(type));
      open = before;
    }
    if (name >= 0) {
      variable(tree.text(name), typed(type));
    }
    int value = tree.child(node, "default_value");
    if (value >= 0) {
      visit(value);
    }
  }

  private void assignment(int node) {
    int left = tree.child(node, "left");
    int right = tree.child(node, "right");
    if (tree.is(left, "variable_name")) {
      variable(tree.text(left), wayOf(right));
    } else {
      expression(left, Kind.WRITES);
    }
    visit(right);
  }

  /** The type that a value has where it is not nothing; empty where it may be one of several. */
  private String typed(int type) {
    int only = type;
    if (tree.is(type, "optional_type")) {
      only = tree.childOf(type, "named_type");
    } else if (tree.is(type, "union_type")) {
      List<Integer> named = all(type, "named_type");
      boolean others =
          all(type, "primitive_type").stream().anyMatch(one -> !tree.text(one).equals("null"));
      only = named.size() == 1 && !others ? named.get(0) : -1;
    }
    return only < 0 ? "" : written(only);
  }

  private String made(int value) {
    for (int child = tree.is(value, "object_creation_expression") ? tree.first(value) : -1;
        child >= 0;
        child = tree.next(child)) {
      if (tree.is(child, "name") || tree.is(child, "qualified_name")) {
        return written(child);
      }
    }
    return "";
  }

  private void name(int node, Kind kind) {
    if (node >= 0 && (tree.is(node, "name") || tree.is(node, "qualified_name"))) {
      named(node, kind);
    }
  }

  private void expression(int node, Kind kind) {
    if (node < 0) {
      return;
    }
    switch (tree.kind(node)) {
      case "name", "qualified_name" -> name(node, kind);
      case "member_access_expression",
          "nullsafe_member_access_expression",
          "scoped_property_access_expression",
          "class_constant_access_expression" ->
          member(node, kind);
      default -> visit(node);
    }
  }

  /** A member behind an object or a class. */
  private void member(int node, Kind kind) {
    int last = tree.child(node, "name");
    if (last < 0) {
      for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
        last = tree.is(child, "name") ? child : last;
      }
    }
    if (tree.is(last, "variable_name")) {
      last = tree.childOf(last, "name");
    }
    if (!tree.is(last, "name")) {
      inside(node);
      return;
    }
    int object = holder(node);
    List<String> chain = new ArrayList<>();
    Root root = receiver(object, chain);
    chain.add(tree.text(last));
    use(kind, root, chain, tree.begin(last), tree.end(last));
    if (object >= 0) {
      expression(object, Kind.READS);
    }
  }

  private int holder(int node) {
    int object = tree.child(node, "object");
    int scope = tree.child(node, "scope");
    return object >= 0 ? object : scope >= 0 ? scope : tree.first(node);
  }

  private Root receiver(int object, List<String> chain) {
    boolean isLong = object >= 0 && tree.end(object) - tree.begin(object) > LONGEST_RECEIVER;
    String text = object < 0 || isLong ? "" : tree.text(object);
    if (text.equals("$this") || text.equals("self") || text.equals("static")) {
      return Root.SELF;
    }
    if (text.equals("parent")) {
      return Root.SUPER;
    }
    if (tree.is(object, "name") || tree.is(object, "qualified_name")) {
      chain.addAll(parts(text));
      return isFull(text) ? Root.FULL : Root.PATH;
    }
    Way way = wayOf(object);
    chain.addAll(way.names());
    return way.root();
  }

  @Override
  protected Way valueWay(int node) {
    return switch (tree.kind(node)) {
      case "variable_name" -> {
        Way known = variable(tree.text(node));
        yield tree.text(node).equals("$this") ? Way.SELF : known == null ? Way.UNKNOWN : known;
      }
      case "name", "qualified_name" -> ofName(node);
      case "relative_scope" -> tree.text(node).equals("parent") ? Way.UNKNOWN : Way.SELF;
      case "object_creation_expression" -> Way.ofType(made(node));
      case "function_call_expression" -> wayOf(tree.child(node, "function")).called();
      case "member_access_expression", "nullsafe_member_access_expression" ->
          wayOf(holder(node)).to(nameOf(node), false);
      case "member_call_expression", "nullsafe_member_call_expression", "scoped_call_expression" ->
          wayOf(holder(node)).to(nameOf(node), true);
      case "assignment_expression" -> wayOf(tree.child(node, "right"));
      default -> Way.UNKNOWN;
    };
  }

  private Way ofName(int node) {
    String text = tree.text(node);
    if (text.equals("self") || text.equals("static")) {
      return Way.SELF;
    }
    List<String> parts = text.length() > LONGEST_RECEIVER ? List.of() : parts(text);
    return parts.isEmpty() || isFull(text) ? Way.UNKNOWN : new Way(Root.ELSEWHERE, parts);
  }

  /** The name of what is reached through something; empty for one that is worked out. */
  private String nameOf(int node) {
    int name = tree.child(node, "name");
    return tree.is(name, "name") ? tree.text(name) : "";
  }
}

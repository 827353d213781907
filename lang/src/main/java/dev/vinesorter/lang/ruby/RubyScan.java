package dev.vinesorter.lang.ruby;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.TreeScan;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Finds what a Ruby source declares, requires and names. */
final class RubyScan extends TreeScan {
  private static final Set<String> MIXES = Set.of("include", "extend", "prepend");

  private static final Set<String> ATTRIBUTES =
      Set.of("attr_reader", "attr_writer", "attr_accessor");

  private RubyScan(String path, Syntax tree) {
    super(
        path,
        tree,
        Set.of(
            "if",
            "elsif",
            "unless",
            "while",
            "until",
            "for",
            "when",
            "in_clause",
            "rescue",
            "if_modifier",
            "unless_modifier",
            "conditional",
            "&&",
            "||",
            "and",
            "or"));
  }

  /** The outline of a source. */
  static Outline of(String path, Syntax tree) {
    return new RubyScan(path, tree).scan();
  }

  @Override
  protected void visit(int node) {
    if (node < 0 || tree.first(node) < 0 && tree.text(node).equals(tree.kind(node))) {
      return;
    }
    switch (tree.kind(node)) {
      case "module" -> {
        int name = tree.child(node, "name");
        List<String> parts = parts(tree.text(name));
        if (holdsOnlyTypes(tree.child(node, "body"))) {
          int made = space(String.join(".", parts), node, name);
          within(made, () -> inside(tree.child(node, "body")));
        } else {
          type(node, last(name), Trait.PUBLIC.bit(), () -> inside(tree.child(node, "body")));
        }
      }
      case "class" -> {
        int above = tree.child(node, "superclass");
        int body = tree.child(node, "body");
        if (above < 0 && body >= 0 && tree.first(body) >= 0 && holdsOnlyTypes(body)) {
          // It is opened for what stands in it; another source says what it is itself.
          int name = tree.child(node, "name");
          int made = space(String.join(".", parts(tree.text(name))), node, name);
          within(made, () -> inside(body));
          return;
        }
        type(
            node,
            last(tree.child(node, "name")),
            Trait.PUBLIC.bit(),
            () -> {
              for (int child = above < 0 ? -1 : tree.first(above);
                  child >= 0;
                  child = tree.next(child)) {
                constant(child, Kind.EXTENDS);
              }
              inside(tree.child(node, "body"));
            });
      }
      case "method", "singleton_method" -> function(node);
      case "assignment", "operator_assignment" -> assignment(node);
      case "call" -> call(node);
      case "identifier" ->
          use(Kind.CALLS, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
      case "instance_variable", "class_variable" ->
          use(Kind.READS, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
      case "constant", "scope_resolution" -> constant(node, Kind.READS);
      case "block", "do_block", "lambda" ->
          within(
              open,
              () -> {
                parameters(tree.child(node, "parameters"));
                inside(tree.child(node, "body"));
              });
      case "comment", "string_content", "simple_symbol", "hash_key_symbol", "heredoc_body" -> {}
      case "exception_variable" -> variable(tree.text(tree.first(node)), "");
      default -> inside(node);
    }
  }

  /** Whether a module has no methods and constants of its own: it is a namespace then. */
  private boolean holdsOnlyTypes(int body) {
    for (int child = body < 0 ? -1 : tree.first(body); child >= 0; child = tree.next(child)) {
      boolean other =
          tree.is(child, "method")
              || tree.is(child, "singleton_method")
              || tree.is(child, "call")
              || tree.is(child, "assignment")
              || tree.is(child, "singleton_class");
      if (other) {
        return false;
      }
    }
    return true;
  }

  private int last(int node) {
    return tree.is(node, "scope_resolution") ? tree.child(node, "name") : node;
  }

  private void function(int node) {
    int name = tree.child(node, "name");
    int parameters = tree.child(node, "parameters");
    boolean isStatic = tree.is(node, "singleton_method");
    List<String> names = new ArrayList<>();
    for (int child = parameters < 0 ? -1 : tree.first(parameters);
        child >= 0;
        child = tree.next(child)) {
      int one = tree.is(child, "identifier") ? child : tree.child(child, "name");
      if (one >= 0) {
        names.add(tree.text(one));
      }
    }
    Runnable does =
        () -> {
          parameters(parameters);
          visit(tree.child(node, "body"));
        };
    if (isOutside()) {
      boolean made = tree.text(name).equals("initialize");
      function(
          node,
          name,
          Trait.PUBLIC.bit()
              | (isStatic ? Trait.STATIC.bit() : 0)
              | (made ? Trait.CONSTRUCTOR.bit() : 0),
          names,
          "",
          does);
    } else {
      within(open, does);
    }
  }

  private void parameters(int node) {
    for (int child = node < 0 ? -1 : tree.first(node); child >= 0; child = tree.next(child)) {
      int one = tree.is(child, "identifier") ? child : tree.child(child, "name");
      if (one >= 0) {
        variable(tree.text(one), "");
      }
      int value = tree.child(child, "value");
      if (value >= 0) {
        visit(value);
      }
    }
  }

  private void assignment(int node) {
    int left = tree.child(node, "left");
    int right = tree.child(node, "right");
    switch (tree.kind(left)) {
      case "constant" -> {
        if (isOutside()) {
          field(node, left, Trait.PUBLIC.bit() | Trait.STATIC.bit(), "");
        }
      }
      case "instance_variable", "class_variable" -> {
        if (type >= 0 && outline.find(type, tree.text(left)) < 0) {
          int before = open;
          open = type;
          field(node, left, Trait.PRIVATE.bit(), made(right));
          open = before;
        } else {
          use(Kind.WRITES, Root.NAME, List.of(tree.text(left)), tree.begin(left), tree.end(left));
        }
      }
      case "identifier" -> variable(tree.text(left), made(right));
      case "left_assignment_list" -> {
        for (int one : all(left, "identifier")) {
          variable(tree.text(one), "");
        }
      }
      default -> visit(left);
    }
    visit(right);
  }

  /** The class of an object that is made where it stands. */
  private String made(int value) {
    boolean makes = tree.is(value, "call") && tree.text(tree.child(value, "method")).equals("new");
    int of = makes ? tree.child(value, "receiver") : -1;
    return tree.is(of, "constant") || tree.is(of, "scope_resolution") ? written(of) : "";
  }

  private void call(int node) {
    int method = tree.child(node, "method");
    int receiver = tree.child(node, "receiver");
    int arguments = tree.child(node, "arguments");
    String name = tree.text(method);
    boolean autoloads = name.contains("autoload");
    boolean brings = name.startsWith("require") || name.equals("load");
    if ((autoloads || receiver < 0 && brings) && requires(name, arguments)) {
      return;
    }
    if (receiver < 0 && MIXES.contains(name) && type >= 0 && open == type) {
      for (int child = arguments < 0 ? -1 : tree.first(arguments);
          child >= 0;
          child = tree.next(child)) {
        constant(child, Kind.EXTENDS);
      }
      return;
    }
    if (receiver < 0 && ATTRIBUTES.contains(name) && type >= 0 && open == type) {
      for (int symbol : all(arguments, "simple_symbol")) {
        String text = tree.text(symbol).substring(1);
        outline.add(
            new Outline.Decl(
                open,
                Outline.Sort.FUNCTION,
                text,
                tree.begin(node),
                tree.end(node),
                tree.begin(symbol) + 1,
                Trait.PUBLIC.bit() | Trait.METHOD.bit(),
                false,
                Outline.More.NONE));
      }
      return;
    }
    if (receiver < 0) {
      if (method >= 0) {
        use(Kind.CALLS, Root.NAME, List.of(name), tree.begin(method), tree.end(method));
      }
    } else {
      boolean makes = name.equals("new");
      if (makes && (tree.is(receiver, "constant") || tree.is(receiver, "scope_resolution"))) {
        constant(receiver, Kind.CREATES);
      } else {
        List<String> chain = new ArrayList<>();
        Root root = receiver(receiver, chain);
        chain.add(name);
        if (method >= 0) {
          use(Kind.CALLS, root, chain, tree.begin(method), tree.end(method));
        }
        if (!tree.is(receiver, "self")) {
          visit(receiver);
        }
      }
    }
    inside(arguments);
    int block = tree.child(node, "block");
    if (block >= 0) {
      visit(block);
    }
  }

  private Root receiver(int node, List<String> chain) {
    if (tree.is(node, "self")) {
      return Root.SELF;
    }
    if (tree.is(node, "constant") || tree.is(node, "scope_resolution")) {
      chain.addAll(parts(tree.text(node)));
      return Root.PATH;
    }
    if (tree.is(node, "identifier") && variableType(tree.text(node)) != null
        || tree.is(node, "instance_variable")) {
      chain.add(tree.text(node));
      return Root.NAME;
    }
    return Root.UNKNOWN;
  }

  private boolean requires(String word, int arguments) {
    int string = -1;
    for (int child = arguments < 0 ? -1 : tree.first(arguments);
        child >= 0;
        child = tree.next(child)) {
      string = tree.is(child, "string") ? child : string;
    }
    int content = string < 0 ? -1 : tree.childOf(string, "string_content");
    if (content < 0 || tree.childOf(string, "interpolation") >= 0) {
      return false;
    }
    String from = tree.text(content);
    int slash = from.lastIndexOf('/');
    outline.add(
        new Import(
            from,
            word.equals("require_relative") ? 1 : 0,
            "",
            "",
            tree.begin(content) + 1 + slash,
            tree.end(content),
            -2,
            word.contains("autoload")));
    return true;
  }

  private void constant(int node, Kind kind) {
    if (tree.is(node, "constant") || tree.is(node, "scope_resolution")) {
      named(node, kind);
    } else if (tree.first(node) >= 0) {
      visit(node);
    }
  }
}

package dev.vinesorter.lang.ruby;

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
      case "module" -> opened(node, holdsOnlyTypes(tree.child(node, "body")));
      case "class" -> {
        int body = tree.child(node, "body");
        // A class may be opened for what stands in it; another source says what it is itself.
        boolean opens = tree.child(node, "superclass") < 0 && body >= 0 && tree.first(body) >= 0;
        opened(node, opens && holdsOnlyTypes(body));
      }
      case "method", "singleton_method" -> function(node);
      case "assignment", "operator_assignment" -> assignment(node);
      case "call" -> call(node, false);
      case "identifier" -> called(node, Root.NAME, List.of(), "");
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

  /** A module or class, as a namespace or as a type; what is written before its name holds it. */
  private void opened(int node, boolean isSpace) {
    int name = tree.child(node, "name");
    List<String> parts = parts(tree.text(name));
    Runnable body = () -> inside(tree.child(node, "body"));
    if (isSpace) {
      within(space(String.join(".", parts), node, name), body);
      return;
    }
    Runnable whole =
        () ->
            type(
                node,
                last(name),
                Trait.PUBLIC.bit(),
                () -> {
                  int above = tree.child(node, "superclass");
                  for (int child = above < 0 ? -1 : tree.first(above);
                      child >= 0;
                      child = tree.next(child)) {
                    constant(child, Kind.EXTENDS);
                  }
                  body.run();
                });
    if (parts.size() < 2) {
      whole.run();
    } else {
      within(space(String.join(".", parts.subList(0, parts.size() - 1)), node, name), whole);
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

  /** A call of the method of a name, with what is added to that. */
  private void called(int name, Root root, List<String> before, String more) {
    List<String> chain = new ArrayList<>(before);
    String written = tree.text(name);
    chain.add(written + more);
    use(Kind.CALLS, root, chain, tree.begin(name), tree.begin(name) + written.length());
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
          tree.text(name),
          Trait.PUBLIC.bit()
              | (isStatic ? Trait.STATIC.bit() : 0)
              | (made ? Trait.CONSTRUCTOR.bit() : 0),
          names,
          given(tree.child(node, "body")),
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
    int right = tree.child(node, "right");
    assigned(node, tree.child(node, "left"), wayOf(right));
    visit(right);
  }

  /** What gets a value by an assignment; of several, each a part of it. */
  private void assigned(int node, int left, Way way) {
    switch (tree.kind(left)) {
      case "constant" -> {
        if (isOutside()) {
          field(node, left, Trait.PUBLIC.bit() | Trait.STATIC.bit(), way.written());
        }
      }
      case "instance_variable", "class_variable" -> {
        if (type >= 0 && outline.find(type, tree.text(left)) < 0) {
          int before = open;
          open = type;
          field(node, left, Trait.PRIVATE.bit(), way.written());
          open = before;
        } else {
          use(Kind.WRITES, Root.NAME, List.of(tree.text(left)), tree.begin(left), tree.end(left));
        }
      }
      case "identifier" -> variable(tree.text(left), way);
      case "left_assignment_list", "destructured_left_assignment", "rest_assignment" -> {
        for (int child = tree.first(left); child >= 0; child = tree.next(child)) {
          assigned(node, child, Way.UNKNOWN);
        }
      }
      case "call" -> {
        call(left, true);
        if (tree.is(node, "operator_assignment")) {
          call(left, false);
        }
      }
      default -> visit(left);
    }
  }

  /** What a method gives, as its last statement tells. */
  private String given(int body) {
    int last = -1;
    for (int child = body < 0 ? -1 : tree.first(body); child >= 0; child = tree.next(child)) {
      last = tree.is(child, "comment") ? last : child;
    }
    return wayOf(last).written();
  }

  /** A call, which may be of a method that sets something. */
  private void call(int node, boolean sets) {
    int method = tree.child(node, "method");
    int receiver = tree.child(node, "receiver");
    int arguments = tree.child(node, "arguments");
    String name = method < 0 ? "" : tree.text(method);
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
        if (!name.equals("attr_writer")) {
          attribute(node, symbol, "", "@" + tree.text(symbol).substring(1));
        }
        if (!name.equals("attr_reader")) {
          attribute(node, symbol, "=", "");
        }
      }
      return;
    }
    if (receiver < 0) {
      if (method >= 0) {
        called(method, Root.NAME, List.of(), sets ? "=" : "");
      }
    } else {
      boolean makes = name.equals("new");
      if (makes && (tree.is(receiver, "constant") || tree.is(receiver, "scope_resolution"))) {
        constant(receiver, Kind.CREATES);
      } else {
        Way way = wayOf(receiver);
        if (method >= 0) {
          called(method, way.root(), way.names(), sets ? "=" : "");
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

  /** A method that reads or sets an attribute. */
  private void attribute(int node, int symbol, String more, String gives) {
    outline.add(
        new Outline.Decl(
            open,
            Outline.Sort.FUNCTION,
            tree.text(symbol).substring(1) + more,
            tree.begin(node),
            tree.end(node),
            tree.begin(symbol) + 1,
            Trait.PUBLIC.bit() | Trait.METHOD.bit(),
            false,
            new Outline.More(List.of(), gives, "", 0)));
  }

  @Override
  protected Way valueWay(int node) {
    switch (tree.kind(node)) {
      case "self" -> {
        return Way.SELF;
      }
      case "constant", "scope_resolution" -> {
        return new Way(Root.PATH, parts(tree.text(node)));
      }
      case "instance_variable" -> {
        return new Way(Root.ELSEWHERE, List.of(tree.text(node)));
      }
      case "identifier" -> {
        Way known = variable(tree.text(node));
        return known != null ? known : new Way(Root.ELSEWHERE, List.of(tree.text(node))).called();
      }
      case "call" -> {
        int method = tree.child(node, "method");
        int of = tree.child(node, "receiver");
        String name = method < 0 ? "" : tree.text(method);
        Way way = of < 0 ? new Way(Root.ELSEWHERE, List.of(name)) : wayOf(of);
        // What a class makes has what the class has.
        boolean isClass = way.root() == Root.PATH;
        Way from = isClass ? new Way(Root.ELSEWHERE, way.names()) : way;
        return of < 0 ? way.called() : isClass && name.equals("new") ? from : from.to(name, true);
      }
      case "assignment", "operator_assignment" -> {
        return wayOf(tree.child(node, "right"));
      }
      default -> {
        return Way.UNKNOWN;
      }
    }
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
            word.contains("autoload") || isInFunction()));
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

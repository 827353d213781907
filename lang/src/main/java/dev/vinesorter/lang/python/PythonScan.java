package dev.vinesorter.lang.python;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.More;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Scan;
import dev.vinesorter.lang.outline.Way;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Finds what a Python source declares, imports and names. */
final class PythonScan extends Scan {
  private static final Set<String> DECISIONS =
      Set.of(
          "if_statement",
          "elif_clause",
          "for_statement",
          "while_statement",
          "except_clause",
          "conditional_expression",
          "boolean_operator",
          "if_clause",
          "case_clause");

  /** A type in quotes is not longer. */
  private static final int LONGEST_TYPE = 300;

  /** The name of the object in the method that is open; empty outside of one. */
  private String self = "";

  /** The class that is open; -1 for none. */
  private int type = -1;

  /** Whether what is looked at is read by those who check types, and by nobody else. */
  private boolean typesOnly;

  private PythonScan(String path, Syntax tree) {
    super(path, tree, DECISIONS);
  }

  /** The outline of a source. */
  static Outline of(String path, Syntax tree) {
    PythonScan scan = new PythonScan(path, tree);
    String file = path.substring(path.lastIndexOf('/') + 1);
    String module = file.substring(0, file.lastIndexOf('.'));
    scan.openFile(module, new More(List.of(), "", scan.doc(0), 0));
    scan.inside(0);
    return scan.outline;
  }

  @Override
  protected void visit(int node) {
    switch (tree.kind(node)) {
      case "import_statement" -> imports(node);
      case "import_from_statement", "future_import_statement" -> importsFrom(node);
      case "if_statement" -> condition(node);
      case "class_definition" -> type(node);
      case "function_definition" -> function(node);
      case "decorator" -> decorator(node);
      case "assignment" -> assignment(node);
      case "augmented_assignment" -> {
        expression(tree.child(node, "left"), Kind.WRITES);
        visit(tree.child(node, "right"));
      }
      case "for_statement" -> {
        int left = tree.child(node, "left");
        names(left, Way.UNKNOWN);
        boolean named = tree.is(left, "identifier") || isPattern(left);
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          if (child != left || !named) {
            visit(child);
          }
        }
      }
      case "for_in_clause" -> {
        bind(tree.child(node, "left"), Way.UNKNOWN);
        inside(node);
      }
      case "as_pattern_target" -> {
        if (isOfProblem(node)) {
          bind(tree.first(node), Way.UNKNOWN);
        } else {
          names(tree.first(node), Way.UNKNOWN);
        }
      }
      case "named_expression" -> {
        names(tree.child(node, "name"), wayOf(tree.child(node, "value")));
        visit(tree.child(node, "value"));
      }
      case "call" -> {
        expression(tree.child(node, "function"), Kind.CALLS);
        visit(tree.child(node, "arguments"));
      }
      case "keyword_argument" -> visit(tree.child(node, "value"));
      case "identifier", "attribute" -> expression(node, Kind.READS);
      case "lambda" ->
          within(
              open,
              () -> {
                parameters(tree.child(node, "parameters"), false);
                visit(tree.child(node, "body"));
              });
      case "global_statement", "nonlocal_statement" -> {}
      default -> inside(node);
    }
  }

  // ---- imports

  private void imports(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      boolean aliased = tree.is(child, "aliased_import");
      int name = aliased ? tree.child(child, "name") : child;
      if (tree.is(name, "dotted_name")) {
        String from = plain(name);
        String first = from.indexOf('.') < 0 ? from : from.substring(0, from.indexOf('.'));
        String alias = aliased ? tree.text(tree.child(child, "alias")) : first;
        int last = last(name);
        // Without an alias the first name is bound, from which the others are reached.
        outline.add(
            new Import(
                from,
                0,
                "",
                alias,
                tree.begin(last),
                tree.end(last),
                aliased ? -2 : -1,
                typesOnly || isInFunction()));
      }
    }
  }

  private void importsFrom(int node) {
    int module = tree.child(node, "module_name");
    int level = 0;
    int named = module;
    if (tree.is(module, "relative_import")) {
      int prefix = tree.childOf(module, "import_prefix");
      level = (int) tree.text(prefix).chars().filter(c -> c == '.').count();
      named = tree.childOf(module, "dotted_name");
    }
    String from = named < 0 ? "" : plain(named);
    int last = named < 0 ? module : last(named);
    if (last < 0) {
      return;
    }
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (child == module) {
        continue;
      }
      boolean aliased = tree.is(child, "aliased_import");
      int name = aliased ? tree.child(child, "name") : child;
      if (tree.is(name, "dotted_name") || tree.is(name, "wildcard_import")) {
        String taken = tree.is(name, "wildcard_import") ? "*" : plain(name);
        String alias = aliased ? tree.text(tree.child(child, "alias")) : taken;
        outline.add(
            new Import(
                from,
                level,
                taken,
                taken.equals("*") ? "" : alias,
                tree.begin(last),
                tree.end(last),
                tree.begin(name),
                typesOnly || isInFunction()));
      }
    }
  }

  /** Whether a condition holds for those who check types alone. */
  static boolean isForTypes(String condition) {
    return condition.equals("TYPE_CHECKING") || condition.endsWith(".TYPE_CHECKING");
  }

  /** A condition that holds for those who check types alone. */
  private void condition(int node) {
    String asked = tree.text(tree.child(node, "condition"));
    int then = tree.child(node, "consequence");
    if (!isForTypes(asked)) {
      inside(node);
      return;
    }
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      typesOnly = child == then;
      visit(child);
      typesOnly = false;
    }
  }

  private String plain(int node) {
    return tree.text(node).replaceAll("\\s+", "");
  }

  private int last(int node) {
    int last = node;
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      last = tree.is(child, "identifier") ? child : last;
    }
    return last;
  }

  // ---- declarations

  private void type(int node) {
    int name = tree.child(node, "name");
    int made =
        declare(
            Sort.TYPE,
            tree.text(name),
            node,
            name,
            access(tree.text(name)),
            new More(List.of(), "", doc(tree.child(node, "body")), 0));
    int above = tree.child(node, "superclasses");
    String before = self;
    int around = type;
    within(
        made,
        () -> {
          for (int child = above < 0 ? -1 : tree.first(above);
              child >= 0;
              child = tree.next(child)) {
            if (tree.is(child, "identifier") || tree.is(child, "attribute")) {
              expression(child, Kind.EXTENDS);
            } else {
              visit(child);
            }
          }
          self = "";
          type = made;
          visit(tree.child(node, "body"));
        });
    self = before;
    type = around;
  }

  private static int access(String name) {
    boolean hidden = name.startsWith("_") && !name.endsWith("__");
    return hidden ? Trait.PRIVATE.bit() : Trait.PUBLIC.bit();
  }

  private void function(int node) {
    int name = tree.child(node, "name");
    int parameters = tree.child(node, "parameters");
    boolean method = open == type && type >= 0;
    boolean isStatic = method && hasDecorator(node, "staticmethod");
    List<String> names = new ArrayList<>();
    for (int child = tree.first(parameters); child >= 0; child = tree.next(child)) {
      String one = parameterName(child);
      if (!one.isEmpty()) {
        names.add(one);
      }
    }
    boolean bound = method && !isStatic && !names.isEmpty();
    String object = bound ? names.get(0) : "";
    int traits =
        access(tree.text(name))
            | Trait.METHOD.bit()
            | (isStatic ? Trait.STATIC.bit() : 0)
            | (tree.text(name).equals("__init__") ? Trait.CONSTRUCTOR.bit() : 0);
    int result = tree.child(node, "return_type");
    int made =
        declare(
            Sort.FUNCTION,
            tree.text(name),
            node,
            name,
            traits,
            new More(
                bound ? names.subList(1, names.size()) : names,
                written(result),
                doc(tree.child(node, "body")),
                1 + decisions(tree.child(node, "body"))));
    String before = self;
    within(
        made,
        () -> {
          if (bound) {
            self = object;
          }
          visitType(result);
          parameters(parameters, bound);
          locals(tree.child(node, "body"));
          visit(tree.child(node, "body"));
        });
    self = before;
  }

  private boolean hasDecorator(int node, String name) {
    int around = tree.around(node);
    for (int child = tree.is(around, "decorated_definition") ? tree.first(around) : -1;
        child >= 0;
        child = tree.next(child)) {
      if (tree.is(child, "decorator") && tree.text(child).substring(1).strip().equals(name)) {
        return true;
      }
    }
    return false;
  }

  private String parameterName(int node) {
    return switch (tree.kind(node)) {
      case "identifier" -> tree.text(node);
      case "default_parameter", "typed_default_parameter" -> tree.text(tree.child(node, "name"));
      case "typed_parameter", "list_splat_pattern", "dictionary_splat_pattern" ->
          tree.first(node) < 0 ? "" : parameterNameOfFirst(node);
      default -> "";
    };
  }

  private String parameterNameOfFirst(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      String name = parameterName(child);
      if (!name.isEmpty()) {
        return name;
      }
    }
    return "";
  }

  /** What is written of parameters means what it does around the function; only then they are. */
  private void parameters(int node, boolean bound) {
    Map<String, String> types = new LinkedHashMap<>();
    boolean first = bound;
    for (int child = node < 0 ? -1 : tree.first(node); child >= 0; child = tree.next(child)) {
      String name = parameterName(child);
      if (name.isEmpty()) {
        continue;
      }
      int type = tree.child(child, "type");
      if (!first) {
        types.put(name, written(type));
      }
      first = false;
      visitType(type);
      int value = tree.child(child, "value");
      if (value >= 0) {
        visit(value);
      }
    }
    types.forEach(this::variable);
  }

  /** What a function gives values to are variables of its own, wherever it does. */
  private void locals(int body) {
    for (int node = body; node < (body < 0 ? -1 : tree.past(body)); ) {
      boolean other = tree.is(node, "function_definition") || tree.is(node, "class_definition");
      if (other && node != body) {
        node = tree.past(node);
        continue;
      }
      if (tree.is(node, "assignment")) {
        int type = tree.child(node, "type");
        int right = tree.child(node, "right");
        bind(tree.child(node, "left"), type < 0 ? wayOf(right) : Way.ofType(written(type)));
      }
      node++;
    }
  }

  // ---- variables

  private void assignment(int node) {
    int left = tree.child(node, "left");
    int right = tree.child(node, "right");
    int typed = tree.child(node, "type");
    visitType(typed);
    String type = typed < 0 ? wayOf(right).written() : written(typed);
    boolean field = open == this.type || open == 0;
    if (field && tree.is(left, "identifier")) {
      declareField(left, node, type, open == this.type ? Trait.STATIC.bit() : 0);
    } else if (field && isPattern(left)) {
      fields(left, node);
    } else if (isOfSelf(left)) {
      int name = tree.child(left, "attribute");
      int known = outline.find(this.type, tree.text(name));
      if (known < 0) {
        int before = open;
        open = this.type;
        declareField(name, node, type, 0);
        open = before;
      } else {
        expression(left, Kind.WRITES);
      }
    } else if (tree.is(left, "attribute")) {
      expression(left, Kind.WRITES);
    } else {
      bind(left, typed < 0 ? wayOf(right) : Way.ofType(written(typed)));
      if (left >= 0 && !tree.is(left, "identifier")) {
        inside(left);
      }
    }
    if (right >= 0) {
      visit(right);
    }
  }

  /** What a statement gives values to, other than an assignment. */
  private void names(int node, Way way) {
    if (open != 0 && open != this.type) {
      bind(node, way);
    } else if (tree.is(node, "identifier")) {
      declareField(node, node, way.written(), open == this.type ? Trait.STATIC.bit() : 0);
    } else if (isPattern(node)) {
      fields(node, -1);
    }
  }

  /** Whether a name is that of what was raised, which is gone behind its block. */
  private boolean isOfProblem(int node) {
    int at = node;
    while (at > 0 && !tree.kind(at).endsWith("_statement") && !tree.is(at, "except_clause")) {
      at = tree.around(at);
    }
    return tree.is(at, "except_clause");
  }

  /**
   * The names of a module or class that get parts of a value.
   *
   * @param node the statement; -1 where the names stand for themselves
   */
  private void fields(int pattern, int node) {
    for (int child = tree.first(pattern); child >= 0; child = tree.next(child)) {
      boolean rest = tree.is(child, "list_splat_pattern");
      int name = rest ? tree.childOf(child, "identifier") : child;
      if (tree.is(name, "identifier")) {
        int all = node < 0 ? name : node;
        declareField(name, all, "", open == this.type ? Trait.STATIC.bit() : 0);
      } else if (isPattern(child)) {
        fields(child, node);
      } else {
        expression(child, Kind.WRITES);
      }
    }
  }

  private boolean isPattern(int node) {
    return tree.is(node, "pattern_list")
        || tree.is(node, "tuple_pattern")
        || tree.is(node, "list_pattern");
  }

  private void declareField(int name, int node, String type, int traits) {
    if (outline.find(open, tree.text(name)) >= 0) {
      return;
    }
    declare(
        Sort.FIELD,
        tree.text(name),
        node,
        name,
        traits | access(tree.text(name)) | Trait.FIELD.bit(),
        new More(List.of(), type, "", 0));
  }

  private boolean isOfSelf(int node) {
    return type >= 0
        && !self.isEmpty()
        && tree.is(node, "attribute")
        && tree.text(tree.child(node, "object")).equals(self);
  }

  private void bind(int node, Way way) {
    if (node < 0 || open == 0 || open == this.type) {
      return;
    }
    if (tree.is(node, "identifier")) {
      variable(tree.text(node), way);
    } else if (isPattern(node)) {
      for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
        bind(child, Way.UNKNOWN);
      }
    }
  }

  @Override
  protected Way valueWay(int node) {
    return switch (tree.kind(node)) {
      case "identifier" -> tree.text(node).equals(self) ? Way.SELF : way(tree.text(node));
      case "call" -> isSuper(node) ? Way.UNKNOWN : wayOf(tree.child(node, "function")).called();
      case "attribute" ->
          wayOf(tree.child(node, "object"))
              .to(tree.text(Math.max(0, tree.child(node, "attribute"))), false);
      default -> Way.UNKNOWN;
    };
  }

  /** A type as written: names apart by dots; what may be nothing is what it may be else. */
  private String written(int node) {
    if (node < 0) {
      return "";
    }
    int inner = tree.is(node, "type") ? tree.first(node) : node;
    if (tree.is(inner, "string")) {
      String text = tree.text(inner).replaceAll("['\"]", "").strip();
      return text.matches("[\\w.]{1,200}") ? text : "";
    }
    if (tree.is(inner, "generic_type")) {
      String outer = tree.text(tree.first(inner));
      int arguments = tree.childOf(inner, "type_parameter");
      int argument = arguments < 0 ? -1 : tree.childOf(arguments, "type");
      return outer.endsWith("Optional") ? written(argument) : "";
    }
    if (tree.is(inner, "binary_operator")) {
      return written(tree.child(inner, "left"));
    }
    List<String> names = names(inner);
    return names == null ? "" : String.join(".", names);
  }

  // ---- names

  private void visitType(int node) {
    if (node < 0) {
      return;
    }
    int inner = tree.is(node, "type") ? tree.first(node) : node;
    if (tree.is(inner, "string")) {
      int content = tree.childOf(inner, "string_content");
      quotedType(content);
    } else if (tree.is(inner, "identifier") || tree.is(inner, "attribute")) {
      expression(inner, Kind.REFERS);
    } else {
      for (int child = tree.first(inner); child >= 0; child = tree.next(child)) {
        visitType(child);
      }
    }
  }

  /** The names in a type that is written as a text, so that it need not be there yet. */
  private void quotedType(int content) {
    String text = tree.text(content);
    if (text.length() > LONGEST_TYPE) {
      return;
    }
    int at = 0;
    while (at < text.length()) {
      int begin = at;
      while (at < text.length() && (text.charAt(at) == '.' || isOfName(text.charAt(at)))) {
        at++;
      }
      String name = text.substring(begin, at);
      boolean plain = !name.isEmpty() && !name.startsWith(".") && !name.endsWith(".");
      if (plain && !Character.isDigit(name.charAt(0)) && !name.contains("..")) {
        int last = tree.begin(content) + begin + name.lastIndexOf('.') + 1;
        use(Kind.REFERS, Root.NAME, List.of(name.split("\\.")), last, tree.begin(content) + at);
      }
      at = at == begin ? at + 1 : at;
    }
  }

  private static boolean isOfName(char c) {
    return c == '_' || Character.isLetterOrDigit(c);
  }

  private void decorator(int node) {
    int named = tree.childOf(node, "call");
    if (named >= 0) {
      expression(tree.child(named, "function"), Kind.ANNOTATES);
      visit(tree.child(named, "arguments"));
      return;
    }
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "identifier") || tree.is(child, "attribute")) {
        expression(child, Kind.ANNOTATES);
      }
    }
  }

  private List<String> names(int node) {
    return names(node, "attribute", "object", "attribute");
  }

  private void expression(int node, Kind kind) {
    if (tree.is(node, "identifier")) {
      String name = tree.text(node);
      if (!name.equals(self)) {
        use(kind, Root.NAME, List.of(name), tree.begin(node), tree.end(node));
      }
      return;
    }
    if (!tree.is(node, "attribute")) {
      if (node >= 0) {
        visit(node);
      }
      return;
    }
    int last = tree.child(node, "attribute");
    int object = tree.child(node, "object");
    List<String> names = names(node);
    if (names != null && !self.isEmpty() && names.get(0).equals(self)) {
      use(kind, Root.SELF, names.subList(1, names.size()), tree.begin(last), tree.end(last));
      through(object);
    } else if (names != null) {
      use(kind, Root.NAME, names, tree.begin(last), tree.end(last));
      through(object);
    } else if (isSuper(object)) {
      use(kind, Root.SUPER, List.of(tree.text(last)), tree.begin(last), tree.end(last));
    } else {
      use(kind, wayOf(object), tree.text(last), tree.begin(last), tree.end(last));
      visit(object);
    }
  }

  private boolean isSuper(int node) {
    return tree.is(node, "call") && tree.text(tree.child(node, "function")).equals("super");
  }

  /** What a member is reached through is read, too. */
  private void through(int object) {
    if (tree.is(object, "attribute")) {
      expression(object, Kind.READS);
    } else if (tree.is(object, "identifier") && !tree.text(object).equals(self)) {
      use(
          Kind.THROUGH,
          Root.NAME,
          List.of(tree.text(object)),
          tree.begin(object),
          tree.end(object));
    }
  }

  // ---- measures

  private String doc(int body) {
    int first = body < 0 ? -1 : tree.first(body);
    while (tree.is(first, "comment")) {
      first = tree.next(first);
    }
    int string = tree.is(first, "expression_statement") ? tree.first(first) : first;
    int content = tree.is(string, "string") ? tree.childOf(string, "string_content") : -1;
    return content < 0 ? "" : sentence(tree.text(content));
  }
}

package dev.vinesorter.lang.script;

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
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** Finds what a source of JavaScript or TypeScript declares, imports and names. */
final class ScriptScan extends Scan {
  /** What a declaration is a part of that has the comment on it. */
  private static final Set<String> AROUND_DECLARED =
      Set.of(
          "export_statement",
          "expression_statement",
          "lexical_declaration",
          "variable_declaration");

  /** A name of a function that a compiler writes is shorter. */
  private static final int LONGEST_NAME = 60;

  /** The longest word for that there is no value. */
  private static final int LONGEST_NOTHING = "undefined".length();

  private static final Set<String> DECISIONS =
      Set.of(
          "if_statement",
          "for_statement",
          "for_in_statement",
          "while_statement",
          "do_statement",
          "switch_case",
          "ternary_expression",
          "catch_clause",
          "&&",
          "||",
          "??");

  private static final Set<String> FUNCTIONS =
      Set.of("arrow_function", "function_expression", "generator_function", "function");

  private static final Set<String> CLASSES =
      Set.of("class_declaration", "abstract_class_declaration", "class", "interface_declaration");

  /** What may stand around a function that holds all of a module. */
  private static final Set<String> AROUND_WRAPPER =
      Set.of(
          "parenthesized_expression",
          "call_expression",
          "arguments",
          "unary_expression",
          "expression_statement");

  private static final Set<String> LOADERS =
      Set.of("define", "require", "requirejs", "System.register");

  /** Whether a function without a name is open that belongs to no declaration of the module. */
  private boolean local;

  /** The class that is open; -1 for none. */
  private int type = -1;

  /** The variables that hold all that the module gives. */
  private final Set<String> wholes = new HashSet<>();

  /** The functions that get methods apart, by {@code Name.prototype.method = …}. */
  private final Set<String> constructors = new HashSet<>();

  private ScriptScan(String path, Syntax tree) {
    super(path, tree, DECISIONS);
  }

  /** The outline of a source. */
  static Outline of(String path, Syntax tree) {
    ScriptScan scan = new ScriptScan(path, tree);
    String file = path.substring(path.lastIndexOf('/') + 1);
    String name =
        file.substring(0, file.indexOf('.', 1) < 0 ? file.length() : file.indexOf('.', 1));
    scan.openFile(name, More.NONE);
    scan.findConstructors();
    scan.hoist(0);
    scan.inside(0);
    return scan.outline;
  }

  @Override
  protected void visit(int node) {
    if (node < 0) {
      return;
    }
    String kind = tree.kind(node);
    if (CLASSES.contains(kind) && tree.first(node) >= 0) {
      type(node, tree.child(node, "name"));
      return;
    }
    if (FUNCTIONS.contains(kind) && tree.first(node) >= 0) {
      boolean before = local;
      local |= open == 0 && !isWrapper(node);
      body(open, node);
      local = before;
      return;
    }
    switch (kind) {
      case "import_statement" -> imports(node);
      case "export_statement" -> exports(node);
      case "function_declaration", "generator_function_declaration", "function_signature" -> {
        if (open == 0 && local) {
          bind(tree.child(node, "name"), "");
          body(open, node);
        } else if (open == 0 && constructors.contains(tree.text(tree.child(node, "name")))) {
          constructor(node);
        } else {
          function(node, tree.child(node, "name"), node);
        }
      }
      case "method_definition", "method_signature", "abstract_method_signature" -> {
        computed(node);
        function(node, tree.child(node, "name"), node);
      }
      case "field_definition", "public_field_definition", "property_signature" -> {
        computed(node);
        field(node);
      }
      case "type_alias_declaration" -> {
        int made = named(Sort.TYPE, node, tree.child(node, "name"), 0, "");
        within(
            made,
            () -> {
              typeParameters(tree.childOf(node, "type_parameters"));
              visitType(tree.child(node, "value"));
            });
      }
      case "enum_declaration" -> {
        int made = named(Sort.TYPE, node, tree.child(node, "name"), Trait.ENUM.bit(), "");
        within(made, () -> members(tree.child(node, "body")));
      }
      case "internal_module", "module" -> {
        if (tree.child(node, "name") >= 0) {
          int made = named(Sort.TYPE, node, tree.child(node, "name"), 0, "");
          within(made, () -> inside(tree.child(node, "body")));
        }
      }
      case "variable_declarator" -> declarator(node);
      case "assignment_expression", "augmented_assignment_expression" -> assignment(node);
      case "update_expression" -> expression(tree.child(node, "argument"), Kind.WRITES);
      default -> visitUse(node);
    }
  }

  /** Whether what is called runs the function that makes a module: a loader, or one in brackets. */
  private boolean loads(int called) {
    return tree.is(called, "parenthesized_expression")
        || FUNCTIONS.contains(tree.kind(called))
        || LOADERS.contains(tree.text(called));
  }

  /**
   * Whether a function is called where it stands, or handed to a loader, to hold all the module.
   */
  private boolean isWrapper(int node) {
    int at = tree.around(node);
    boolean called = false;
    while (at > 0
        && (AROUND_WRAPPER.contains(tree.kind(at))
            || called && tree.is(at, "assignment_expression"))) {
      called |= tree.is(at, "call_expression");
      if (tree.is(at, "arguments") && !loads(tree.child(tree.around(at), "function"))) {
        return false;
      }
      at = tree.around(at);
    }
    return at <= 0;
  }

  /** What is done with things that are declared elsewhere. */
  private void visitUse(int node) {
    switch (tree.kind(node)) {
      case "call_expression" -> {
        int called = tree.child(node, "function");
        if (!isRequire(node)) {
          expression(called, Kind.CALLS);
        }
        inside(tree.child(node, "type_arguments"));
        visit(tree.child(node, "arguments"));
      }
      case "new_expression" -> {
        expression(tree.child(node, "constructor"), Kind.CREATES);
        visit(tree.child(node, "arguments"));
      }
      case "identifier", "member_expression", "shorthand_property_identifier" ->
          expression(node, Kind.READS);
      case "type_identifier", "nested_type_identifier" -> visitType(node);
      case "jsx_opening_element", "jsx_self_closing_element" -> {
        expression(tree.child(node, "name"), Kind.CALLS);
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          if (!tree.field(child).equals("name")) {
            visit(child);
          }
        }
      }
      case "jsx_closing_element" -> {}
      case "statement_block" ->
          within(
              open,
              () -> {
                hoist(node);
                inside(node);
              });
      case "catch_clause" -> {
        bind(tree.child(node, "parameter"), "");
        inside(node);
      }
      case "for_in_statement" -> {
        int kind = tree.child(node, "kind");
        boolean ofModule = open == 0 && !local && kind >= 0 && tree.text(kind).equals("var");
        int left = tree.child(node, "left");
        if (ofModule) {
          fields(left, node, Way.UNKNOWN);
          defaults(left);
        } else {
          bind(left, "");
        }
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          if (child != left || !ofModule) {
            visit(child);
          }
        }
      }
      case "pair" -> {
        computed(node);
        visit(tree.child(node, "value"));
      }
      case "decorator" -> decorator(node);
      default -> inside(node);
    }
  }

  private void findConstructors() {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      int assignment = tree.is(child, "expression_statement") ? tree.first(child) : -1;
      boolean assigns = tree.is(assignment, "assignment_expression");
      int owner = assigns ? prototypeOf(tree.child(assignment, "left")) : -1;
      if (owner >= 0 && FUNCTIONS.contains(tree.kind(tree.child(assignment, "right")))) {
        constructors.add(tree.text(owner));
      }
    }
  }

  /** A function that makes objects is a type, with itself as its constructor. */
  private void constructor(int node) {
    int made = named(Sort.TYPE, node, tree.child(node, "name"), 0, "");
    int before = type;
    within(
        made,
        () -> {
          type = made;
          body(made, node);
        });
    type = before;
  }

  /** Functions and variables of a block are seen in all of it. */
  private void hoist(int block) {
    if (open == 0 && !local) {
      return;
    }
    for (int child = tree.first(block); child >= 0; child = tree.next(child)) {
      boolean declares =
          tree.is(child, "lexical_declaration") || tree.is(child, "variable_declaration");
      for (int one = declares ? tree.first(child) : -1; one >= 0; one = tree.next(one)) {
        if (tree.is(one, "variable_declarator")) {
          bind(tree.child(one, "name"), declaredWay(one));
        }
      }
    }
  }

  // ---- imports and exports

  private String unquoted(int node) {
    String text = tree.text(node);
    return text.length() < 2 ? "" : text.substring(1, text.length() - 1);
  }

  private void brings(int source, String name, String alias, int nameAt) {
    String from = unquoted(source);
    int slash = from.lastIndexOf('/');
    if (!from.isEmpty()) {
      outline.add(
          new Import(
              from,
              0,
              name,
              alias,
              tree.begin(source) + 2 + slash,
              tree.end(source) - 1,
              name.isEmpty() || name.equals("*") || name.equals("default") ? -2 : nameAt,
              isInFunction() || tree.childOf(tree.around(source), "type") >= 0));
    }
  }

  private void imports(int node) {
    int source = tree.child(node, "source");
    int clause = tree.childOf(node, "import_clause");
    if (source < 0) {
      inside(node);
      return;
    }
    if (clause < 0) {
      brings(source, "", "", -2);
      return;
    }
    for (int child = tree.first(clause); child >= 0; child = tree.next(child)) {
      switch (tree.kind(child)) {
        case "identifier" -> brings(source, "default", tree.text(child), -2);
        case "namespace_import" ->
            brings(source, "", tree.text(tree.childOf(child, "identifier")), -2);
        case "named_imports" -> specifiers(child, "import_specifier", source);
        default -> {}
      }
    }
  }

  private void specifiers(int node, String kind, int source) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, kind)) {
        int name = tree.child(child, "name");
        int alias = tree.child(child, "alias");
        brings(source, tree.text(name), tree.text(alias < 0 ? name : alias), tree.begin(name));
      }
    }
  }

  private void exports(int node) {
    int source = tree.child(node, "source");
    int clause = tree.childOf(node, "export_clause");
    if (source >= 0) {
      int space = tree.childOf(node, "namespace_export");
      if (clause >= 0) {
        specifiers(clause, "export_specifier", source);
      } else if (space >= 0) {
        brings(source, "", tree.text(tree.childOf(space, "identifier")), -2);
      } else {
        brings(source, "*", "", -2);
      }
      return;
    }
    if (clause >= 0) {
      for (int child = tree.first(clause); child >= 0; child = tree.next(child)) {
        int name = tree.is(child, "export_specifier") ? tree.child(child, "name") : -1;
        int alias = name < 0 ? -1 : tree.child(child, "alias");
        if (alias >= 0) {
          alias(tree.text(name), tree.text(alias), name);
        }
      }
      return;
    }
    int value = tree.child(node, "value");
    int declaration = tree.child(node, "declaration");
    boolean isDefault = tree.childOf(node, "default") >= 0;
    if (isDefault && tree.is(value, "identifier")) {
      alias(tree.text(value), "default", value);
      expression(value, Kind.READS);
      return;
    }
    int made = declaration >= 0 ? declaration : value;
    int name = made < 0 ? -1 : tree.child(made, "name");
    if (isDefault && name >= 0) {
      alias(tree.text(name), "default", name);
    } else if (isDefault && made >= 0 && FUNCTIONS.contains(tree.kind(made))) {
      int word = tree.childOf(node, "default");
      int decl = function(made, word, node);
      if (decl >= 0) {
        return;
      }
    } else if (isDefault && made >= 0 && CLASSES.contains(tree.kind(made))) {
      type(made, tree.childOf(node, "default"));
      return;
    }
    inside(node);
  }

  /** Another name under which others see a declaration of this file. */
  private void alias(String name, String alias, int at) {
    alias("", name, alias, at);
  }

  /** A declaration that is all that the module gives, by {@code module.exports}. */
  private void wholeAlias(String name, int at) {
    alias(Import.OF_MODULE, name, "default", at);
  }

  private void alias(String from, String name, String alias, int at) {
    outline.add(new Import(from, Import.OTHER_NAME, name, alias, tree.begin(at), tree.end(at), -1));
  }

  /** Whether a call loads a module. */
  private boolean isRequire(int node) {
    int source = CommonModules.loaded(tree, node);
    if (source < 0) {
      return false;
    }
    int holder = tree.around(node);
    int member = tree.is(holder, "member_expression") ? tree.child(holder, "property") : -1;
    int around = member < 0 ? holder : tree.around(holder);
    int name = tree.is(around, "variable_declarator") ? tree.child(around, "name") : -1;
    if (tree.is(name, "identifier")) {
      String taken = member < 0 ? "" : tree.text(member);
      brings(source, taken, tree.text(name), member < 0 ? -2 : tree.begin(member));
    } else if (tree.is(name, "object_pattern") && member < 0) {
      patterns(source, name);
    } else if (handsOnAll(holder)) {
      brings(source, "*", "", -2);
    } else {
      brings(source, "", "", -2);
    }
    return true;
  }

  /** The names that a pattern takes of a module. */
  private void patterns(int source, int pattern) {
    for (int child = tree.first(pattern); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "shorthand_property_identifier_pattern")) {
        brings(source, tree.text(child), tree.text(child), tree.begin(child));
      } else if (tree.is(child, "pair_pattern")) {
        int key = tree.child(child, "key");
        int value = tree.child(child, "value");
        brings(source, tree.text(key), tree.text(value), tree.begin(key));
      }
    }
  }

  /** Whether what is loaded in a node is given to others as it is, or all that is in it. */
  private boolean handsOnAll(int node) {
    int call = tree.is(node, "arguments") ? tree.around(node) : -1;
    String function = call < 0 ? "" : tree.text(tree.child(call, "function"));
    if (function.endsWith("__exportStar") && function.length() < LONGEST_NAME) {
      // So compilers write 'export * from'.
      return open == 0;
    }
    int object = tree.is(node, "spread_element") ? tree.around(node) : -1;
    int assignment = object < 0 ? node : tree.is(object, "object") ? tree.around(object) : -1;
    return open == 0
        && tree.is(assignment, "assignment_expression")
        && CommonModules.isExports(tree, tree.child(assignment, "left"));
  }

  // ---- declarations

  private int named(Sort sort, int node, int name, int traits, String type) {
    String text = tree.text(name);
    boolean hidden = text.startsWith("#") || text.startsWith("_");
    return declare(
        sort,
        text,
        node,
        name,
        traits | (hidden ? Trait.PRIVATE.bit() : Trait.PUBLIC.bit()),
        new More(List.of(), type, doc(node), 0));
  }

  private void type(int node, int name) {
    if (name < 0) {
      inside(node);
      return;
    }
    boolean isInterface = tree.is(node, "interface_declaration");
    int made = named(Sort.TYPE, node, name, isInterface ? Trait.INTERFACE.bit() : 0, "");
    int before = type;
    within(
        made,
        () -> {
          type = made;
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (tree.is(child, "class_heritage") || tree.is(child, "extends_type_clause")) {
              heritage(child, Kind.EXTENDS);
            } else if (tree.is(child, "type_parameters")) {
              typeParameters(child);
            } else if (tree.field(child).equals("body")) {
              inside(child);
            }
          }
        });
    type = before;
  }

  private void heritage(int node, Kind kind) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      switch (tree.kind(child)) {
        case "extends_clause" -> heritage(child, Kind.EXTENDS);
        case "implements_clause" -> heritage(child, Kind.IMPLEMENTS);
        case "identifier", "member_expression" -> expression(child, kind);
        case "type_identifier", "nested_type_identifier", "generic_type" -> {
          int named = tree.is(child, "generic_type") ? tree.child(child, "name") : child;
          List<String> names = List.of(tree.text(named).split("\\."));
          int end = tree.end(named);
          use(kind, Root.NAME, names, end - names.get(names.size() - 1).length(), end);
        }
        default -> {
          if (tree.first(child) >= 0) {
            visit(child);
          }
        }
      }
    }
  }

  /** What a name is worked out from, as in {@code {[KEY]: 1}}. */
  private void computed(int node) {
    int name = tree.childOf(node, "computed_property_name");
    if (name >= 0) {
      inside(name);
    }
  }

  private void typeParameters(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "type_parameter")) {
        variable(tree.text(tree.child(child, "name")), "");
      }
    }
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      visitType(tree.child(child, "constraint"));
      visitType(tree.child(child, "value"));
    }
  }

  private int function(int node, int name, int whole) {
    if (name < 0) {
      body(open, node);
      return -1;
    }
    int parameters = tree.child(node, "parameters");
    boolean isStatic = tree.childOf(node, "static") >= 0;
    String text = tree.text(name);
    DocTypes told = DocTypes.of(comment(whole));
    String result = written(tree.child(node, "return_type"));
    int made =
        declare(
            Sort.FUNCTION,
            text,
            whole,
            name,
            Trait.METHOD.bit()
                | (isStatic ? Trait.STATIC.bit() : 0)
                | (text.equals("constructor") ? Trait.CONSTRUCTOR.bit() : 0)
                | (text.startsWith("#") || text.startsWith("_")
                    ? Trait.PRIVATE.bit()
                    : Trait.PUBLIC.bit()),
            new More(
                parameterNames(parameters),
                result.isEmpty() ? told.result() : result,
                doc(whole),
                1 + decisions(node)));
    body(made, node, told);
    return made;
  }

  /** Parameters and body of a function of which no comment tells, in a declaration. */
  private void body(int decl, int node) {
    body(decl, node, DocTypes.NONE);
  }

  private void body(int decl, int node, DocTypes told) {
    within(
        decl,
        () -> {
          typeParameters(tree.childOf(node, "type_parameters"));
          parameters(tree.child(node, "parameters"), told);
          bind(tree.child(node, "parameter"), "");
          visitType(tree.child(node, "return_type"));
          visit(tree.child(node, "body"));
        });
  }

  private void parameters(int node, DocTypes told) {
    for (int child = node < 0 ? -1 : tree.first(node); child >= 0; child = tree.next(child)) {
      int pattern = tree.child(child, "pattern");
      int left = tree.child(child, "left");
      int type = tree.child(child, "type");
      int named = pattern >= 0 ? pattern : left >= 0 ? left : child;
      boolean plain = type < 0 && tree.is(named, "identifier");
      bind(named, plain ? told.parameter(tree.text(named)) : written(type));
      defaults(named);
      visitType(type);
      boolean property = type >= 0 && tree.childOf(child, "accessibility_modifier") >= 0;
      if (property && this.type >= 0 && tree.is(pattern, "identifier")) {
        int before = open;
        open = this.type;
        named(Sort.FIELD, child, pattern, Trait.FIELD.bit(), written(type));
        open = before;
      }
      visit(tree.child(child, "value"));
      visit(tree.child(child, "right"));
    }
  }

  /** What stands in a pattern for parts that a value does not have. */
  private void defaults(int pattern) {
    switch (tree.kind(pattern)) {
      case "pair_pattern" -> {
        computed(pattern);
        defaults(tree.child(pattern, "value"));
      }
      case "assignment_pattern", "object_assignment_pattern" -> {
        defaults(tree.child(pattern, "left"));
        visit(tree.child(pattern, "right"));
      }
      case "object_pattern", "array_pattern", "rest_pattern" -> {
        for (int child = tree.first(pattern); child >= 0; child = tree.next(child)) {
          defaults(child);
        }
      }
      default -> {}
    }
  }

  private List<String> parameterNames(int node) {
    List<String> names = new ArrayList<>();
    for (int child = node < 0 ? -1 : tree.first(node); child >= 0; child = tree.next(child)) {
      int pattern = tree.child(child, "pattern");
      int left = tree.child(child, "left");
      int named = pattern >= 0 ? pattern : left >= 0 ? left : child;
      if (tree.is(named, "identifier")) {
        names.add(tree.text(named));
      }
    }
    return names;
  }

  private void field(int node) {
    int name = tree.child(node, tree.is(node, "field_definition") ? "property" : "name");
    int value = tree.child(node, "value");
    if (name < 0) {
      inside(node);
    } else if (value >= 0 && FUNCTIONS.contains(tree.kind(value))) {
      function(value, name, node);
    } else {
      int annotation = tree.child(node, "type");
      String type = written(annotation);
      int made =
          named(
              Sort.FIELD,
              node,
              name,
              Trait.FIELD.bit(),
              type.isEmpty() ? valueType(node, value) : type);
      within(
          made,
          () -> {
            visitType(annotation);
            visit(value);
          });
    }
  }

  private void members(int node) {
    for (int child = node < 0 ? -1 : tree.first(node); child >= 0; child = tree.next(child)) {
      int name = tree.is(child, "enum_assignment") ? tree.child(child, "name") : child;
      if (tree.is(name, "property_identifier")) {
        named(Sort.FIELD, child, name, Trait.FIELD.bit() | Trait.STATIC.bit(), "");
      }
    }
  }

  private void declarator(int node) {
    int name = tree.child(node, "name");
    int value = tree.child(node, "value");
    int annotation = tree.child(node, "type");
    boolean top = open == 0 ? !local : outline.decls().get(open).sort() == Sort.TYPE;
    int loaded = CommonModules.call(tree, node);
    if (loaded >= 0 && isRequire(loaded)) {
      return;
    }
    if (top && tree.is(name, "identifier")) {
      if (open == 0) {
        findWhole(name, value);
      }
      if (value >= 0 && FUNCTIONS.contains(tree.kind(value))) {
        function(value, name, node);
        return;
      }
      if (value >= 0 && tree.is(value, "class")) {
        type(value, name);
        return;
      }
      int made = named(Sort.FIELD, node, name, Trait.FIELD.bit(), declaredWay(node).written());
      within(
          made,
          () -> {
            visitType(annotation);
            visit(value);
          });
      return;
    }
    Way way = declaredWay(node);
    if (top) {
      fields(name, node, way);
      defaults(name);
    } else {
      bind(name, way);
    }
    picked(name, way, !top);
    visitType(annotation);
    if (!top && !tree.is(name, "identifier")) {
      inside(name);
    }
    visit(value);
  }

  /** The variables of a module that get parts of a value. */
  private void fields(int pattern, int declarator, Way way) {
    switch (tree.kind(pattern)) {
      case "identifier", "shorthand_property_identifier_pattern" ->
          named(Sort.FIELD, declarator, pattern, Trait.FIELD.bit(), way.written());
      case "pair_pattern" -> fields(tree.child(pattern, "value"), declarator, way);
      case "assignment_pattern", "object_assignment_pattern" ->
          fields(tree.child(pattern, "left"), declarator, way);
      case "object_pattern", "array_pattern", "rest_pattern" -> {
        for (int child = tree.first(pattern); child >= 0; child = tree.next(child)) {
          fields(child, declarator, taken(child, way));
        }
      }
      default -> {}
    }
  }

  /** What an element of a pattern takes of a value, where it says by which name. */
  private Way taken(int element, Way way) {
    int key = key(element);
    return key < 0 ? Way.UNKNOWN : way.to(tree.text(key), false);
  }

  /** The name by which an element of a pattern takes a part of a value; -1 where it says none. */
  private int key(int element) {
    int key = tree.is(element, "pair_pattern") ? tree.child(element, "key") : element;
    boolean plain =
        tree.is(key, "shorthand_property_identifier_pattern")
            || tree.is(key, "property_identifier");
    return plain ? key : -1;
  }

  /** What stands in brackets, or a node itself. */
  private int unwrapped(int node) {
    int at = node;
    while (tree.is(at, "parenthesized_expression") && tree.first(at) >= 0) {
      int inner = tree.first(at);
      at = tree.is(inner, "(") ? tree.next(inner) : inner;
    }
    return at;
  }

  /** Takes a variable for all that the module gives, where it holds that. */
  private void findWhole(int name, int value) {
    int at = unwrapped(value);
    boolean whole = CommonModules.isExports(tree, at);
    while (tree.is(at, "assignment_expression")) {
      whole |= CommonModules.isExports(tree, tree.child(at, "left"));
      at = unwrapped(tree.child(at, "right"));
    }
    if (whole) {
      wholes.add(tree.text(name));
      boolean other = tree.is(at, "identifier") && !CommonModules.isExports(tree, at);
      wholeAlias(tree.text(other ? at : name), name);
    }
  }

  private void assignment(int node) {
    int left = tree.child(node, "left");
    int right = tree.child(node, "right");
    int property = tree.is(left, "member_expression") ? tree.child(left, "property") : -1;
    if (open == 0 && (given(node, left, right) || ofPrototype(node, left, right))) {
      return;
    }
    if (type >= 0
        && tree.is(left, "member_expression")
        && tree.is(tree.child(left, "object"), "this")
        && outline.find(type, tree.text(property)) < 0) {
      int before = open;
      open = type;
      named(Sort.FIELD, node, property, Trait.FIELD.bit(), valueType(node, right));
      open = before;
    } else if (tree.is(left, "array_pattern") || tree.is(left, "object_pattern")) {
      targets(left);
    } else if (!CommonModules.isExports(tree, left)) {
      expression(left, Kind.WRITES);
    }
    visit(right);
  }

  /** What the module gives to others; whether all of the assignment was looked at. */
  private boolean given(int node, int left, int right) {
    if (CommonModules.isExports(tree, left)) {
      whole(right);
      return true;
    }
    int object = tree.is(left, "member_expression") ? tree.child(left, "object") : -1;
    boolean ofModule = CommonModules.isExports(tree, object);
    boolean ofWhole = tree.is(object, "identifier") && wholes.contains(tree.text(object));
    if (!ofModule && !ofWhole) {
      return false;
    }
    int property = tree.child(left, "property");
    String name = tree.text(property);
    if (FUNCTIONS.contains(tree.kind(right))) {
      function(right, property, node);
      return true;
    }
    if (tree.is(right, "class")) {
      type(right, property);
      return true;
    }
    boolean same = tree.is(right, "identifier") && tree.text(right).equals(name);
    if (tree.is(right, "identifier")) {
      if (!same) {
        alias(tree.text(right), name, right);
      }
      return true;
    }
    if (outline.find(0, name) < 0) {
      int made = named(Sort.FIELD, node, property, Trait.FIELD.bit(), made(right));
      within(made, () -> visit(right));
      return true;
    }
    visit(right);
    return true;
  }

  /** All that the module gives, as one value. To give a name is no use of it. */
  private void whole(int value) {
    if (tree.is(value, "identifier")) {
      wholeAlias(tree.text(value), value);
      return;
    } else if (tree.is(value, "assignment_expression")) {
      assignment(value);
      return;
    } else if (tree.is(value, "object")) {
      for (int child : CommonModules.elements(tree, value)) {
        element(child);
      }
      return;
    } else if (value >= 0 && CLASSES.contains(tree.kind(value)) && tree.child(value, "name") >= 0) {
      int name = tree.child(value, "name");
      wholeAlias(tree.text(name), name);
      type(value, name);
      return;
    }
    visit(value);
  }

  /** One of the things that a module gives by a list. */
  private void element(int node) {
    int key = tree.child(node, "key");
    int value = tree.child(node, "value");
    boolean plain = tree.is(key, "property_identifier");
    if (tree.is(node, "pair") && plain && FUNCTIONS.contains(tree.kind(value))) {
      function(value, key, node);
      return;
    }
    if (tree.is(node, "pair") && plain && tree.is(value, "identifier")) {
      if (!tree.text(value).equals(tree.text(key))) {
        alias(tree.text(value), tree.text(key), value);
      }
    } else if (!tree.is(node, "shorthand_property_identifier")) {
      visit(node);
    }
  }

  /** A method that a constructor function gets apart; whether it was one. */
  private boolean ofPrototype(int node, int left, int right) {
    int owner = prototypeOf(left);
    int decl = owner < 0 ? -1 : outline.find(0, tree.text(owner));
    boolean known = decl > 0 && outline.decls().get(decl).sort() == Sort.TYPE;
    if (!known || !FUNCTIONS.contains(tree.kind(right))) {
      return false;
    }
    int before = type;
    int around = open;
    expression(owner, Kind.THROUGH);
    open = decl;
    type = decl;
    function(right, tree.child(left, "property"), node);
    open = around;
    type = before;
    return true;
  }

  /** The name before {@code .prototype.member}; -1 for another node. */
  private int prototypeOf(int left) {
    int object = tree.is(left, "member_expression") ? tree.child(left, "object") : -1;
    boolean prototype =
        tree.is(object, "member_expression")
            && tree.text(tree.child(object, "property")).equals("prototype");
    int owner = prototype ? tree.child(object, "object") : -1;
    return tree.is(owner, "identifier") ? owner : -1;
  }

  /** What gets values where several are taken out of one. */
  private void targets(int pattern) {
    for (int child = tree.first(pattern); child >= 0; child = tree.next(child)) {
      switch (tree.kind(child)) {
        case "identifier", "member_expression" -> expression(child, Kind.WRITES);
        case "shorthand_property_identifier_pattern" ->
            use(
                Kind.WRITES,
                Root.NAME,
                List.of(tree.text(child)),
                tree.begin(child),
                tree.end(child));
        case "pair_pattern",
            "assignment_pattern",
            "rest_pattern",
            "array_pattern",
            "object_pattern" ->
            targets(child);
        default -> visit(child);
      }
    }
  }

  /**
   * What a pattern takes out of a value is read of that.
   *
   * @param binds whether the variables lead on to it
   */
  private void picked(int pattern, Way way, boolean binds) {
    for (int child = tree.is(pattern, "object_pattern") ? tree.first(pattern) : -1;
        child >= 0 && way.root() != Root.UNKNOWN;
        child = tree.next(child)) {
      boolean pair = tree.is(child, "pair_pattern");
      int inner = tree.is(child, "object_assignment_pattern") ? tree.child(child, "left") : child;
      int key = key(inner);
      if (key >= 0) {
        use(Kind.READS, way, tree.text(key), tree.begin(key), tree.end(key));
        if (binds) {
          bind(pair ? tree.child(child, "value") : key, way.to(tree.text(key), false));
        }
      }
    }
  }

  private void bind(int node, String type) {
    bind(node, Way.ofType(type));
  }

  private void bind(int node, Way way) {
    if (node < 0) {
      return;
    }
    switch (tree.kind(node)) {
      case "identifier", "shorthand_property_identifier_pattern" -> variable(tree.text(node), way);
      case "pair_pattern" -> bind(tree.child(node, "value"), "");
      case "assignment_pattern", "object_assignment_pattern" -> bind(tree.child(node, "left"), way);
      case "object_pattern", "array_pattern", "rest_pattern" -> {
        for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
          bind(child, "");
        }
      }
      default -> {}
    }
  }

  /** The type of a field by what it came from, or by what a comment says. */
  private String valueType(int node, int value) {
    String from = wayOf(value).written();
    return from.isEmpty() ? DocTypes.of(comment(node)).value() : from;
  }

  /** How a variable that is declared gets its value. */
  private Way declaredWay(int declarator) {
    int annotation = tree.child(declarator, "type");
    return annotation < 0
        ? wayOf(tree.child(declarator, "value"))
        : Way.ofType(written(annotation));
  }

  /** The type of an object that is made where it stands; empty for another value. */
  private String made(int value) {
    int inner = tree.is(value, "await_expression") ? tree.first(value) : value;
    if (!tree.is(inner, "new_expression")) {
      return "";
    }
    List<String> names = names(tree.child(inner, "constructor"));
    return names == null ? "" : String.join(".", names);
  }

  @Override
  protected Way valueWay(int node) {
    if (CommonModules.isExports(tree, node)) {
      return Way.UNKNOWN;
    }
    return switch (tree.kind(node)) {
      case "this" -> Way.SELF;
      case "identifier" -> way(tree.text(node));
      case "non_null_expression" -> wayOf(tree.first(node));
      case "new_expression" -> Way.ofType(made(node));
      case "as_expression", "satisfies_expression" -> Way.ofType(written(node));
      case "call_expression" -> wayOf(tree.child(node, "function")).called();
      case "member_expression" ->
          wayOf(tree.child(node, "object"))
              .to(tree.text(Math.max(0, tree.child(node, "property"))), false);
      default -> Way.UNKNOWN;
    };
  }

  /** The name of a type as written; empty for one that is not just named. */
  private String written(int annotation) {
    if (annotation < 0) {
      return "";
    }
    for (int child = tree.first(annotation); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "type_identifier") || tree.is(child, "nested_type_identifier")) {
        return tree.text(child).replaceAll("\\s+", "");
      }
      if (tree.is(child, "generic_type")) {
        return tree.text(tree.child(child, "name"));
      }
      if (tree.is(child, "union_type")) {
        return present(child);
      }
    }
    return "";
  }

  /** The type of a value that may also be nothing; empty where it may be one of several. */
  private String present(int union) {
    String found = "";
    for (int child = tree.first(union); child >= 0; child = tree.next(child)) {
      String text = tree.end(child) - tree.begin(child) > LONGEST_NOTHING ? "" : tree.text(child);
      if (text.equals("|") || text.equals("null") || text.equals("undefined")) {
        continue;
      }
      boolean inner = tree.is(child, "union_type");
      boolean named = tree.is(child, "type_identifier") || tree.is(child, "generic_type");
      String one = inner ? present(child) : named ? written(union) : "";
      if (one.isEmpty() || !found.isEmpty()) {
        return "";
      }
      found = one;
    }
    return found;
  }

  // ---- names

  private void visitType(int node) {
    if (node < 0) {
      return;
    }
    if (tree.is(node, "type_identifier")) {
      use(Kind.REFERS, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
    } else if (tree.is(node, "nested_type_identifier")) {
      int name = tree.child(node, "name");
      List<String> names = List.of(tree.text(node).replaceAll("\\s+", "").split("\\."));
      use(Kind.REFERS, Root.NAME, names, tree.begin(name), tree.end(name));
    } else if (tree.is(node, "property_signature") || tree.is(node, "method_signature")) {
      computed(node);
      typeParameters(tree.childOf(node, "type_parameters"));
      visitType(tree.child(node, "type"));
      visitType(tree.child(node, "parameters"));
      visitType(tree.child(node, "return_type"));
    } else if (tree.is(node, "type_query")) {
      inside(node);
    } else if (!tree.is(node, "identifier")) {
      for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
        visitType(child);
      }
    }
  }

  private void decorator(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "call_expression")) {
        expression(tree.child(child, "function"), Kind.ANNOTATES);
        visit(tree.child(child, "arguments"));
      } else if (tree.is(child, "identifier") || tree.is(child, "member_expression")) {
        expression(child, Kind.ANNOTATES);
      }
    }
  }

  private List<String> names(int node) {
    return names(node, "member_expression", "object", "property");
  }

  private void expression(int node, Kind kind) {
    if (tree.is(node, "identifier") || tree.is(node, "shorthand_property_identifier")) {
      use(kind, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
      return;
    }
    if (!tree.is(node, "member_expression")) {
      visit(node);
      return;
    }
    int property = tree.child(node, "property");
    int object = tree.child(node, "object");
    List<String> chain = new ArrayList<>(List.of(tree.text(property)));
    int at = object;
    while (tree.is(at, "member_expression") && chain.size() < LONGEST_CHAIN) {
      chain.add(0, tree.text(tree.child(at, "property")));
      at = tree.child(at, "object");
    }
    Root root = Root.UNKNOWN;
    if (CommonModules.isExports(tree, object)) {
      // What the module gives by a name is what it declares by that name.
      use(kind, Root.NAME, List.of(tree.text(property)), tree.begin(property), tree.end(property));
      return;
    }
    if (tree.is(at, "this")) {
      root = Root.SELF;
    } else if (tree.is(at, "super")) {
      root = Root.SUPER;
    } else if (tree.is(at, "identifier")) {
      root = Root.NAME;
      chain.add(0, tree.text(at));
    } else {
      Way way = wayOf(object);
      root = way.root();
      chain = new ArrayList<>(way.names());
      chain.add(tree.text(property));
    }
    use(kind, root, chain, tree.begin(property), tree.end(property));
    if (tree.is(object, "identifier")) {
      use(
          Kind.THROUGH,
          Root.NAME,
          List.of(tree.text(object)),
          tree.begin(object),
          tree.end(object));
    } else if (!tree.is(object, "this") && !tree.is(object, "super")) {
      expression(object, Kind.READS);
    }
  }

  // ---- measures

  /** The comment right before a declaration, or the statement that it is; empty for none. */
  private String comment(int node) {
    int at = node;
    while (AROUND_DECLARED.contains(tree.kind(tree.around(at)))) {
      at = tree.around(at);
    }
    return commentBefore(at);
  }

  private String doc(int node) {
    String text = comment(node);
    return text.startsWith("/**") ? sentence(text.replaceAll("[/*]+", " ")) : "";
  }
}

package dev.vinesorter.lang.c;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.More;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Scan;
import dev.vinesorter.lang.outline.Way;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Finds what a source of C or C++ declares, includes and names. */
final class CScan extends Scan {
  private static final Set<String> DECISIONS =
      Set.of(
          "if_statement",
          "for_statement",
          "for_range_loop",
          "while_statement",
          "do_statement",
          "case_statement",
          "conditional_expression",
          "catch_clause",
          "&&",
          "||");

  private static final Set<String> TYPES =
      Set.of("struct_specifier", "union_specifier", "class_specifier", "enum_specifier");

  /** Words of the language that stand where a name would, in a text that departs from it. */
  private static final Set<String> WORDS =
      Set.of("unsigned", "signed", "int", "long", "short", "char", "const", "void", "else", "if");

  /** Namespaces are not nested deeper by people. */
  private static final int MOST_SPACES = 100;

  /** How many namespaces are open. */
  private int spaces;

  /** What members that follow are: of a class private to begin with. */
  private int access;

  /** The name that a type without one gets by its typedef. */
  private int typedef = -1;

  private CScan(String path, Syntax tree) {
    super(path, tree, DECISIONS);
  }

  /**
   * The outline of a source.
   *
   * @param text the text as it is
   * @param marks where macros stand in it that the tree has none of
   */
  static Outline of(String path, Syntax tree, String text, List<int[]> marks) {
    CScan scan = new CScan(path, tree);
    scan.openFile(Outline.looseName(path), More.NONE);
    scan.inside(0);
    for (int[] mark : marks) {
      String name = text.substring(mark[0], mark[1]);
      scan.open = scan.declared(mark[0]);
      scan.use(Kind.READS, Root.NAME, List.of(name), mark[0], mark[1]);
    }
    return scan.outline;
  }

  /**
   * The innermost declaration around a place, but for those that only announce something: what
   * stands in them is said by what is around. Declarations stand in the order of the text.
   */
  private int declared(int at) {
    int low = 0;
    int high = outline.decls().size() - 1;
    while (low < high) {
      int middle = (low + high + 1) >>> 1;
      if (outline.decls().get(middle).begin() <= at) {
        low = middle;
      } else {
        high = middle - 1;
      }
    }
    while (low > 0 && (outline.decls().get(low).end() <= at || outline.decls().get(low).only())) {
      low = outline.decls().get(low).around();
    }
    return Math.max(0, low);
  }

  private boolean isType() {
    return outline.decls().get(open).sort() == Sort.TYPE;
  }

  private boolean isFunction() {
    return outline.decls().get(open).sort() == Sort.FUNCTION;
  }

  @Override
  protected void visit(int node) {
    if (node < 0) {
      return;
    }
    switch (tree.kind(node)) {
      case "preproc_include" -> include(node);
      case "preproc_def" -> macro(node);
      case "preproc_function_def" -> macro(node);
      case "namespace_definition" -> namespace(node);
      case "using_declaration" -> using(node);
      case "alias_declaration" -> {
        int name = tree.child(node, "name");
        alias(name, node, tree.child(node, "type"));
      }
      case "type_definition" -> typedef(node);
      case "struct_specifier", "union_specifier", "class_specifier", "enum_specifier" ->
          // Alone it only says that there is such a type.
          type(
              node,
              tree.field(node).isEmpty() && !tree.is(tree.around(node), "friend_declaration"));
      case "function_definition" -> function(node);
      case "declaration", "field_declaration" -> declaration(node);
      case "parameter_declaration", "optional_parameter_declaration" -> parameter(node);
      case "for_range_loop" -> {
        declaration(node);
        visit(tree.child(node, "right"));
        visit(tree.child(node, "body"));
      }
      case "enumerator" -> enumerator(node);
      case "access_specifier" ->
          access =
              tree.text(node).startsWith("private")
                  ? Trait.PRIVATE.bit()
                  : tree.text(node).startsWith("protected")
                      ? Trait.PROTECTED.bit()
                      : Trait.PUBLIC.bit();
      default -> visitUse(node);
    }
  }

  /** What is done with things that are declared elsewhere. */
  private void visitUse(int node) {
    switch (tree.kind(node)) {
      case "call_expression" -> {
        expression(tree.child(node, "function"), Kind.CALLS);
        visit(tree.child(node, "arguments"));
      }
      case "new_expression" -> {
        names(tree.child(node, "type"), Kind.CREATES);
        visit(tree.child(node, "arguments"));
      }
      case "assignment_expression" -> {
        expression(tree.child(node, "left"), Kind.WRITES);
        visit(tree.child(node, "right"));
      }
      case "update_expression" -> expression(tree.child(node, "argument"), Kind.WRITES);
      case "base_class_clause" -> bases(node);
      case "type_identifier", "template_type", "qualified_identifier", "namespace_identifier" ->
          names(node, inType(node) ? Kind.REFERS : Kind.READS);
      case "template_function" -> expression(node, Kind.READS);
      case "identifier", "field_expression" -> expression(node, Kind.READS);
      // Words of the grammar, but macros where a source of older C defines them.
      case "true", "false" ->
          use(Kind.READS, Root.NAME, List.of(tree.text(node)), tree.begin(node), tree.end(node));
      case "lambda_expression" ->
          within(
              open,
              () -> {
                visit(tree.child(node, "captures"));
                visit(tree.child(node, "declarator"));
                visit(tree.child(node, "body"));
              });
      case "compound_statement" -> within(open, () -> inside(node));
      case "template_parameter_list" -> templateParameters(node);
      case "template_declaration" -> within(open, () -> inside(node));
      case "comment", "string_literal", "number_literal", "field_designator", "preproc_arg" -> {}
      default -> inside(node);
    }
  }

  private boolean inType(int node) {
    return !tree.is(node, "qualified_identifier")
        || tree.field(node).equals("type")
        || tree.is(tree.around(node), "type_descriptor");
  }

  // ---- includes and namespaces

  private void include(int node) {
    int path = tree.child(node, "path");
    String text = tree.text(path);
    boolean quoted = tree.is(path, "string_literal");
    if (text.length() < 3 || !quoted && !tree.is(path, "system_lib_string")) {
      expression(path, Kind.READS);
      return;
    }
    String from = text.substring(1, text.length() - 1).strip();
    int slash = from.lastIndexOf('/');
    outline.add(
        new Import(
            from, quoted ? 1 : 0, "", "", tree.begin(path) + 2 + slash, tree.end(path) - 1, -1));
  }

  private void namespace(int node) {
    int name = tree.child(node, "name");
    int body = tree.child(node, "body");
    int before = open;
    if (spaces > MOST_SPACES) {
      inside(body);
      return;
    }
    spaces++;
    for (String part : tree.text(name).replaceAll("\\s+", "").split("::")) {
      int made =
          declare(Sort.SPACE, part, node, name < 0 ? node : name, Trait.PUBLIC.bit(), More.NONE);
      open = made;
    }
    int inner = open;
    open = before;
    within(inner, () -> inside(body));
    spaces--;
  }

  private void using(int node) {
    boolean all = tree.childOf(node, "namespace") >= 0;
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      boolean named = tree.is(child, "identifier") || tree.is(child, "qualified_identifier");
      if (named) {
        String full = String.join(".", chain(child));
        int last = last(child);
        outline.add(
            new Import(
                full,
                all ? Import.USING_ALL : Import.USING_ONE,
                all ? "*" : "",
                all ? "" : tree.text(last),
                tree.begin(last),
                tree.end(last),
                -1));
        if (!all) {
          names(child, Kind.REFERS);
        }
      }
    }
  }

  // ---- declarations

  private void macro(int node) {
    int name = tree.child(node, "name");
    boolean guard =
        tree.is(node, "preproc_def")
            && tree.child(node, "value") < 0
            && (tree.text(name).endsWith("_H")
                || tree.text(name).endsWith("_H_")
                || tree.text(name).endsWith("_HPP")
                || tree.text(name).endsWith("_INCLUDED")
                || IncludeLines.isGuard(tree, tree.around(node))
                    && tree.text(tree.child(tree.around(node), "name")).equals(tree.text(name)));
    if (name < 0 || guard) {
      return;
    }
    boolean function = tree.is(node, "preproc_function_def");
    int before = open;
    // A macro is seen everywhere behind it, whatever it stands in.
    open = 0;
    declare(
        function ? Sort.FUNCTION : Sort.FIELD,
        tree.text(name),
        node,
        name,
        Trait.PUBLIC.bit()
            | Trait.STATIC.bit()
            | (function ? Trait.METHOD.bit() : Trait.FIELD.bit() | Trait.FINAL.bit()),
        More.NONE);
    open = before;
  }

  private void typedef(int node) {
    int type = tree.child(node, "type");
    int declarator = tree.child(node, "declarator");
    int name = innermost(declarator);
    boolean body = tree.child(type, "body") >= 0;
    boolean unnamed = body && tree.child(type, "name") < 0;
    if (unnamed && name >= 0) {
      typedef = name;
      type(type, false);
      return;
    }
    if (TYPES.contains(tree.kind(type)) && body) {
      type(type, false);
      if (name >= 0 && !tree.text(tree.child(type, "name")).equals(tree.text(name))) {
        alias(name, node, tree.child(type, "name"));
      }
      return;
    }
    if (name >= 0) {
      boolean same = tree.text(last(tree.child(type, "name"))).equals(tree.text(name));
      if (same && TYPES.contains(tree.kind(type))) {
        type(type, true);
      } else {
        alias(name, node, type);
      }
    }
    named(declarator);
  }

  private void alias(int name, int node, int type) {
    if (name < 0) {
      return;
    }
    int made =
        declare(
            Sort.TYPE,
            tree.text(name),
            node,
            name,
            Trait.PUBLIC.bit(),
            new More(List.of(), typeName(type), "", 0));
    if (isFunction()) {
      variable(tree.text(name), typeName(type));
    }
    within(made, () -> visitType(type));
  }

  /** A type's declaration, or its name where it has no body. */
  private void type(int node, boolean whole) {
    int name = tree.child(node, "name");
    int body = tree.child(node, "body");
    int named = name >= 0 ? last(name) : typedef;
    typedef = -1;
    if (body < 0 && !whole) {
      if (name >= 0) {
        names(name, Kind.REFERS);
      }
      return;
    }
    boolean isEnum = tree.is(node, "enum_specifier");
    if (isEnum && !tree.text(node).startsWith("enum class")) {
      // Its constants are seen where it stands.
      int made = named < 0 ? -1 : typeDecl(node, named, body < 0);
      inside(body);
      if (made >= 0 && tree.child(node, "base") >= 0) {
        within(made, () -> visitType(tree.child(node, "base")));
      }
      return;
    }
    if (named < 0) {
      int before = access;
      access = Trait.PUBLIC.bit();
      inside(body);
      access = before;
      return;
    }
    int made = typeDecl(node, named, body < 0);
    int before = access;
    access = tree.is(node, "class_specifier") ? Trait.PRIVATE.bit() : Trait.PUBLIC.bit();
    within(
        made,
        () -> {
          visit(tree.childOf(node, "base_class_clause"));
          inside(body);
        });
    access = before;
  }

  private int typeDecl(int node, int name, boolean only) {
    int flags = Trait.PUBLIC.bit() | (tree.is(node, "enum_specifier") ? Trait.ENUM.bit() : 0);
    return outline.add(
        new Decl(
            open,
            Sort.TYPE,
            tree.text(name),
            tree.begin(node),
            tree.end(node),
            tree.begin(name),
            flags,
            only,
            new More(List.of(), "", doc(node), 0)));
  }

  private void bases(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "type_identifier")
          || tree.is(child, "qualified_identifier")
          || tree.is(child, "template_type")) {
        names(child, Kind.EXTENDS);
      }
    }
  }

  private void enumerator(int node) {
    int name = tree.child(node, "name");
    declare(
        Sort.FIELD,
        tree.text(name),
        node,
        name,
        Trait.PUBLIC.bit() | Trait.STATIC.bit() | Trait.FINAL.bit() | Trait.FIELD.bit(),
        More.NONE);
    visit(tree.child(node, "value"));
  }

  private int accessHere() {
    return isType() ? access : Trait.PUBLIC.bit();
  }

  private void function(int node) {
    int declarator = tree.child(node, "declarator");
    int name = innermost(declarator);
    int type = tree.child(node, "type");
    if (name < 0) {
      inside(node);
      return;
    }
    int parameters = tree.child(functionDeclarator(declarator), "parameters");
    String macro = type < 0 && !isType() ? madeByMacro(name, parameters) : "";
    String written = typeName(type);
    int flags =
        accessHere() | Trait.METHOD.bit() | (hasWord(node, "static") ? Trait.STATIC.bit() : 0);
    if (!isType() && hasWord(node, "static")) {
      flags = flags & ~Trait.PUBLIC.bit() | Trait.PRIVATE.bit();
    }
    int body = tree.child(node, "body");
    int made =
        outline.add(
            new Decl(
                open,
                Sort.FUNCTION,
                macro.isEmpty() ? String.join("::", chain(name)) : macro,
                tree.begin(node),
                tree.end(node),
                tree.begin(last(name)),
                flags,
                false,
                new More(parameterNames(parameters), written, doc(node), 1 + decisions(body))));
    within(
        made,
        () -> {
          visitType(type);
          if (tree.is(name, "qualified_identifier")) {
            names(name, Kind.REFERS);
          } else if (!macro.isEmpty()) {
            use(Kind.READS, Root.NAME, List.of(tree.text(name)), tree.begin(name), tree.end(name));
          }
          inside(parameters);
          for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
            if (tree.is(child, "field_initializer_list")) {
              inside(child);
            }
          }
          visit(body);
        });
  }

  /**
   * What a macro such as {@code CHECK_OF(Lamp, goesOn) { … }} makes: a method of the type that it
   * names, called as it names; empty for another function.
   */
  private String madeByMacro(int name, int parameters) {
    String word = tree.text(name);
    boolean capitals = word.chars().allMatch(c -> c == '_' || c >= 'A' && c <= 'Z');
    List<String> given = new ArrayList<>();
    for (int child = parameters < 0 || !capitals ? -1 : tree.first(parameters);
        child >= 0;
        child = tree.next(child)) {
      if (tree.is(child, "parameter_declaration") && tree.child(child, "declarator") < 0) {
        given.add(tree.text(child).strip());
      }
    }
    return given.size() == 2 ? String.join("::", given) : "";
  }

  private boolean hasWord(int node, String word) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "storage_class_specifier") && tree.text(child).equals(word)) {
        return true;
      }
    }
    return false;
  }

  private void declaration(int node) {
    int type = tree.child(node, "type");
    boolean alone = tree.child(node, "declarator") < 0;
    if (TYPES.contains(tree.kind(Math.max(type, 0))) && type >= 0) {
      type(type, alone && tree.child(type, "body") < 0);
    } else {
      visitType(type);
    }
    String written = typeName(type);
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.field(child).equals("declarator")) {
        declarator(node, child, written);
      } else if (tree.field(child).equals("default_value") || tree.field(child).equals("value")) {
        visit(child);
      }
    }
  }

  private void declarator(int node, int declarator, String written) {
    int name = innermost(declarator);
    int function = functionDeclarator(declarator);
    if (name < 0 || WORDS.contains(tree.text(name))) {
      visit(declarator);
      return;
    }
    if (isFunction()) {
      boolean told = !tree.is(tree.child(node, "type"), "placeholder_type_specifier");
      variable(
          tree.text(name), told ? Way.ofType(written) : wayOf(tree.child(declarator, "value")));
    } else if (function >= 0) {
      boolean only = !isType();
      int made =
          outline.add(
              new Decl(
                  open,
                  Sort.FUNCTION,
                  String.join("::", chain(name)),
                  tree.begin(node),
                  tree.end(node),
                  tree.begin(last(name)),
                  accessHere()
                      | Trait.METHOD.bit()
                      | (hasWord(node, "static") ? Trait.STATIC.bit() : 0),
                  only,
                  new More(
                      parameterNames(tree.child(function, "parameters")), written, doc(node), 0)));
      within(made, () -> inside(tree.child(function, "parameters")));
      return;
    } else {
      int flags =
          accessHere()
              | Trait.FIELD.bit()
              | (isType() && !hasWord(node, "static") ? 0 : Trait.STATIC.bit());
      int made =
          outline.add(
              new Decl(
                  open,
                  Sort.FIELD,
                  tree.text(last(name)),
                  tree.begin(node),
                  tree.end(node),
                  tree.begin(last(name)),
                  flags,
                  hasWord(node, "extern"),
                  new More(List.of(), written, doc(node), 0)));
      within(
          made,
          () -> {
            named(declarator);
            visit(tree.child(declarator, "value"));
            visit(tree.childOf(node, "bitfield_clause"));
          });
      return;
    }
    named(declarator);
    visit(tree.child(declarator, "value"));
  }

  /** What a declarator names beside itself: sizes of arrays, and what pointed-to functions take. */
  private void named(int declarator) {
    for (int at = declarator; at >= 0 && tree.kind(at).endsWith("declarator"); ) {
      visit(tree.child(at, "size"));
      visit(tree.child(at, "parameters"));
      int next = tree.child(at, "declarator");
      at = next >= 0 ? next : firstDeclarator(at);
    }
  }

  private void parameter(int node) {
    int type = tree.child(node, "type");
    visitType(type);
    int name = innermost(tree.child(node, "declarator"));
    if (name >= 0) {
      variable(tree.text(name), typeName(type));
    }
    named(tree.child(node, "declarator"));
    visit(tree.child(node, "default_value"));
  }

  private void templateParameters(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "type_parameter_declaration")
          || tree.is(child, "variadic_type_parameter_declaration")
          || tree.is(child, "optional_type_parameter_declaration")) {
        int name = tree.childOf(child, "type_identifier");
        if (name >= 0) {
          variable(tree.text(name), "");
        }
        visit(tree.child(child, "default_type"));
      } else {
        visit(child);
      }
    }
  }

  private List<String> parameterNames(int node) {
    List<String> names = new ArrayList<>();
    for (int child = node < 0 ? -1 : tree.first(node); child >= 0; child = tree.next(child)) {
      int name = innermost(tree.child(child, "declarator"));
      if (name >= 0) {
        names.add(tree.text(name));
      }
    }
    return names;
  }

  // ---- declarators

  /** The name that a declarator declares; -1 for none. */
  private int innermost(int declarator) {
    int at = declarator;
    while (at >= 0) {
      switch (tree.kind(at)) {
        case "identifier",
            "field_identifier",
            "type_identifier",
            "qualified_identifier",
            "destructor_name",
            "operator_name" -> {
          return at;
        }
        default -> {
          int next = tree.child(at, "declarator");
          for (int child = next >= 0 ? -1 : tree.first(at);
              child >= 0 && next < 0;
              child = tree.next(child)) {
            boolean inner =
                tree.kind(child).endsWith("declarator") || tree.kind(child).endsWith("identifier");
            next = inner ? child : -1;
          }
          at = next;
        }
      }
    }
    return -1;
  }

  /** The declarator of a function around a name; -1 for a variable, also one of functions. */
  private int functionDeclarator(int declarator) {
    int at = declarator;
    while (at >= 0 && tree.kind(at).endsWith("declarator")) {
      if (tree.is(at, "function_declarator")) {
        return tree.is(tree.child(at, "declarator"), "parenthesized_declarator") ? -1 : at;
      }
      int next = tree.child(at, "declarator");
      at = next >= 0 ? next : tree.first(at) < 0 ? -1 : firstDeclarator(at);
    }
    return -1;
  }

  private int firstDeclarator(int node) {
    for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
      if (tree.kind(child).endsWith("declarator")) {
        return child;
      }
    }
    return -1;
  }

  // ---- names

  /** The names of a qualified one, without arguments. */
  private List<String> chain(int node) {
    List<String> names = new ArrayList<>();
    chain(node, names);
    return names;
  }

  private void chain(int node, List<String> names) {
    if (node < 0) {
      return;
    }
    if (tree.is(node, "qualified_identifier") || tree.is(node, "nested_namespace_specifier")) {
      for (int child = tree.first(node); child >= 0; child = tree.next(child)) {
        if (!tree.is(child, "::")) {
          chain(child, names);
        }
      }
    } else if (tree.is(node, "template_type")
        || tree.is(node, "template_function")
        || tree.is(node, "template_method")
        || tree.is(node, "dependent_name")) {
      int name = tree.child(node, "name");
      chain(name >= 0 ? name : tree.first(node), names);
    } else {
      names.add(tree.text(node).replaceAll("\\s+", " "));
    }
  }

  private int last(int node) {
    int at = node;
    while (at >= 0
        && (tree.is(at, "qualified_identifier")
            || tree.is(at, "template_type")
            || tree.is(at, "template_function")
            || tree.is(at, "template_method"))) {
      int name = tree.child(at, "name");
      if (name < 0) {
        return at;
      }
      at = name;
    }
    return at;
  }

  /** A type by its names, apart by dots; empty for one of the language. */
  private String typeName(int type) {
    if (type < 0) {
      return "";
    }
    return switch (tree.kind(type)) {
      case "type_identifier", "qualified_identifier", "template_type", "identifier" ->
          pointee(type);
      case "struct_specifier", "union_specifier", "class_specifier", "enum_specifier" ->
          tree.child(type, "name") < 0 ? "" : typeName(tree.child(type, "name"));
      case "type_descriptor" -> typeName(tree.child(type, "type"));
      default -> "";
    };
  }

  /** What a smart pointer is used as is what it points to. */
  private String pointee(int type) {
    List<String> names = chain(type);
    int template = last(type);
    String last = names.isEmpty() ? "" : names.get(names.size() - 1);
    boolean smart =
        last.equals("unique_ptr") || last.equals("shared_ptr") || last.equals("weak_ptr");
    int holder = smart ? tree.around(template) : -1;
    int arguments = holder < 0 ? -1 : tree.child(holder, "arguments");
    int argument = arguments < 0 ? -1 : tree.childOf(arguments, "type_descriptor");
    return argument >= 0 ? typeName(argument) : String.join(".", names);
  }

  private void visitType(int type) {
    if (type < 0) {
      return;
    }
    switch (tree.kind(type)) {
      case "type_identifier", "qualified_identifier", "template_type" -> names(type, Kind.REFERS);
      default -> visit(type);
    }
  }

  /** Uses of a name with all that stands before it, and of its arguments. */
  private void names(int node, Kind kind) {
    if (node < 0) {
      return;
    }
    if (tree.is(node, "type_descriptor")) {
      names(tree.child(node, "type"), kind);
      return;
    }
    List<String> chain = chain(node);
    int last = last(node);
    if (chain.isEmpty() || last < 0) {
      return;
    }
    Root root = chain.size() > 1 ? Root.PATH : Root.NAME;
    use(kind, root, chain, tree.begin(last), tree.end(last));
    for (int at = node; at < tree.past(node); at++) {
      if (tree.is(at, "template_argument_list")) {
        inside(at);
        at = tree.past(at) - 1;
      }
    }
  }

  private void expression(int node, Kind kind) {
    if (node < 0) {
      return;
    }
    switch (tree.kind(node)) {
      case "identifier", "qualified_identifier", "template_function" -> names(node, kind);
      case "field_expression" -> field(node, kind);
      default -> visit(node);
    }
  }

  private void field(int node, Kind kind) {
    int field = tree.child(node, "field");
    int object = tree.child(node, "argument");
    int last = last(field);
    List<String> chain = new ArrayList<>();
    Root root = receiver(object, chain);
    chain.addAll(chain(field));
    use(kind, root, chain, tree.begin(last), tree.end(last));
    if (!tree.is(object, "this")) {
      expression(object, Kind.READS);
    }
  }

  /** The names of what a member is reached through; tells where they begin. */
  private Root receiver(int object, List<String> chain) {
    int at = object;
    List<String> behind = new ArrayList<>();
    while (tree.is(at, "field_expression") && behind.size() < LONGEST_CHAIN) {
      behind.addAll(0, chain(tree.child(at, "field")));
      at = tree.child(at, "argument");
    }
    if (tree.is(at, "identifier") || tree.is(at, "qualified_identifier")) {
      chain.addAll(chain(at));
      chain.addAll(behind);
      return Root.NAME;
    }
    Way way = wayOf(object);
    chain.addAll(way.names());
    return way.root();
  }

  @Override
  protected Way valueWay(int node) {
    return switch (tree.kind(node)) {
      case "this" -> Way.SELF;
      case "identifier" -> way(tree.text(node));
      case "qualified_identifier", "template_function" -> {
        List<String> names = chain(node);
        yield names.isEmpty() ? Way.UNKNOWN : new Way(Root.ELSEWHERE, names);
      }
      case "pointer_expression" -> wayOf(tree.child(node, "argument"));
      case "cast_expression", "compound_literal_expression" ->
          Way.ofType(typeName(tree.child(node, "type")));
      case "new_expression" -> Way.ofType(typeName(tree.child(node, "type")));
      case "call_expression" -> wayOf(tree.child(node, "function")).called();
      case "field_expression" -> {
        Way way = wayOf(tree.child(node, "argument"));
        for (String name : chain(tree.child(node, "field"))) {
          way = way.to(name, false);
        }
        yield way;
      }
      default -> Way.UNKNOWN;
    };
  }

  // ---- measures

  private String doc(int node) {
    String text = commentBefore(node);
    return text.startsWith("/*") || text.startsWith("///")
        ? sentence(text.replaceAll("[/*!]+", " "))
        : "";
  }
}

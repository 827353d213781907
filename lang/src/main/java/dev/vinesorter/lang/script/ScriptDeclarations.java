package dev.vinesorter.lang.script;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.ListElements;
import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.move.NamedImports;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Moves functions, classes, types and constants of JavaScript and TypeScript between modules. */
final class ScriptDeclarations extends NamedImports {
  private static final Set<String> DECLARING =
      Set.of(
          "function_declaration",
          "generator_function_declaration",
          "function_signature",
          "class_declaration",
          "abstract_class_declaration",
          "interface_declaration",
          "type_alias_declaration",
          "enum_declaration",
          "lexical_declaration",
          "variable_declaration");

  private static final Set<String> FUNCTIONS =
      Set.of(
          "function_declaration",
          "generator_function_declaration",
          "function_expression",
          "arrow_function",
          "method_definition",
          "interface_declaration",
          "type_alias_declaration");

  /** Names that say something else in another module. */
  private static final Set<String> OF_MODULE =
      Set.of("__dirname", "__filename", "module", "exports");

  private final Parser parser;
  private final ScriptImportSyntax imports;

  /** What the new source gives by a list or an assignment, where sources do so, in one move. */
  private final Set<String> given = new TreeSet<>();

  /** What the old source comes to give in that way. */
  private final Set<String> givenHere = new TreeSet<>();

  /** What says so in the old source, and goes. */
  private final Set<Integer> gone = new TreeSet<>();

  /** Makes the tree of a source. */
  interface Parser {
    Syntax parse(String path, String text);
  }

  ScriptDeclarations(Parser parser) {
    this(parser, new ScriptImportSyntax());
  }

  private ScriptDeclarations(Parser parser, ScriptImportSyntax imports) {
    super(imports);
    this.parser = parser;
    this.imports = imports;
  }

  @Override
  public Syntax parse(String path, String text) {
    return parser.parse(path, text);
  }

  @Override
  public boolean isSource(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.matches("[A-Za-z_$][\\w$.-]{0,99}\\.(ts|tsx|mts|js|jsx|mjs)")
        && !name.endsWith(".d.ts")
        && !name.endsWith(".min.js");
  }

  /** Functions and types are there before anything is run, in a source that holds nothing else. */
  @Override
  public boolean mindsCircles(Relocation move) {
    Syntax tree = move.tree(move.from());
    if (CommonModules.isCommon(tree)) {
      return true;
    }
    for (int decl : move.moved()) {
      int node = declared(tree, statement(tree, move.old().decls().get(decl).nameAt()));
      String kind = tree.kind(node);
      boolean early =
          kind.contains("function")
              || kind.startsWith("interface")
              || kind.startsWith("type_alias");
      if (!early) {
        return true;
      }
    }
    return move.toFile() >= 0;
  }

  @Override
  public boolean merges() {
    return true;
  }

  // ---- what stands where

  private static int statement(Syntax tree, int at) {
    int node = tree.innermost(at);
    while (tree.around(node) > 0) {
      node = tree.around(node);
    }
    return node;
  }

  private static int declared(Syntax tree, int statement) {
    int inner =
        tree.is(statement, "export_statement") ? tree.child(statement, "declaration") : statement;
    return tree.is(inner, "ambient_declaration") ? tree.first(inner) : inner;
  }

  @Override
  public Stretch stretch(Relocation move, int decl) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    String text = tree.text();
    int at = move.old().decls().get(decl).nameAt();
    int node = statement(tree, at);
    int inner = declared(tree, node);
    boolean isDefault = tree.childOf(node, "default") >= 0;
    boolean given = isGivenAtOnce(tree, node, move.name(decl));
    if (!given && !DECLARING.contains(tree.kind(inner)) || isDefault && move.toFile() >= 0) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "'" + move.name(decl) + "' is not declared by a statement of its own.",
          at);
    }
    if (tree.kind(inner).endsWith("able_declaration") || tree.kind(inner).startsWith("lexical")) {
      int first = tree.childOf(inner, "variable_declarator");
      int others = 0;
      for (int child = tree.first(inner); child >= 0; child = tree.next(child)) {
        others += tree.is(child, "variable_declarator") ? 1 : 0;
      }
      boolean alone = tree.begin(tree.child(first, "name")) == at && others == 1;
      if (!alone || !tree.is(tree.child(first, "name"), "identifier")) {
        throw new CannotMoveException(
            RefusalCode.DECLARED_TOGETHER,
            "'" + move.name(decl) + "' is declared together with others.",
            at);
      }
    }
    int begin = TextLines.begin(text, tree.begin(node));
    int past = TextLines.next(text, tree.end(node));
    String rest = text.substring(tree.end(node), past).strip();
    boolean plain = rest.isEmpty() || rest.equals(";") || rest.startsWith("//");
    if (begin != tree.begin(node) || !plain) {
      throw new CannotMoveException(
          RefusalCode.ONE_LINE, "'" + move.name(decl) + "' shares its line with others.", at);
    }
    return new Stretch(TextLines.heading(tree, node, begin), past);
  }

  /** What a module gives as a whole is given as a whole by the new one, where that has nothing. */
  @Override
  public List<Stretch> companions(Relocation move, int decl) {
    Syntax tree = move.tree(move.from());
    int first = move.toFile() < 0 ? tree.first(0) : -1;
    for (int child = first; child >= 0; child = tree.next(child)) {
      int value = tree.child(child, "value");
      boolean whole =
          tree.is(child, "export_statement")
              && tree.childOf(child, "default") >= 0
              && tree.is(value, "identifier")
              && tree.text(value).equals(move.name(decl));
      if (whole) {
        String text = tree.text();
        int begin = TextLines.begin(text, tree.begin(child));
        return List.of(
            new Stretch(
                TextLines.heading(tree, child, begin), TextLines.next(text, tree.end(child))));
      }
    }
    return List.of();
  }

  /** Whether a declaration is what others take as the whole of its module. */
  private static boolean isWhole(Relocation move, int decl) {
    return otherNames(move, decl).anyMatch(ScriptDeclarations::isDefault);
  }

  /** By what else others know a declaration of the old source. */
  private static Stream<Import> otherNames(Relocation move, int decl) {
    return move.old().imports().stream()
        .filter(one -> one.level() == Import.OTHER_NAME && one.name().equals(move.name(decl)));
  }

  private static boolean isDefault(Import one) {
    return one.alias().equals("default");
  }

  @Override
  protected boolean isName(Syntax tree, int node) {
    return tree.is(node, "identifier")
        || tree.is(node, "type_identifier")
        || tree.is(node, "shorthand_property_identifier");
  }

  @Override
  protected int chain(Syntax tree, Use use) {
    int node = tree.around(tree.innermost(use.at()));
    boolean chained =
        tree.is(node, "member_expression")
            || tree.is(node, "nested_type_identifier")
            || tree.is(node, "nested_identifier");
    return chained && tree.end(node) == use.end() ? node : -1;
  }

  @Override
  protected boolean handsOn(Relocation move, Import one) {
    int statement = imports.statement(move.tree(move.from()), one.at());
    return statement >= 0 && move.tree(move.from()).is(statement, "export_statement");
  }

  @Override
  protected boolean handsOnAll(Relocation move, int file, int decl) {
    return isExported(move, decl);
  }

  @Override
  protected boolean starTakesImports() {
    return false;
  }

  @Override
  protected boolean isForTypes(Relocation move, int file, Use use) {
    Syntax tree = move.tree(file);
    int node = tree.innermost(use.at());
    return tree.is(node, "type_identifier") && use.kind() == Kind.REFERS;
  }

  // ---- what others may take

  private static boolean isExportedHere(Relocation move, int decl) {
    Syntax tree = move.tree(move.from());
    int statement = statement(tree, move.old().decls().get(decl).nameAt());
    return tree.is(statement, "export_statement") || isGivenHere(move, decl);
  }

  private static boolean isGivenHere(Relocation move, int decl) {
    Syntax tree = move.tree(move.from());
    int statement = statement(tree, move.old().decls().get(decl).nameAt());
    return isGivenAtOnce(tree, statement, move.name(decl));
  }

  /** Whether a statement is {@code exports.name = function …}, which declares and gives in one. */
  private static boolean isGivenAtOnce(Syntax tree, int statement, String name) {
    int assignment = CommonModules.given(tree, statement);
    int member = CommonModules.memberGiven(tree, assignment);
    int right = member < 0 ? -1 : tree.child(assignment, "right");
    return right >= 0 && !tree.is(right, "identifier") && tree.text(member).equals(name);
  }

  /** The element of a list of exports that names a declaration of the same source; -1 for none. */
  private static int listed(Relocation move, int decl) {
    Syntax tree = move.tree(move.from());
    if (CommonModules.isCommon(tree)) {
      List<Integer> giving = CommonModules.giving(tree, move.name(decl));
      return giving.isEmpty() ? -1 : giving.get(0);
    }
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      boolean own = tree.is(child, "export_statement") && tree.child(child, "source") < 0;
      int clause = own ? tree.childOf(child, "export_clause") : -1;
      for (int one = clause < 0 ? -1 : tree.first(clause); one >= 0; one = tree.next(one)) {
        if (tree.text(tree.child(one, "name")).equals(move.name(decl))) {
          return one;
        }
      }
    }
    return -1;
  }

  private static boolean isExported(Relocation move, int decl) {
    return isExportedHere(move, decl) || listed(move, decl) >= 0;
  }

  @Override
  protected void expose(Relocation move, int decl, boolean isMoved) throws CannotMoveException {
    Syntax old = move.tree(move.from());
    int own = statement(old, move.old().decls().get(decl).nameAt());
    boolean asWhole =
        old.childOf(own, "default") >= 0
            || isMoved && isWhole(move, decl) && !CommonModules.isCommon(old);
    if (asWhole && listed(move, decl) < 0) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "'"
              + move.name(decl)
              + "' is exported as default, and would have to be exported by its name, too.",
          move.old().decls().get(decl).nameAt());
    }
    if (isExported(move, decl)) {
      return;
    }
    int at = move.old().decls().get(decl).nameAt();
    if (!isMoved && !move.may(Leave.WIDEN)) {
      throw new CannotMoveException(
          RefusalCode.ACCESS,
          "'" + move.name(decl) + "' would have to be exported; say 'widen: true' to let it.",
          at);
    }
    Syntax tree = move.tree(move.from());
    if (!CommonModules.isCommon(tree)) {
      move.edits(move.from()).insert(tree.begin(statement(tree, at)), "export ");
    } else if (isMoved) {
      given.add(move.name(decl));
    } else {
      givenHere.add(move.name(decl));
    }
  }

  /** What a list exports is exported where it is declared once it moved. */
  private void unlist(Relocation move, int decl) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    int element = listed(move, decl);
    boolean common = CommonModules.isCommon(tree);
    boolean isOther =
        otherNames(move, decl)
            .anyMatch(
                one -> common ? isDefault(one) : !(isDefault(one) && move.isInside(one.at())));
    if (isOther) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "'" + move.name(decl) + "' is exported under another name.",
          move.old().decls().get(decl).nameAt());
    }
    if (element < 0) {
      return;
    }
    if (common) {
      for (int one : CommonModules.giving(tree, move.name(decl))) {
        given.add(CommonModules.asElement(tree, one));
        gone.add(one);
      }
      return;
    }
    int clause = tree.around(element);
    List<Integer> all = new ArrayList<>();
    for (int child = tree.first(clause); child >= 0; child = tree.next(child)) {
      if (tree.is(child, "export_specifier")) {
        all.add(child);
      }
    }
    if (all.size() == 1) {
      int statement = tree.around(clause);
      move.edits(move.from())
          .remove(tree.begin(statement), TextLines.next(tree.text(), tree.end(statement)));
    } else {
      ListElements.remove(move.edits(move.from()), tree, all, Set.of(element));
    }
    int at = statement(tree, move.old().decls().get(decl).nameAt());
    move.edits(move.from()).insert(tree.begin(at), "export ");
  }

  // ---- what stands against it

  @Override
  protected void guard(Relocation move) throws CannotMoveException {
    given.clear();
    givenHere.clear();
    gone.clear();
    Syntax tree = move.tree(move.from());
    boolean common = CommonModules.isCommon(tree);
    if (common) {
      new CommonObstacles(move).check();
    }
    for (int node = 0; node < tree.size(); node++) {
      boolean own = tree.is(node, "identifier") && OF_MODULE.contains(tree.text(node));
      boolean inside = move.isInside(tree.begin(node));
      boolean meta = tree.is(node, "meta_property") && tree.text(node).equals("import.meta");
      boolean gives = own && !tree.text(node).startsWith("__");
      if (own && !gives && inside || gives && !common || meta && inside) {
        throw new CannotMoveException(
            gives ? RefusalCode.NOT_YET : RefusalCode.OTHER_MEANING,
            gives
                ? "The source exports, and gives names by 'module.exports', too; so far not both."
                : "'" + tree.text(node) + "' says something of the module that it stands in.",
            tree.begin(node));
      }
    }
    ownParts(move);
    for (Use use : move.inside()) {
      Place meant = use.kind() == Kind.WRITES ? move.names().meant(move.from(), use) : null;
      boolean ours = meant != null && meant.file() == move.from() && !move.isMoved(meant.decl());
      boolean top =
          ours && move.old().decls().get(meant.decl()).around() == 0 && use.chain().size() == 1;
      if (top) {
        throw new CannotMoveException(
            RefusalCode.ASSIGNED,
            "'"
                + use.chain().get(0)
                + "' gets another value here, which no other module may give it.",
            use.at());
      }
    }
    for (int decl : move.moved()) {
      if (isVariable(move, decl)) {
        keepsValue(move, decl);
      }
    }
  }

  /** Refuses where a part of what moves is declared apart from it, and would stay. */
  private static void ownParts(Relocation move) throws CannotMoveException {
    for (Decl part : move.old().decls()) {
      boolean stays = part.around() > 0 && !move.isInside(part.nameAt());
      if (stays && move.isMoved(part.around())) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "'"
                + part.name()
                + "' of '"
                + move.name(part.around())
                + "' is declared apart from it; so far both do not go.",
            part.nameAt());
      }
    }
  }

  /** Whether all that makes a module of the old source goes. */
  @Override
  public Stretch handsAllOn(Syntax tree, int at) {
    int node = tree.innermost(at);
    while (node > 0 && !tree.is(node, "export_statement")) {
      node = tree.around(node);
    }
    String text = tree.text(Math.max(0, node));
    boolean all = node > 0 && text.startsWith("export *") && !text.contains(" as ");
    int begin = TextLines.begin(tree.text(), tree.begin(Math.max(0, node)));
    return all && begin == tree.begin(node)
        ? new Stretch(begin, TextLines.next(tree.text(), tree.end(node)))
        : null;
  }

  /** A module that gives nothing and does nothing goes. */
  @Override
  public boolean isNothing(Syntax tree) {
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      if (!tree.is(child, "comment")) {
        return false;
      }
    }
    return true;
  }

  @Override
  protected void followMore(Relocation move) throws CannotMoveException {
    for (int decl : move.moved()) {
      unlist(move, decl);
    }
    if (CommonModules.isCommon(move.tree(move.from()))) {
      new CommonExports(move, move.from(), gone).give(givenHere);
    }
  }

  // ---- what is written

  @Override
  protected String specifier(Relocation move, String importer, String target, String like) {
    String shown = like.isEmpty() ? manner(move, importer) : like;
    String last = shown.substring(shown.lastIndexOf('/') + 1);
    String end = "";
    for (String one : List.of(".js", ".mjs", ".cjs", ".ts", ".tsx", ".jsx", ".mts")) {
      end = last.endsWith(one) ? one : end;
    }
    String relative = Moves.relative(Project.folder(importer), target);
    String stem = relative.substring(0, relative.lastIndexOf('.'));
    if (end.isEmpty() && stem.endsWith("/index")) {
      stem = stem.substring(0, stem.length() - "/index".length());
    }
    String own =
        end.equals(".ts") || end.equals(".tsx")
            ? relative.substring(relative.lastIndexOf('.'))
            : end;
    return (stem.startsWith("../") ? "" : "./") + stem + own;
  }

  /** How a source, the one that things leave, or another, writes what it takes of ours. */
  private String manner(Relocation move, String importer) {
    List<Integer> asked = new ArrayList<>(List.of(move.project().number(importer), move.from()));
    for (int file = 0; file < move.project().outlines().size(); file++) {
      asked.add(file);
    }
    for (int file : asked) {
      for (Import one : file < 0 ? List.<Import>of() : move.outline(file).imports()) {
        if (one.level() >= 0 && one.from().startsWith(".")) {
          return one.from();
        }
      }
    }
    // Modules of JavaScript are found by their whole names, unless a program gathers them.
    if (importer.endsWith("js") && !CommonModules.isCommon(move.tree(move.from()))) {
      return importer.substring(importer.lastIndexOf('.'));
    }
    return "";
  }

  @Override
  protected void fresh(
      Relocation move,
      List<String> parts,
      Map<String, List<String>> names,
      Map<String, List<String>> late) {
    String end = move.lineEnd(move.from());
    Syntax old = move.tree(move.from());
    StringBuilder text = new StringBuilder(TextLines.licence(move));
    int strict = CommonModules.strict(old);
    if (strict >= 0) {
      text.append(old.text(strict)).append(end).append(end);
    }
    int begun = text.length();
    text.append(imports.statements(old, names, late, end));
    text.append(text.length() > begun ? end : "").append(TextLines.joined(parts, end));
    if (!given.isEmpty()) {
      boolean list =
          CommonModules.list(old) >= 0
              && move.moved().stream().noneMatch(one -> isGivenHere(move, one));
      text.append(end).append(CommonExports.statement(old, given, list, end)).append(end);
    }
    move.fresh(text.toString());
  }

  /** Puts what moves behind the rest, or before what needs it when the module is loaded. */
  @Override
  protected void insert(Relocation move, List<String> parts) {
    String end = move.lineEnd(move.toFile());
    String all = TextLines.joined(parts, end);
    Syntax tree = move.tree(move.toFile());
    String text = tree.text();
    boolean common = CommonModules.isCommon(tree);
    int whole = common ? CommonModules.whole(tree) : -1;
    if (common) {
      new CommonExports(move, move.toFile(), Set.of()).give(given);
    }
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      if (child == whole || needsAtOnce(move, child)) {
        int at = TextLines.heading(tree, child, TextLines.begin(text, tree.begin(child)));
        move.edits(move.toFile()).insert(at, all + end);
        return;
      }
    }
    String line = text.isEmpty() || text.endsWith("\n") ? "" : end;
    move.edits(move.toFile()).insert(text.length(), line + (text.isBlank() ? "" : end) + all);
  }

  @Override
  protected boolean isLater(Syntax tree, Use use) {
    for (int at = tree.innermost(use.at()); at > 0; at = tree.around(at)) {
      if (FUNCTIONS.contains(tree.kind(at)) || tree.kind(at).startsWith("type_annotation")) {
        return true;
      }
    }
    return false;
  }
}

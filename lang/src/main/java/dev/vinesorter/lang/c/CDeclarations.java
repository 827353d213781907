package dev.vinesorter.lang.c;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Declarations;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;

/** Moves functions, types, macros and variables of C and C++ from source to source. */
final class CDeclarations implements Declarations {
  private final Parser parser;

  /** Makes the tree of a source. */
  interface Parser {
    Syntax parse(String path, String text);
  }

  CDeclarations(Parser parser) {
    this.parser = parser;
  }

  @Override
  public Syntax parse(String path, String text) {
    return parser.parse(path, text);
  }

  @Override
  public List<String> listed(String path) {
    return CSpecifiers.built(path);
  }

  @Override
  public String ownSource(String name, String folder, Collection<String> paths) {
    return OwnHeader.path(name, folder, paths);
  }

  @Override
  public boolean isSource(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return CLanguage.isSource(path) && name.matches("[A-Za-z_][\\w+-]{0,99}\\.[a-z+]{1,3}");
  }

  static boolean isHeader(String path) {
    String end = CLanguage.end(path);
    return end.startsWith("h") || end.equals("inl") || end.equals("ipp") || end.equals("tpp");
  }

  /**
   * A function or variable of a source that a header declares is declared by another one from then
   * on: its definition goes into the source that belongs to that.
   */
  @Override
  public Apart apart(Relocation move) {
    boolean toHeader = isHeader(move.to()) && !isHeader(move.path(move.from()));
    Set<Integer> declaring = new TreeSet<>();
    for (int decl : toHeader ? move.moved() : Set.<Integer>of()) {
      Decl one = move.old().decls().get(decl);
      boolean code = one.sort() == Sort.FUNCTION || one.sort() == Sort.FIELD;
      List<Integer> declared = code ? CNeeds.prototypes(move, one.name()) : List.of();
      boolean other = code && isDefinedElsewhere(move, one);
      if (!code || other || declared.size() > 1 || declared.contains(move.toFile())) {
        return null;
      }
      declaring.addAll(declared);
    }
    if (declaring.size() != 1) {
      return null;
    }
    String header = move.path(declaring.iterator().next());
    boolean beside = Project.folder(header).equals(Project.folder(move.path(move.from())));
    return new Apart(source(move, beside), header);
  }

  /**
   * Whether another source defines something of the name, such as a function of other parameters.
   */
  private static boolean isDefinedElsewhere(Relocation move, Decl one) {
    return IntStream.range(0, move.project().outlines().size())
        .filter(file -> file != move.from())
        .anyMatch(
            file ->
                move.outline(file).decls().stream()
                    .anyMatch(
                        other ->
                            other.name().equals(one.name())
                                && other.sort() == one.sort()
                                && !other.only()));
  }

  /** The source that belongs to the header that things go to. */
  private static String source(Relocation move, boolean beside) {
    String name = move.to().substring(move.to().lastIndexOf('/') + 1);
    String stem = name.substring(0, name.lastIndexOf('.') + 1);
    for (int file = 0; file < move.project().outlines().size(); file++) {
      String path = move.path(file);
      boolean alike = path.substring(path.lastIndexOf('/') + 1).startsWith(stem);
      if (alike && !isHeader(path) && move.toFile() >= 0 && includes(move, file, move.toFile())) {
        return path;
      }
    }
    String from = move.path(move.from());
    String folder = Project.folder(beside ? move.to() : from);
    return Project.join(folder, stem + CLanguage.end(from));
  }

  // ---- what stands where

  @Override
  public Stretch stretch(Relocation move, int decl) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    String text = move.text(move.from());
    Decl one = move.old().decls().get(decl);
    int node = statement(tree, one.nameAt());
    boolean ofType =
        one.sort() != Sort.FUNCTION
            && tree.is(tree.around(tree.innermost(one.nameAt())), "qualified_identifier");
    if (ofType) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET, "'" + one.name() + "' belongs to another type.", one.nameAt());
    }
    if (node <= 0) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET, "What is written here is not understood.", one.nameAt());
    }
    int condition = condition(tree, node, one);
    if (condition > 0) {
      ofCondition(tree, condition, one);
      node = condition;
    }
    beside(move, decl, node, condition > 0);
    int begin = TextLines.begin(text, tree.begin(node));
    int end = end(tree, text, node);
    String plain = Marks.of(text).text();
    if (!plain.substring(begin, tree.begin(node)).isBlank()) {
      throw new CannotMoveException(
          RefusalCode.ONE_LINE, "'" + one.name() + "' shares its line with others.", one.nameAt());
    }
    return new Stretch(TextLines.heading(tree, node, marked(text, plain, begin)), end);
  }

  /** Where a declaration begins with the macros that mark it in lines of their own. */
  private static int marked(String text, String plain, int begin) {
    int first = begin;
    while (first > 0) {
      int line = TextLines.begin(text, first - 1);
      String marks = text.substring(line, first).strip();
      boolean above =
          !marks.isEmpty()
              && Character.isUpperCase(marks.charAt(0))
              && plain.substring(line, first).isBlank();
      if (!above) {
        return first;
      }
      first = line;
    }
    return first;
  }

  /** The condition that a statement stands under; -1 for none. */
  private static int condition(Syntax tree, int node, Decl one) throws CannotMoveException {
    for (int at = tree.around(node); at > 0; at = tree.around(at)) {
      if (tree.is(at, "ERROR")) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "'" + one.name() + "' stands beside what is not understood.",
            one.nameAt());
      }
    }
    return IncludeLines.condition(tree, node);
  }

  /** Refuses to move a condition that decides on more than declarations. */
  private static void ofCondition(Syntax tree, int condition, Decl one) throws CannotMoveException {
    for (int node = condition + 1; node < tree.past(condition); node++) {
      boolean more =
          tree.is(node, "preproc_include")
              || tree.is(node, "preproc_call")
              || blockBody(tree, node) >= 0;
      if (more) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "'" + one.name() + "' stands under a condition with more than declarations.",
            one.nameAt());
      }
    }
  }

  /** The statement that declares a name; not above 0 where that is not understood. */
  private static int statement(Syntax tree, int nameAt) {
    int node = tree.innermost(nameAt);
    while (node > 0 && !isPlace(tree, tree.around(node))) {
      node = tree.around(node);
    }
    return node;
  }

  /** Whether declarations stand right in a node. */
  private static boolean isPlace(Syntax tree, int node) {
    return node == 0
        || tree.is(node, "declaration_list")
        || tree.kind(node).startsWith("preproc_if")
        || tree.is(node, "preproc_else")
        || tree.is(node, "ERROR");
  }

  /** One past the line that a declaration ends in, with the semicolon of a type. */
  private static int end(Syntax tree, String text, int node) throws CannotMoveException {
    int end = tree.end(node);
    if (end > 0 && text.charAt(end - 1) == '\n') {
      return end;
    }
    int past = TextLines.next(text, end);
    String rest = text.substring(end, past).strip();
    if (rest.startsWith(";")) {
      rest = rest.substring(1).strip();
    }
    boolean comment = rest.startsWith("//") || rest.startsWith("/*") && rest.endsWith("*/");
    if (!rest.isEmpty() && !comment) {
      throw new CannotMoveException(
          RefusalCode.ONE_LINE, "What moves shares its line with others.", tree.begin(node));
    }
    return past;
  }

  /** What is declared in the same statement, or under the same condition, goes along. */
  private static void beside(Relocation move, int decl, int node, boolean condition)
      throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    List<Decl> decls = move.old().decls();
    for (int n = 1; n < decls.size(); n++) {
      Decl other = decls.get(n);
      boolean inside =
          n != decl
              && other.around() == decls.get(decl).around()
              && tree.begin(node) <= other.nameAt()
              && other.nameAt() < tree.end(node);
      if (inside) {
        int name = tree.innermost(other.nameAt());
        boolean constant = !condition && tree.is(tree.around(name), "enumerator");
        if (!constant
            && !move.moved().contains(n)
            && !other.name().equals(decls.get(decl).name())) {
          throw new CannotMoveException(
              RefusalCode.DECLARED_TOGETHER,
              "'"
                  + other.name()
                  + (condition
                      ? "' stands under the same condition"
                      : "' is declared in the same statement")
                  + "; name it in the step, too.",
              other.nameAt());
        }
        move.along(n);
      }
    }
  }

  // ---- what it takes

  @Override
  public void follow(Relocation move) throws CannotMoveException {
    boolean header = isHeader(move.to());
    for (int decl : move.moved()) {
      linkage(move, decl, header);
      clash(move, decl);
      Decl one = move.old().decls().get(decl);
      if (move.tree(move.from())
          .kind(statement(move.tree(move.from()), one.nameAt()))
          .startsWith("preproc")) {
        CNeeds.beforeItsPlace(move, one.name(), one.nameAt());
      }
    }
    CNeeds needs = new CNeeds(move);
    Set<String> includes = new TreeSet<>(needs.foreign());
    for (int needed : needs.headers()) {
      String path = move.path(needed);
      if (!path.equals(move.to()) && !sees(move, move.toFile(), needed)) {
        if (header && !HeaderGuard.isGuarded(move.tree(needed), move.text(needed))) {
          throw new CannotMoveException(
              RefusalCode.BAD_TARGET,
              "What moves needs "
                  + path
                  + ", which nothing keeps from being included twice. Give it a guard first.",
              move.stretches().get(0).begin());
        }
        includes.add(IncludeLines.quoted(move, move.to(), path));
      }
    }
    String declaring = move.declaring();
    if (declaring != null && !sees(move, move.toFile(), move.project().number(declaring))) {
      includes.add(IncludeLines.quoted(move, move.to(), declaring));
    }
    Map<String, String> settings = needs.settings();
    settings(move, settings);
    new UsedNames(move).writeInFull();
    put(move, includes, settings.values());
    users(move, header);
  }

  private static boolean sees(Relocation move, int file, int other) {
    return file >= 0 && move.names().seen(file).contains(other);
  }

  /** Whether a declaration is seen where its source is included, and defines nothing for others. */
  static boolean isShared(Relocation move, int decl) {
    Decl one = move.old().decls().get(decl);
    Syntax tree = move.tree(move.from());
    int node = statement(tree, one.nameAt());
    boolean template = tree.is(node, "template_declaration");
    boolean macro = tree.kind(node).startsWith("preproc");
    String head = " " + move.text(move.from()).substring(tree.begin(node), one.nameAt()) + " ";
    boolean own = head.matches("(?s).*\\b(static|inline|constexpr|typedef|using)\\b.*");
    return one.sort() == Sort.TYPE
        || macro
        || template
        || own
        || one.only()
        || isConstant(tree, node);
  }

  /** Whether a constant stands in an enum. */
  private static boolean isConstant(Syntax tree, int node) {
    return tree.is(node, "enum_specifier") || tree.is(node, "type_definition");
  }

  private static boolean isStatic(Relocation move, int decl) {
    Decl one = move.old().decls().get(decl);
    int begin = TextLines.begin(move.text(move.from()), one.begin());
    String head = " " + move.text(move.from()).substring(begin, one.nameAt()) + " ";
    boolean code = one.sort() == Sort.FUNCTION || one.sort() == Sort.FIELD;
    return code && head.matches("(?s).*\\bstatic\\b.*");
  }

  /** Refuses what would be defined twice, or not be seen by who uses it. */
  private static void linkage(Relocation move, int decl, boolean header)
      throws CannotMoveException {
    Decl one = move.old().decls().get(decl);
    boolean shared = isShared(move, decl);
    boolean staysUsed =
        move.staying().stream().anyMatch(use -> means(move, use, decl))
            || CNeeds.isInMacro(move, move.from(), Set.of(one.name()));
    if (header && !shared && !isAlone(move)) {
      throw new CannotMoveException(
          RefusalCode.BAD_TARGET,
          "'"
              + one.name()
              + "' would be defined in each source that includes "
              + move.to()
              + "; make it static or inline, or move it into a source.",
          one.nameAt());
    }
    Syntax tree = move.tree(move.from());
    boolean hidden = blocks(tree, tree.innermost(one.nameAt())).contains("namespace");
    boolean unseen = shared || hidden || isStatic(move, decl);
    if (!header && unseen && (staysUsed || usedElsewhere(move, decl))) {
      throw new CannotMoveException(
          RefusalCode.BAD_TARGET,
          "'" + one.name() + "' would not be seen by what uses it; move it into a header.",
          one.nameAt());
    }
    boolean ofType = one.name().contains("::");
    if (!header
        && !unseen
        && staysUsed
        && !ofType
        && CNeeds.prototypes(move, one.name()).isEmpty()) {
      throw new CannotMoveException(
          RefusalCode.BAD_TARGET,
          "No header declares '"
              + one.name()
              + "', so what stays would not see it; move it into a header.",
          one.nameAt());
    }
  }

  /** Whether the old source alone would include the new one, and nobody includes it. */
  private static boolean isAlone(Relocation move) {
    for (int file = 0; file < move.project().outlines().size(); file++) {
      boolean sees =
          file != move.from() && (sees(move, file, move.from()) || sees(move, file, move.toFile()));
      if (sees && file != move.toFile()) {
        return false;
      }
    }
    return !isHeader(move.path(move.from()));
  }

  private static boolean means(Relocation move, Use use, int decl) {
    Place meant = move.names().meant(move.from(), use);
    return meant != null && meant.file() == move.from() && meant.decl() == decl;
  }

  private static boolean usedElsewhere(Relocation move, int decl) {
    for (int file = 0; file < move.project().outlines().size(); file++) {
      for (Use use :
          file == move.from() || file == move.toFile()
              ? List.<Use>of()
              : move.outline(file).uses()) {
        Place meant = move.names().meant(file, use);
        if (meant != null && meant.file() == move.from() && meant.decl() == decl) {
          return true;
        }
      }
    }
    return false;
  }

  private static void clash(Relocation move, int decl) throws CannotMoveException {
    Decl one = move.old().decls().get(decl);
    if (move.toFile() < 0) {
      return;
    }
    for (Decl other : move.outline(move.toFile()).decls()) {
      boolean same =
          other.name().equals(one.name())
              && !other.only()
              && one.around() == 0 == (other.around() == 0)
              && other.sort() == one.sort();
      if (same) {
        throw new CannotMoveException(
            RefusalCode.NAME_CLASH,
            "There is another '" + one.name() + "' in " + move.to() + ".",
            one.nameAt());
      }
    }
    int twin = seenTwin(move, one);
    if (twin >= 0) {
      throw new CannotMoveException(
          RefusalCode.NAME_CLASH,
          "Who sees "
              + move.to()
              + " sees another '"
              + one.name()
              + "' in "
              + move.path(twin)
              + ".",
          one.nameAt());
    }
  }

  /**
   * A third source that defines something of the name, and is seen with the new one; -1 for none.
   */
  private static int seenTwin(Relocation move, Decl one) {
    String space = move.names().space(move.from(), Math.max(0, one.around()));
    for (int file = 0; file < move.project().outlines().size() && !one.only(); file++) {
      List<Decl> decls = move.outline(file).decls();
      boolean other = file != move.from() && file != move.toFile();
      for (int decl = 1; other && decl < decls.size(); decl++) {
        Decl twin = decls.get(decl);
        boolean alike =
            twin.name().equals(one.name())
                && twin.sort() == one.sort()
                && !twin.only()
                && twin.around() >= 0
                && decls.get(twin.around()).sort() != Sort.TYPE
                && move.names().space(file, twin.around()).equals(space);
        if (alike && isSeenTogether(move, file)) {
          return file;
        }
      }
    }
    return -1;
  }

  /** Whether a source sees both another one and the one that takes what moves. */
  private static boolean isSeenTogether(Relocation move, int other) {
    for (int file = 0; file < move.project().outlines().size(); file++) {
      if (sees(move, file, move.toFile()) && sees(move, file, other)) {
        return true;
      }
    }
    return false;
  }

  // ---- where it comes to stand

  /**
   * Refuses to move what a header declares only where a macro is defined first into a header, or
   * into a source that does not define it; also where it is defined under a condition.
   */
  private static void settings(Relocation move, Map<String, String> settings)
      throws CannotMoveException {
    for (String macro : settings.keySet()) {
      boolean defined =
          move.toFile() >= 0
              && move.outline(move.toFile()).decls().stream()
                  .anyMatch(one -> one.name().equals(macro));
      boolean conditional = settings.get(macro).isEmpty();
      if (isHeader(move.to()) || (move.toFile() >= 0 ? !defined : conditional)) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "What moves may need what is declared only where '"
                + macro
                + "' is defined, as "
                + move.path(move.from())
                + " does before it includes.",
            move.stretches().get(0).begin());
      }
    }
  }

  private static void put(Relocation move, Set<String> includes, Collection<String> settings)
      throws CannotMoveException {
    String end = move.lineEnd(move.from());
    Map<List<String>, List<String>> byBlock = new LinkedHashMap<>();
    for (Stretch stretch : move.stretches()) {
      byBlock
          .computeIfAbsent(blocks(move, stretch), key -> new ArrayList<>())
          .add(move.text(stretch).stripTrailing() + end);
    }
    TextLines.remove(move, withBlocks(move));
    if (move.toFile() < 0) {
      StringBuilder body = new StringBuilder();
      byBlock.forEach(
          (blocks, parts) ->
              body.append(body.length() == 0 ? "" : end).append(inBlocks(blocks, parts, end)));
      move.fresh(fresh(move, includes, settings, body.toString(), end));
      return;
    }
    IncludeLines.add(move, move.toFile(), includes);
    for (List<String> blocks : byBlock.keySet()) {
      insert(move, blocks, byBlock.get(blocks), end);
    }
  }

  /** What goes out of the old source: what moves, with the blocks that hold nothing else. */
  private static List<Stretch> withBlocks(Relocation move) {
    Syntax tree = move.tree(move.from());
    String text = move.text(move.from());
    List<Stretch> all = new ArrayList<>();
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      takeBlocks(move, tree, text, child, all);
    }
    for (Stretch one : move.stretches()) {
      if (all.stream()
          .noneMatch(block -> block.begin() <= one.begin() && one.end() <= block.end())) {
        all.add(one);
      }
    }
    all.sort((one, other) -> one.begin() - other.begin());
    return all;
  }

  /** Adds the outermost blocks at or in a node that hold nothing but what moves. */
  private static void takeBlocks(
      Relocation move, Syntax tree, String text, int node, List<Stretch> all) {
    int body = blockBody(tree, node);
    if (body < 0) {
      boolean guard = IncludeLines.isGuard(tree, node);
      for (int child = guard ? tree.first(node) : -1; child >= 0; child = tree.next(child)) {
        takeBlocks(move, tree, text, child, all);
      }
      return;
    }
    int begin = TextLines.begin(text, tree.begin(node));
    int end = TextLines.next(text, tree.end(node) - 1);
    String behind = text.substring(tree.end(node), end).strip();
    boolean alone =
        text.substring(begin, tree.begin(node)).isBlank()
            && (behind.isEmpty() || behind.startsWith("//"));
    if (alone && holdsOnlyWhatMoves(move, tree, body)) {
      all.add(new Stretch(begin, end));
      return;
    }
    for (int child = tree.first(body); child >= 0; child = tree.next(child)) {
      takeBlocks(move, tree, text, child, all);
    }
  }

  /** What a namespace or a linkage holds in braces; -1 for any other node. */
  private static int blockBody(Syntax tree, int node) {
    boolean block = tree.is(node, "namespace_definition") || tree.is(node, "linkage_specification");
    int body = block ? tree.child(node, "body") : -1;
    return body >= 0 && tree.is(body, "declaration_list") ? body : -1;
  }

  /** Whether all that stands in a block moves, and something does. */
  private static boolean holdsOnlyWhatMoves(Relocation move, Syntax tree, int body) {
    boolean any = false;
    for (int child = tree.first(body); child >= 0; child = tree.next(child)) {
      boolean brace = tree.text(child).equals("{") || tree.text(child).equals("}");
      boolean inside = move.isInside(tree.begin(child));
      if (!brace && !inside) {
        int inner = blockBody(tree, child);
        if (inner < 0 || !holdsOnlyWhatMoves(move, tree, inner)) {
          return false;
        }
      }
      any |= !brace;
    }
    return any;
  }

  /** How the blocks around a stretch begin, such as namespaces, from outside in. */
  private static List<String> blocks(Relocation move, Stretch stretch) {
    Syntax tree = move.tree(move.from());
    for (int decl : move.moved()) {
      int at = move.old().decls().get(decl).nameAt();
      if (stretch.begin() <= at && at < stretch.end()) {
        return blocks(tree, statement(tree, at));
      }
    }
    return List.of();
  }

  private static List<String> blocks(Syntax tree, int node) {
    List<String> blocks = new ArrayList<>();
    for (int at = tree.around(node); at > 0; at = tree.around(at)) {
      if (tree.is(at, "namespace_definition")) {
        blocks.add(0, ("namespace " + tree.text(tree.child(at, "name"))).strip());
      } else if (tree.is(at, "linkage_specification")) {
        blocks.add(0, "extern " + tree.text(tree.child(at, "value")));
      }
    }
    return blocks;
  }

  private static String inBlocks(List<String> blocks, List<String> parts, String end) {
    String all = TextLines.joined(parts, end);
    if (blocks.isEmpty()) {
      return all;
    }
    StringBuilder text = new StringBuilder();
    blocks.forEach(begins -> text.append(begins).append(" {").append(end));
    text.append(end).append(all).append(end);
    for (int n = blocks.size() - 1; n >= 0; n--) {
      text.append("}  // ").append(blocks.get(n)).append(end);
    }
    return text.toString();
  }

  private static String fresh(
      Relocation move, Set<String> includes, Collection<String> settings, String body, String end) {
    StringBuilder text = new StringBuilder(TextLines.licence(move));
    String[] guard =
        isHeader(move.to()) ? HeaderGuard.around(move, move.to(), end) : new String[] {"", ""};
    text.append(guard[0]);
    settings.forEach(line -> text.append(line).append(end));
    text.append(settings.isEmpty() ? "" : end);
    StringBuilder angled = new StringBuilder();
    StringBuilder quoted = new StringBuilder();
    for (String one : includes) {
      if (!IncludeLines.isConditional(one)) {
        (one.startsWith("<") ? angled : quoted).append("#include ").append(one).append(end);
      }
    }
    boolean both = !angled.isEmpty() && !quoted.isEmpty();
    text.append(angled).append(both ? end : "").append(quoted);
    includes.stream()
        .filter(IncludeLines::isConditional)
        .forEach(one -> text.append(includes.size() > 1 ? end : "").append(one).append(end));
    text.append(includes.isEmpty() ? "" : end);
    LinkageBracket bracket = isHeader(move.to()) ? bracket(move) : null;
    text.append(bracket == null ? body : bracket.around(move.text(move.from()), body, end));
    return text.append(guard[1]).toString();
  }

  /** The bracket for the linkage of C that stands around something that moves; null for none. */
  private static LinkageBracket bracket(Relocation move) {
    return LinkageBracket.of(move.text(move.from())).stream()
        .filter(bracket -> move.stretches().stream().anyMatch(one -> bracket.holds(one.begin())))
        .findFirst()
        .orElse(null);
  }

  /** Puts declarations behind the others of their namespace, or before what uses them. */
  private static void insert(Relocation move, List<String> blocks, List<String> parts, String end)
      throws CannotMoveException {
    Syntax tree = move.tree(move.toFile());
    String text = move.text(move.toFile());
    int used = firstUse(move);
    int block = block(move, blocks);
    String all = block < 0 ? inBlocks(blocks, parts, end) : TextLines.joined(parts, end);
    if (used >= 0) {
      int first = block > 0 ? firstBlock(move, blocks) : 0;
      boolean seenBefore = block <= 0 || tree.begin(first) < used;
      if (!seenBefore || new CNeeds(move).isOf(move.toFile())) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            move.to() + " uses what would come, and declares what that needs.",
            move.stretches().get(0).begin());
      }
      int place =
          first > 0 ? TextLines.next(text, tree.begin(first)) : IncludeLines.behindAll(tree, text);
      move.edits(move.toFile()).insert(place, end + all);
      return;
    }
    List<LinkageBracket> brackets = block == 0 ? LinkageBracket.of(text) : List.of();
    LinkageBracket there = brackets.isEmpty() ? null : brackets.get(0);
    LinkageBracket mine = bracket(move);
    if (there == null && mine != null && isHeader(move.to()) && definesCode(move)) {
      all = mine.around(move.text(move.from()), all, end);
    }
    int inside = block > 0 ? block : 0;
    if (inside == 0 && there == null) {
      for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
        inside = IncludeLines.isGuard(tree, child) ? child : inside;
      }
    }
    boolean closed = inside > 0 || there != null;
    int at = there != null ? there.close() : closed ? closing(tree, text, inside) : text.length();
    boolean blank = at > 0 && TextLines.isBlankBefore(text, at);
    String before = blank || text.isBlank() ? "" : end;
    String line = at > 0 && text.charAt(at - 1) != '\n' ? end : "";
    move.edits(move.toFile()).insert(at, line + before + all + (closed ? end : ""));
  }

  /** Whether a function or variable that others link to is among what moves. */
  private static boolean definesCode(Relocation move) {
    return move.moved().stream()
        .anyMatch(
            decl -> {
              Sort sort = move.old().decls().get(decl).sort();
              Syntax tree = move.tree(move.from());
              int node = statement(tree, move.old().decls().get(decl).nameAt());
              boolean code = sort == Sort.FUNCTION || sort == Sort.FIELD;
              return code && !tree.kind(node).startsWith("preproc") && !isStatic(move, decl);
            });
  }

  /** Where the new source uses what moves first; -1 where it does not. */
  private static int firstUse(Relocation move) {
    return move.outline(move.toFile()).uses().stream()
        .filter(use -> move.moves(move.names().meant(move.toFile(), use)))
        .mapToInt(Use::at)
        .min()
        .orElse(-1);
  }

  /** The last body of the same block in the new source; 0 for none needed, -1 for none there. */
  private static int block(Relocation move, List<String> blocks) {
    return blocks.isEmpty() ? 0 : bodies(move, blocks).reduce((one, next) -> next).orElse(-1);
  }

  private static int firstBlock(Relocation move, List<String> blocks) {
    return bodies(move, blocks).findFirst().orElse(-1);
  }

  /** The bodies of the same block in the new source. */
  private static IntStream bodies(Relocation move, List<String> blocks) {
    Syntax tree = move.tree(move.toFile());
    return IntStream.range(0, tree.size())
        .filter(node -> tree.is(node, "declaration_list"))
        .filter(node -> blocks(tree, tree.first(node)).equals(blocks));
  }

  /** The line in which a body or a guard closes. */
  private static int closing(Syntax tree, String text, int node) {
    boolean guard = tree.is(node, "preproc_ifdef");
    int end = tree.end(node);
    int word = guard ? text.lastIndexOf("#endif", end) : end - 1;
    return TextLines.begin(text, Math.max(0, word));
  }

  // ---- who uses it

  /** Lets all who use what moves include its new source, where they do not see it. */
  private static void users(Relocation move, boolean header) throws CannotMoveException {
    if (!header) {
      return;
    }
    Set<Integer> seeing = new TreeSet<>();
    if (move.toFile() >= 0) {
      seeing.add(move.toFile());
    }
    List<Integer> order = new ArrayList<>(List.of(move.from()));
    for (boolean headers : new boolean[] {true, false}) {
      for (int file = 0; file < move.project().outlines().size(); file++) {
        if (isHeader(move.path(file)) == headers && file != move.from() && file != move.toFile()) {
          order.add(file);
        }
      }
    }
    // What is defined in a header is defined nowhere until a source includes that.
    boolean defines = move.moved().stream().anyMatch(decl -> !isShared(move, decl));
    UnneededInclude include = new UnneededInclude(move);
    BroughtHeaders brought = new BroughtHeaders(move);
    for (int file : order) {
      boolean has = defines && file == move.from();
      if (has || CNeeds.uses(move, file) || definesMoved(move, file)) {
        user(move, file, include, brought, seeing);
      }
    }
  }

  /**
   * Whether a source defines what is declared by what moves, and saw that: it may use it before.
   */
  private static boolean definesMoved(Relocation move, int file) {
    if (file == move.from() || !sees(move, file, move.from())) {
      return false;
    }
    List<Decl> decls = move.old().decls();
    return move.moved().stream()
        .map(decls::get)
        .filter(one -> one.only() && one.sort() == Sort.FUNCTION)
        .anyMatch(
            one ->
                move.outline(file).decls().stream()
                    .anyMatch(
                        other ->
                            other.sort() == Sort.FUNCTION
                                && !other.only()
                                && other.name().equals(one.name())));
  }

  /** Whether a source includes another one itself. */
  private static boolean includes(Relocation move, int file, int other) {
    return move.outline(file).imports().stream()
        .anyMatch(one -> one.level() >= 0 && move.names().source(file, one).file() == other);
  }

  /**
   * Lets a source see what moves; one that saw it by an include for that alone includes no more.
   */
  private static void user(
      Relocation move,
      int file,
      UnneededInclude include,
      BroughtHeaders brought,
      Set<Integer> seeing)
      throws CannotMoveException {
    int old = file == move.from() ? -1 : include.of(file);
    Set<Integer> seen = old < 0 ? move.names().seen(file) : include.left(file);
    // What includes each other sees the other only where the order happens to be right.
    boolean sees =
        seen.stream()
            .filter(seeing::contains)
            .anyMatch(one -> !move.names().seen(one).contains(file) || includes(move, file, one));
    if (!sees) {
      brought.check(file);
    }
    String line = IncludeLines.quoted(move, move.path(file), move.to());
    if (old >= 0 && sees) {
      IncludeLines.remove(move, file, old);
    } else if (old >= 0) {
      IncludeLines.replace(move, file, old, line);
    } else if (!sees) {
      IncludeLines.add(move, file, Set.of(line));
    }
    if (old >= 0) {
      include.goes(file);
    }
    if (!sees) {
      seeing.add(file);
    }
  }
}

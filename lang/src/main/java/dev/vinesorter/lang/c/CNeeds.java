package dev.vinesorter.lang.c;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.tree.Syntax;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** What declarations of C and C++ need of other sources, and who needs them. */
final class CNeeds {
  private final Relocation move;

  /** What conditions are made of between their line and the names that they ask for. */
  private static final Set<String> CONDITION_PARTS =
      Set.of(
          "preproc_defined",
          "binary_expression",
          "unary_expression",
          "parenthesized_expression",
          "call_expression",
          "preproc_call_expression",
          "argument_list");

  /** What the conditions of includes that go along ask for. */
  private final Set<String> includedBy = new TreeSet<>();

  CNeeds(Relocation move) {
    this.move = move;
  }

  /** The places of ours that what moves names, but for what moves itself. */
  private Set<Place> places() {
    Set<Place> places = new HashSet<>();
    for (Use use : move.inside()) {
      add(places, move.names().meant(move.from(), use));
      if (use.isNamed()) {
        add(places, move.names().inFile(move.from(), use.chain().get(0), 0));
      }
    }
    Syntax tree = move.tree(move.from());
    for (int node = 0; node < tree.size(); node++) {
      if (tree.is(node, "preproc_arg") && move.isInside(tree.begin(node))) {
        for (String word : words(tree.text(node))) {
          add(places, move.names().inFile(move.from(), word, 0));
        }
      }
    }
    for (String asked : asked()) {
      add(places, move.names().inFile(move.from(), asked, 0));
    }
    for (String asked : includedBy) {
      add(places, move.names().inFile(move.from(), asked, 0));
    }
    return places;
  }

  /** The names that the conditions in what moves ask for. */
  private Set<String> asked() {
    Set<String> asked = new TreeSet<>();
    Syntax tree = move.tree(move.from());
    for (int node = 0; node < tree.size(); node++) {
      if (move.isInside(tree.begin(node)) && conditionOf(tree, node) > 0) {
        asked.add(tree.text(node));
      }
    }
    return asked;
  }

  /** The condition that asks for a name; -1 where a node is none that a condition asks for. */
  private static int conditionOf(Syntax tree, int node) {
    if (!tree.is(node, "identifier")) {
      return -1;
    }
    int at = tree.around(node);
    while (at > 0 && CONDITION_PARTS.contains(tree.kind(at))) {
      at = tree.around(at);
    }
    String kind = tree.kind(at);
    boolean of = kind.startsWith("preproc_if") || kind.startsWith("preproc_elif");
    return of && tree.begin(node) < tree.end(asking(tree, at)) ? at : -1;
  }

  /**
   * The macros that the old source defines before it includes, so that a header gives it more,
   * where what moves may be of that: by name, each with the line that defines it, which is empty
   * where it is defined under a condition.
   */
  Map<String, String> settings() {
    Map<String, String> defined = new TreeMap<>();
    Syntax tree = move.tree(move.from());
    boolean source = !CDeclarations.isHeader(move.path(move.from()));
    int before = source ? IncludeLines.last(tree) : -1;
    for (int node = 0; node < before; node++) {
      if (tree.is(node, "preproc_def")) {
        String line = IncludeLines.isAtTop(tree, node) ? tree.text(node).strip() : "";
        defined.put(tree.text(tree.child(node, "name")), line);
      }
    }
    if (defined.isEmpty()) {
      return defined;
    }
    Set<String> needed = new HashSet<>();
    Set<Place> places = places();
    Set<String> unknown = unknown();
    for (int file : move.names().seen(move.from())) {
      if (defined.keySet().stream().anyMatch(move.text(file)::contains)) {
        needed.addAll(givenBy(file, defined.keySet(), places, unknown));
      }
    }
    defined.keySet().retainAll(needed);
    return defined;
  }

  /** Those of some macros that a header asks for before it declares what moves may name. */
  private Set<String> givenBy(
      int file, Set<String> macros, Set<Place> places, Set<String> unknown) {
    Set<String> asked = new HashSet<>();
    Syntax tree = move.tree(file);
    for (int node = 0; node < tree.size(); node++) {
      boolean asks = tree.is(node, "identifier") && macros.contains(tree.text(node));
      int condition = asks ? conditionOf(tree, node) : -1;
      if (condition > 0 && !IncludeLines.isGuard(tree, condition)) {
        Set<String> words = new HashSet<>(words(tree.text(condition)));
        boolean declares =
            words.stream().anyMatch(unknown::contains)
                || places.stream()
                    .filter(one -> one.file() == file)
                    .map(one -> move.names().decl(one).nameAt())
                    .anyMatch(at -> tree.begin(condition) <= at && at < tree.end(condition));
        if (declares) {
          asked.add(tree.text(node));
        }
      }
    }
    return asked;
  }

  /** The part of a condition that asks. */
  private static int asking(Syntax tree, int condition) {
    int name = tree.child(condition, "name");
    return name >= 0 ? name : tree.child(condition, "condition");
  }

  private void add(Set<Place> places, Place meant) {
    boolean ours = meant != null && meant.file() >= 0;
    boolean itself = ours && meant.file() == move.from() && move.isMoved(meant.decl());
    // A namespace is opened wherever something stands in it.
    if (ours && !itself && meant.decl() > 0 && move.names().decl(meant).sort() != Sort.SPACE) {
      places.add(meant);
    }
  }

  /** The words of a text that may be names. */
  static List<String> words(String text) {
    return List.of(text.split("[^A-Za-z0-9_]+"));
  }

  /** Whether what moves names something that a source declares. */
  boolean isOf(int file) {
    return places().stream().anyMatch(one -> one.file() == file);
  }

  /** The sources that have to be included for what moves. */
  Set<Integer> headers() throws CannotMoveException {
    Set<Integer> headers = new TreeSet<>();
    for (Place one : places()) {
      String name = move.names().decl(one).name();
      boolean header = CDeclarations.isHeader(move.path(one.file()));
      if (header && one.file() != move.from() || one.file() == move.toFile()) {
        headers.add(one.file());
        continue;
      }
      if (header) {
        old(one, name, headers);
        continue;
      }
      if (isOpaque(one)) {
        continue;
      }
      List<Integer> prototypes = prototypes(move, name);
      // What is defined apart is declared with its class; a field of a type that stands in a source
      // is seen in that source alone, though a header may name the type.
      boolean apart = name.contains("::");
      if (!apart && (prototypes.isEmpty() || isMember(one))) {
        throw new CannotMoveException(
            RefusalCode.BAD_TARGET,
            "What moves uses '"
                + name
                + "' of "
                + move.path(one.file())
                + ", which no header declares. Name it in the step, too.",
            use(one));
      }
      headers.addAll(prototypes.subList(0, Math.min(1, prototypes.size())));
    }
    // What defines a function includes what declares it, so that the two are held together.
    boolean byOther = CDeclarations.isHeader(move.to()) || move.declaring() != null;
    for (int decl : byOther ? Set.<Integer>of() : move.moved()) {
      boolean code = move.old().decls().get(decl).sort() == Sort.FUNCTION;
      List<Integer> declared = code ? prototypes(move, move.name(decl)) : List.<Integer>of();
      headers.addAll(declared.subList(0, Math.min(1, declared.size())));
    }
    headers.remove(move.toFile());
    return headers;
  }

  /** A need of the header that things leave: it must not need them in turn. */
  private void old(Place one, String name, Set<Integer> headers) throws CannotMoveException {
    if (CDeclarations.isHeader(move.to()) && uses(move, move.from())) {
      throw new CannotMoveException(
          RefusalCode.WOULD_NOT_COMPILE,
          "What moves uses '"
              + name
              + "', and what stays uses what moves, so each header would need the other one. Name"
              + " it in the step, too.",
          use(one));
    }
    headers.add(one.file());
  }

  /**
   * Whether what moves knows a type by its name alone, as a pointer or a name for it, which
   * declares it where it is not known yet.
   */
  private boolean isOpaque(Place type) {
    Syntax tree = move.tree(move.from());
    boolean any = false;
    for (Use use : move.inside()) {
      if (type.equals(move.names().meant(move.from(), use))) {
        int tag = tree.around(tree.innermost(use.at()));
        boolean named =
            (tree.is(tag, "struct_specifier") || tree.is(tag, "union_specifier"))
                && tree.child(tag, "body") < 0;
        int around = tree.around(tag);
        int declarator = tree.child(around, "declarator");
        boolean pointer = declarator >= 0 && tree.is(declarator, "pointer_declarator");
        boolean variable = tree.is(around, "declaration") || tree.is(around, "field_declaration");
        if (!named || !tree.is(around, "type_definition") && !(variable && pointer)) {
          return false;
        }
        any = true;
      }
    }
    return any;
  }

  private boolean isMember(Place place) {
    Decl decl = move.names().decl(place);
    Decl around = move.outline(place.file()).decls().get(Math.max(0, decl.around()));
    return around.sort() == Sort.TYPE;
  }

  private int use(Place place) {
    for (Use use : move.inside()) {
      if (place.equals(move.names().meant(move.from(), use))) {
        return use.at();
      }
    }
    return move.stretches().get(0).begin();
  }

  /** The headers that the old source sees and that declare a name without defining it. */
  static List<Integer> prototypes(Relocation move, String name) {
    return move.names().seen(move.from()).stream()
        .filter(file -> CDeclarations.isHeader(move.path(file)))
        .filter(
            file ->
                move.outline(file).decls().stream()
                    .anyMatch(one -> one.only() && one.name().equals(name)))
        .sorted()
        .toList();
  }

  /** Headers of libraries that what moves needs, as written. */
  Set<String> foreign() throws CannotMoveException {
    Set<String> unknown = unknown();
    Set<String> known = new TreeSet<>();
    Set<Integer> seen = new TreeSet<>();
    if (move.toFile() >= 0) {
      seen.addAll(move.names().seen(move.toFile()));
    }
    headers().forEach(header -> seen.addAll(move.names().seen(header)));
    seen.forEach(file -> move.outline(file).imports().forEach(one -> known.add(one.from())));
    Set<String> needed = new TreeSet<>();
    boolean others = false;
    // What several headers declare needs none of its own where one of those is there anyway.
    for (boolean common : new boolean[] {false, true}) {
      for (String full : unknown) {
        boolean std = full.startsWith("std::");
        String name = std ? full.substring(5) : full;
        String header = std ? StandardHeaders.ofStd(name) : StandardHeaders.of(name);
        others |= header == null;
        boolean has =
            header == null
                || known.stream()
                    .anyMatch(
                        one ->
                            StandardHeaders.isDeclaredIn(name, one)
                                && !(std && one.endsWith(".h")));
        if (!has && StandardHeaders.isCommon(name) == common) {
          String written = included(name, header, std);
          needed.add(written);
          known.add(written.substring(1, written.length() - 1));
        }
      }
    }
    for (Import one : move.old().imports()) {
      boolean foreign =
          one.level() >= 0 && move.names().source(move.from(), one).file() < 0 && others;
      if (foreign && !StandardHeaders.isKnown(one.from()) && !known.contains(one.from())) {
        String condition = underCondition(one);
        String plain = one.level() == 0 ? "<" + one.from() + ">" : "\"" + one.from() + "\"";
        needed.add(condition == null ? plain : condition);
      }
    }
    return needed;
  }

  /**
   * The text of the outermost condition around an include; null for none. It can go along where it
   * holds nothing but includes.
   */
  private String underCondition(Import one) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    int condition = IncludeLines.condition(tree, tree.innermost(one.at()));
    if (condition < 0) {
      return null;
    }
    Set<String> names = new TreeSet<>();
    boolean more = !onlyIncludes(tree, condition, names);
    for (String name : names) {
      Place meant = move.names().inFile(move.from(), name, 0);
      more |= meant != null && meant.file() == move.from();
    }
    if (more) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "What moves may need <" + one.from() + ">, which is included under a condition here.",
          one.at());
    }
    includedBy.addAll(names);
    return tree.text(condition).strip();
  }

  /** Whether all that stands under a condition are includes; collects the names it asks for. */
  private static boolean onlyIncludes(Syntax tree, int condition, Set<String> names) {
    for (int child = tree.first(condition); child >= 0; child = tree.next(child)) {
      String kind = tree.kind(child);
      boolean asks = "name".equals(tree.field(child)) || "condition".equals(tree.field(child));
      if (asks) {
        for (int node = child; node < tree.past(child); node++) {
          if (tree.is(node, "identifier")) {
            names.add(tree.text(node));
          }
        }
      } else if (kind.startsWith("preproc_if") || kind.startsWith("preproc_el")) {
        if (!onlyIncludes(tree, child, names)) {
          return false;
        }
      } else if (!kind.equals("preproc_include")
          && !kind.equals("comment")
          && !kind.startsWith("#")
          && !tree.text(child).isBlank()) {
        return false;
      }
    }
    return true;
  }

  /** The header of the old source that declares a name of the standard library. */
  private String included(String name, String header, boolean std) {
    for (Import one : move.old().imports()) {
      boolean plain = one.from().endsWith(".h");
      if (one.level() == 0 && !(std && plain) && StandardHeaders.isDeclaredIn(name, one.from())) {
        return "<" + one.from() + ">";
      }
    }
    return "<" + header + ">";
  }

  /** Names in what moves that nothing of ours declares. */
  private Set<String> unknown() {
    Set<String> unknown = new TreeSet<>();
    UsedNames used = new UsedNames(move);
    for (Use use : move.inside()) {
      if (use.isNamed() && move.names().meant(move.from(), use) == null) {
        List<String> chain = use.chain();
        boolean std = chain.get(0).equals("std") && chain.size() > 1;
        String name = chain.get(std ? 1 : 0);
        unknown.add(std || used.isOfStd(name) ? "std::" + name : name);
      }
    }
    for (String asked : asked()) {
      // What begins with an underscore is the compiler's own.
      if (!asked.startsWith("_") && move.names().inFile(move.from(), asked, 0) == null) {
        unknown.add(asked);
      }
    }
    Syntax tree = move.tree(move.from());
    for (int node = 0; node < tree.size(); node++) {
      boolean inside = move.isInside(tree.begin(node));
      boolean word =
          tree.is(node, "primitive_type") || tree.is(node, "null") || tree.is(node, "true");
      if (inside && word && StandardHeaders.of(tree.text(node)) != null) {
        boolean cpp = !CLanguage.isPlain(move.path(move.from()));
        boolean own = cpp && (tree.text(node).equals("bool") || tree.text(node).equals("true"));
        if (!own) {
          unknown.add(tree.text(node));
        }
      }
      if (inside && tree.is(node, "preproc_arg")) {
        for (String name : words(tree.text(node))) {
          if (StandardHeaders.of(name) != null) {
            unknown.add(name);
          }
        }
      }
    }
    return unknown;
  }

  /** Whether a source uses what moves, so that it has to see it. */
  static boolean uses(Relocation move, int file) throws CannotMoveException {
    Set<String> names = new TreeSet<>();
    for (int decl : move.moved()) {
      if (CDeclarations.isShared(move, decl) || file == move.from()) {
        names.add(move.name(decl));
      }
    }
    boolean sees = move.names().seen(file).contains(move.from());
    for (Use use : file == move.from() ? move.staying() : move.outline(file).uses()) {
      Place meant = move.names().meant(file, use);
      int decl = move.stands(meant);
      boolean ours = decl >= 0 && move.isMoved(decl);
      boolean member = ours && !move.moved().contains(decl);
      if (ours && sees && (member || names.contains(move.name(decl)))) {
        return true;
      }
    }
    return sees && (isInMacro(move, file, names) || isWritten(move, file, names));
  }

  /**
   * Whether a source has a word that stands for what moves where no use was understood: a macro may
   * make code look like something else.
   */
  private static boolean isWritten(Relocation move, int file, Set<String> names) {
    String text = move.text(file);
    if (file == move.from() || names.stream().noneMatch(text::contains)) {
      return false;
    }
    Set<Integer> understood = new HashSet<>();
    for (Use use : move.outline(file).uses()) {
      if (move.names().meant(file, use) != null) {
        understood.add(use.at());
      }
    }
    move.outline(file).decls().forEach(decl -> understood.add(decl.nameAt()));
    Syntax tree = move.tree(file);
    for (int node = 0; node < tree.size(); node++) {
      boolean word = tree.is(node, "identifier") || tree.is(node, "type_identifier");
      if (word && names.contains(tree.text(node)) && !understood.contains(tree.begin(node))) {
        return true;
      }
    }
    return false;
  }

  /**
   * A macro that moves is defined where its new source is included, which is before all code: what
   * asks for it, or takes a definition of it back, in front of its old place would meet the new
   * one.
   */
  static void beforeItsPlace(Relocation move, String macro, int place) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    for (int node = 0; node < tree.size() && tree.begin(node) < place; node++) {
      boolean undoes =
          tree.is(node, "preproc_call")
              && tree.text(node).startsWith("#")
              && tree.text(node).substring(1).strip().startsWith("undef")
              && words(tree.text(node)).contains(macro);
      boolean asks =
          tree.is(node, "identifier")
              && tree.end(node) - tree.begin(node) == macro.length()
              && tree.text(node).equals(macro)
              && isAsked(tree.kind(tree.around(node)));
      if ((undoes || asks) && !move.isInside(tree.begin(node))) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "'" + macro + "' is asked for here, or taken back, before it is defined.",
            tree.begin(node));
      }
    }
  }

  private static boolean isAsked(String around) {
    return around.startsWith("preproc_if")
        || around.startsWith("preproc_elif")
        || around.equals("preproc_defined");
  }

  /** Whether the body of a macro names what moves, or a condition asks of it. */
  static boolean isInMacro(Relocation move, int file, Set<String> names)
      throws CannotMoveException {
    String text = move.text(file);
    if (names.stream().noneMatch(text::contains)) {
      return false;
    }
    Syntax tree = move.tree(file);
    boolean found = false;
    for (int node = 0; node < tree.size(); node++) {
      boolean own = file == move.from() && move.isInside(tree.begin(node));
      String around = tree.kind(tree.around(node));
      boolean asks =
          names.contains(tree.text(node).length() > 200 ? "" : tree.text(node))
              && tree.is(node, "identifier")
              && isAsked(around);
      if (asks && !own) {
        move.refuse(
            RefusalCode.NOT_YET,
            "A condition of the preprocessor asks for '" + tree.text(node) + "' here.",
            file,
            tree.begin(node),
            tree.end(node));
        throw new CannotMoveException(RefusalCode.NOT_YET, "A condition asks for it.", 0);
      }
      if (!own && tree.is(node, "preproc_arg")) {
        found |= words(tree.text(node)).stream().anyMatch(names::contains);
      }
    }
    return found;
  }
}

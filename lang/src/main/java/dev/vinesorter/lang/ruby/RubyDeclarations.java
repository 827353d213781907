package dev.vinesorter.lang.ruby;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Declarations;
import dev.vinesorter.lang.move.Moves;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Grammar;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Moves classes and modules of Ruby into other sources. Their names stay, and so do the modules
 * around them; who loads the old source gets them as before, since that requires the new one.
 */
final class RubyDeclarations implements Declarations {
  private static final String END = ".rb";

  private static final List<String> PLACES =
      List.of("__dir__", "__FILE__", "require_relative", "__END__");

  /** How much before such a word tells what is asked. */
  private static final int LONGEST_ASKED = 120;

  private final Grammar grammar;
  private final RubyRules rules;

  RubyDeclarations(Grammar grammar, RubyRules rules) {
    this.grammar = grammar;
    this.rules = rules;
  }

  @Override
  public Syntax parse(String path, String text) {
    return grammar.parse(text);
  }

  @Override
  public boolean isSource(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    return name.matches("[A-Za-z_][\\w-]{0,99}\\.rb");
  }

  // ---- what stands where

  private static int node(Syntax tree, int nameAt) {
    int node = tree.innermost(nameAt);
    while (node > 0 && !tree.is(node, "class") && !tree.is(node, "module")) {
      node = tree.around(node);
    }
    return node;
  }

  @Override
  public Stretch stretch(Relocation move, int decl) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    String text = tree.text();
    Decl one = move.old().decls().get(decl);
    int node = node(tree, one.nameAt());
    if (one.sort() != Sort.TYPE || node <= 0) {
      throw new CannotMoveException(
          RefusalCode.NOT_YET,
          "So far classes and modules of Ruby move, and not '" + move.name(decl) + "'.",
          one.nameAt());
    }
    for (int at = tree.around(node); at > 0; at = tree.around(at)) {
      boolean around =
          tree.is(at, "module") || tree.is(at, "class") || tree.is(at, "body_statement");
      if (!around) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "'" + move.name(decl) + "' is declared under a condition, or by other code.",
            one.nameAt());
      }
    }
    int begin = TextLines.begin(text, tree.begin(node));
    int past = TextLines.next(text, tree.end(node));
    boolean alone =
        text.substring(begin, tree.begin(node)).isBlank()
            && text.substring(tree.end(node), past).isBlank();
    if (!alone) {
      throw new CannotMoveException(
          RefusalCode.ONE_LINE,
          "'" + move.name(decl) + "' shares its line with others.",
          one.nameAt());
    }
    return new Stretch(heading(tree, node, begin), past);
  }

  /** Where the comments right above a node begin. */
  private static int heading(Syntax tree, int node, int begin) {
    String text = tree.text();
    int found = begin;
    while (found > 0) {
      int line = TextLines.begin(text, found - 1);
      String before = text.substring(line, found).strip();
      boolean magic = before.matches("#.{0,20}(?:frozen_string_literal|coding).{0,80}");
      if (!before.startsWith("#") || before.startsWith("#!") || magic) {
        break;
      }
      found = line;
    }
    // A comment that heads the source is none of what comes first in it.
    boolean heads = text.substring(0, found).lines().allMatch(line -> line.startsWith("#"));
    return heads && TextLines.isOfRights(text.substring(0, begin)) ? begin : found;
  }

  /** The heads of the modules around what moves, from the outside in. */
  private static List<String> around(Relocation move, int decl) {
    Syntax tree = move.tree(move.from());
    List<String> heads = new ArrayList<>();
    int node = node(tree, move.old().decls().get(decl).nameAt());
    for (int at = tree.around(node); at > 0; at = tree.around(at)) {
      if (tree.is(at, "module") || tree.is(at, "class")) {
        heads.add(0, tree.kind(at) + " " + tree.text(tree.child(at, "name")));
      }
    }
    return heads;
  }

  // ---- what is written

  @Override
  public void follow(Relocation move) throws CannotMoveException {
    List<String> heads = null;
    for (int decl : move.moved()) {
      List<String> own = around(move, decl);
      if (heads != null && !heads.equals(own)) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "So far what moves in one step stands in the same modules.",
            move.old().decls().get(decl).nameAt());
      }
      heads = own;
      opened(move, decl);
    }
    asks(move);
    require(move);
    List<String> parts = new ArrayList<>();
    String end = move.lineEnd(move.from());
    for (Stretch stretch : move.stretches()) {
      parts.add(move.text(stretch).stripTrailing() + end);
    }
    TextLines.remove(move);
    if (move.toFile() < 0) {
      fresh(move, heads, TextLines.joined(parts, end));
    } else {
      insert(move, heads, TextLines.joined(parts, end));
    }
  }

  /** A class that several sources open would be loaded in another order. */
  private static void opened(Relocation move, int decl) throws CannotMoveException {
    Decl one = move.old().decls().get(decl);
    for (int file = 0; file < move.project().outlines().size(); file++) {
      List<Decl> decls = move.outline(file).decls();
      for (int other = 1; other < decls.size(); other++) {
        Decl same = decls.get(other);
        boolean here = file == move.from() && move.isMoved(other);
        boolean alike =
            same.name().equals(one.name())
                && same.sort() == Sort.TYPE
                && move.names()
                    .space(file, Math.max(0, same.around()))
                    .equals(move.names().space(move.from(), Math.max(0, one.around())));
        if (alike && !here) {
          throw new CannotMoveException(
              RefusalCode.TWIN,
              "'" + one.name() + "' is opened in " + move.path(file) + ", too.",
              one.nameAt());
        }
      }
    }
  }

  private static void asks(Relocation move) throws CannotMoveException {
    Syntax tree = move.tree(move.from());
    for (Import one : move.toFile() < 0 ? List.<Import>of() : move.old().imports()) {
      if (one.level() >= 0 && move.isInside(one.at())) {
        throw new CannotMoveException(
            RefusalCode.BAD_TARGET,
            "It loads " + one.from() + ", which " + move.to() + " does not.",
            one.at());
      }
    }
    boolean sameFolder = Project.folder(move.to()).equals(Project.folder(move.path(move.from())));
    for (Stretch stretch : move.stretches()) {
      String text = tree.text().substring(stretch.begin(), stretch.end());
      for (String word : PLACES) {
        int at = asked(text, word, sameFolder);
        if (at >= 0) {
          throw new CannotMoveException(
              RefusalCode.OTHER_MEANING,
              "It asks where it lies here: " + word + ".",
              stretch.begin() + at);
        }
      }
    }
  }

  /** Where a text asks for its place in a way that means something else elsewhere; -1 for not. */
  private static int asked(String text, String word, boolean sameFolder) {
    for (int at = text.indexOf(word); at >= 0; at = text.indexOf(word, at + 1)) {
      String before = text.substring(Math.max(0, at - LONGEST_ASKED), at);
      boolean ofFolder =
          !word.equals("__FILE__")
              || before.endsWith("dirname(")
              || before.matches("(?s).*expand_path\\(\\s?[\"']\\.\\.[^\"']{0,80}[\"'], ?");
      // With the line behind it, it is for whoever reads what was raised.
      boolean forReaders = text.startsWith(", __LINE__", at + word.length());
      boolean same = word.startsWith("__") && (forReaders || sameFolder && ofFolder);
      boolean relative = word.equals("require_relative") && sameFolder;
      if (!same && !relative || word.equals("__END__")) {
        return at;
      }
    }
    return -1;
  }

  /** Lets whoever loads the old source load the new one, when it is needed. */
  private void require(Relocation move) throws CannotMoveException {
    Loading loading = new Loading(move);
    Use first = loading.ofOldSource();
    boolean needed = loading.isOfMoved();
    if (first != null && needed) {
      throw new CannotMoveException(
          RefusalCode.WOULD_NOT_COMPILE,
          "What moves needs '"
              + String.join("::", first.chain())
              + "' of the old source when it is loaded, and that needs what moves. Name both in the"
              + " step.",
          first.at());
    }
    ready(move);
    autoloads(move);
    if (isFoundByName(move)) {
      byName(move);
      return;
    }
    Syntax tree = move.tree(move.from());
    String text = tree.text();
    String end = move.lineEnd(move.from());
    if (move.toFile() >= 0 && loads(move, move.from(), move.toFile())) {
      return;
    }
    int last = lastStarting(tree, "require");
    String line = statement(move, lastStarting(tree, "require_relative") >= 0) + end;
    TextEdits edits = move.edits(move.from());
    if (first != null) {
      edits.insert(text.length(), (text.endsWith("\n") ? "" : end) + end + line);
    } else if (last >= 0) {
      edits.insert(TextLines.next(text, tree.end(last)), line);
    } else {
      edits.insert(head(text), line + end);
    }
  }

  /** A source that is there must bring in what it comes to need when it is loaded. */
  private static void ready(Relocation move) throws CannotMoveException {
    int target = move.toFile();
    if (target < 0 || loads(move, move.from(), target)) {
      return;
    }
    Loading loading = new Loading(move);
    libraries(move);
    Set<Integer> known = new HashSet<>(move.names().seen(target));
    boolean whole = loading.incomplete(known) < 0;
    if (!whole) {
      known.addAll(move.names().seen(move.from()));
      known.remove(move.from());
    }
    Use lacks = loading.missing(target, move.outline(target).uses(), known);
    if (lacks != null) {
      String message =
          move.to()
              + " needs '"
              + String.join("::", lacks.chain())
              + "' to be loaded before, and does not require it.";
      move.refuse(RefusalCode.BAD_TARGET, message, target, lacks.at(), lacks.end());
      throw new CannotMoveException(RefusalCode.BAD_TARGET, message, 0);
    }
    requiredSources(move).forEach(file -> known.addAll(move.names().seen(file)));
    known.add(move.from());
    Use needs = loading.missing(move.from(), move.inside(), known);
    int other = whole ? loading.incomplete(without(known, move.from())) : -1;
    if (needs != null || other >= 0) {
      String what =
          needs != null
              ? "'" + String.join("::", needs.chain()) + "'"
              : move.path(other) + ", and with it what that does not require,";
      throw new CannotMoveException(
          RefusalCode.BAD_TARGET,
          "What moves needs " + what + " to be loaded before, which " + move.to() + " is not for.",
          needs != null ? needs.at() : move.stretches().get(0).begin());
    }
  }

  private static Set<Integer> without(Set<Integer> files, int one) {
    Set<Integer> others = new HashSet<>(files);
    others.remove(one);
    return others;
  }

  /** Refuses a source that loads a library which the old one does not. */
  private static void libraries(Relocation move) throws CannotMoveException {
    Set<String> known = new TreeSet<>();
    libraries(move, move.from()).forEach(one -> known.add(one.from()));
    for (Import one : libraries(move, move.toFile())) {
      if (!known.contains(one.from())) {
        String message = move.to() + " loads " + one.from() + ", which the old source does not.";
        move.refuse(RefusalCode.BAD_TARGET, message, move.toFile(), one.at(), one.end());
        throw new CannotMoveException(RefusalCode.BAD_TARGET, message, 0);
      }
    }
  }

  /** What a source requires of libraries. */
  private static List<Import> libraries(Relocation move, int file) {
    return move.outline(file).imports().stream()
        .filter(one -> one.level() >= 0 && move.names().source(file, one).isForeign())
        .filter(one -> autoloaded(move.tree(file), one.at()).isEmpty())
        .toList();
  }

  /** The requires that what moves may need where it is loaded by itself, and what they load. */
  private static Map<String, Import> requiring(Relocation move) {
    Syntax tree = move.tree(move.from());
    Set<Integer> used = new HashSet<>();
    for (Use use : move.inside()) {
      Place meant = move.names().meant(move.from(), use);
      used.add(meant == null ? -1 : meant.file());
    }
    Map<String, Import> found = new LinkedHashMap<>();
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      String text = tree.is(child, "call") ? tree.text(child) : "";
      for (Import one : text.startsWith("require ") ? move.old().imports() : List.<Import>of()) {
        boolean here = tree.begin(child) <= one.at() && one.at() < tree.end(child);
        if (here && isNeeded(move, one, used)) {
          found.put(text, one);
        }
      }
    }
    return found;
  }

  /** The lines that {@link #requiring} stands for. */
  private static String required(Relocation move) {
    StringBuilder lines = new StringBuilder();
    requiring(move).keySet().forEach(line -> lines.append(line).append(move.lineEnd(move.from())));
    return lines.toString();
  }

  private static List<Integer> requiredSources(Relocation move) {
    return requiring(move).values().stream()
        .map(one -> move.names().source(move.from(), one).file())
        .filter(file -> file >= 0)
        .toList();
  }

  private static boolean isNeeded(Relocation move, Import one, Set<Integer> used) {
    Place from = move.names().source(move.from(), one);
    return from.isForeign()
        ? isNamed(move, one.from(), true) || !isNamed(move, one.from(), false)
        : used.contains(from.file());
  }

  /** Whether a part of what moves, or of what stays, names what a library is called like. */
  private static boolean isNamed(Relocation move, String library, boolean inside) {
    Syntax tree = move.tree(move.from());
    for (int node = 0; node < tree.size(); node++) {
      if (tree.is(node, "constant") && move.isInside(tree.begin(node)) == inside) {
        for (String part : library.split("/")) {
          if (part.replaceAll("[_-]", "").equalsIgnoreCase(tree.text(node))) {
            return true;
          }
        }
      }
    }
    return false;
  }

  /** The last call at the top of a source that starts with a word; -1 for none. */
  private static int lastStarting(Syntax tree, String word) {
    int last = -1;
    for (int child = tree.first(0); child >= 0; child = tree.next(child)) {
      last = tree.is(child, "call") && tree.text(child).startsWith(word) ? child : last;
    }
    return last;
  }

  /** Behind the comments that a source begins with, and the empty line behind them. */
  private static int head(String text) {
    int at = 0;
    while (at < text.length() && text.startsWith("#", at)) {
      at = TextLines.next(text, at);
    }
    boolean blank = at < text.length() && text.substring(at, TextLines.next(text, at)).isBlank();
    return at > 0 && blank ? TextLines.next(text, at) : 0;
  }

  /** How the old source requires the new one, in the manner of how it is required, or requires. */
  private static String statement(Relocation move, boolean relative) {
    char quote = move.text(move.from()).contains("require \"") ? '"' : '\'';
    quote = move.text(move.from()).contains("require_relative \"") ? '"' : quote;
    String to = move.to().substring(0, move.to().length() - END.length());
    String below = below(move);
    if (!relative && !below.isEmpty() && to.startsWith(below)) {
      return "require " + quote + to.substring(below.length()) + quote;
    }
    String path = Moves.relative(Project.folder(move.path(move.from())), to);
    return "require_relative " + quote + path + quote;
  }

  /** The folder below which the old source is required by others; empty for none. */
  private static String below(Relocation move) {
    String path = move.path(move.from());
    for (int file = 0; file < move.project().outlines().size(); file++) {
      for (Import one : move.outline(file).imports()) {
        boolean takes = one.level() == 0 && move.names().source(file, one).file() == move.from();
        String named = one.from().endsWith(END) ? one.from() : one.from() + END;
        if (takes && path.endsWith("/" + named)) {
          return path.substring(0, path.length() - named.length());
        }
      }
    }
    return "";
  }

  private static boolean loads(Relocation move, int file, int other) {
    return move.outline(file).imports().stream()
        .anyMatch(one -> one.level() >= 0 && move.names().source(file, one).file() == other);
  }

  /**
   * Whether a source that no other one requires is found by the name of its constant: in an
   * application, or by a library for that. Any other is required from outside, or by whoever makes
   * its path when it runs, and goes on to bring in what was in it.
   */
  private boolean isFoundByName(Relocation move) {
    boolean application =
        ("/" + move.path(move.from())).contains("/app/") || move.exists("config/application.rb");
    boolean byLibrary =
        move.project().outlines().stream()
            .flatMap(one -> one.imports().stream())
            .anyMatch(one -> one.from().equals("zeitwerk"));
    return (application || byLibrary)
        && !RubySpecifiers.isRequired(move.project(), move.from(), rules);
  }

  /** What is found by the name of its constant goes where that is looked for. */
  private static void byName(Relocation move) throws CannotMoveException {
    for (int decl : move.moved()) {
      Decl one = move.old().decls().get(decl);
      String space = move.names().space(move.from(), Math.max(0, one.around()));
      String full = (space.isEmpty() ? "" : space + ".") + one.name();
      String expected = underscored(full.replace('.', '/')) + END;
      String folder = root(move.path(move.from()), space);
      boolean found = folder != null && move.to().equals(folder + expected);
      if (!found) {
        throw new CannotMoveException(
            RefusalCode.BAD_TARGET,
            "No source requires "
                + move.path(move.from())
                + ", so what is in it is found by its name: as "
                + (folder == null ? expected : folder + expected)
                + ".",
            one.nameAt());
      }
    }
  }

  /** The folder below which sources are looked for by the names of their constants. */
  private static String root(String path, String space) {
    String folder = Project.folder(path);
    String inside = underscored(space.replace('.', '/'));
    boolean fits = inside.isEmpty() || folder.equals(inside) || folder.endsWith("/" + inside);
    String root = fits ? folder.substring(0, folder.length() - inside.length()) : null;
    return root == null || root.isEmpty() || root.endsWith("/") ? root : root + "/";
  }

  private static String underscored(String name) {
    return name.replaceAll("([a-z0-9])([A-Z])", "$1_$2").toLowerCase(Locale.ROOT);
  }

  /** Lets {@code autoload :Name, "path"} find what moves in its new place. */
  private static void autoloads(Relocation move) throws CannotMoveException {
    for (int file = 0; file < move.project().outlines().size(); file++) {
      for (Import one : move.outline(file).imports()) {
        if (one.level() < 0 || move.names().source(file, one).file() != move.from()) {
          continue;
        }
        String name = autoloaded(move.tree(file), one.at());
        for (int decl : move.moved()) {
          if (move.name(decl).equals(name)) {
            rewrite(move, file, one);
          }
        }
      }
    }
  }

  /** The constant that an {@code autoload} around a char is for; empty for another statement. */
  private static String autoloaded(Syntax tree, int at) {
    int node = tree.innermost(at);
    while (node > 0 && !tree.is(node, "call")) {
      node = tree.around(node);
    }
    boolean autoload = node > 0 && tree.text(tree.child(node, "method")).equals("autoload");
    int arguments = autoload ? tree.child(node, "arguments") : -1;
    int symbol = arguments < 0 ? -1 : tree.childOf(arguments, "simple_symbol");
    return symbol < 0 ? "" : tree.text(symbol).substring(1);
  }

  private static void rewrite(Relocation move, int file, Import one) throws CannotMoveException {
    String end = one.from().endsWith(END) ? "" : END;
    String path = move.path(move.from());
    int begin = one.end() - one.from().length();
    boolean plain =
        move.text(file).startsWith(one.from(), begin) && path.endsWith(one.from() + end);
    String base = plain ? path.substring(0, path.length() - (one.from() + end).length()) : "";
    if (!plain || !move.to().startsWith(base)) {
      move.refuse(
          RefusalCode.NOT_YET,
          "The new source has no name in the way this is written.",
          file,
          one.at(),
          one.end());
      throw new CannotMoveException(RefusalCode.NOT_YET, "It is loaded by its name.", 0);
    }
    String now = move.to().substring(base.length());
    now = now.substring(0, now.length() - end.length());
    move.edits(file).replace(begin, one.end(), now);
  }

  // ---- the new place

  private static void fresh(Relocation move, List<String> heads, String parts) {
    String end = move.lineEnd(move.from());
    StringBuilder text = new StringBuilder();
    for (String line : move.text(move.from()).lines().toList()) {
      if (!line.startsWith("#")) {
        break;
      }
      if (line.contains("frozen_string_literal") || line.contains("coding:")) {
        text.append(line).append(end);
      }
    }
    text.append(text.length() > 0 ? end : "").append(TextLines.licence(move));
    String required = required(move);
    text.append(required).append(required.isEmpty() ? "" : end);
    move.fresh(text + wrapped(heads, 0, parts, end));
  }

  /** The parts within the modules from one on, as they stood. */
  private static String wrapped(List<String> heads, int from, String parts, String end) {
    String step = step(heads.size(), parts);
    StringBuilder text = new StringBuilder();
    for (int n = from; n < heads.size(); n++) {
      text.append(step.repeat(n)).append(heads.get(n)).append(end);
    }
    text.append(parts);
    for (int n = heads.size() - 1; n >= from; n--) {
      text.append(step.repeat(n)).append("end").append(end);
    }
    return text.toString();
  }

  private static String step(int depth, String parts) {
    String line = parts.lines().findFirst().orElse("");
    String indent = line.substring(0, line.length() - line.stripLeading().length());
    return depth == 0 ? "" : indent.substring(0, indent.length() / depth);
  }

  /** Lets a source that is there require what comes to be needed in it. */
  private static void bring(Relocation move, Syntax tree) throws CannotMoveException {
    String end = move.lineEnd(move.toFile());
    int last = lastStarting(tree, "require");
    StringBuilder lines = new StringBuilder();
    required(move)
        .lines()
        .filter(line -> !tree.text().contains(line.replaceAll(".*[\"'](.*)[\"'].*", "$1")))
        .forEach(line -> lines.append(line).append(end));
    for (Import one : libraries(move, move.from())) {
      boolean other = !Loading.isStandard(one.from());
      if (other && lines.indexOf(one.from()) >= 0) {
        throw new CannotMoveException(
            RefusalCode.BAD_TARGET,
            "It needs " + one.from() + ", which " + move.to() + " does not load.",
            one.at());
      }
    }
    if (lines.length() > 0) {
      int at = last < 0 ? head(tree.text()) : TextLines.next(tree.text(), tree.end(last));
      move.edits(move.toFile()).insert(at, lines + (last < 0 ? end : ""));
    }
  }

  /** Puts the parts at the end of the last module of the same name, or of the source. */
  private static void insert(Relocation move, List<String> heads, String parts)
      throws CannotMoveException {
    Syntax tree = move.tree(move.toFile());
    bring(move, tree);
    String text = tree.text();
    String end = move.lineEnd(move.toFile());
    int body = 0;
    int inside = 0;
    for (String head : heads) {
      int found = -1;
      for (int child = tree.first(body); child >= 0; child = tree.next(child)) {
        boolean named = tree.is(child, "module") || tree.is(child, "class");
        boolean same =
            named && (tree.kind(child) + " " + tree.text(tree.child(child, "name"))).equals(head);
        found = same && tree.child(child, "body") >= 0 ? tree.child(child, "body") : found;
      }
      if (found < 0) {
        break;
      }
      body = found;
      inside++;
    }
    String all = wrapped(heads, inside, parts, end);
    if (body == 0) {
      String line = text.isEmpty() || text.endsWith("\n") ? "" : end;
      move.edits(move.toFile()).insert(text.length(), line + (text.isBlank() ? "" : end) + all);
    } else {
      int at = TextLines.next(text, tree.end(body) - 1);
      move.edits(move.toFile()).insert(at, end + all);
    }
  }
}

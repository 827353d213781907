package dev.vinesorter.lang.space;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Declarations.Stretch;
import dev.vinesorter.lang.move.TextLines;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Decl;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.outline.Written;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Syntax;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * Writes in one source what it takes that its names go on to mean what they mean: its namespace,
 * its imports, and names that are written with their namespaces.
 */
final class SpaceEdits {
  private final SpaceMove move;
  private final Tops tops;
  private final int file;
  private final Outline outline;
  private final TextEdits edits = new TextEdits();
  private final Departure whole;

  /** What names mean here afterwards since an import says so, by the name. */
  private final Map<String, String> named = new TreeMap<>();

  /** The namespaces that are brought in as a whole afterwards. */
  private final Set<String> stars = new TreeSet<>();

  /** What has to be brought in here. */
  private final Map<String, Sort> needs = new TreeMap<>();

  /** What has to be brought in where what leaves goes to. */
  private final Map<Departure, Map<String, Sort>> needsThere = new LinkedHashMap<>();

  /** The namespaces of what is used where what leaves goes to. */
  private final Map<Departure, Set<String>> usedThere = new LinkedHashMap<>();

  private ImportBlock block;

  SpaceEdits(SpaceMove move, int file) {
    this.move = move;
    this.tops = move.tops();
    this.file = file;
    this.outline = move.outline(file);
    this.whole = move.whole(file);
  }

  TextEdits edits() {
    return edits;
  }

  /** What has to be brought in where something of this source goes to. */
  Map<String, Sort> needsOf(Departure one) {
    return needsThere.getOrDefault(one, Map.of());
  }

  /** Works it out; nothing is written where nothing is concerned. */
  void make() throws CannotMoveException {
    header();
    imports();
    for (Use use : outline.uses()) {
      use(use);
    }
    comments();
    if (block != null || !needs.isEmpty()) {
      needs.forEach((full, sort) -> block().add(move.brought(full), sort));
      block().write(edits);
    }
  }

  private ImportBlock block() {
    if (block == null) {
      block = move.imports(file);
    }
    return block;
  }

  // ---- the namespace

  private void header() throws CannotMoveException {
    if (whole == null || whole.space().equals(tops.only(file))) {
      return;
    }
    if (tops.isOutside(file)) {
      move.language()
          .enclosed(move.tree(file), whole.space(), move.exemplar(), move.lineEnd(file))
          .forEach(one -> edits.replace(one.begin(), one.end(), one.text()));
      return;
    }
    List<Decl> decls = outline.decls();
    for (int n = 1; n < decls.size(); n++) {
      Decl one = decls.get(n);
      if (one.sort() == Sort.SPACE) {
        Syntax tree = move.tree(file);
        int name = tree.innermost(one.nameAt());
        String written = one.name().replace(".", move.language().separator());
        if (!tree.text().startsWith(written, one.nameAt())) {
          throw new CannotMoveException(
              RefusalCode.NOT_YET,
              "The name of this namespace is not written plainly.",
              tree.begin(name));
        }
        edits.replace(
            one.nameAt(),
            one.nameAt() + written.length(),
            whole.space().replace(".", move.language().separator()));
      }
    }
  }

  // ---- imports

  private void imports() throws CannotMoveException {
    Set<Import> unneeded = unneeded();
    for (Import one : outline.imports()) {
      if (one.level() != Import.USING_ONE && one.level() != Import.USING_ALL) {
        continue;
      }
      if (unneeded.contains(one)) {
        block().remove(one);
        continue;
      }
      List<String> full = List.of(one.from().split("\\."));
      boolean all = one.level() == Import.USING_ALL;
      int cut = tops.cut(full);
      if (cut < 0) {
        space(one, all);
      } else {
        brought(one, full, cut);
      }
    }
  }

  /** An import of what stands in a namespace of ours, or of what is in that. */
  private void brought(Import one, List<String> full, int cut) throws CannotMoveException {
    boolean all = one.level() == Import.USING_ALL;
    List<Place> meant = tops.in(String.join(".", full.subList(0, cut)), full.get(cut));
    List<Place> moved = meant.stream().filter(move::moves).toList();
    boolean itself = !all && cut == full.size() - 1 && one.alias().equals(full.get(cut));
    String after = moved.isEmpty() ? one.from() : after(moved, full, cut);
    String home = moved.isEmpty() ? move.spaceAfter(meant.get(0)) : move.spaceAfter(moved.get(0));
    boolean isOwn =
        itself && move.seen(file, inside()).contains(home) && move.language().bringsNames();
    Sort sort = move.names().decl(meant.get(0)).sort();
    if (!all && move.language().bringsNames()) {
      named.put(one.alias(), after);
    }
    if (moved.isEmpty()) {
      if (isOwn && whole != null) {
        block().remove(one);
      }
    } else if (moved.size() < meant.size()) {
      if (!isOwn) {
        block().add(after, sort);
      }
    } else if (isOwn) {
      block().remove(one);
    } else {
      block().rewrite(one, after, sort);
    }
  }

  /** What a full name is afterwards of which a part means something that may move. */
  private String after(List<Place> meant, List<String> full, int cut) {
    return SpaceMove.join(
        move.spaceAfter(meant.get(0)), String.join(".", full.subList(cut, full.size())));
  }

  /** Something that stands in the namespace of the source; 0 where it has none. */
  private int inside() {
    List<Integer> all = tops.of(file);
    return all.isEmpty() ? 0 : all.get(0);
  }

  /** An import of a namespace, under a name or with all that it has. */
  private void space(Import one, boolean all) throws CannotMoveException {
    if (!tops.isSpace(one.from())) {
      return;
    }
    boolean own = whole != null && move.names().seenFrom(whole.space()).contains(one.from());
    if (all && (own || move.isEmptied(one.from()))) {
      block().remove(one);
    } else if (all) {
      stars.add(one.from());
    }
  }

  // ---- uses

  private void use(Use use) {
    Departure goes = move.with(file, use.at());
    if (goes == null && use.chain().stream().noneMatch(move.words()::contains)) {
      return;
    }
    extension(use, goes);
    shadowed(use, goes);
    Tops.Reached reached = tops.reached(file, use);
    if (reached == null) {
      return;
    }
    Place top = reached.top();
    if (goes != null) {
      usedThere.computeIfAbsent(goes, key -> new HashSet<>()).add(tops.space(top));
    }
    boolean moved = move.moves(top);
    if (!moved && goes == null) {
      return;
    }
    access(use, top, goes);
    boolean bare = reached.index() == 0 && use.root() != Root.FULL;
    if (bare) {
      if (use.chain().get(0).equals(tops.own(top))) {
        standIn(use, top);
        need(top, use.decl(), goes);
      }
    } else {
      qualified(use, reached, moved);
    }
  }

  /** A name with its namespace before it, or with part of that. */
  private void qualified(Use use, Tops.Reached reached, boolean moved) {
    Place top = reached.top();
    List<String> head = use.chain().subList(0, reached.index());
    boolean absolute = String.join(".", head).equals(tops.space(top));
    boolean alias =
        outline.imports().stream()
            .anyMatch(
                one ->
                    one.level() == Import.USING_ONE
                        && !head.isEmpty()
                        && one.alias().equals(head.get(0)));
    if (moved || !absolute && !alias && use.root() != Root.FULL) {
      int begin = Written.begin(move.text(file), use.at(), use.chain(), 0);
      int name = Written.begin(move.text(file), use.at(), use.chain(), reached.index());
      if (begin >= 0 && name >= 0) {
        begin -=
            use.root() == Root.FULL && begin > 0 && move.text(file).charAt(begin - 1) == '\\'
                ? 1
                : 0;
        String full = move.language().rooted(move.fullAfter(top));
        edits.replace(begin, name, full.substring(0, full.length() - tops.own(top).length()));
      }
    }
  }

  /**
   * A name that would come to mean a namespace, since that is seen from inside of one around it.
   */
  private void shadowed(Use use, Departure goes) {
    if (!move.rules().seesOuter() || use.root() != Root.NAME) {
      return;
    }
    String name = use.chain().get(0);
    List<String> before = move.names().spacesAround(file, use.decl());
    List<String> after = goes == null ? before : move.names().seenFrom(goes.space());
    boolean was = before.stream().anyMatch(one -> tops.isSpace(SpaceMove.join(one, name)));
    for (String one : was ? List.<String>of() : after) {
      String space = SpaceMove.join(one, name);
      if (move.isSpaceAfter(space)) {
        move.refuse(
            RefusalCode.REBINDING,
            "'" + name + "' would mean the namespace " + space + " here.",
            file,
            use.at(),
            use.end());
      }
    }
  }

  /**
   * A function of a test that stands in for one outside of all namespaces, by being called so: only
   * while the test runs is it meant.
   */
  private void standIn(Use use, Place top) {
    boolean function = move.names().decl(top).sort() == Sort.FUNCTION;
    if (move.language().fallsBack()
        && function
        && top.file() != file
        && Project.isTest(move.path(top.file()))
        && !Project.isTest(move.path(file))) {
      move.refuse(
          RefusalCode.NOT_YET,
          "'"
              + tops.own(top)
              + "' may mean the function outside of all namespaces, for which "
              + move.path(top.file())
              + " has another one.",
          file,
          use.at(),
          use.end());
    }
  }

  /** Sees to it that a thing is seen by its name where it is used. */
  private void need(Place top, int decl, Departure goes) {
    String home = move.spaceAfter(top);
    String full = move.fullAfter(top);
    Sort sort = move.names().decl(top).sort();
    if (goes == null || goes.whole()) {
      boolean seen =
          move.seen(file, decl).contains(home)
              || stars.contains(home)
              || home.isEmpty() && seesOutside(sort);
      boolean byName = full.equals(named.get(tops.own(top)));
      if (!seen && !byName) {
        needs.put(full, sort);
      }
    } else if (!move.names().seenFrom(goes.space()).contains(home)) {
      needsThere.computeIfAbsent(goes, key -> new TreeMap<>()).put(full, sort);
    }
  }

  /** Whether what stands outside of all namespaces is seen in them by its name alone. */
  private boolean seesOutside(Sort sort) {
    return move.rules().seesOuter() || move.language().fallsBack() && sort != Sort.TYPE;
  }

  /**
   * A call of a function that is declared for another type: it is seen only where it is imported.
   */
  private void extension(Use use, Departure goes) {
    String name = use.chain().get(use.chain().size() - 1);
    List<String> spaces = move.spacesWith(name);
    if (spaces.isEmpty()
        || use.kind() != Kind.CALLS && use.kind() != Kind.READS && use.kind() != Kind.REFERS) {
      return;
    }
    Place meant = move.names().meant(file, use);
    boolean other =
        meant != null
            && (meant.isForeign()
                || meant.sort() == Place.Found.CERTAIN && !move.isExtension(meant));
    if (other) {
      return;
    }
    for (String space : spaces) {
      boolean seen = seesBefore(space, name, use.decl());
      for (Place top : seen ? move.holders(space, name) : List.<Place>of()) {
        boolean hidden = Trait.PRIVATE.in(move.names().decl(top).traits()) && top.file() != file;
        if (!hidden && (move.moves(top) || goes != null)) {
          need(top, use.decl(), goes);
        }
      }
    }
  }

  private boolean seesBefore(String space, String name, int decl) {
    boolean brought =
        outline.imports().stream()
            .anyMatch(
                one ->
                    one.level() == Import.USING_ALL && one.from().equals(space)
                        || one.level() == Import.USING_ONE
                            && one.from().equals(SpaceMove.join(space, name)));
    return brought || move.names().spacesAround(file, decl).contains(space);
  }

  /** What only its own source sees has to stay beside what uses it. */
  private void access(Use use, Place top, Departure goes) {
    boolean hidden = Trait.PRIVATE.in(move.names().decl(top).traits());
    String there = goes == null ? move.path(file) : goes.to();
    if (hidden && !there.equals(move.pathAfter(top))) {
      move.refuse(
          RefusalCode.ACCESS,
          "'" + tops.own(top) + "' is private to its source, and would be used from " + there + ".",
          file,
          use.at(),
          use.end());
    }
    boolean above = use.kind() == Kind.EXTENDS || use.kind() == Kind.IMPLEMENTS;
    Place user = above ? tops.top(Place.of(file, use.decl())) : null;
    if (above
        && !move.spaceAfter(user).equals(move.spaceAfter(top))
        && move.language().isSealed(move.tree(top.file()), move.node(top.file(), top.decl()))) {
      move.refuse(
          RefusalCode.SEALED_APART,
          "'" + tops.own(top) + "' is sealed, and what extends it has to stay in its package.",
          file,
          use.at(),
          use.end());
    }
  }

  // ---- names in comments

  /** Writes full names in comments anew; tells of those in texts. */
  private void comments() {
    String text = move.text(file);
    for (Departure goes : move.departures()) {
      for (int decl : goes.decls()) {
        Place top = Place.of(goes.file(), decl);
        String old = SpaceMove.join(tops.space(top), tops.own(top));
        String fresh = move.fullAfter(top);
        if (old.indexOf('.') < 0 || old.equals(fresh)) {
          continue;
        }
        String shown = old.replace(".", move.language().separator());
        for (int at = text.indexOf(shown); at >= 0; at = text.indexOf(shown, at + 1)) {
          int end = at + shown.length();
          if (Written.isWhole(text, at, end)
              && move.tree(file).kind(move.tree(file).innermost(at)).endsWith("comment")) {
            edits.replace(at, end, fresh.replace(".", move.language().separator()));
          }
        }
      }
    }
  }

  // ---- what leaves

  /** The imports that what leaves has to have where it goes, as statements. */
  List<String> along(Departure goes) throws CannotMoveException {
    StringBuilder moved = new StringBuilder();
    String text = move.text(file);
    goes.stretches().forEach(one -> moved.append(text, one.begin(), one.end()).append('\n'));
    Set<String> words = words(moved);
    ImportBlock mine = move.imports(file);
    List<String> found = new ArrayList<>();
    for (Import one : outline.imports()) {
      int statement = mine.statement(one.at());
      boolean silent = move.language().silent().contains(one.alias());
      boolean used = one.name().equals("*") || silent || words.contains(one.alias());
      List<String> full = List.of(one.from().split("\\."));
      int cut = tops.cut(full);
      List<Place> meant =
          cut < 0 ? List.of() : tops.in(String.join(".", full.subList(0, cut)), full.get(cut));
      boolean follows = meant.stream().anyMatch(move::moves);
      boolean itself = cut == full.size() - 1 && !one.name().equals("*");
      boolean own =
          !meant.isEmpty() && itself && move.spaceAfter(meant.get(0)).equals(goes.space())
              || one.name().equals("*") && move.names().seenFrom(goes.space()).contains(one.from());
      boolean empty = one.name().equals("*") && cut < 0 && move.isEmptied(one.from());
      boolean needless =
          one.name().equals("*")
              && tops.isSpace(one.from())
              && !usedThere.getOrDefault(goes, Set.of()).contains(one.from())
              && !move.hasExtensions(one.from());
      if (statement < 0 || !used || own || follows && itself || empty || needless) {
        continue;
      }
      found.add(
          follows
              ? mine.rewritten(one, after(meant, full, cut), move.names().decl(meant.get(0)).sort())
              : mine.alone(one));
    }
    return found;
  }

  private static Set<String> words(CharSequence text) {
    Set<String> found = new HashSet<>();
    int begin = -1;
    for (int at = 0; at <= text.length(); at++) {
      boolean part = at < text.length() && Character.isJavaIdentifierPart(text.charAt(at));
      if (part && begin < 0) {
        begin = at;
      } else if (!part && begin >= 0) {
        found.add(text.subSequence(begin, at).toString());
        begin = -1;
      }
    }
    return found;
  }

  /** Takes out what leaves, and the imports that only it needed; gives its text. */
  String cut(Departure goes) throws CannotMoveException {
    String text = move.text(file);
    StringBuilder taken = new StringBuilder();
    for (Stretch one : goes.stretches()) {
      String part = edits.cut(text, one.begin(), one.end());
      taken.append(taken.length() == 0 ? "" : move.lineEnd(file)).append(part);
    }
    TextLines.remove(edits, text, goes.stretches());
    return taken.toString();
  }

  /** The imports whose names only what leaves has. */
  private Set<Import> unneeded() {
    if (whole != null || move.leaving(file).isEmpty() || !move.language().bringsNames()) {
      return Set.of();
    }
    String text = move.text(file);
    StringBuilder stays = new StringBuilder(text);
    StringBuilder goes = new StringBuilder();
    for (int statement : block().statements()) {
      blank(stays, move.tree(file).begin(statement), block().end(statement));
    }
    for (Departure one : move.leaving(file)) {
      for (Stretch part : one.stretches()) {
        goes.append(text, part.begin(), part.end()).append('\n');
        blank(stays, part.begin(), part.end());
      }
    }
    Set<String> left = words(stays);
    Set<String> gone = words(goes);
    Set<Import> found = new HashSet<>();
    for (Import one : outline.imports()) {
      boolean only =
          one.level() == Import.USING_ONE
              && gone.contains(one.alias())
              && !left.contains(one.alias())
              && !move.language().silent().contains(one.alias());
      if (only) {
        found.add(one);
      }
    }
    return found;
  }

  private static void blank(StringBuilder text, int begin, int end) {
    for (int at = begin; at < end; at++) {
      text.setCharAt(at, ' ');
    }
  }
}

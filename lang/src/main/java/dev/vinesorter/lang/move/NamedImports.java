package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.ImportStatements.Added;
import dev.vinesorter.lang.move.ImportSyntax.Scope;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Root;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/** Moves declarations where sources take names from each other one by one. */
public abstract class NamedImports implements Declarations {
  private final ImportSyntax syntax;

  protected NamedImports(ImportSyntax syntax) {
    this.syntax = syntax;
  }

  /**
   * What a source writes to take something from another one.
   *
   * @param importer the path of the source
   * @param target the path of the other one
   * @param like how it wrote that for the old place; empty where it did not
   */
  protected abstract String specifier(Relocation move, String importer, String target, String like);

  /** Refuses what would be otherwise in another source, whatever it names. */
  protected abstract void guard(Relocation move) throws CannotMoveException;

  /** Makes a declaration of the old source one that others may take; it may be one already. */
  protected void expose(Relocation move, int decl, boolean isMoved) throws CannotMoveException {}

  /**
   * Puts the text of what moves where it belongs.
   *
   * @param imports statements for a new source; for one that is there they are written already
   */
  protected abstract void put(
      Relocation move, Map<String, List<String>> imports, Map<String, List<String>> late)
      throws CannotMoveException;

  /** What else names what moves. */
  protected void followMore(Relocation move) throws CannotMoveException {}

  /** Whether what a source brings in is handed on, so that it stays though nothing here uses it. */
  protected boolean handsOn(Relocation move, Import one) {
    return false;
  }

  @Override
  public final void follow(Relocation move) throws CannotMoveException {
    guard(move);
    new Following(move).follow();
  }

  /** The node of a chain of names that ends with a use. */
  protected abstract int chain(Syntax tree, Use use);

  /** Whether a node is a name that stands alone, and means what is seen there. */
  protected abstract boolean isName(Syntax tree, int node);

  /** Whether a source that brings in all of the old one hands a declaration on by that. */
  protected boolean handsOnAll(Relocation move, int file, int decl) {
    return false;
  }

  /** Whether who brings in all of a source gets what that brings in itself, too. */
  protected abstract boolean starTakesImports();

  /** Whether a use is looked at by those who check types alone. */
  protected boolean isForTypes(Relocation move, int file, Use use) {
    return false;
  }

  /** One move, with what comes into the imports of each source. */
  private final class Following {
    private final Relocation move;
    private final Map<Integer, ImportStatements> statements = new TreeMap<>();

    /** What a new source brings in. */
    private final Map<String, List<String>> fresh = new TreeMap<>();

    private final Map<String, List<String>> freshLate = new TreeMap<>();

    /** Whether the old source and what leaves it use each other. */
    private boolean bothWays;

    Following(Relocation move) {
      this.move = move;
    }

    private ImportStatements imports(int file) {
      return statements.computeIfAbsent(file, key -> new ImportStatements(move, file, syntax));
    }

    void follow() throws CannotMoveException {
      for (int decl : move.moved()) {
        checkName(move.toFile(), move.name(decl));
      }
      bothWays = needsOld() && move.moved().stream().anyMatch(decl -> isUsed(move.name(decl)));
      if (bothWays && mindsCircles(move)) {
        bothWays();
      }
      Set<String> done = new HashSet<>();
      for (Use use : move.inside()) {
        boolean named = use.root() == Root.NAME || use.root() == Root.PATH;
        if (named && done.add(use.chain().get(0))) {
          need(use);
        }
      }
      for (int file = 0; file < move.project().outlines().size(); file++) {
        users(file);
      }
      stays();
      unused();
      followMore(move);
      for (ImportStatements one : statements.values()) {
        one.write();
      }
      put(move, fresh, freshLate);
    }

    // ---- what the code needs

    /** Lets what moves see the first name of a use. */
    private void need(Use use) throws CannotMoveException {
      String name = use.chain().get(0);
      int own = move.old().find(0, name);
      if (own >= 0) {
        if (!move.isMoved(own)) {
          expose(move, own, false);
          boolean late = bothWays && isForTypesAlone(name, true);
          bring(use, name, Place.of(move.from(), own), move.path(move.from()), name, late);
        }
        return;
      }
      ImportStatements old = imports(move.from());
      for (Import one : move.old().imports()) {
        boolean here = one.level() >= 0 && one.alias().equals(name);
        Scope scope = here ? old.scope(one) : Scope.LOCAL;
        if (scope == Scope.CONDITION) {
          condition(one, name);
          return;
        }
        if (scope != Scope.LOCAL) {
          bring(one, name, scope == Scope.TYPES || one.late());
          return;
        }
      }
      star(use, name);
    }

    /** Brings a name in by the whole condition under which the old source does. */
    private void condition(Import one, String name) throws CannotMoveException {
      Syntax tree = move.tree(move.from());
      int node = syntax.statement(tree, one.at());
      while (tree.around(node) > 0) {
        node = tree.around(node);
      }
      List<String> asked = syntax.condition(tree, node);
      if (asked == null) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "'" + name + "' is brought in under a condition; so far that does not come along.",
            one.at());
      }
      if (move.toFile() >= 0 && move.text(move.toFile()).contains(tree.text(node))) {
        return;
      }
      if (move.toFile() >= 0 && isBound(move.toFile(), name, false)) {
        clash(name, move.toFile());
        return;
      }
      for (String needed : asked) {
        for (Import other : move.old().imports()) {
          boolean here = other.level() >= 0 && other.alias().equals(needed);
          if (here && imports(move.from()).scope(other) == Scope.TOP) {
            bring(other, needed, other.late());
          }
        }
      }
      add(new Added(tree.text(node), "", false));
    }

    /** Brings in again, in the new place, what an import of the old source brings in. */
    private void bring(Import one, String name, boolean late) throws CannotMoveException {
      Place meant = move.names().brought(move.from(), one, 0);
      Place source = move.names().source(move.from(), one);
      Syntax tree = move.tree(move.from());
      int statement = syntax.statement(tree, one.at());
      int element = -1;
      for (int node : syntax.elements(tree, statement)) {
        element = tree.begin(node) == one.nameAt() ? node : element;
      }
      boolean toItself =
          move.toFile() >= 0 && meant != null && meant.equals(Place.of(move.toFile(), 0));
      if (toItself) {
        return;
      }
      if (source.file() == move.toFile() && move.toFile() >= 0 && element >= 0) {
        if (!one.alias().equals(one.name())) {
          throw new CannotMoveException(
              RefusalCode.NAME_CLASH,
              "'" + one.name() + "' is called " + name + " here and not so in its own source.",
              one.at());
        }
        return;
      }
      Place there = move.toFile() < 0 ? null : move.names().inFile(move.toFile(), name, 0);
      if (move.toFile() >= 0 && isBound(move.toFile(), name, late)) {
        boolean same =
            meant != null && (meant.equals(there) || meant.isForeign() && alike(one, name));
        if (!same) {
          clash(name, move.toFile());
        }
        return;
      }
      String written = syntax.specifier(tree, syntax.source(tree, statement));
      boolean ours = !source.isForeign() && source.file() >= 0 && element >= 0;
      String specifier =
          ours
              ? specifier(move, move.to(), move.path(source.file()), written)
              : element >= 0 ? whole(one, source, written) : again(one, source, tree, statement);
      add(new Added(specifier, element >= 0 ? tree.text(element) : "", late));
    }

    /** What a foreign source, or a folder, is written as from the new place. */
    private String whole(Import one, Place source, String written) throws CannotMoveException {
      boolean relative = written.startsWith(".");
      if (relative && !Project.folder(move.path(move.from())).equals(Project.folder(move.to()))) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET,
            "This import is written from the folder of its source, and would not be found from"
                + " another.",
            one.at());
      }
      return written;
    }

    /** A whole statement that is written again as it is. */
    private String again(Import one, Place source, Syntax tree, int statement)
        throws CannotMoveException {
      String written = syntax.specifier(tree, syntax.source(tree, statement));
      boolean ours = source.file() >= 0 && written.startsWith(".");
      String specifier =
          ours
              ? specifier(move, move.to(), move.path(source.file()), written)
              : whole(one, source, written);
      return syntax.alone(tree, statement, one, specifier);
    }

    /** Whether the new place has an import of the same words. */
    private boolean alike(Import one, String name) {
      return move.outline(move.toFile()).imports().stream()
          .anyMatch(
              other ->
                  other.alias().equals(name)
                      && other.from().equals(one.from())
                      && other.name().equals(one.name())
                      && other.level() == one.level());
    }

    /** Lets the new place see a declaration of a source of ours by its name. */
    private void bring(Use use, String name, Place meant, String path, String element, boolean late)
        throws CannotMoveException {
      if (move.toFile() >= 0 && isBound(move.toFile(), name, late)) {
        if (!meant.equals(move.names().inFile(move.toFile(), name, 0))) {
          clash(name, move.toFile());
        }
        return;
      }
      add(new Added(specifier(move, move.to(), path, ""), element, late));
    }

    private void add(Added one) {
      if (move.toFile() >= 0) {
        imports(move.toFile()).add(one);
      } else {
        List<String> names =
            (one.late() ? freshLate : fresh)
                .computeIfAbsent(one.specifier(), key -> new ArrayList<>());
        if (!names.contains(one.element())) {
          names.add(one.element());
        }
      }
    }

    /** A name that the old source sees since it brings in all of another one. */
    private void star(Use use, String name) throws CannotMoveException {
      Place meant = move.names().inFile(move.from(), name, 0);
      if (meant != null && meant.file() >= 0 && meant.file() != move.from()) {
        if (meant.file() != move.toFile()) {
          bring(use, name, meant, move.path(meant.file()), name, false);
        }
        return;
      }
      for (Import one : move.old().imports()) {
        boolean all = one.name().equals("*") && one.level() >= 0;
        if (all && move.names().source(move.from(), one).isForeign()) {
          throw new CannotMoveException(
              RefusalCode.NOT_YET,
              "All of " + one.from() + " is brought in here, and '" + name + "' may be part of it.",
              use.at());
        }
      }
    }

    /** Whether a name means something at the top of a source. */
    private boolean isBound(int file, String name, boolean late) throws CannotMoveException {
      if (move.outline(file).find(0, name) >= 0) {
        return true;
      }
      for (Import one : move.outline(file).imports()) {
        Scope scope =
            one.level() >= 0 && one.alias().equals(name) ? imports(file).scope(one) : Scope.LOCAL;
        if (scope == Scope.TYPES && !late) {
          move.refuse(
              RefusalCode.NOT_YET,
              "'" + name + "' is brought in for types alone here, and would be needed for more.",
              file,
              one.at(),
              one.end());
          throw new CannotMoveException(RefusalCode.NOT_YET, "A name is needed for more.", 0);
        }
        if (scope != Scope.LOCAL && scope != Scope.CONDITION) {
          return true;
        }
      }
      return false;
    }

    private void clash(String name, int file) {
      move.refuse(
          RefusalCode.NAME_CLASH,
          "'" + name + "' is another thing in " + move.path(file) + ".",
          file,
          0,
          0);
    }

    /** Whether what moves can be called so where it comes to be seen. */
    private void checkName(int file, String name) {
      if (file < 0) {
        return;
      }
      Place there = move.names().inFile(file, name, 0);
      boolean declared = move.outline(file).find(0, name) >= 0;
      boolean other = there != null && !move.moves(there);
      if (declared || other) {
        clash(name, file);
      }
    }

    // ---- who uses it

    private void users(int file) throws CannotMoveException {
      for (Import one : move.outline(file).imports()) {
        if (one.level() < 0 || move.names().source(file, one).file() != move.from()) {
          continue;
        }
        boolean taken = !one.name().isEmpty() && !one.name().equals("*");
        if (taken && move.moves(move.names().brought(file, one, 0))) {
          taken(file, one);
        } else if (one.name().equals("*")) {
          all(file, one);
        }
      }
      reached(file);
    }

    /** An import that takes what moves. */
    private void taken(int file, Import one) throws CannotMoveException {
      if (file == move.from()) {
        throw new CannotMoveException(
            RefusalCode.NOT_YET, "The source takes this from itself.", one.at());
      }
      if (file == move.toFile()) {
        if (!one.alias().equals(one.name()) && !one.alias().isEmpty()) {
          move.refuse(
              RefusalCode.NOT_YET,
              "'" + one.name() + "' has another name in the source that would take it.",
              file,
              one.at(),
              one.end());
        }
        imports(file).takeOut(one);
        return;
      }
      Syntax tree = move.tree(file);
      int statement = syntax.statement(tree, one.at());
      String written = statement < 0 ? "" : syntax.specifier(tree, syntax.source(tree, statement));
      imports(file).replace(one, specifier(move, move.path(file), move.to(), written));
    }

    /** An import of all that the old source has. */
    private void all(int file, Import one) throws CannotMoveException {
      for (int decl : move.moved()) {
        String name = move.name(decl);
        boolean used =
            move.outline(file).uses().stream()
                .anyMatch(
                    use -> begins(use, name) && move.moves(move.names().inFile(file, name, 0)));
        boolean handed = handsOnAll(move, file, decl) || isTakenFrom(file, name);
        if ((used || handed) && file != move.toFile()) {
          Syntax tree = move.tree(file);
          int statement = syntax.statement(tree, one.at());
          String written = syntax.specifier(tree, syntax.source(tree, statement));
          String specifier = specifier(move, move.path(file), move.to(), written);
          String line = syntax.handOn(tree, statement, specifier, name);
          int end = move.text(file).indexOf('\n', tree.end(statement));
          move.edits(file)
              .insert(end < 0 ? move.text(file).length() : end + 1, line + move.lineEnd(file));
        }
      }
    }

    /** Whether another source takes a name from one. */
    private boolean isTakenFrom(int file, String name) {
      for (int user = 0; user < move.project().outlines().size(); user++) {
        for (Import one : move.outline(user).imports()) {
          boolean names = one.name().equals(name) || one.name().equals("*") || one.name().isEmpty();
          if (one.level() >= 0 && names && move.names().source(user, one).file() == file) {
            return true;
          }
        }
      }
      return false;
    }

    /** Uses that reach what moves through the old source. */
    private void reached(int file) throws CannotMoveException {
      Map<String, Integer> through = new HashMap<>();
      Set<String> asked = new HashSet<>();
      for (Use use : move.outline(file).uses()) {
        boolean named = use.root() == Root.NAME || use.root() == Root.PATH;
        if (!named || use.chain().size() < 2 || !move.moves(move.names().meant(file, use))) {
          continue;
        }
        if (!reachesOld(file, use)) {
          continue;
        }
        String name = use.chain().get(use.chain().size() - 1);
        int node = chain(move.tree(file), use);
        if (node < 0) {
          throw refused(file, use, "What is written here is not understood.");
        }
        if (file == move.from() && !move.isInside(use.at())) {
          throw refused(file, use, "The source reaches this through itself.");
        }
        boolean other = file != move.toFile() && file != move.from();
        if (asked.add(name) && other && !isTaken(file, name)) {
          free(file, use, name);
          String written = specifier(move, move.path(file), move.to(), like(file, use));
          imports(file).add(new Added(written, name, false));
        }
        move.edits(file).replace(move.tree(file).begin(node), use.end(), name);
        through.merge(use.chain().get(0), 1, Integer::sum);
      }
      for (String alias : through.keySet()) {
        drop(file, alias, through.get(alias));
      }
    }

    /** Whether a source takes what moves by its name already. */
    private boolean isTaken(int file, String name) {
      return move.outline(file).imports().stream()
          .anyMatch(
              one ->
                  one.level() >= 0
                      && one.alias().equals(name)
                      && move.moves(move.names().brought(file, one, 0)));
    }

    /** Whether a use goes through the old source itself, and not through one that hands on. */
    private boolean reachesOld(int file, Use use) {
      List<String> before = use.chain().subList(0, use.chain().size() - 1);
      Use holder = new Use(use.decl(), Kind.READS, use.root(), before, use.at(), use.end());
      Place meant = move.names().meant(file, holder);
      return meant != null && meant.equals(Place.of(move.from(), 0));
    }

    /** How the import that a use begins with is written. */
    private String like(int file, Use use) {
      for (Import one : move.outline(file).imports()) {
        int statement =
            one.level() >= 0 && one.alias().equals(use.chain().get(0))
                ? syntax.statement(move.tree(file), one.at())
                : -1;
        if (statement >= 0) {
          return syntax.specifier(move.tree(file), syntax.source(move.tree(file), statement));
        }
      }
      return "";
    }

    private CannotMoveException refused(int file, Use use, String message) {
      move.refuse(RefusalCode.NOT_YET, message, file, use.at(), use.end());
      return new CannotMoveException(RefusalCode.NOT_YET, message, 0);
    }

    /** Whether a name is not in use in a source. */
    private void free(int file, Use use, String name) throws CannotMoveException {
      Syntax tree = move.tree(file);
      boolean bound =
          move.outline(file).imports().stream().anyMatch(one -> one.alias().equals(name));
      for (int node = 0; node < tree.size(); node++) {
        boolean same = isName(tree, node) && tree.text(node).equals(name);
        if (same && (bound || syntax.statement(tree, tree.begin(node)) < 0)) {
          move.refuse(
              RefusalCode.NAME_CLASH,
              "'" + name + "' means something here already.",
              file,
              tree.begin(node),
              tree.end(node));
          throw new CannotMoveException(RefusalCode.NAME_CLASH, "A name is taken.", 0);
        }
      }
    }

    /** Takes out the import of the old source where nothing reaches through it any more. */
    private void drop(int file, String alias, int reached) throws CannotMoveException {
      long left =
          move.outline(file).uses().stream()
              .filter(use -> use.chain().get(0).equals(alias) && use.kind() != Kind.THROUGH)
              .count();
      boolean tells = isTakenFrom(file, alias);
      for (Import one : move.outline(file).imports()) {
        boolean its = one.level() >= 0 && one.alias().equals(alias);
        if (its && left == reached && !tells && !handsOn(move, one) && file != move.from()) {
          imports(file).takeOut(one);
        }
      }
    }

    // ---- the old source

    /** Lets the old source see what left, where it uses that. */
    private void stays() throws CannotMoveException {
      for (int decl : move.moved()) {
        String name = move.name(decl);
        if (isUsed(name)) {
          expose(move, decl, true);
          String specifier = specifier(move, move.path(move.from()), move.to(), "");
          boolean late = bothWays && isForTypesAlone(name, false);
          imports(move.from()).add(new Added(specifier, name, late));
        }
      }
    }

    /** Whether what stays uses what moves by its name. */
    private boolean isUsed(String name) {
      return move.staying().stream().anyMatch(use -> begins(use, name) && means(use, name));
    }

    /** Refuses where the old source and what leaves it would need each other to be loaded. */
    private void bothWays() throws CannotMoveException {
      Set<String> back = new TreeSet<>();
      Use first = null;
      for (Use use : move.inside()) {
        String name = use.chain().get(0);
        int own = begins(use, name) ? move.old().find(0, name) : -1;
        if (own >= 0 && !move.isMoved(own) && !isForTypesAlone(name, true)) {
          first = first == null ? use : first;
          back.add(name);
        }
      }
      Set<String> staying = new TreeSet<>();
      for (int decl : move.moved()) {
        if (isUsed(move.name(decl)) && !isForTypesAlone(move.name(decl), false)) {
          staying.add(move.name(decl));
        }
      }
      if (!back.isEmpty() && !staying.isEmpty()) {
        throw new CannotMoveException(
            RefusalCode.WOULD_NOT_COMPILE,
            "What stays uses "
                + String.join(", ", staying)
                + ", and what moves uses "
                + String.join(", ", back)
                + ", so each source would need the other one. Name these in the step, too.",
            first.at());
      }
    }

    private boolean needsOld() {
      for (Use use : move.inside()) {
        int own = begins(use, use.chain().get(0)) ? move.old().find(0, use.chain().get(0)) : -1;
        if (own >= 0 && !move.isMoved(own)) {
          return true;
        }
      }
      return false;
    }

    /** Whether all uses of a name, in what moves or in what stays, are for types. */
    private boolean isForTypesAlone(String name, boolean inside) {
      return (inside ? move.inside() : move.staying())
          .stream()
              .filter(use -> use.chain().get(0).equals(name))
              .allMatch(use -> isForTypes(move, move.from(), use));
    }

    private static boolean begins(Use use, String name) {
      return (use.root() == Root.NAME || use.root() == Root.PATH)
          && use.chain().get(0).equals(name);
    }

    private boolean means(Use use, String name) {
      Use first = new Use(use.decl(), use.kind(), Root.NAME, List.of(name), use.at(), use.end());
      Place meant = move.names().meant(move.from(), first);
      return meant == null || move.moves(meant);
    }

    /** Takes imports out of the old source that only what left has used. */
    private void unused() throws CannotMoveException {
      Set<String> used = new HashSet<>();
      for (Use use : move.inside()) {
        used.add(use.chain().get(0));
      }
      Syntax tree = move.tree(move.from());
      Set<String> left = new HashSet<>();
      move.staying().forEach(use -> left.add(use.chain().get(0)));
      for (int node = 0; node < tree.size(); node++) {
        boolean name = isName(tree, node) && !move.isInside(tree.begin(node));
        if (name && syntax.statement(tree, tree.begin(node)) < 0) {
          left.add(tree.text(node));
        }
      }
      for (Import one : move.old().imports()) {
        boolean only =
            one.level() >= 0 && used.contains(one.alias()) && !left.contains(one.alias());
        Scope scope = only ? imports(move.from()).scope(one) : Scope.LOCAL;
        boolean top = scope == Scope.TOP || scope == Scope.TYPES;
        if (only && top && !handsOn(move, one) && !isTakenByName(one.alias())) {
          imports(move.from()).takeOut(one);
        }
      }
    }

    /** Whether another source takes a name from the old one, or all that it has. */
    private boolean isTakenByName(String name) {
      for (int user = 0; user < move.project().outlines().size(); user++) {
        for (Import one : move.outline(user).imports()) {
          boolean names = one.name().equals(name) || one.name().equals("*") && starTakesImports();
          if (one.level() >= 0 && names && move.names().source(user, one).file() == move.from()) {
            return true;
          }
        }
        for (Use use : move.outline(user).uses()) {
          int at = user == move.from() ? -1 : use.chain().indexOf(name);
          if (at > 0 && reachesOldBefore(user, use, at)) {
            return true;
          }
        }
      }
      return false;
    }

    private boolean reachesOldBefore(int user, Use use, int at) {
      boolean named = use.root() == Root.NAME || use.root() == Root.PATH;
      Use holder =
          new Use(
              use.decl(), Kind.READS, use.root(), use.chain().subList(0, at), use.at(), use.end());
      return named && Place.of(move.from(), 0).equals(move.names().meant(user, holder));
    }
  }

  /** Whether a declaration is a variable. */
  protected static boolean isVariable(Relocation move, int decl) {
    return move.old().decls().get(decl).sort() == Sort.FIELD;
  }

  /** Refuses a variable that gets other values, or one that code of others works out. */
  protected static void keepsValue(Relocation move, int decl) throws CannotMoveException {
    String name = move.name(decl);
    for (int file = 0; file < move.project().outlines().size(); file++) {
      for (Use use : move.outline(file).uses()) {
        boolean writes =
            use.kind() == Kind.WRITES && use.chain().get(use.chain().size() - 1).equals(name);
        if (writes && move.moves(move.names().meant(file, use))) {
          move.refuse(
              RefusalCode.ASSIGNED,
              "'" + name + "' gets another value here.",
              file,
              use.at(),
              use.end());
        }
      }
    }
    for (Use use : move.may(Leave.PURE) ? List.<Use>of() : move.inside()) {
      boolean calls = use.kind() == Kind.CALLS || use.kind() == Kind.CREATES;
      boolean here = use.decl() == decl || use.decl() == 0;
      if (calls && here && move.old().find(0, use.chain().get(0)) >= 0) {
        throw new CannotMoveException(
            RefusalCode.EVALUATION_ORDER,
            "The value of '"
                + name
                + "' is worked out when its source is loaded, which would be at another time. Say"
                + " 'pure: true' where that makes no difference.",
            use.at());
      }
    }
  }
}

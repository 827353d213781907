package dev.vinesorter.lang.move;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.ImportStatements.Added;
import dev.vinesorter.lang.move.ImportSyntax.Scope;
import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.tree.Syntax;
import java.util.List;

/** Lets the new source see what the code that comes names. */
final class NeededNames {
  private final ImportPlan plan;
  private final Relocation move;
  private final NamedImports language;
  private final ImportSyntax syntax;

  NeededNames(ImportPlan plan) {
    this.plan = plan;
    this.move = plan.move();
    this.language = plan.language();
    this.syntax = plan.syntax();
  }

  /** Lets what moves see the first name of a use. */
  void need(Use use) throws CannotMoveException {
    String name = use.chain().get(0);
    int own = move.old().find(0, name);
    if (own >= 0) {
      if (!move.isMoved(own)) {
        language.expose(move, own, false);
        boolean late = plan.isBothWays() && plan.isForTypesAlone(name, true);
        bring(use, name, Place.of(move.from(), own), move.path(move.from()), name, late);
      }
      return;
    }
    ImportStatements old = plan.imports(move.from());
    if (goesAlong(old, use)) {
      return;
    }
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

  /** Writes what moving functions bring in themselves as it is named from the new place. */
  void inside() {
    String folder = Project.folder(move.to());
    boolean far = !Project.folder(move.path(move.from())).equals(folder);
    Syntax tree = move.tree(move.from());
    for (Import one : far ? move.old().imports() : List.<Import>of()) {
      boolean along = one.level() >= 0 && move.isInside(one.at());
      int statement = along ? syntax.statement(tree, one.at()) : -1;
      Place source = statement < 0 ? null : move.names().source(move.from(), one);
      int node = source == null || source.file() < 0 ? -1 : syntax.source(tree, statement);
      String written = node < 0 ? "" : syntax.specifier(tree, node);
      if (written.startsWith(".")) {
        String specifier = language.specifier(move, move.to(), move.path(source.file()), written);
        move.edits(move.from())
            .replace(tree.begin(node), tree.end(node), syntax.written(tree, node, specifier));
      }
    }
  }

  /** Whether all uses of a name are of what moving functions bring in themselves. */
  private boolean goesAlong(ImportStatements old, Use use) {
    String name = use.chain().get(0);
    for (Use other : move.inside()) {
      boolean brought =
          !ImportPlan.begins(other, name)
              || move.old().imports().stream()
                  .anyMatch(
                      one ->
                          one.alias().equals(name)
                              && move.isInside(one.at())
                              && old.scope(one) == Scope.LOCAL
                              && isIn(other, one));
      if (!brought) {
        return false;
      }
    }
    return true;
  }

  /** Whether a use stands in the function that an import stands in. */
  private boolean isIn(Use use, Import one) {
    for (int at = use.decl(); at > 0; at = move.old().decls().get(at).around()) {
      Outline.Decl decl = move.old().decls().get(at);
      if (decl.sort() == Sort.FUNCTION) {
        return decl.begin() <= one.at() && one.at() < decl.end();
      }
    }
    return false;
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
      plan.clash(name, move.toFile());
      return;
    }
    for (String needed : asked) {
      for (Import other : move.old().imports()) {
        boolean here = other.level() >= 0 && other.alias().equals(needed);
        if (here && plan.imports(move.from()).scope(other) == Scope.TOP) {
          bring(other, needed, other.late());
        }
      }
    }
    plan.add(new Added(tree.text(node), "", false));
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
        plan.clash(name, move.toFile());
      }
      return;
    }
    String written = syntax.specifier(tree, syntax.source(tree, statement));
    boolean ours = !source.isForeign() && source.file() >= 0 && element >= 0;
    String specifier =
        ours
            ? language.specifier(move, move.to(), move.path(source.file()), written)
            : element >= 0 ? whole(one, source, written) : again(one, source, tree, statement);
    plan.add(new Added(specifier, element >= 0 ? tree.text(element) : "", late));
  }

  /** Lets the new place see a declaration of a source of ours by its name. */
  private void bring(Use use, String name, Place meant, String path, String element, boolean late)
      throws CannotMoveException {
    if (move.toFile() >= 0 && isBound(move.toFile(), name, late)) {
      if (!meant.equals(move.names().inFile(move.toFile(), name, 0))) {
        plan.clash(name, move.toFile());
      }
      return;
    }
    plan.add(new Added(language.specifier(move, move.to(), path, ""), element, late));
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
            ? language.specifier(move, move.to(), move.path(source.file()), written)
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
          one.level() >= 0 && one.alias().equals(name)
              ? plan.imports(file).scope(one)
              : Scope.LOCAL;
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

  /** Whether what moves can be called so where it comes to be seen. */
  void checkName(int file, String name) {
    if (file < 0) {
      return;
    }
    Place there = move.names().inFile(file, name, 0);
    boolean declared = move.outline(file).find(0, name) >= 0;
    boolean other = there != null && !move.moves(there);
    if (declared || other) {
      plan.clash(name, file);
    }
  }
}

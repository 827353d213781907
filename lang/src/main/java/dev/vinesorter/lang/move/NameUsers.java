package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.ImportStatements.Added;
import dev.vinesorter.lang.move.ImportSyntax.Scope;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.tree.Syntax;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;

/** Lets all sources that use what moves find it in its new place. */
final class NameUsers {
  private final ImportPlan plan;
  private final Relocation move;
  private final NamedImports language;
  private final ImportSyntax syntax;

  NameUsers(ImportPlan plan) {
    this.plan = plan;
    this.move = plan.move();
    this.language = plan.language();
    this.syntax = plan.syntax();
  }

  void users(int file) throws CannotMoveException {
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
      plan.imports(file).takeOut(one);
      return;
    }
    if (isForTypesAlone(file, one) && isReached(file, one.name())) {
      plan.imports(file).takeOut(one);
      return;
    }
    Syntax tree = move.tree(file);
    int statement = syntax.statement(tree, one.at());
    String written = statement < 0 ? "" : syntax.specifier(tree, syntax.source(tree, statement));
    plan.imports(file).replace(one, language.specifier(move, move.path(file), move.to(), written));
  }

  private boolean isForTypesAlone(int file, Import one) {
    return one.alias().equals(one.name()) && plan.imports(file).scope(one) == Scope.TYPES;
  }

  /** Whether a use, for more than types, reaches what moves through the old source. */
  private boolean isReached(int file, String name) {
    return move.outline(file).uses().stream()
        .anyMatch(
            use ->
                use.chain().size() > 1
                    && use.chain().get(use.chain().size() - 1).equals(name)
                    && move.moves(move.names().meant(file, use))
                    && plan.reachesOld(file, use, use.chain().size() - 1)
                    && !language.isForTypes(move, file, use));
  }

  /** An import of all that the old source has. */
  private void all(int file, Import one) throws CannotMoveException {
    for (int decl : move.moved()) {
      String name = move.name(decl);
      boolean used =
          move.outline(file).uses().stream()
              .anyMatch(
                  use ->
                      ImportPlan.begins(use, name)
                          && move.moves(move.names().inFile(file, name, 0)));
      boolean handed = language.handsOnAll(move, file, decl) || plan.isTakenFrom(file, name);
      if ((used || handed) && file != move.toFile()) {
        Syntax tree = move.tree(file);
        int statement = syntax.statement(tree, one.at());
        String written = syntax.specifier(tree, syntax.source(tree, statement));
        String specifier = language.specifier(move, move.path(file), move.to(), written);
        String line = syntax.handOn(tree, statement, specifier, name);
        int behind = TextLines.next(move.text(file), tree.end(statement));
        move.edits(file).insert(behind, line + move.lineEnd(file));
      }
    }
  }

  /** Uses that reach what moves through the old source. */
  private void reached(int file) throws CannotMoveException {
    Map<String, Integer> through = new HashMap<>();
    Set<String> asked = new HashSet<>();
    for (Use use : move.outline(file).uses()) {
      int last = use.chain().size() - 1;
      boolean moves = last > 0 && move.moves(move.names().meant(file, use));
      if (!moves || !plan.reachesOld(file, use, last)) {
        continue;
      }
      String name = use.chain().get(last);
      int node = language.chain(move.tree(file), use);
      if (node < 0) {
        throw refused(file, use, "What is written here is not understood.");
      }
      if (file == move.from() && !move.isInside(use.at())) {
        throw refused(file, use, "The source reaches this through itself.");
      }
      boolean other = file != move.toFile() && file != move.from();
      if (asked.add(name) && other && !isTaken(file, name)) {
        free(file, use, name);
        String written = language.specifier(move, move.path(file), move.to(), like(file, use));
        plan.imports(file).add(new Added(written, name, false));
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
                    && move.moves(move.names().brought(file, one, 0))
                    && !(isForTypesAlone(file, one) && isReached(file, name)));
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
        move.outline(file).imports().stream()
            .anyMatch(one -> one.alias().equals(name) && !isForTypesAlone(file, one));
    boolean itself =
        move.outline(file).imports().stream()
            .anyMatch(
                one ->
                    one.level() >= 0
                        && one.alias().equals(name)
                        && isForTypesAlone(file, one)
                        && move.moves(move.names().brought(file, one, 0)));
    if (itself && !bound) {
      return;
    }
    for (int node = 0; node < tree.size(); node++) {
      boolean same = language.isName(tree, node) && tree.text(node).equals(name);
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
    boolean tells = plan.isTakenFrom(file, alias);
    for (Import one : move.outline(file).imports()) {
      boolean its = one.level() >= 0 && one.alias().equals(alias);
      if (its && left == reached && !tells && !language.handsOn(move, one) && file != move.from()) {
        plan.imports(file).takeOut(one);
      }
    }
  }
}

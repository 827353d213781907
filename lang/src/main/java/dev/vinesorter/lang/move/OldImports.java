package dev.vinesorter.lang.move;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.ImportStatements.Added;
import dev.vinesorter.lang.move.ImportSyntax.Scope;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.tree.Syntax;
import java.util.HashSet;
import java.util.Set;
import java.util.TreeSet;

/** What the source that things leave brings in afterwards: what left, and no more than it uses. */
final class OldImports {
  private final ImportPlan plan;
  private final Relocation move;
  private final NamedImports language;
  private final ImportSyntax syntax;

  OldImports(ImportPlan plan) {
    this.plan = plan;
    this.move = plan.move();
    this.language = plan.language();
    this.syntax = plan.syntax();
  }

  /** Lets the old source see what left, where it uses that. */
  void stays() throws CannotMoveException {
    for (int decl : move.moved()) {
      String name = move.name(decl);
      if (plan.isUsed(name)) {
        language.expose(move, decl, true);
        String specifier = language.specifier(move, move.path(move.from()), move.to(), "");
        boolean late = plan.isBothWays() && plan.isForTypesAlone(name, false);
        plan.imports(move.from()).add(new Added(specifier, name, late));
      }
    }
  }

  /** Refuses where the old source and what leaves it would need each other to be loaded. */
  void bothWays() throws CannotMoveException {
    Set<String> back = new TreeSet<>();
    Use first = null;
    for (Use use : move.inside()) {
      String name = use.chain().get(0);
      int own = ImportPlan.begins(use, name) ? move.old().find(0, name) : -1;
      if (own >= 0 && !move.isMoved(own) && !plan.isForTypesAlone(name, true)) {
        first = first == null ? use : first;
        back.add(name);
      }
    }
    Set<String> staying = new TreeSet<>();
    for (int decl : move.moved()) {
      if (plan.isUsed(move.name(decl)) && !plan.isForTypesAlone(move.name(decl), false)) {
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

  /** Takes imports out of the old source that only what left has used. */
  void unused() throws CannotMoveException {
    Set<String> used = new HashSet<>();
    for (Use use : move.inside()) {
      used.add(use.chain().get(0));
    }
    Syntax tree = move.tree(move.from());
    Set<String> left = new HashSet<>();
    move.staying().forEach(use -> left.add(use.chain().get(0)));
    for (int node = 0; node < tree.size(); node++) {
      boolean name = language.isName(tree, node) && !move.isInside(tree.begin(node));
      if (name && syntax.statement(tree, tree.begin(node)) < 0) {
        left.add(tree.text(node));
      }
    }
    for (Import one : move.old().imports()) {
      boolean only = one.level() >= 0 && used.contains(one.alias()) && !left.contains(one.alias());
      Scope scope = only ? plan.imports(move.from()).scope(one) : Scope.LOCAL;
      boolean top = scope == Scope.TOP || scope == Scope.TYPES;
      if (only && top && !language.handsOn(move, one) && !isTakenByName(one.alias())) {
        plan.imports(move.from()).takeOut(one);
      }
    }
  }

  /** Whether another source takes a name from the old one, or all that it has. */
  private boolean isTakenByName(String name) {
    for (int user = 0; user < move.project().outlines().size(); user++) {
      for (Import one : move.outline(user).imports()) {
        boolean names =
            one.name().equals(name) || one.name().equals("*") && language.starTakesImports();
        if (one.level() >= 0 && names && move.names().source(user, one).file() == move.from()) {
          return true;
        }
      }
      for (Use use : move.outline(user).uses()) {
        int at = user == move.from() ? -1 : use.chain().indexOf(name);
        if (at > 0 && plan.reachesOld(user, use, at)) {
          return true;
        }
      }
    }
    return false;
  }
}

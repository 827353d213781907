package dev.vinesorter.lang.script;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.move.CannotMoveException;
import dev.vinesorter.lang.move.Relocation;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.tree.Syntax;
import java.util.List;

/**
 * What stands against moving something out of a source that gives names by {@code module.exports}.
 */
final class CommonObstacles {
  private final Relocation move;
  private final Syntax tree;

  CommonObstacles(Relocation move) {
    this.move = move;
    this.tree = move.tree(move.from());
  }

  void check() throws CannotMoveException {
    target();
    throughModule();
    handedOn();
  }

  private CannotMoveException refused(String message, int at) {
    return new CannotMoveException(RefusalCode.NOT_YET, message, at);
  }

  private void target() throws CannotMoveException {
    int begin = move.stretches().get(0).begin();
    if (move.to().endsWith(".mjs") || move.to().matches(".*[.][cm]?tsx?")) {
      throw refused("The new source would be one that exports; the old one does not.", begin);
    }
    Syntax target = move.toFile() < 0 ? null : move.tree(move.toFile());
    if (target == null || target.first(0) < 0) {
      return;
    }
    if (!CommonModules.isCommon(target)) {
      throw refused("The two sources give and take names in different ways.", begin);
    }
    strictness(target);
    int whole = CommonModules.whole(target);
    if (whole >= 0 && CommonModules.list(target) < 0 && !takesMore(target, whole)) {
      throw refused(
          "The new source gives one thing as a whole, so that it can give no more.", begin);
    }
    for (int decl : move.moved()) {
      int at = move.old().decls().get(decl).nameAt();
      if (CommonModules.list(target) >= 0 && isGiven(at)) {
        throw refused(
            "'" + move.name(decl) + "' is given where it is declared; the new source has a list.",
            at);
      }
      for (Import one : move.outline(move.toFile()).imports()) {
        boolean taken = one.level() >= 0 && !one.name().isEmpty() && isGiven(at);
        if (taken && move.moves(move.names().brought(move.toFile(), one, 0))) {
          throw refused("'" + move.name(decl) + "' has no name in the source that uses it.", at);
        }
      }
    }
  }

  /** The same words may do other things in a strict source and in one that is not. */
  private void strictness(Syntax target) throws CannotMoveException {
    boolean strict = CommonModules.strict(tree) >= 0;
    boolean alike = strict == CommonModules.strict(target) >= 0;
    for (int node = alike ? tree.size() : 0; node < tree.size(); node++) {
      boolean other =
          !strict && tree.is(node, "assignment_expression")
              || tree.is(node, "this")
              || tree.is(node, "identifier") && tree.text(node).equals("arguments");
      if (other && move.isInside(tree.begin(node))) {
        throw new CannotMoveException(
            RefusalCode.OTHER_MEANING,
            "One of the two sources says 'use strict', and this may do something else there.",
            tree.begin(node));
      }
    }
  }

  /** Whether what a source gives as a whole is a function or a class, which can have members. */
  private static boolean takesMore(Syntax target, int whole) {
    int value = target.child(CommonModules.given(target, whole), "right");
    while (target.is(value, "assignment_expression")) {
      value = target.child(value, "right");
    }
    return target.is(value, "identifier")
        || target.is(value, "class")
        || target.is(value, "function_expression")
        || target.is(value, "arrow_function");
  }

  private boolean isGiven(int at) {
    int node = tree.innermost(at);
    return CommonModules.isExports(tree, tree.child(tree.around(node), "object"));
  }

  /**
   * What moves must not be reached by {@code exports.name}, nor know itself as part of a module.
   */
  private void throughModule() throws CannotMoveException {
    for (int node = 0; node < tree.size(); node++) {
      int object = tree.is(node, "member_expression") ? tree.child(node, "object") : -1;
      if (!CommonModules.isExports(tree, object)) {
        if (tree.is(node, "identifier") && isModule(node) && move.isInside(tree.begin(node))) {
          throw new CannotMoveException(
              RefusalCode.OTHER_MEANING,
              "'" + tree.text(node) + "' says something of the module that it stands in.",
              tree.begin(node));
        }
        continue;
      }
      reached(node);
    }
    ownObject();
  }

  /** What is reached by {@code exports.name} is reached by its name where that moves away. */
  private void reached(int node) throws CannotMoveException {
    int property = tree.child(node, "property");
    int own = move.old().find(0, tree.text(property));
    boolean declares = own >= 0 && move.old().decls().get(own).nameAt() == tree.begin(property);
    int holder = tree.around(node);
    boolean assigned = tree.child(holder, "left") == node;
    boolean gives = assigned && CommonModules.given(tree, tree.around(holder)) >= 0;
    boolean moved = own >= 0 && move.isMoved(own);
    boolean inside = move.isInside(tree.begin(node));
    if (moved == inside || declares || gives && !inside) {
      return;
    }
    if (own < 0 || assigned) {
      throw refused(
          "'" + tree.text(property) + "' is reached through what its module gives.",
          tree.begin(node));
    }
    move.edits(move.from()).replace(tree.begin(node), tree.end(node), tree.text(property));
  }

  private boolean isModule(int node) {
    String text = tree.text(node);
    boolean whole = text.equals("module") || text.equals("exports");
    return whole && !CommonModules.isExports(tree, object(node));
  }

  /** The node whose members are reached at a name: {@code module.exports}, or {@code exports}. */
  private int object(int node) {
    int around = tree.around(node);
    int holder = tree.text(node).equals("module") ? around : node;
    boolean reached =
        tree.is(tree.around(holder), "member_expression")
            && tree.child(tree.around(holder), "object") == holder;
    return reached ? holder : -1;
  }

  /**
   * A function that is given where it is declared may be called with its module as {@code this}.
   */
  private void ownObject() throws CannotMoveException {
    for (int decl : move.moved()) {
      int at = move.old().decls().get(decl).nameAt();
      boolean function = move.old().decls().get(decl).sort() == Sort.FUNCTION;
      int statement = tree.around(tree.around(tree.innermost(at)));
      for (int node = function && isGiven(at) ? statement : tree.size();
          node < tree.past(Math.max(0, statement)) && node < tree.size();
          node++) {
        if (tree.is(node, "this")) {
          throw new CannotMoveException(
              RefusalCode.OTHER_MEANING, "'this' may be the module here.", tree.begin(node));
        }
      }
    }
  }

  /** Another source that hands on all that this one gives would not hand on what left. */
  private void handedOn() throws CannotMoveException {
    for (int file = 0; file < move.project().outlines().size(); file++) {
      for (Import one : move.outline(file).imports()) {
        Place source = one.name().equals("*") ? move.names().source(file, one) : null;
        if (source == null || source.file() != move.from() || file == move.from()) {
          continue;
        }
        boolean exports = move.text(file).startsWith("export", lineOf(file, one.at()));
        for (int decl : exports ? List.<Integer>of() : move.moved()) {
          boolean isGiven =
              !CommonModules.giving(tree, move.name(decl)).isEmpty()
                  || isGiven(move.old().decls().get(decl).nameAt());
          if (isGiven) {
            String message = "All that the old source gives is handed on here.";
            move.refuse(RefusalCode.NOT_YET, message, file, one.at(), one.end());
            throw refused(message, move.stretches().get(0).begin());
          }
        }
      }
    }
  }

  private int lineOf(int file, int at) {
    return move.text(file).lastIndexOf('\n', at) + 1;
  }
}

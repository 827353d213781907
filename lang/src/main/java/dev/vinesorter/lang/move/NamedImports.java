package dev.vinesorter.lang.move;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.outline.Outline.Sort;
import dev.vinesorter.lang.outline.Outline.Use;
import dev.vinesorter.lang.tree.Syntax;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

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
   * Makes the text of a new source.
   *
   * @param parts what moves, each part with an end of line
   * @param imports what it brings in, by what that is taken from
   * @param late the same for what is brought in for types alone
   */
  protected abstract void fresh(
      Relocation move,
      List<String> parts,
      Map<String, List<String>> imports,
      Map<String, List<String>> late)
      throws CannotMoveException;

  /** Puts the text of what moves into a source that is there. */
  protected abstract void insert(Relocation move, List<String> parts) throws CannotMoveException;

  /** What else names what moves. */
  protected void followMore(Relocation move) throws CannotMoveException {}

  /** Whether what a source brings in is handed on, so that it stays though nothing here uses it. */
  protected boolean handsOn(Relocation move, Import one) {
    return false;
  }

  @Override
  public final void follow(Relocation move) throws CannotMoveException {
    guard(move);
    ImportPlan plan = new ImportPlan(move, this, syntax);
    NeededNames needed = new NeededNames(plan);
    for (int decl : move.moved()) {
      needed.checkName(move.toFile(), move.name(decl));
    }
    OldImports old = new OldImports(plan);
    if (plan.isBothWays() && mindsCircles(move)) {
      old.bothWays();
    }
    Set<String> done = new HashSet<>();
    for (Use use : move.inside()) {
      if (use.isNamed() && done.add(use.chain().get(0))) {
        needed.need(use);
      }
    }
    needed.inside();
    NameUsers users = new NameUsers(plan);
    for (int file = 0; file < move.project().outlines().size(); file++) {
      users.users(file);
    }
    old.stays();
    old.unused();
    followMore(move);
    plan.write();
    List<String> parts = new ArrayList<>();
    for (Stretch stretch : move.stretches()) {
      parts.add(move.text(stretch).stripTrailing() + move.lineEnd(move.from()));
    }
    TextLines.remove(move);
    if (move.toFile() < 0) {
      fresh(move, parts, plan.fresh(), plan.freshLate());
    } else {
      insert(move, parts);
    }
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

  /** Whether a use is looked at later than when its source is loaded. */
  protected abstract boolean isLater(Syntax tree, Use use);

  /** Whether a statement at the top of the new source uses what moves when that is loaded. */
  protected final boolean needsAtOnce(Relocation move, int statement) {
    Syntax tree = move.tree(move.toFile());
    for (Use use : move.outline(move.toFile()).uses()) {
      boolean here = tree.begin(statement) <= use.at() && use.at() < tree.end(statement);
      if (here && move.moves(move.names().meant(move.toFile(), use)) && !isLater(tree, use)) {
        return true;
      }
    }
    return false;
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

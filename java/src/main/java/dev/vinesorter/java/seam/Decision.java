package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.BreakTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ContinueTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayList;
import java.util.List;

/**
 * The one decision of a method: a {@code switch}, or a chain of {@code if} that ends with {@code
 * else}.
 *
 * @param path where it stands
 * @param arrows whether it is a switch whose cases have arrows
 * @param branches what it chooses from, in their order
 * @param falls where one branch runs on into the next; null for nowhere
 */
record Decision(TreePath path, boolean arrows, List<Branch> branches, Tree falls) {
  /**
   * A branch.
   *
   * @param labels the cases that it is for, or the condition; empty for all else
   * @param code its statements, or its value; null for one that only throws, or does nothing
   * @param whole the code with what ends it: a break, or the braces of an arrow's block
   * @param onlyThrows whether it does nothing but throw
   * @param value what it gives a variable, where it does nothing else; null else
   * @param variable that variable; empty for none
   */
  record Branch(
      List<String> labels,
      Stretch.Range code,
      Stretch.Range whole,
      boolean onlyThrows,
      Stretch.Range value,
      String variable) {
    Branch(
        LocatedTree tree,
        List<String> labels,
        List<? extends Tree> code,
        Stretch.Range whole,
        boolean onlyThrows) {
      this(
          labels,
          code.isEmpty() ? null : range(tree, code.get(0), code.get(code.size() - 1)),
          whole,
          onlyThrows,
          assigned(code) == null
              ? null
              : range(tree, assigned(code).getExpression(), assigned(code).getExpression()),
          assigned(code) == null ? "" : assigned(code).getVariable().toString());
    }

    private static AssignmentTree assigned(List<? extends Tree> code) {
      return code.size() == 1
              && code.get(0) instanceof ExpressionStatementTree statement
              && statement.getExpression() instanceof AssignmentTree assignment
              && assignment.getVariable() instanceof IdentifierTree
          ? assignment
          : null;
    }
  }

  /** The decisions of a method that stand in no other one. */
  static List<Decision> in(LocatedTree tree, TreePath method) {
    List<Decision> switches = new ArrayList<>();
    List<Decision> chains = new ArrayList<>();
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitSwitch(SwitchTree node, Void p) {
        switches.add(ofCases(tree, getCurrentPath(), node.getCases()));
        return null;
      }

      @Override
      public Void visitSwitchExpression(SwitchExpressionTree node, Void p) {
        switches.add(ofCases(tree, getCurrentPath(), node.getCases()));
        return null;
      }

      @Override
      public Void visitIf(IfTree node, Void p) {
        Decision chain = ofChain(tree, getCurrentPath(), node);
        if (chain == null) {
          return super.visitIf(node, p);
        }
        chains.add(chain);
        return null;
      }

      @Override
      public Void visitClass(ClassTree node, Void p) {
        return null;
      }

      @Override
      public Void visitLambdaExpression(LambdaExpressionTree node, Void p) {
        return null;
      }
    }.scan(method, null);
    return switches.isEmpty() ? chains : switches;
  }

  boolean isExpression() {
    return path.getLeaf() instanceof SwitchExpressionTree;
  }

  /** Whether every value is decided on. */
  boolean hasElse() {
    return isExpression() || branches.stream().anyMatch(one -> one.labels.isEmpty());
  }

  // ---- cases

  private static Decision ofCases(LocatedTree tree, TreePath path, List<? extends CaseTree> cases) {
    List<Branch> branches = new ArrayList<>();
    List<String> labels = new ArrayList<>();
    boolean arrows = false;
    boolean otherwise = false;
    Tree falls = null;
    for (CaseTree one : cases) {
      one.getExpressions().forEach(label -> labels.add(tree.text(label)));
      otherwise |= one.getExpressions().isEmpty();
      boolean arrow = one.getCaseKind() == CaseTree.CaseKind.RULE;
      arrows |= arrow;
      if (!arrow && one.getStatements().isEmpty()) {
        continue;
      }
      List<String> meant = otherwise ? List.of() : List.copyOf(labels);
      if (arrow) {
        branches.add(ofArrow(tree, one.getBody(), meant));
      } else {
        branches.add(ofStatements(tree, one.getStatements(), meant, null));
        boolean last = one == cases.get(cases.size() - 1);
        falls = falls == null && !last && !isLeft(one.getStatements()) ? one : falls;
      }
      labels.clear();
      otherwise = false;
    }
    return new Decision(path, arrows, branches, falls);
  }

  private static Branch ofArrow(LocatedTree tree, Tree body, List<String> labels) {
    Stretch.Range whole = range(tree, body, body);
    if (body instanceof BlockTree block) {
      return ofStatements(tree, block.getStatements(), labels, whole);
    }
    boolean onlyThrows = body instanceof ThrowTree;
    return new Branch(tree, labels, onlyThrows ? List.of() : List.of(body), whole, onlyThrows);
  }

  private static Branch ofStatements(
      LocatedTree tree,
      List<? extends StatementTree> statements,
      List<String> labels,
      Stretch.Range around) {
    if (statements.size() == 1 && statements.get(0) instanceof BlockTree block) {
      Stretch.Range whole = around == null ? range(tree, block, block) : around;
      return ofStatements(tree, block.getStatements(), labels, whole);
    }
    boolean breaks =
        !statements.isEmpty() && statements.get(statements.size() - 1) instanceof BreakTree;
    List<? extends StatementTree> code =
        breaks ? statements.subList(0, statements.size() - 1) : statements;
    Stretch.Range whole =
        around != null || statements.isEmpty()
            ? around
            : range(tree, statements.get(0), statements.get(statements.size() - 1));
    boolean onlyThrows = code.size() == 1 && code.get(0) instanceof ThrowTree;
    return new Branch(tree, labels, onlyThrows ? List.of() : code, whole, onlyThrows);
  }

  private static Stretch.Range range(LocatedTree tree, Tree first, Tree last) {
    return new Stretch.Range(tree.begin(first), tree.end(last));
  }

  /** Whether statements never run on behind their last one, as far as is plain to see. */
  private static boolean isLeft(List<? extends StatementTree> statements) {
    StatementTree last = statements.get(statements.size() - 1);
    return last instanceof BreakTree
        || last instanceof ReturnTree
        || last instanceof ThrowTree
        || last instanceof ContinueTree
        || last instanceof BlockTree block
            && !block.getStatements().isEmpty()
            && isLeft(block.getStatements());
  }

  // ---- chains

  private static Decision ofChain(LocatedTree tree, TreePath path, IfTree first) {
    List<Branch> branches = new ArrayList<>();
    StatementTree at = first;
    while (at instanceof IfTree one) {
      ExpressionTree condition = one.getCondition();
      while (condition instanceof ParenthesizedTree inner) {
        condition = inner.getExpression();
      }
      branches.add(ofBlock(tree, one.getThenStatement(), List.of(tree.text(condition))));
      at = one.getElseStatement();
    }
    if (at == null) {
      return null;
    }
    branches.add(ofBlock(tree, at, List.of()));
    return new Decision(path, false, branches, null);
  }

  private static Branch ofBlock(LocatedTree tree, StatementTree code, List<String> labels) {
    if (code instanceof BlockTree block) {
      // The braces stay.
      return ofStatements(tree, block.getStatements(), labels, null);
    }
    return ofStatements(tree, List.of(code), labels, null);
  }
}

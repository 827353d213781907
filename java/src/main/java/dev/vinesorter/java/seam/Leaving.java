package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.BreakTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ContinueTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LabeledStatementTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.tree.YieldTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import java.util.ArrayList;
import java.util.List;

/** How a stretch of statements is left otherwise than at its end. */
final class Leaving {
  private final Stretch stretch;
  private final List<Tree> returns = new ArrayList<>();
  private Tree jump;

  Leaving(Stretch stretch) {
    this.stretch = stretch;
    for (TreePath one : stretch.trees()) {
      new Jumps().scan(one, null);
    }
  }

  /** A jump to a place outside; null for none. */
  Tree jump() {
    return jump;
  }

  /** Returns from the method, or from the lambda, around the stretch. */
  List<Tree> returns() {
    return returns;
  }

  private final class Jumps extends TreePathScanner<Void, Void> {
    @Override
    public Void visitClass(ClassTree node, Void p) {
      return null;
    }

    @Override
    public Void visitLambdaExpression(LambdaExpressionTree node, Void p) {
      return null;
    }

    @Override
    public Void visitReturn(ReturnTree node, Void p) {
      returns.add(node);
      return super.visitReturn(node, p);
    }

    @Override
    public Void visitBreak(BreakTree node, Void p) {
      jump(node, node.getLabel() == null ? null : node.getLabel().toString(), true);
      return null;
    }

    @Override
    public Void visitContinue(ContinueTree node, Void p) {
      jump(node, node.getLabel() == null ? null : node.getLabel().toString(), false);
      return null;
    }

    @Override
    public Void visitYield(YieldTree node, Void p) {
      boolean inside = false;
      for (TreePath at = getCurrentPath(); at != stretch.parent(); at = at.getParentPath()) {
        inside |= at.getLeaf() instanceof SwitchExpressionTree;
      }
      jump = inside ? jump : node;
      return super.visitYield(node, p);
    }

    private void jump(Tree node, String label, boolean breaks) {
      for (TreePath at = getCurrentPath(); at != stretch.parent(); at = at.getParentPath()) {
        Tree leaf = at.getLeaf();
        boolean goal =
            label == null
                ? isLoop(leaf) || breaks && leaf instanceof SwitchTree
                : leaf instanceof LabeledStatementTree named
                    && named.getLabel().contentEquals(label);
        if (goal) {
          return;
        }
      }
      jump = node;
    }
  }

  private static boolean isLoop(Tree tree) {
    return tree instanceof ForLoopTree
        || tree instanceof EnhancedForLoopTree
        || tree instanceof WhileLoopTree
        || tree instanceof DoWhileLoopTree;
  }

  /** Whether what stands behind the stretch is never reached from it, as far as is plain to see. */
  boolean neverEnds() {
    List<TreePath> all = stretch.statements();
    return !all.isEmpty() && neverEnds((StatementTree) all.get(all.size() - 1).getLeaf());
  }

  private static boolean neverEnds(StatementTree statement) {
    if (statement instanceof ReturnTree || statement instanceof ThrowTree) {
      return true;
    }
    if (statement instanceof BlockTree block) {
      return lastNeverEnds(block.getStatements());
    }
    if (statement instanceof IfTree choice) {
      return choice.getElseStatement() != null
          && neverEnds(choice.getThenStatement())
          && neverEnds(choice.getElseStatement());
    }
    if (statement instanceof SynchronizedTree locked) {
      return neverEnds(locked.getBlock());
    }
    if (statement instanceof TryTree attempt) {
      boolean last = attempt.getFinallyBlock() != null && neverEnds(attempt.getFinallyBlock());
      return last
          || neverEnds(attempt.getBlock())
              && attempt.getCatches().stream().allMatch(one -> neverEnds(one.getBlock()));
    }
    return false;
  }

  private static boolean lastNeverEnds(List<? extends StatementTree> statements) {
    return !statements.isEmpty() && neverEnds(statements.get(statements.size() - 1));
  }

  /** Whether the method, or the lambda, ends where the stretch does. */
  boolean isTail() {
    Tree inner = stretch.statements().get(stretch.statements().size() - 1).getLeaf();
    for (TreePath at = stretch.parent(); ; at = at.getParentPath()) {
      Tree leaf = at.getLeaf();
      if (leaf instanceof MethodTree || leaf instanceof LambdaExpressionTree) {
        return true;
      }
      List<? extends StatementTree> list = Stretch.list(leaf);
      boolean last = list == null || list.get(list.size() - 1) == inner;
      boolean plain =
          leaf instanceof BlockTree
              || leaf instanceof IfTree
              || leaf instanceof SynchronizedTree
              || leaf instanceof LabeledStatementTree;
      if (!last || !plain || at == stretch.member() && !(leaf instanceof MethodTree)) {
        return false;
      }
      inner = leaf;
    }
  }
}

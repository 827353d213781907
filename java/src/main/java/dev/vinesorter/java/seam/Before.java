package dev.vinesorter.java.seam;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import java.util.ArrayList;
import java.util.List;

/** What a statement evaluates before it comes to one of its expressions (JLS 15.7). */
final class Before {
  private Before() {}

  /**
   * The expressions that are evaluated before one; null where that one is evaluated only sometimes,
   * or more than once.
   *
   * @param statement the statement that it stands in
   */
  static List<ExpressionTree> of(TreePath expression, Tree statement) {
    List<ExpressionTree> before = new ArrayList<>();
    for (TreePath at = expression; at.getLeaf() != statement; at = at.getParentPath()) {
      Tree value = at.getLeaf();
      Tree parent = at.getParentPath().getLeaf();
      if (parent instanceof LambdaExpressionTree
          || parent instanceof ClassTree
          || parent instanceof SwitchExpressionTree
          || parent instanceof ConditionalExpressionTree choice && choice.getCondition() != value) {
        return null;
      }
      if (parent instanceof BinaryTree binary && binary.getRightOperand() == value) {
        boolean sometimes =
            binary.getKind() == Tree.Kind.CONDITIONAL_AND
                || binary.getKind() == Tree.Kind.CONDITIONAL_OR;
        if (sometimes) {
          return null;
        }
        before.add(binary.getLeftOperand());
      } else if (parent instanceof MethodInvocationTree call) {
        if (call.getMethodSelect() instanceof MemberSelectTree select && select != value) {
          before.add(select.getExpression());
        }
        until(call.getArguments(), value, before);
      } else if (parent instanceof NewClassTree made) {
        until(made.getArguments(), value, before);
      } else if (parent instanceof NewArrayTree array && array.getInitializers() != null) {
        until(array.getInitializers(), value, before);
      } else if (parent instanceof ArrayAccessTree array && array.getIndex() == value) {
        before.add(array.getExpression());
      } else if (parent instanceof CompoundAssignmentTree sum && sum.getExpression() == value) {
        before.add(sum.getVariable());
      } else if (parent instanceof AssignmentTree assignment
          && assignment.getExpression() == value) {
        place(assignment.getVariable(), before);
      } else if (parent instanceof StatementTree && !isAlwaysFirst(parent, value)) {
        return null;
      }
    }
    return before;
  }

  private static void until(
      List<? extends ExpressionTree> list, Tree value, List<ExpressionTree> before) {
    int index = list.indexOf(value);
    for (int n = 0; n < index; n++) {
      before.add(list.get(n));
    }
  }

  /** What says which place is assigned. */
  private static void place(ExpressionTree variable, List<ExpressionTree> before) {
    if (variable instanceof ArrayAccessTree array) {
      before.add(array.getExpression());
      before.add(array.getIndex());
    } else if (variable instanceof MemberSelectTree select) {
      before.add(select.getExpression());
    }
  }

  /** Whether a statement evaluates a part of it once, and before all else. */
  private static boolean isAlwaysFirst(Tree statement, Tree part) {
    return statement instanceof ExpressionStatementTree
        || statement instanceof ReturnTree
        || statement instanceof ThrowTree
        || statement instanceof VariableTree
        || statement instanceof IfTree choice && choice.getCondition() == part
        || statement instanceof SwitchTree choice && choice.getExpression() == part
        || statement instanceof SynchronizedTree locked && locked.getExpression() == part
        || statement instanceof EnhancedForLoopTree loop && loop.getExpression() == part;
  }
}

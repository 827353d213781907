package dev.vinesorter.java.seam;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreePath;

/** What is done with a variable where it is named. */
final class Assignments {
  private Assignments() {}

  /**
   * The assignment, compound assignment, increment or decrement of what is named; null for none.
   */
  static TreePath of(TreePath named) {
    TreePath at = named;
    while (at.getParentPath().getLeaf() instanceof ParenthesizedTree) {
      at = at.getParentPath();
    }
    Tree parent = at.getParentPath().getLeaf();
    boolean assigned =
        parent instanceof AssignmentTree plain && plain.getVariable() == at.getLeaf()
            || parent instanceof CompoundAssignmentTree compound
                && compound.getVariable() == at.getLeaf()
            || parent instanceof UnaryTree unary && isStep(unary);
    return assigned ? at.getParentPath() : null;
  }

  /** Whether something counts up or down. */
  static boolean isStep(UnaryTree unary) {
    return switch (unary.getKind()) {
      case PREFIX_INCREMENT, PREFIX_DECREMENT, POSTFIX_INCREMENT, POSTFIX_DECREMENT -> true;
      default -> false;
    };
  }

  /** Whether the value of an expression is left unused. */
  static boolean isStatement(TreePath expression) {
    Tree parent = expression.getParentPath().getLeaf();
    return parent instanceof ExpressionStatementTree
        || parent instanceof LambdaExpressionTree lambda
            && lambda.getBody() == expression.getLeaf();
  }

  /** Whether an expression can stand beside an operator, or before a dot, as it is. */
  static boolean isPrimary(Tree expression) {
    return expression instanceof IdentifierTree
        || expression instanceof LiteralTree
        || expression instanceof MethodInvocationTree
        || expression instanceof MemberSelectTree
        || expression instanceof ParenthesizedTree
        || expression instanceof ArrayAccessTree
        || expression instanceof NewClassTree made && made.getClassBody() == null;
  }

  /**
   * Whether evaluating an expression twice is like evaluating it once: names and places of arrays.
   */
  static boolean isName(ExpressionTree expression) {
    return expression instanceof IdentifierTree
        || expression instanceof MemberSelectTree select && isName(select.getExpression())
        || expression instanceof ParenthesizedTree inner && isName(inner.getExpression())
        || expression instanceof ArrayAccessTree array
            && isName(array.getExpression())
            && (array.getIndex() instanceof LiteralTree || isName(array.getIndex()));
  }

  /** The operator of a compound assignment or a step, such as {@code +}. */
  static String operator(Tree assignment, String text, int from, int to) {
    if (assignment instanceof UnaryTree unary) {
      boolean up =
          unary.getKind() == Tree.Kind.PREFIX_INCREMENT
              || unary.getKind() == Tree.Kind.POSTFIX_INCREMENT;
      return up ? "+" : "-";
    }
    String between = text.substring(from, to);
    int equal = between.indexOf('=');
    int begin = equal;
    while (begin > 0 && "+-*/%&|^<>".indexOf(between.charAt(begin - 1)) >= 0) {
      begin--;
    }
    return between.substring(begin, equal);
  }
}

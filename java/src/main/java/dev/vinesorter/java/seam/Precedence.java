package dev.vinesorter.java.seam;

import com.sun.source.tree.AnnotatedTypeTree;
import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.YieldTree;

/** Whether an expression needs parentheses where it takes the place of another (JLS 15). */
final class Precedence {
  private Precedence() {}

  /**
   * Whether it does.
   *
   * @param expression what comes
   * @param replaced what goes
   * @param parent what that stood in
   */
  static boolean needsParentheses(ExpressionTree expression, Tree replaced, Tree parent) {
    if (Assignments.isPrimary(expression) || parent instanceof ParenthesizedTree) {
      return false;
    }
    boolean whole =
        parent instanceof VariableTree
            || parent instanceof ReturnTree
            || parent instanceof ThrowTree
            || parent instanceof YieldTree
            || parent instanceof ExpressionStatementTree
            || parent instanceof NewArrayTree
            || parent instanceof EnhancedForLoopTree
            || parent instanceof AssignmentTree
            || parent instanceof CompoundAssignmentTree
            || parent instanceof LambdaExpressionTree
            || parent instanceof NewClassTree made && made.getArguments().contains(replaced)
            || parent instanceof MethodInvocationTree call && call.getArguments().contains(replaced)
            || parent instanceof ArrayAccessTree array && array.getIndex() == replaced;
    if (whole) {
      return false;
    }
    if (parent instanceof ConditionalExpressionTree) {
      return level(expression) <= level(parent);
    }
    if (parent instanceof BinaryTree outer && expression instanceof BinaryTree) {
      int own = level(expression);
      int around = level(parent);
      return own < around || own == around && outer.getLeftOperand() != replaced;
    }
    if (parent instanceof BinaryTree) {
      return level(expression) < level(parent);
    }
    return !(parent instanceof AnnotatedTypeTree);
  }

  /** Whether a cast, which takes the place of something, needs parentheses there. */
  static boolean castNeedsParentheses(Tree replaced, Tree parent) {
    boolean postfix =
        parent instanceof MemberSelectTree
            || parent instanceof ArrayAccessTree array && array.getExpression() == replaced
            || parent instanceof UnaryTree
            || parent instanceof MemberReferenceTree;
    return postfix && !(parent instanceof ParenthesizedTree);
  }

  /** How closely an expression's operator binds; names and calls closest. */
  private static int level(Tree tree) {
    return switch (tree.getKind()) {
      case LAMBDA_EXPRESSION -> 0;
      case ASSIGNMENT -> 1;
      case CONDITIONAL_EXPRESSION, SWITCH_EXPRESSION -> 2;
      case CONDITIONAL_OR -> 3;
      case CONDITIONAL_AND -> 4;
      case OR -> 5;
      case XOR -> 6;
      case AND -> 7;
      case EQUAL_TO, NOT_EQUAL_TO -> 8;
      case LESS_THAN, GREATER_THAN, LESS_THAN_EQUAL, GREATER_THAN_EQUAL, INSTANCE_OF -> 9;
      case LEFT_SHIFT, RIGHT_SHIFT, UNSIGNED_RIGHT_SHIFT -> 10;
      case PLUS, MINUS -> 11;
      case MULTIPLY, DIVIDE, REMAINDER -> 12;
      default -> tree instanceof CompoundAssignmentTree ? 1 : 13;
    };
  }
}

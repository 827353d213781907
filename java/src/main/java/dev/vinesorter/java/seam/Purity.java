package dev.vinesorter.java.seam;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.util.TreeScanner;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;

/**
 * What evaluating an expression may do, and what it may depend on: whether it can be evaluated
 * earlier, later or not at all.
 *
 * @param acts whether it calls, makes or assigns something
 * @param reads whether it reads what an action may change: fields and places of arrays
 * @param fails whether it may end with an exception
 * @param variables the local variables that it reads
 * @param assigned the variables that it gives a value
 */
record Purity(
    boolean acts, boolean reads, boolean fails, Set<String> variables, Set<String> assigned) {

  /**
   * Looks at an expression.
   *
   * @param isField whether an identifier names a field that may change
   * @param isFixed whether a name behind a dot is one that never changes, and is always there
   * @param onlyReads whether a call does nothing but read
   */
  static Purity of(
      ExpressionTree expression,
      Predicate<IdentifierTree> isField,
      Predicate<MemberSelectTree> isFixed,
      Predicate<MethodInvocationTree> onlyReads) {
    boolean[] is = new boolean[3];
    Set<String> variables = new TreeSet<>();
    Set<String> assigned = new TreeSet<>();
    new TreeScanner<Void, Void>() {
      @Override
      public Void scan(Tree node, Void p) {
        is[0] |=
            node instanceof MethodInvocationTree call && !onlyReads.test(call)
                || node instanceof NewClassTree
                || node instanceof NewArrayTree
                || node instanceof AssignmentTree
                || node instanceof CompoundAssignmentTree
                || node instanceof SwitchExpressionTree
                || node instanceof UnaryTree unary && Assignments.isStep(unary);
        is[1] |= node instanceof ArrayAccessTree;
        is[2] |=
            node instanceof ArrayAccessTree || node instanceof TypeCastTree || isDivision(node);
        return super.scan(node, p);
      }

      @Override
      public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
        is[1] = true;
        // The name of what is called is no variable.
        if (node.getMethodSelect() instanceof MemberSelectTree select) {
          is[2] = true;
          scan(select.getExpression(), p);
        }
        return scan(node.getArguments(), p);
      }

      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        String name = node.getName().toString();
        if (isField.test(node)) {
          is[1] = true;
        } else if (!name.equals("this")) {
          variables.add(name);
        }
        return null;
      }

      @Override
      public Void visitMemberSelect(MemberSelectTree node, Void p) {
        if (isFixed.test(node)) {
          return null;
        }
        is[1] = true;
        is[2] |= !isThis(node.getExpression());
        return super.visitMemberSelect(node, p);
      }

      @Override
      public Void visitAssignment(AssignmentTree node, Void p) {
        note(node.getVariable());
        return super.visitAssignment(node, p);
      }

      @Override
      public Void visitCompoundAssignment(CompoundAssignmentTree node, Void p) {
        note(node.getVariable());
        return super.visitCompoundAssignment(node, p);
      }

      @Override
      public Void visitUnary(UnaryTree node, Void p) {
        if (Assignments.isStep(node)) {
          note(node.getExpression());
        }
        return super.visitUnary(node, p);
      }

      private void note(ExpressionTree variable) {
        if (variable instanceof IdentifierTree name) {
          assigned.add(name.getName().toString());
        }
      }

      @Override
      public Void visitLambdaExpression(LambdaExpressionTree node, Void p) {
        return null;
      }

      @Override
      public Void visitMemberReference(MemberReferenceTree node, Void p) {
        is[2] = true;
        return super.visitMemberReference(node, p);
      }
    }.scan(expression, null);
    return new Purity(is[0], is[1], is[2], variables, assigned);
  }

  private static boolean isThis(Tree tree) {
    return tree instanceof IdentifierTree name && name.getName().contentEquals("this");
  }

  private static boolean isDivision(Tree node) {
    return node instanceof BinaryTree
        && (node.getKind() == Tree.Kind.DIVIDE || node.getKind() == Tree.Kind.REMAINDER);
  }

  /** Whether it is the same whenever it is evaluated, but for variables that get other values. */
  boolean isFixed() {
    return !acts && !reads && !fails;
  }

  /** Whether leaving it out changes nothing that happens. */
  boolean isIdle() {
    return !acts && !fails;
  }

  /** Whether two that are evaluated one after the other can be evaluated the other way round. */
  boolean swapsWith(Purity other) {
    boolean apart =
        assigned.stream().noneMatch(other.variables::contains)
            && other.assigned.stream().noneMatch(variables::contains);
    boolean bothRead = !acts && !other.acts;
    return apart && (isFixed() || other.isFixed() || bothRead);
  }

  /** Whether the expression is a constant that is written out. */
  static boolean isLiteral(ExpressionTree expression) {
    return expression instanceof LiteralTree
        || expression instanceof UnaryTree unary
            && !Assignments.isStep(unary)
            && isLiteral(unary.getExpression());
  }
}

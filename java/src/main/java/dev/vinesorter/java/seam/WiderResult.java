package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.java.compile.Attributed;
import java.util.List;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;

/**
 * Whether the place of a call is content with what the method gives in a type above, where the one
 * of the class gives more (JLS 8.4.5).
 */
final class WiderResult {
  private final Attributed all;

  WiderResult(Attributed all) {
    this.all = all;
  }

  /**
   * Whether the wider result is enough; a place that is not sure to say which type it wants needs
   * more.
   *
   * @param call the path of the call
   * @param wide what the method gives in the type above
   */
  boolean isEnough(TreePath call, TypeMirror wide) {
    TreePath up = call.getParentPath();
    Tree parent = up.getLeaf();
    Tree value = call.getLeaf();
    if (parent instanceof ParenthesizedTree) {
      return isEnough(up, wide);
    }
    if (parent instanceof ExpressionStatementTree) {
      return true;
    }
    if (parent instanceof VariableTree variable) {
      return variable.getType() != null
          && !isInferred(up, variable)
          && fits(wide, all.type(new TreePath(up, variable.getType())));
    }
    if (parent instanceof AssignmentTree assignment) {
      return assignment.getExpression() == value
          && up.getParentPath().getLeaf() instanceof ExpressionStatementTree
          && fits(wide, all.type(new TreePath(up, assignment.getVariable())));
    }
    if (parent instanceof ReturnTree) {
      return isReturned(up, wide);
    }
    List<? extends Tree> arguments =
        parent instanceof MethodInvocationTree called
            ? called.getArguments()
            : parent instanceof NewClassTree made ? made.getArguments() : List.of();
    return isTaken(up, arguments.indexOf(value), wide);
  }

  /** Whether {@code var} stands in place of a type. */
  private boolean isInferred(TreePath up, VariableTree variable) {
    return all.element(up) == null || variable.getType().toString().equals("var");
  }

  private boolean isReturned(TreePath statement, TypeMirror wide) {
    for (TreePath at = statement; at != null; at = at.getParentPath()) {
      if (at.getLeaf() instanceof LambdaExpressionTree) {
        return false;
      }
      if (at.getLeaf() instanceof MethodTree) {
        return all.element(at) instanceof ExecutableElement method
            && fits(wide, method.getReturnType());
      }
    }
    return false;
  }

  /** Whether a method takes it as an argument; of several of a name the proof decides. */
  private boolean isTaken(TreePath call, int index, TypeMirror wide) {
    return index >= 0
        && all.element(call) instanceof ExecutableElement method
        && index < method.getParameters().size()
        && fits(wide, WantedTypes.of(all, call, method).get(index));
  }

  private boolean fits(TypeMirror wide, TypeMirror wanted) {
    return wanted != null
        && wanted.getKind() == TypeKind.DECLARED
        && all.types().isSubtype(wide, wanted);
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.List;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;

/** Whether a method does nothing but make an object of what it is given. */
final class PlainCreation {
  private final Attributed all;

  PlainCreation(Attributed all) {
    this.all = all;
  }

  /**
   * Whether all that a method does is to call a constructor with its own parameters, in their
   * order.
   *
   * @param method the unit of a method with a body
   */
  boolean isAll(int method, ExecutableElement constructor, SourceView code) {
    int file = code.units().fileOf(method);
    LocatedTree tree = all.file(code.units().name(file));
    TreePath path =
        tree == null ? null : tree.enclosing(code.units().nameAt(method), MethodTree.class);
    if (path == null || ((MethodTree) path.getLeaf()).getBody() == null) {
      return false;
    }
    MethodTree declared = (MethodTree) path.getLeaf();
    List<? extends StatementTree> statements = declared.getBody().getStatements();
    if (statements.size() != 1
        || !(statements.get(0) instanceof ReturnTree given)
        || !(given.getExpression() instanceof NewClassTree made)
        || made.getClassBody() != null) {
      return false;
    }
    TreePath creation =
        new TreePath(
            new TreePath(new TreePath(path, declared.getBody()), given), given.getExpression());
    if (!constructor.equals(all.element(creation))
        || made.getArguments().size() != declared.getParameters().size()) {
      return false;
    }
    for (int n = 0; n < made.getArguments().size(); n++) {
      ExpressionTree argument = made.getArguments().get(n);
      Element handed = all.element(new TreePath(creation, argument));
      if (handed == null
          || !handed.equals(all.element(new TreePath(path, declared.getParameters().get(n))))) {
        return false;
      }
    }
    return true;
  }
}

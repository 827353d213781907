package dev.vinesorter.java.seam;

import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import dev.vinesorter.java.compile.Attributed;
import java.util.List;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeMirror;

/** Of which types the arguments of a call have to be there, type arguments put in. */
final class WantedTypes {
  private WantedTypes() {}

  /**
   * The types of the parameters of what a call means, as they are seen from the call.
   *
   * @param call the path of a call, or of an expression that makes an object
   */
  static List<? extends TypeMirror> of(Attributed all, TreePath call, ExecutableElement method) {
    TypeMirror seen = null;
    Tree tree = call.getLeaf();
    if (tree instanceof MethodInvocationTree invocation) {
      seen = all.type(new TreePath(call, invocation.getMethodSelect()));
    } else if (tree instanceof NewClassTree
        && all.type(call) instanceof DeclaredType made
        && made.asElement().equals(method.getEnclosingElement())) {
      seen = all.types().asMemberOf(made, method);
    }
    int count = method.getParameters().size();
    return seen instanceof ExecutableType type && type.getParameterTypes().size() == count
        ? type.getParameterTypes()
        : method.getParameters().stream().map(VariableElement::asType).toList();
  }
}

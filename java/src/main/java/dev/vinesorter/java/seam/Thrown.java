package dev.vinesorter.java.seam;

import com.sun.source.tree.CatchTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.Attributed;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.UnionType;
import javax.lang.model.util.ElementFilter;
import javax.lang.model.util.Types;

/** The checked exceptions that code can end with (JLS 11.2). */
final class Thrown {
  private final Attributed all;
  private final Types types;
  private final List<TypeMirror> found = new ArrayList<>();

  /** What the handlers around catch, innermost first. */
  private final Deque<List<TypeMirror>> caught = new ArrayDeque<>();

  private Thrown(Attributed all) {
    this.all = all;
    this.types = all.types();
  }

  /** The exceptions of a stretch, none of them below another. */
  static List<TypeMirror> of(Attributed all, Stretch stretch) {
    Thrown thrown = new Thrown(all);
    for (TreePath one : stretch.trees()) {
      thrown.new Scan().scan(one, null);
    }
    return thrown.found;
  }

  private void add(TypeMirror exception) {
    if (exception.getKind() != TypeKind.DECLARED && exception.getKind() != TypeKind.TYPEVAR) {
      return;
    }
    for (String unchecked : List.of("java.lang.RuntimeException", "java.lang.Error")) {
      TypeElement element = all.elements().getTypeElement(unchecked);
      if (element != null && types.isSubtype(exception, element.asType())) {
        return;
      }
    }
    for (List<TypeMirror> handler : caught) {
      if (handler.stream().anyMatch(type -> types.isSubtype(exception, type))) {
        return;
      }
    }
    if (found.stream().noneMatch(other -> types.isSubtype(exception, other))) {
      found.removeIf(other -> types.isSubtype(other, exception));
      found.add(exception);
    }
  }

  private final class Scan extends TreePathScanner<Void, Void> {
    @Override
    public Void visitClass(ClassTree node, Void p) {
      return null;
    }

    @Override
    public Void visitLambdaExpression(LambdaExpressionTree node, Void p) {
      return null;
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
      TypeMirror method = all.type(new TreePath(getCurrentPath(), node.getMethodSelect()));
      if (method instanceof ExecutableType called) {
        called.getThrownTypes().forEach(Thrown.this::add);
      }
      return super.visitMethodInvocation(node, p);
    }

    @Override
    public Void visitNewClass(NewClassTree node, Void p) {
      if (all.element(getCurrentPath()) instanceof ExecutableElement constructor) {
        constructor.getThrownTypes().forEach(Thrown.this::add);
      }
      scan(node.getEnclosingExpression(), p);
      return scan(node.getArguments(), p);
    }

    @Override
    public Void visitThrow(ThrowTree node, Void p) {
      TreePath value = new TreePath(getCurrentPath(), node.getExpression());
      TypeMirror type = all.type(value);
      Element element = node.getExpression() instanceof IdentifierTree ? all.element(value) : null;
      boolean again = element != null && element.getKind() == ElementKind.EXCEPTION_PARAMETER;
      if (type instanceof UnionType union) {
        union.getAlternatives().forEach(Thrown.this::add);
      } else if (type != null && !(again && isRethrown(element))) {
        add(type);
      }
      return super.visitThrow(node, p);
    }

    /** What is caught inside the stretch and thrown on is what its try throws. */
    private boolean isRethrown(Element parameter) {
      for (TreePath at = getCurrentPath(); at != null; at = at.getParentPath()) {
        if (at.getLeaf() instanceof CatchTree handler
            && all.element(new TreePath(at, handler.getParameter())) == parameter
            && at.getParentPath().getLeaf() instanceof TryTree attempt) {
          // A scan of a path forgets the path that it is called from.
          new Scan().scan(new TreePath(at.getParentPath(), attempt.getBlock()), null);
          return true;
        }
      }
      return false;
    }

    @Override
    public Void visitTry(TryTree node, Void p) {
      List<TypeMirror> handled = new ArrayList<>();
      for (CatchTree one : node.getCatches()) {
        TreePath parameter = new TreePath(new TreePath(getCurrentPath(), one), one.getParameter());
        TypeMirror type = all.type(parameter);
        if (type instanceof UnionType union) {
          handled.addAll(union.getAlternatives());
        } else if (type != null) {
          handled.add(type);
        }
      }
      caught.push(handled);
      for (Tree resource : node.getResources()) {
        scan(resource, p);
        closed(new TreePath(getCurrentPath(), resource));
      }
      scan(node.getBlock(), p);
      caught.pop();
      scan(node.getCatches(), p);
      return scan(node.getFinallyBlock(), p);
    }

    /** What closing a resource can throw. */
    private void closed(TreePath resource) {
      TypeMirror type =
          resource.getLeaf() instanceof VariableTree && all.element(resource) != null
              ? all.element(resource).asType()
              : all.type(resource);
      if (type instanceof DeclaredType declared
          && declared.asElement() instanceof TypeElement element) {
        for (ExecutableElement method :
            ElementFilter.methodsIn(all.elements().getAllMembers(element))) {
          if (method.getSimpleName().contentEquals("close") && method.getParameters().isEmpty()) {
            method.getThrownTypes().forEach(Thrown.this::add);
          }
        }
      }
    }
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;

/** What a method does with its parameters. */
final class ParameterUses {
  /** A place that names a parameter. */
  private record Use(IdentifierTree tree, int parameter, boolean assigns) {}

  private final LocatedTree tree;
  private final MethodTree method;
  private final List<Use> uses = new ArrayList<>();
  private final Set<Integer> assigned = new HashSet<>();
  private final Set<String> named = new HashSet<>();

  /** The uses in a method as the compiler attributed it. */
  ParameterUses(Attributed all, LocatedTree tree, TreePath path) {
    this.tree = tree;
    this.method = (MethodTree) path.getLeaf();
    List<Element> elements = new ArrayList<>();
    for (VariableTree one : method.getParameters()) {
      elements.add(all.element(new TreePath(path, one)));
    }
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        if (!method.getParameters().contains(node)) {
          named.add(node.getName().toString());
        }
        return super.visitVariable(node, p);
      }

      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        int parameter = elements.indexOf(all.element(getCurrentPath()));
        if (parameter >= 0) {
          boolean assigns = Assignments.of(getCurrentPath()) != null;
          uses.add(new Use(node, parameter, assigns));
          if (assigns) {
            assigned.add(parameter);
          }
        } else {
          named.add(node.getName().toString());
        }
        return null;
      }
    }.scan(path, null);
  }

  VariableTree parameter(int n) {
    return method.getParameters().get(n);
  }

  /**
   * Whether a name stands for something else in the method.
   *
   * @param gone the parameters that go
   */
  boolean declares(String name, Collection<Integer> gone) {
    boolean stays = false;
    for (int n = 0; n < method.getParameters().size(); n++) {
      stays |= !gone.contains(n) && parameter(n).getName().contentEquals(name);
    }
    return stays || named.contains(name);
  }

  boolean isAssigned(int n) {
    return assigned.contains(n);
  }

  /** Whether a parameter gets a value in the arguments of another constructor. */
  boolean isAssignedInConstructorCall(int n) {
    return uses.stream()
        .anyMatch(one -> one.parameter == n && one.assigns && isInConstructorCall(one.tree));
  }

  /**
   * The places that read a parameter as it was given: all of them, or, where it gets other values,
   * those before it could.
   */
  List<IdentifierTree> reads(int n) {
    return uses.stream()
        .filter(one -> one.parameter == n)
        .filter(one -> !assigned.contains(n) || isInConstructorCall(one.tree))
        .map(Use::tree)
        .toList();
  }

  private boolean isInConstructorCall(IdentifierTree use) {
    StatementTree call = constructorCall();
    return call != null && tree.begin(use) >= tree.begin(call) && tree.end(use) <= tree.end(call);
  }

  /**
   * The call of another constructor that the body begins with; null for none, or for one that no
   * source has.
   */
  private StatementTree constructorCall() {
    MethodInvocationTree call = ConstructorCalls.first(method);
    return call != null && tree.begin(call) >= 0 ? method.getBody().getStatements().get(0) : null;
  }

  /** Whether statements of one's own come behind the call of another constructor. */
  boolean isBehindCall() {
    return constructorCall() != null;
  }

  /** Where statements that come first are put. */
  int bodyBegin() {
    return isBehindCall() ? tree.end(constructorCall()) : tree.begin(method.getBody()) + 1;
  }

  /** A char of the line that tells how deep the body, or its first statement, is indented. */
  int bodyLine() {
    return isBehindCall() ? tree.begin(constructorCall()) : tree.begin(method);
  }
}

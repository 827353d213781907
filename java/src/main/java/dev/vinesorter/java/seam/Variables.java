package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CatchTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;

/**
 * What a stretch of code does with the local variables around it: which values it takes, and which
 * it leaves to what runs afterwards. Rather too many values are counted than one too few: a value
 * counts as needed where a read of it stands behind the stretch, or in a loop around it.
 */
final class Variables {
  /** A place that names a variable. */
  private record Use(int at, boolean reads, boolean writes, TreePath path) {}

  /** A variable with its uses. */
  static final class Local {
    private final Element element;
    private final TreePath declaration;
    private final int at;
    private final List<Use> uses = new ArrayList<>();

    private Local(Element element, TreePath declaration, int at) {
      this.element = element;
      this.declaration = declaration;
      this.at = at;
    }

    Element element() {
      return element;
    }

    String name() {
      return element.getSimpleName().toString();
    }

    VariableTree tree() {
      return (VariableTree) declaration.getLeaf();
    }

    TreePath declaration() {
      return declaration;
    }
  }

  private final LocatedTree tree;
  private final Stretch stretch;
  private final Map<Element, Local> locals = new LinkedHashMap<>();

  Variables(Attributed all, LocatedTree tree, Stretch stretch) {
    this.tree = tree;
    this.stretch = stretch;
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        Element element = all.element(getCurrentPath());
        if (element != null && isLocal(element)) {
          locals.put(element, new Local(element, getCurrentPath(), tree.begin(node)));
        }
        return super.visitVariable(node, p);
      }
    }.scan(stretch.member(), null);
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        Local local = locals.get(all.element(getCurrentPath()));
        if (local != null) {
          TreePath assignment = Assignments.of(getCurrentPath());
          boolean plain = assignment != null && assignment.getLeaf() instanceof AssignmentTree;
          boolean reads = assignment == null || !plain || !Assignments.isStatement(assignment);
          local.uses.add(new Use(tree.begin(node), reads, assignment != null, getCurrentPath()));
        }
        return null;
      }
    }.scan(stretch.member(), null);
  }

  /** Names of variables in the order in which a method declares them. */
  static List<String> inOrder(TreePath method, Set<String> names) {
    Set<String> found = new LinkedHashSet<>();
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        String name = node.getName().toString();
        if (names.contains(name)) {
          found.add(name);
        }
        return super.visitVariable(node, p);
      }
    }.scan(method, null);
    return List.copyOf(found);
  }

  /** Whether something is known in its method alone. */
  static boolean isLocal(Element element) {
    ElementKind kind = element.getKind();
    return kind == ElementKind.LOCAL_VARIABLE
        || kind == ElementKind.PARAMETER
        || kind == ElementKind.EXCEPTION_PARAMETER
        || kind == ElementKind.RESOURCE_VARIABLE
        || kind == ElementKind.BINDING_VARIABLE;
  }

  private boolean isInside(Local local) {
    return stretch.holds(local.at);
  }

  private List<Use> inside(Local local) {
    return local.uses.stream().filter(use -> stretch.holds(use.at)).toList();
  }

  /** Variables from outside whose values the stretch takes, in the order of their declarations. */
  List<Local> taken() {
    return locals.values().stream()
        .filter(local -> !isInside(local) && !inside(local).isEmpty() && !isSetFirst(local))
        .toList();
  }

  /** Variables from outside that are known in the stretch, by their names, in that order. */
  List<Local> known(List<String> names) {
    List<Local> found = new ArrayList<>();
    for (String name : names) {
      locals.values().stream()
          .filter(local -> !isInside(local) && local.name().equals(name) && isAround(local))
          .reduce((outer, inner) -> inner)
          .ifPresent(found::add);
    }
    return found;
  }

  private boolean isAround(Local local) {
    Tree scope = local.declaration.getParentPath().getLeaf();
    return local.at < stretch.begin()
        && tree.begin(scope) <= stretch.begin()
        && stretch.end() <= tree.end(scope);
  }

  /** Variables from outside that the stretch gives a value before anything else. */
  List<Local> setFirst() {
    return locals.values().stream()
        .filter(local -> !isInside(local) && !inside(local).isEmpty() && isSetFirst(local))
        .toList();
  }

  /** Variables from outside that the stretch gives another value. */
  List<Local> written() {
    return locals.values().stream()
        .filter(local -> !isInside(local) && inside(local).stream().anyMatch(use -> use.writes))
        .toList();
  }

  /** Variables whose values are needed afterwards. */
  List<Local> left() {
    return locals.values().stream()
        .filter(
            local ->
                isInside(local)
                    ? local.uses.stream().anyMatch(use -> use.at >= stretch.end())
                    : inside(local).stream().anyMatch(use -> use.writes) && isNeeded(local))
        .toList();
  }

  /** Whether a variable without a first value is declared on its own, and named only inside. */
  boolean isOnlyUsedInside(Local local) {
    boolean alone = locals.values().stream().noneMatch(o -> o != local && o.at == local.at);
    return alone
        && local.tree().getInitializer() == null
        && local.element.getKind() == ElementKind.LOCAL_VARIABLE
        && local.uses.stream().allMatch(use -> stretch.holds(use.at));
  }

  boolean isDeclaredInside(Local local) {
    return isInside(local);
  }

  /** The first assignment of a variable in the stretch. */
  ExpressionStatementTree firstAssignment(Local local) {
    return (ExpressionStatementTree)
        Assignments.of(inside(local).get(0).path).getParentPath().getLeaf();
  }

  /** Whether the stretch begins with giving a variable a value, whatever it was. */
  private boolean isSetFirst(Local local) {
    Use first = inside(local).get(0);
    TreePath assignment = Assignments.of(first.path);
    if (assignment == null
        || !(assignment.getLeaf() instanceof AssignmentTree plain)
        || !(assignment.getParentPath().getLeaf() instanceof ExpressionStatementTree whole)) {
      return false;
    }
    boolean direct = stretch.statements().stream().anyMatch(one -> one.getLeaf() == whole);
    int begin = tree.begin(plain.getExpression());
    int end = tree.end(plain.getExpression());
    return direct && local.uses.stream().noneMatch(use -> use.at >= begin && use.at < end);
  }

  private boolean isNeeded(Local local) {
    if (local.uses.stream().anyMatch(use -> use.reads && use.at >= stretch.end())) {
      return true;
    }
    for (TreePath at = stretch.parent(); at != stretch.member(); at = at.getParentPath()) {
      Tree body = body(at.getLeaf());
      boolean carried = body != null && local.at < tree.begin(body);
      if (at.getLeaf() instanceof EnhancedForLoopTree each && each.getVariable() == local.tree()) {
        carried = false;
      }
      int begin = tree.begin(at.getLeaf());
      int end = tree.end(at.getLeaf());
      boolean setFirst = isSetFirst(local);
      if (carried
          && local.uses.stream()
              .anyMatch(
                  use ->
                      use.reads
                          && use.at >= begin
                          && use.at < end
                          && !(setFirst && stretch.holds(use.at)))) {
        return true;
      }
    }
    return false;
  }

  private static Tree body(Tree loop) {
    return loop instanceof ForLoopTree plain
        ? plain.getStatement()
        : loop instanceof EnhancedForLoopTree each
            ? each.getStatement()
            : loop instanceof WhileLoopTree until
                ? until.getStatement()
                : loop instanceof DoWhileLoopTree once ? once.getStatement() : null;
  }

  /**
   * Whether what handles an exception, or runs behind its handler, may read a value that a variable
   * got in the stretch before that ended early.
   */
  boolean isReadAfterFailure(Local local) {
    TreePath inner = stretch.isExpression() ? stretch.expression() : stretch.statements().get(0);
    for (TreePath at = inner.getParentPath(); at != stretch.member(); at = at.getParentPath()) {
      if (at.getLeaf() instanceof TryTree attempt
          && isWithin(attempt.getBlock())
          && local.at < tree.begin(attempt)
          && (!attempt.getCatches().isEmpty() || attempt.getFinallyBlock() != null)) {
        int past = tree.end(attempt.getBlock());
        if (local.uses.stream().anyMatch(use -> use.reads && use.at >= past)) {
          return true;
        }
      }
    }
    return false;
  }

  private boolean isWithin(BlockTree block) {
    return tree.begin(block) <= stretch.begin() && stretch.end() <= tree.end(block);
  }

  /** Whether a variable is declared by a statement of the stretch itself, and of its own. */
  boolean isPlainDeclaration(Local local) {
    boolean direct = stretch.statements().stream().anyMatch(one -> one.getLeaf() == local.tree());
    return direct
        && local.element.getKind() == ElementKind.LOCAL_VARIABLE
        && locals.values().stream().noneMatch(other -> other != local && other.at == local.at)
        && !(local.declaration.getParentPath().getLeaf() instanceof CatchTree);
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Rewriting;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;

/**
 * A local variable that a step names, in the method that it names.
 *
 * @param method the method with all that is in it
 * @param declared where it is declared
 * @param uses where it is named
 * @param assigned the variables of the method that get a value anywhere but where they are declared
 */
record LocalVariable(
    TreePath method,
    TreePath declared,
    Element element,
    List<TreePath> uses,
    Set<Element> assigned) {

  /** Finds it; null, and refused, where the method has none of the name, or several. */
  static LocalVariable find(
      Rewriting rewriting, Attributed all, LocatedTree tree, int method, String name) {
    Units units = rewriting.code().units();
    TreePath member = tree.around(units.nameAt(method), units.nameAt(method) + 1);
    while (member.getParentPath() != null
        && !(member.getParentPath().getLeaf() instanceof ClassTree)) {
      member = member.getParentPath();
    }
    List<TreePath> found = new ArrayList<>();
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        Element one = all.element(getCurrentPath());
        if (one != null
            && one.getKind() == ElementKind.LOCAL_VARIABLE
            && node.getName().contentEquals(name)) {
          found.add(getCurrentPath());
        }
        return super.visitVariable(node, p);
      }
    }.scan(member, null);
    if (found.size() != 1) {
      rewriting.refuse(
          found.isEmpty() ? RefusalCode.UNKNOWN_UNIT : RefusalCode.NO_STRETCH,
          units.name(method)
              + (found.isEmpty() ? " has no local variable '" : " declares several variables '")
              + name
              + "'.",
          rewriting.code().declaration(method));
      return null;
    }
    Element element = all.element(found.get(0));
    List<TreePath> uses = new ArrayList<>();
    Set<Element> assigned = new HashSet<>();
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        Element named = all.element(getCurrentPath());
        if (element.equals(named)) {
          uses.add(getCurrentPath());
        }
        if (named != null && Assignments.of(getCurrentPath()) != null) {
          assigned.add(named);
        }
        return null;
      }
    }.scan(member, null);
    return new LocalVariable(member, found.get(0), element, uses, assigned);
  }

  VariableTree variable() {
    return (VariableTree) declared.getLeaf();
  }

  /** Whether its statement declares others, too; for one in a list of statements. */
  boolean isDeclaredWithOthers(LocatedTree tree) {
    Tree parent = declared.getParentPath().getLeaf();
    List<? extends StatementTree> list = Stretch.list(parent);
    return list.stream()
        .anyMatch(one -> one != variable() && tree.begin(one) == tree.begin(variable()));
  }
}

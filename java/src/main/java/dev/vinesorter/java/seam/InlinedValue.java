package dev.vinesorter.java.seam;

import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.List;
import java.util.Map;
import javax.lang.model.element.Element;
import javax.lang.model.element.VariableElement;

/**
 * What takes the place of a method's calls.
 *
 * @param file where it stands
 * @param home that source
 * @param path the expression
 * @param parameters those of the method
 * @param named where it names each of them
 * @param ofThis where it names its object, or a member of that
 */
record InlinedValue(
    int file,
    LocatedTree home,
    TreePath path,
    List<VariableElement> parameters,
    Map<Element, List<TreePath>> named,
    List<TreePath> ofThis) {

  /** Where it names a parameter. */
  List<TreePath> uses(VariableElement parameter) {
    return named.getOrDefault(parameter, List.of());
  }

  /** The statement around it. */
  Tree around() {
    return path.getParentPath().getLeaf();
  }

  /** Whether one of some names stands in a part of it. */
  boolean takes(ExpressionTree part, List<TreePath> names) {
    return names.stream()
        .anyMatch(
            name ->
                home.begin(part) <= home.begin(name.getLeaf())
                    && home.end(name.getLeaf()) <= home.end(part));
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.util.TreePath;
import java.util.Map;
import javax.lang.model.element.ExecutableElement;

/**
 * A method that decides, with what its branches became.
 *
 * @param method its unit
 * @param declared its declaration
 * @param decision what it decides
 * @param parts the methods that the branches became, by the names of the types that take them, in
 *     the order of the branches
 * @param takesOwner whether a branch needs the object that decides
 */
record Decided(
    int method,
    TreePath declared,
    Decision decision,
    Map<String, ExecutableElement> parts,
    boolean takesOwner) {
  /** What the first branch became; the others have the same head. */
  ExecutableElement first() {
    return parts.values().iterator().next();
  }

  /** The same, where a branch needs the object. */
  Decided takingOwner() {
    return new Decided(method, declared, decision, parts, true);
  }
}

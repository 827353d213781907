package dev.vinesorter.java.seam;

import com.sun.source.tree.MethodTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Rewriting;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;

/**
 * One of the methods that become one, with its class.
 *
 * @param method its unit
 * @param type its class
 * @param path its declaration
 * @param executable what that declares
 */
record Sibling(
    int method, int type, int file, LocatedTree tree, TreePath path, ExecutableElement executable) {

  MethodTree declared() {
    return (MethodTree) path.getLeaf();
  }

  TypeElement owner() {
    return (TypeElement) executable.getEnclosingElement();
  }

  Differences.Side side(SourceView code) {
    TreePath body = new TreePath(path, declared().getBody());
    return new Differences.Side(tree, code.tokens(file), body);
  }

  /** The files that methods are in. */
  static Set<String> files(Units units, List<Integer> methods) {
    Set<String> files = new TreeSet<>();
    methods.forEach(one -> files.add(units.name(units.fileOf(one))));
    return files;
  }

  /** Refuses methods that can never become one, by what the survey says of them. */
  static void judge(Rewriting rewriting, List<Integer> methods, Step.Base step) {
    SourceView code = rewriting.code();
    Units units = code.units();
    int first = methods.get(0);
    Set<Integer> types = new TreeSet<>();
    for (int method : methods) {
      int type = units.parent(method);
      String finder = step.may(Leave.FOUND_BY_NAME) ? null : FoundByName.finder(code, method);
      if (finder != null) {
        rewriting.refuse(
            RefusalCode.FOUND_BY_NAME,
            units.name(method)
                + " is not only used where it is named: "
                + finder
                + ". Say 'found-by-name: true' to take it up all the same.",
            code.declaration(method));
      }
      boolean ofClass =
          !units.has(type, Trait.INTERFACE)
              && !units.has(type, Trait.ENUM)
              && !units.has(type, Trait.RECORD)
              && !units.has(type, Trait.ANNOTATION);
      if (!units.has(method, Trait.METHOD) || !ofClass) {
        rewriting.refuse(
            RefusalCode.BAD_TARGET,
            units.name(method) + " is no method of a class.",
            code.declaration(method));
      } else if (!types.add(type)) {
        rewriting.refuse(
            RefusalCode.BAD_TARGET,
            units.name(type) + " is named twice; each type gives one method.",
            code.declaration(method));
      } else if (!units.simpleName(method).equals(units.simpleName(first))) {
        rewriting.refuse(
            RefusalCode.NOT_ALIKE,
            units.name(method)
                + " is not called as "
                + units.name(first)
                + " is, or takes something else; give both one name and the same parameters first.",
            code.declaration(method));
      } else if (units.has(method, Trait.ABSTRACT) || units.has(method, Trait.STATIC)) {
        rewriting.refuse(
            units.has(method, Trait.STATIC) ? RefusalCode.NOT_YET : RefusalCode.NO_BODY,
            units.name(method)
                + (units.has(method, Trait.STATIC)
                    ? " is static; it needs no base, and 'move' takes it to a common home."
                    : " is abstract."),
            code.declaration(method));
      }
    }
  }

  /** The methods with their trees, all of one head; empty where something speaks against it. */
  static List<Sibling> of(Rewriting rewriting, Attributed all, List<Integer> methods) {
    SourceView code = rewriting.code();
    Units units = code.units();
    List<Sibling> found = new ArrayList<>();
    for (int method : methods) {
      int file = units.fileOf(method);
      LocatedTree tree = all.file(units.name(file));
      TreePath path = tree == null ? null : tree.enclosing(units.nameAt(method), MethodTree.class);
      if (path == null || !(all.element(path) instanceof ExecutableElement executable)) {
        rewriting.refuseHalfRead(file, code.declaration(method));
        return List.of();
      }
      Sibling one = new Sibling(method, units.parent(method), file, tree, path, executable);
      if (one.declared().getBody() == null) {
        rewriting.refuse(
            RefusalCode.NO_BODY, units.name(method) + " has no body.", code.declaration(method));
        return List.of();
      }
      found.add(one);
    }
    Sibling first = found.get(0);
    for (Sibling other : found.subList(1, found.size())) {
      if (!first.head(all).equals(other.head(all))) {
        rewriting.refuse(
            RefusalCode.NOT_ALIKE,
            units.name(first.method)
                + " is '"
                + first.head(all)
                + "', and "
                + units.name(other.method)
                + " is '"
                + other.head(all)
                + "'.",
            code.declaration(other.method));
        return List.of();
      }
    }
    return found;
  }

  /** All that a method says before its body, names of parameters included, as types and words. */
  private String head(Attributed all) {
    StringBuilder head = new StringBuilder();
    annotations(head, executable);
    for (Modifier one : executable.getModifiers()) {
      head.append(one).append(' ');
    }
    String generics = executable.getTypeParameters().toString();
    head.append(generics.isEmpty() ? "" : "<" + generics + "> ");
    head.append(executable.getReturnType()).append(' ').append(executable.getSimpleName());
    head.append('(');
    for (int n = 0; n < executable.getParameters().size(); n++) {
      head.append(n == 0 ? "" : ", ");
      annotations(head, executable.getParameters().get(n));
      head.append(executable.getParameters().get(n).asType())
          .append(' ')
          .append(executable.getParameters().get(n).getSimpleName());
    }
    head.append(')');
    if (!executable.getThrownTypes().isEmpty()) {
      head.append(" throws ").append(executable.getThrownTypes());
    }
    return head.toString();
  }

  /** What something is annotated with, but for being an override. */
  private static void annotations(StringBuilder head, Element of) {
    of.getAnnotationMirrors().stream()
        .map(Object::toString)
        .filter(one -> !one.equals("@java.lang.Override"))
        .forEach(one -> head.append(one).append(' '));
  }
}

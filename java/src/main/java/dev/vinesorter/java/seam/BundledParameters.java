package dev.vinesorter.java.seam;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.Parameterizable;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;

/** What parameters that become one are: their types, and what they are marked with. */
final class BundledParameters {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Bundle step;
  private final List<BundledMethod> methods;
  private final boolean isNew;
  private final Attributed all;

  /** What the parameters are marked with, by their names. */
  private final Map<String, List<TypeElement>> annotations = new TreeMap<>();

  /**
   * The parameters of some methods.
   *
   * @param methods those whose parameters are of other types are taken out
   * @param isNew whether the type that takes the parameters is new
   */
  BundledParameters(
      Rewriting rewriting,
      Step.Bundle step,
      List<BundledMethod> methods,
      boolean isNew,
      Attributed all) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.methods = methods;
    this.isNew = isNew;
    this.all = all;
  }

  /** What the parameters are marked with, by their names. */
  Map<String, List<TypeElement>> annotations() {
    return annotations;
  }

  /**
   * The types by the parameters' names; methods with others keep theirs. None where that leaves no
   * method, which is refused.
   */
  Map<String, TypeMirror> types() {
    Map<String, TypeMirror> wanted = null;
    String shape = "";
    List<String> others = new ArrayList<>();
    for (BundledMethod signed : List.copyOf(methods)) {
      Map<String, TypeMirror> own = types(signed);
      String problem = problem(signed, own, wanted, shape);
      if (problem.isEmpty()) {
        shape = wanted == null ? shape(signed, own) : shape;
        wanted = wanted == null ? own : wanted;
        continue;
      }
      methods.remove(signed);
      if (signed.named) {
        rewriting.refuse(RefusalCode.NOT_YET, problem, code.declaration(signed.unit));
        return Map.of();
      }
      others.add(units.name(signed.unit) + " keeps its parameters: " + problem);
    }
    BundledMethods.tell(rewriting, others);
    if (methods.isEmpty()) {
      rewriting.refuse(
          RefusalCode.NOT_YET, "The types of the parameters are known only inside of the methods.");
      return Map.of();
    }
    return wanted;
  }

  /** The types in writing, with the bounds of the type parameters that they hang on. */
  private String shape(BundledMethod signed, Map<String, TypeMirror> own) {
    StringBuilder shape = new StringBuilder();
    step.parameters().forEach(name -> shape.append(own.get(name)).append(' '));
    variables(signed, own)
        .forEach(one -> shape.append(one).append(" extends ").append(one.getBounds()).append(' '));
    return shape.toString();
  }

  /** The type parameters, of the first method or what is around it, that its types hang on. */
  List<TypeParameterElement> variables(Map<String, TypeMirror> wanted) {
    return variables(methods.get(0), wanted);
  }

  private List<TypeParameterElement> variables(
      BundledMethod first, Map<String, TypeMirror> wanted) {
    Map<String, TypeParameterElement> known = new TreeMap<>();
    for (SignedMethod.Declared one : first.declarations) {
      Element at =
          one.unit() == first.unit ? all.element(SignedMethod.attributed(all, code, one)) : null;
      while (at instanceof Parameterizable holder) {
        holder
            .getTypeParameters()
            .forEach(variable -> known.putIfAbsent(variable.getSimpleName().toString(), variable));
        at = at.getEnclosingElement();
      }
    }
    Set<String> needed = new TreeSet<>();
    List<TypeMirror> open = new ArrayList<>(wanted.values());
    for (int next = 0; next < open.size(); next++) {
      for (String name : Naming.variables(open.get(next))) {
        if (known.containsKey(name) && needed.add(name)) {
          open.addAll(known.get(name).getBounds());
        }
      }
    }
    return needed.stream().map(known::get).toList();
  }

  private Map<String, TypeMirror> types(BundledMethod signed) {
    Map<String, TypeMirror> own = new HashMap<>();
    for (SignedMethod.Declared one : signed.declarations) {
      TreePath path = one.unit() == signed.unit ? SignedMethod.attributed(all, code, one) : null;
      if (path != null) {
        signed.at.forEach(
            (name, n) -> {
              VariableTree parameter = ((MethodTree) path.getLeaf()).getParameters().get(n);
              own.put(
                  name, all.type(new TreePath(new TreePath(path, parameter), parameter.getType())));
            });
      }
    }
    return own;
  }

  /**
   * What is wrong with the types of a method's parameters; empty for nothing.
   *
   * @param wanted the types of the methods so far; null for the first
   * @param shape the same in writing
   */
  private String problem(
      BundledMethod signed,
      Map<String, TypeMirror> own,
      Map<String, TypeMirror> wanted,
      String shape) {
    for (String name : step.parameters()) {
      TypeMirror type = own.get(name);
      if (type == null || type.getKind() == TypeKind.ERROR) {
        return "The type of '" + name + "' is not known.";
      }
      boolean generic = !Naming.variables(type).isEmpty();
      if (generic && !isNew) {
        return "The type of '" + name + "' hangs on type parameters.";
      }
      // Type parameters of the same names and bounds stand for each other.
      boolean alike = generic && wanted != null && shape(signed, own).equals(shape);
      if (wanted != null && !alike && !all.types().isSameType(type, wanted.get(name))) {
        return "'" + name + "' is " + type + " there, and " + wanted.get(name) + " elsewhere.";
      }
    }
    return "";
  }

  /** What the parameters are marked with goes to the new type, where all say the same. */
  void annotations(BundledMethod signed, SignedMethod.Declared one) {
    if (!isNew || one.unit() != signed.unit) {
      return;
    }
    LocatedTree tree = all.file(units.name(one.file()));
    TreePath path = SignedMethod.attributed(all, code, one);
    signed.at.forEach(
        (name, n) -> {
          VariableTree parameter = ((MethodTree) path.getLeaf()).getParameters().get(n);
          List<TypeElement> marks = new ArrayList<>();
          boolean plain = true;
          for (AnnotationTree mark : parameter.getModifiers().getAnnotations()) {
            TreePath named = new TreePath(new TreePath(path, mark), mark.getAnnotationType());
            plain &= mark.getArguments().isEmpty() && all.element(named) instanceof TypeElement;
            if (plain) {
              marks.add((TypeElement) all.element(named));
            }
          }
          List<TypeElement> known = annotations.putIfAbsent(name, marks);
          if (!plain || known != null && !known.equals(marks)) {
            rewriting.refuse(
                RefusalCode.NOT_YET,
                "'" + name + "' is annotated otherwise than elsewhere, or with values.",
                signed.method.site(one.file(), tree.begin(parameter)));
          }
        });
  }
}

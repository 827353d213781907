package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * Constructors of a new class between others and what they extend: they take what the classes below
 * give to the one above, and the fields that go along.
 */
final class PulledConstructors {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Attributed all;
  private final PulledFields fields;
  private final List<Sibling> siblings;
  private final List<String> handed;
  private final String base;

  /**
   * @param handed the fields that constructors below hand on
   * @param base the full name of the new class
   */
  PulledConstructors(
      Rewriting rewriting,
      Attributed all,
      PulledFields fields,
      List<Sibling> siblings,
      List<String> handed,
      String base) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.all = all;
    this.fields = fields;
    this.siblings = siblings;
    this.handed = handed;
    this.base = base;
  }

  /** The constructors as the new class has them, with the blanks before their first lines. */
  List<Written> above(Naming naming, String in) {
    List<Written> made = new ArrayList<>();
    if (isWritten()) {
      called().forEach((name, above) -> made.add(constructor(naming, above, in)));
    }
    return made;
  }

  /** The name of the new class, which stands for the constructor that is not written. */
  Written name() {
    String simple = base.substring(base.lastIndexOf('.') + 1);
    return isWritten() ? Written.of(simple) : Written.of(simple, calledUnsaid());
  }

  /**
   * The constructors above that the classes call, by their names; null for one that is not said.
   */
  private Map<String, ExecutableElement> called() {
    Map<String, ExecutableElement> called = new LinkedHashMap<>();
    for (Sibling one : siblings) {
      for (MethodTree constructor : fields.constructors(one)) {
        ExecutableElement above = called(one, constructor);
        if (above != null && !above.getParameters().isEmpty()) {
          called.put(ElementNames.of(above), above);
        } else if (above != null || !isToThis(constructor)) {
          called.put("", null);
        }
      }
    }
    if (siblings.stream().anyMatch(one -> fields.constructors(one).isEmpty())) {
      called.put("", null);
    }
    return called;
  }

  private static boolean isToThis(MethodTree constructor) {
    return ConstructorCalls.isToThis(ConstructorCalls.first(constructor));
  }

  /** The constructor above that one calls in so many words; null for none. */
  private ExecutableElement called(Sibling one, MethodTree constructor) {
    MethodInvocationTree call = ConstructorCalls.first(constructor);
    if (call == null || one.tree().end(call) <= one.tree().begin(call) || isToThis(constructor)) {
      return null;
    }
    return (ExecutableElement) all.element(path(one, constructor, call));
  }

  private TreePath path(Sibling one, MethodTree constructor, MethodInvocationTree call) {
    TreePath statement =
        PulledFields.path(
            one.path().getParentPath(), constructor, constructor.getBody().getStatements().get(0));
    return new TreePath(statement, call);
  }

  private Written constructor(Naming naming, ExecutableElement above, String in) {
    List<Written> parameters = new ArrayList<>();
    List<String> passed = new ArrayList<>();
    for (VariableElement one : above == null ? List.<VariableElement>of() : above.getParameters()) {
      parameter(naming, one.asType(), one.getSimpleName().toString(), parameters);
      passed.add(one.getSimpleName().toString());
    }
    Sibling first = siblings.get(0);
    for (String field : handed) {
      int unit = units.find(units.name(first.type()) + "#" + field, Level.MEMBER);
      TypeMirror type = all.element(fields.declaration(first, unit)).asType();
      parameter(naming, type, field, parameters);
    }
    boolean open =
        siblings.stream()
            .anyMatch(
                one ->
                    units.has(one.type(), Trait.PUBLIC)
                        || !code.packageBefore(one.type())
                            .equals(base.substring(0, Math.max(0, base.lastIndexOf('.')))));
    String simple = base.substring(base.lastIndexOf('.') + 1);
    Written all =
        Written.of(in + (open ? "protected " : ""))
            .and(Written.of(simple, above == null ? calledUnsaid() : Set.of()))
            .and("(")
            .and(Written.joined(parameters, ", "))
            .and(")" + new Layout(code).opensMethod(siblings.get(0).file(), in, "\n") + "\n");
    if (!passed.isEmpty()) {
      all =
          all.and(in + in)
              .and("super", ElementNames.of(above))
              .and("(" + String.join(", ", passed) + ");\n");
    }
    for (String field : handed) {
      all = all.and(in + in + "this.").and(field, base + "#" + field).and(" = " + field + ";\n");
    }
    return all.and(in + "}");
  }

  private void parameter(Naming naming, TypeMirror type, String name, List<Written> parameters) {
    Written written = naming.of(type);
    if (written != null) {
      parameters.add(written.and(" " + name));
    }
  }

  // ---- the classes below

  /** Lets the constructors of a class call those of the new one. */
  void below(Sibling one) {
    Patch patch = rewriting.in(one.file());
    List<MethodTree> written = fields.constructors(one);
    String name = units.name(one.type());
    if (written.isEmpty()) {
      rewriting.rewrites(name + "#" + units.simpleName(one.type()) + "()");
      withoutCall(one, units.nameAt(one.type()));
      return;
    }
    for (MethodTree constructor : written) {
      rewriting.rewrites(
          ElementNames.of(all.element(new TreePath(one.path().getParentPath(), constructor))));
      if (isToThis(constructor)) {
        continue;
      }
      List<String> values = new ArrayList<>();
      for (String field : handed) {
        ExpressionStatementTree set = fields.assignments(one, field).get(constructor);
        values.add(((AssignmentTree) set.getExpression()).getExpression().toString());
        TakenOut.statement(rewriting, one.file(), one.tree(), set);
      }
      call(one, constructor, values, patch);
    }
  }

  private void call(Sibling one, MethodTree constructor, List<String> values, Patch patch) {
    ExecutableElement above = called(one, constructor);
    String simple = base.substring(base.lastIndexOf('.') + 1);
    Set<String> types = new TreeSet<>();
    List<TypeMirror> taken = new ArrayList<>();
    if (above != null) {
      above.getParameters().forEach(p -> taken.add(p.asType()));
    }
    Sibling first = siblings.get(0);
    for (String field : handed) {
      int unit = units.find(units.name(first.type()) + "#" + field, Level.MEMBER);
      taken.add(all.element(fields.declaration(first, unit)).asType());
    }
    String made = base + "#" + simple + "(" + ElementNames.simple(taken) + ")";
    types.add(taken.isEmpty() && !isWritten() ? base : made);
    if (above != null) {
      MethodInvocationTree call = ConstructorCalls.first(constructor);
      int end = one.tree().end(call) - 1;
      String more = (call.getArguments().isEmpty() ? "" : ", ") + String.join(", ", values);
      if (!values.isEmpty()) {
        patch.insert(end, Written.of(more));
      }
      int at = one.tree().begin(call);
      rewriting.meansInstead(one.file(), at, at + 1, ElementNames.of(above), types);
      return;
    }
    int nameAt = nameAt(one, constructor);
    if (values.isEmpty()) {
      withoutCall(one, nameAt);
      return;
    }
    madeAbove(one)
        .forEach(old -> rewriting.meansInstead(one.file(), nameAt, nameAt + 1, old, Set.of()));
    int brace = one.tree().begin(constructor.getBody());
    Layout layout = new Layout(code);
    String text = code.text(one.file());
    String indent = TextLines.indent(text, one.tree().begin(constructor)) + layout.step(one.file());
    patch.insert(
        brace + 1,
        Written.of(layout.lineEnd(one.file()) + indent)
            .and("super", made)
            .and("(" + String.join(", ", values) + ");"));
  }

  private int nameAt(Sibling one, MethodTree constructor) {
    String made =
        ElementNames.of(all.element(new TreePath(one.path().getParentPath(), constructor)));
    int unit = units.find(made, Level.MEMBER);
    return unit < 0 ? one.tree().begin(constructor) : units.nameAt(unit);
  }

  /** What a constructor that calls none in so many words means at its name: the one above. */
  private void withoutCall(Sibling one, int at) {
    String simple = base.substring(base.lastIndexOf('.') + 1);
    String made = isWritten() ? base + "#" + simple + "()" : base;
    boolean known = false;
    for (String old : madeAbove(one)) {
      known |= rewriting.means(one.file(), at, at + 1).contains(old);
      rewriting.meansInstead(one.file(), at, at + 1, old, Set.of(made));
    }
    if (!known) {
      rewriting.alsoMeans(one.file(), at, made);
    }
  }

  /** What making an object of the class above the new one can be told as. */
  private Set<String> madeAbove(Sibling one) {
    TypeElement above = (TypeElement) ((DeclaredType) one.owner().getSuperclass()).asElement();
    Set<String> names = new TreeSet<>(Set.of(above.getQualifiedName().toString()));
    ElementFilter.constructorsIn(above.getEnclosedElements())
        .forEach(made -> names.add(ElementNames.of(made)));
    return names;
  }

  /** What a constructor of the new class without a call of another one means, if anything. */
  private Set<String> calledUnsaid() {
    Set<String> found = new TreeSet<>();
    for (Sibling one : siblings) {
      for (MethodTree constructor : fields.constructors(one)) {
        int at = nameAt(one, constructor);
        found.addAll(rewriting.means(one.file(), at, at + 1));
        ExecutableElement said = called(one, constructor);
        if (said != null && said.getParameters().isEmpty()) {
          int call = one.tree().begin(ConstructorCalls.first(constructor));
          found.addAll(rewriting.means(one.file(), call, call + 1));
        }
      }
      int at = units.nameAt(one.type());
      found.addAll(rewriting.means(one.file(), at, at + 1));
      found.retainAll(madeAbove(one));
    }
    return found;
  }

  /** Whether objects of the new class can be made without being given anything. */
  boolean hasPlain() {
    return handed.isEmpty() && called().containsKey("") || !isWritten();
  }

  /** Whether the new class has a constructor that is written. */
  private boolean isWritten() {
    Map<String, ExecutableElement> called = called();
    boolean plain = called.size() <= 1 && called.values().stream().noneMatch(one -> one != null);
    return !plain || !handed.isEmpty();
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.Set;
import javax.lang.model.type.TypeMirror;

/**
 * A local variable becomes a field of the class that its method is in. It gets its first value
 * where it was declared, so that a run of the method sees what it saw; what outlives the run, or
 * runs inside of another, would see the value of the later one.
 */
public final class HeldVariable {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Field step;
  private final int method;
  private final int owner;
  private final int file;
  private final String name;

  private Attributed all;
  private LocatedTree tree;
  private LocalVariable local;

  private HeldVariable(Rewriting rewriting, int method, Step.Field step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.method = method;
    this.owner = units.parent(method);
    this.file = units.fileOf(method);
    this.name = step.as().isEmpty() ? step.variable() : step.as();
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int method, Step.Field step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    HeldVariable held = new HeldVariable(rewriting, method, step);
    held.judge();
    String path = survey.units().name(held.file);
    if (rewriting.isFine()) {
      readings.of(
          sources,
          Set.of(path),
          attributed -> {
            held.all = attributed;
            held.tree = attributed.file(path);
            held.run();
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  private void refuse(RefusalCode refusal, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  private boolean isStatic() {
    return units.has(method, Trait.STATIC);
  }

  // ---- what speaks against it

  private void judge() {
    boolean runs = units.has(method, Trait.METHOD) || units.has(method, Trait.CONSTRUCTOR);
    boolean record = units.has(owner, Trait.RECORD) && !isStatic();
    if (!runs || record || units.has(owner, Trait.INTERFACE)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(owner) + " can have no such field.",
          code.declaration(method));
      return;
    }
    for (int member : units.children(owner)) {
      if (units.has(member, Trait.FIELD) && units.simpleName(member).equals(name)) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            "There is " + units.name(member) + " already. Choose another name with 'as: …'.",
            code.declaration(member));
      }
    }
    boolean once = units.has(method, Trait.CONSTRUCTOR) || step.may(Leave.ONCE);
    if (!once && reachesItself()) {
      rewriting.refuse(
          RefusalCode.RECURSION,
          units.name(method)
              + " may be called again before it ends, and would lose the value. With 'once: true'"
              + " it is taken for one that is not.",
          code.declaration(method));
    }
  }

  /** Whether calls lead from the method to itself, as far as the code base tells. */
  private boolean reachesItself() {
    References references = code.references();
    Set<Integer> seen = new HashSet<>();
    Deque<Integer> open = new ArrayDeque<>(Set.of(method));
    while (!open.isEmpty()) {
      int at = open.poll();
      for (int r = references.row(at); r < references.row(at + 1); r++) {
        Kind kind = references.kind(r);
        int target = references.target(r);
        if ((kind == Kind.CALLS || kind == Kind.CREATES) && reaches(target, seen, open)) {
          return true;
        }
      }
    }
    return false;
  }

  /** Opens a method, and those that override it; whether one is that of the step. */
  private boolean reaches(int target, Set<Integer> seen, Deque<Integer> open) {
    if (target == method) {
      return true;
    }
    if (units.has(target, Trait.FOREIGN) || !seen.add(target)) {
      return false;
    }
    open.add(target);
    References references = code.references();
    for (int r : references.to(target)) {
      boolean overrides = references.kind(r) == Kind.OVERRIDES;
      if (overrides && reaches(references.from(r), seen, open)) {
        return true;
      }
    }
    return false;
  }

  private void run() {
    if (tree == null) {
      rewriting.refuseHalfRead(file, code.declaration(method));
      return;
    }
    local = LocalVariable.find(rewriting, all, tree, method, step.variable());
    if (local == null) {
      return;
    }
    declaration();
    hidden();
    captured();
    TypeMirror type = local.element().asType();
    Written written = new Naming(code, rewriting.names(), file).of(type);
    if (written == null || !Naming.variables(type).isEmpty() && isOfMethod(type)) {
      refuse(
          RefusalCode.GENERIC_OWNER,
          "The type of '" + step.variable() + "' has no name outside of the method.",
          tree.begin(local.variable()));
    }
    if (rewriting.isFine()) {
      edit(written);
    }
  }

  /** Whether a type names a type parameter of the method, or of a class that a static one lacks. */
  private boolean isOfMethod(TypeMirror type) {
    MethodTree own = (MethodTree) local.method().getLeaf();
    return Naming.variables(type).stream()
        .anyMatch(
            variable ->
                isStatic()
                    || own.getTypeParameters().stream()
                        .anyMatch(one -> one.getName().contentEquals(variable)));
  }

  private void declaration() {
    Tree parent = local.declared().getParentPath().getLeaf();
    int at = tree.begin(local.variable());
    boolean plain = parent instanceof BlockTree || parent instanceof CaseTree;
    if (!plain || !local.variable().getModifiers().getAnnotations().isEmpty()) {
      refuse(
          RefusalCode.NOT_YET,
          "'" + step.variable() + "' is declared by no statement of its own, or has annotations.",
          at);
    } else if (local.isDeclaredWithOthers(tree)) {
      refuse(
          RefusalCode.DECLARED_TOGETHER,
          "'" + step.variable() + "' is declared together with others. Write them apart first.",
          at);
    }
  }

  /** Another variable of the method must not be called like the field. */
  private void hidden() {
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        if (node != local.variable() && node.getName().contentEquals(name)) {
          refuse(
              RefusalCode.NAME_CLASH,
              "Another variable is called '" + name + "' here, and would hide the field.",
              tree.begin(node));
        }
        return super.visitVariable(node, p);
      }
    }.scan(local.method(), null);
  }

  /** A function keeps the value of its run, and would see that of a later one. */
  private void captured() {
    if (units.has(method, Trait.CONSTRUCTOR) || step.may(Leave.ONCE)) {
      return;
    }
    for (TreePath use : local.uses()) {
      for (TreePath at = use; at.getLeaf() != local.method().getLeaf(); at = at.getParentPath()) {
        boolean function =
            at.getLeaf() instanceof LambdaExpressionTree || at.getLeaf() instanceof ClassTree;
        boolean around = tree.begin(at.getLeaf()) <= tree.begin(local.variable());
        if (function && !around) {
          refuse(
              RefusalCode.OTHER_MEANING,
              "A function keeps the value of '"
                  + step.variable()
                  + "', and would see what a later run gives it. With 'once: true' the method is"
                  + " taken for one that is run once for an object.",
              tree.begin(use.getLeaf()));
          return;
        }
      }
    }
  }

  // ---- the edits

  private void edit(Written type) {
    String meant = units.name(owner) + "#" + name;
    Patch patch = rewriting.in(file);
    for (TreePath use : local.uses()) {
      int begin = tree.begin(use.getLeaf());
      patch.replace(begin, tree.end(use.getLeaf()), Written.of(name, meant));
    }
    VariableTree variable = local.variable();
    ExpressionTree value = variable.getInitializer();
    int begin = tree.begin(variable);
    if (value == null) {
      patch.remove(lineBegin(begin), lineEnd(tree.end(variable)));
    } else {
      Written fresh = Written.of(name, meant).and(" = ");
      boolean bare = value instanceof NewArrayTree array && array.getType() == null;
      patch.replace(begin, tree.begin(value), bare ? fresh.and("new ").and(type).and(" ") : fresh);
    }
    declare(type);
  }

  /** The first char of a line that holds nothing but a statement, or the statement's own. */
  private int lineBegin(int begin) {
    String text = code.text(file);
    int line = TextLines.begin(text, begin);
    return text.substring(line, begin).isBlank() ? line : begin;
  }

  private int lineEnd(int end) {
    String text = code.text(file);
    int next = TextLines.next(text, end);
    return text.substring(end, next).isBlank() ? next : end;
  }

  private void declare(Written type) {
    Layout layout = new Layout(code);
    String end = layout.lineEnd(file);
    Written field =
        Written.of(layout.memberIndent(owner) + "private " + (isStatic() ? "static " : ""))
            .and(type)
            .and(" " + name + ";");
    int last = -1;
    for (int member : units.children(owner)) {
      boolean own =
          units.has(member, Trait.FIELD)
              && units.has(member, Trait.STATIC) == isStatic()
              && !units.has(owner, Trait.ENUM);
      last = own && (last < 0 || units.end(member) > units.end(last)) ? member : last;
    }
    last = last >= 0 ? last : layout.lastOf(owner, Trait.FIELD);
    if (last >= 0) {
      boolean apart = units.has(last, Trait.STATIC) != isStatic();
      rewriting
          .in(file)
          .insert(layout.behind(last).at(), Written.of(apart ? end + end : end).and(field));
      return;
    }
    rewriting.in(file).insert(layout.bodyBegin(owner), Written.of(end).and(field).and(end));
  }
}

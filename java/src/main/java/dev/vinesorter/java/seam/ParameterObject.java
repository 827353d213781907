package dev.vinesorter.java.seam;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.nullness.Nullness;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.util.ElementFilter;

/**
 * A static method of a type becomes one of its objects: a parameter of that type is what it is
 * called on from then on.
 */
public final class ParameterObject {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Move step;
  private final int method;
  private final int file;
  private final NamedPlaces places;

  private Attributed all;
  private LocatedTree home;
  private Meanings meanings;
  private MethodTree declared;
  private Element object;
  private int index = -1;

  private ParameterObject(Rewriting rewriting, int method, Step.Move step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.method = method;
    this.file = units.fileOf(method);
    this.places = NamedPlaces.of(code, method);
  }

  /**
   * Carries it out.
   *
   * @param method the static method, which stands in the type by now
   * @param step says by {@link Step.Move#through} which parameter it is
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int method, Step.Move step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    ParameterObject made = new ParameterObject(rewriting, method, step);
    readings.of(
        sources,
        made.places.paths(made.file),
        attributed -> {
          made.all = attributed;
          made.run();
          return null;
        });
    return rewriting.finish(readings);
  }

  private void refuse(RefusalCode refusal, String message, int in, int at) {
    rewriting.refuse(refusal, message, code.site(in, code.tokens(in).from(at)));
  }

  private void run() {
    home = all.file(units.name(file));
    meanings = new Meanings(code);
    if (home == null) {
      rewriting.refuseHalfRead(file, code.declaration(method));
      return;
    }
    TreePath path = home.enclosing(units.nameAt(method), MethodTree.class);
    declared = (MethodTree) path.getLeaf();
    judge(path);
    if (rewriting.isFine()) {
      body(path);
      head();
      calls();
    }
  }

  private void judge(TreePath path) {
    ExecutableElement element = (ExecutableElement) all.element(path);
    TypeElement type = (TypeElement) element.getEnclosingElement();
    for (int n = 0; n < element.getParameters().size(); n++) {
      if (element.getParameters().get(n).getSimpleName().contentEquals(step.through())) {
        index = n;
        object = element.getParameters().get(n);
      }
    }
    boolean ofType =
        index >= 0 && object.asType() instanceof DeclaredType own && own.asElement().equals(type);
    boolean plain =
        ofType
            && type.getTypeParameters().isEmpty()
            && declared.getParameters().get(index).getModifiers().getAnnotations().isEmpty();
    if (!plain) {
      rewriting.refuse(
          ofType ? RefusalCode.NOT_YET : RefusalCode.NO_TARGET,
          ofType
              ? "The parameter '" + step.through() + "' has type arguments, or annotations."
              : units.name(method)
                  + " has no parameter '"
                  + step.through()
                  + "' that is a "
                  + type.getSimpleName()
                  + ".",
          code.declaration(method));
      return;
    }
    for (ExecutableElement other : ElementFilter.methodsIn(all.elements().getAllMembers(type))) {
      clash(element, other);
    }
    for (int sub : code.subtypes(units.parent(method))) {
      TypeElement below = all.elements().getTypeElement(units.name(sub));
      // A class without a name counts for the type that it stands in, which need not be one below.
      if (below == null || !all.types().isSubtype(below.asType(), type.asType())) {
        continue;
      }
      for (int member : units.children(sub)) {
        if (units.simpleName(member).equals(simpleName())) {
          rewriting.refuse(
              RefusalCode.OVERRIDE_GAINED,
              units.name(member) + " would come to override " + units.name(method) + ".",
              code.declaration(member));
        }
      }
    }
  }

  /** A method that takes the same without the object must not be there yet. */
  private void clash(ExecutableElement element, ExecutableElement other) {
    boolean alike =
        !other.equals(element)
            && other.getSimpleName().equals(element.getSimpleName())
            && other.getParameters().size() == element.getParameters().size() - 1;
    for (int n = 0; alike && n < other.getParameters().size(); n++) {
      Element one = element.getParameters().get(n < index ? n : n + 1);
      alike =
          all.types()
              .isSameType(
                  all.types().erasure(one.asType()),
                  all.types().erasure(other.getParameters().get(n).asType()));
    }
    if (alike) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH,
          "There is " + other + " already in " + units.name(units.parent(method)) + ".",
          code.declaration(method));
    }
  }

  private String simpleName() {
    String name = units.simpleName(method);
    List<String> types =
        new ArrayList<>(
            List.of(name.substring(name.indexOf('(') + 1, name.length() - 1).split(", ")));
    types.remove(index);
    return MemberNames.bare(name) + "(" + String.join(", ", types) + ")";
  }

  private String now() {
    return units.name(units.parent(method)) + "#" + simpleName();
  }

  // ---- the method

  /** The parameter's name goes, or becomes {@code this}. */
  private void body(TreePath path) {
    String type = units.simpleName(units.parent(method));
    new TreePathScanner<Void, Integer>() {
      @Override
      public Void visitClass(ClassTree node, Integer depth) {
        return super.visitClass(node, depth + 1);
      }

      @Override
      public Void visitIdentifier(IdentifierTree node, Integer depth) {
        if (!object.equals(all.element(getCurrentPath()))) {
          return null;
        }
        int begin = home.begin(node);
        if (Assignments.of(getCurrentPath()) != null) {
          refuse(
              RefusalCode.ASSIGNED,
              "The parameter '" + step.through() + "' gets another value.",
              file,
              begin);
          return null;
        }
        if (getCurrentPath().getParentPath().getLeaf() instanceof BinaryTree binary
            && (isNull(binary.getLeftOperand()) || isNull(binary.getRightOperand()))) {
          refuse(
              RefusalCode.NULL_RECEIVER,
              "'" + step.through() + "' is compared with null, which an object never is.",
              file,
              begin);
        }
        String itself = depth == 0 ? "this" : type + ".this";
        boolean bare =
            depth == 0
                && getCurrentPath().getParentPath().getLeaf() instanceof MemberSelectTree select
                && select.getExpression() == node
                && !isVariable(path, select.getIdentifier().toString());
        int end =
            bare ? code.tokens(file).end(code.tokens(file).from(home.end(node))) : home.end(node);
        rewriting.in(file).replace(begin, end, bare ? Written.NONE : Written.of(itself).free());
        return null;
      }
    }.scan(new TreePath(path, declared.getBody()), 0);
  }

  private static boolean isNull(ExpressionTree operand) {
    return operand.getKind() == Tree.Kind.NULL_LITERAL;
  }

  /** Whether a variable of the method has a name, which would be meant in place of a member. */
  private boolean isVariable(TreePath path, String name) {
    boolean[] found = {false};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        found[0] |= node.getName().contentEquals(name);
        return super.visitVariable(node, p);
      }
    }.scan(path, null);
    return found[0];
  }

  private void head() {
    Patch patch = rewriting.in(file);
    JavaTokens tokens = code.tokens(file);
    for (int token = tokens.from(home.begin(declared)); ; token++) {
      if (tokens.is(token, "static")) {
        boolean inInterface = units.has(units.parent(method), Trait.INTERFACE);
        int begin = tokens.begin(token);
        patch.replace(
            begin,
            inInterface ? tokens.end(token) : tokens.begin(token + 1),
            inInterface ? Written.of("default") : Written.NONE);
        break;
      }
    }
    List<? extends VariableTree> old = declared.getParameters();
    List<Written> fresh = new ArrayList<>();
    List<Written> between = new ArrayList<>();
    for (int n = 0; n < old.size(); n++) {
      if (n == index) {
        continue;
      }
      if (!fresh.isEmpty()) {
        between.add(patch.copy(home.end(old.get(n - 1)), home.begin(old.get(n))));
      }
      fresh.add(patch.edited(home.begin(old.get(n)), home.end(old.get(n))));
    }
    int begin = home.begin(old.get(0));
    int end = home.end(old.get(old.size() - 1));
    patch.cut(begin, end);
    patch.replace(begin, end, ArgumentList.of(fresh, between));
    int[] comment = ParameterTag.comment(code.text(file), tokens, home.begin(declared));
    int[] tag =
        comment == null
            ? null
            : ParameterTag.of(code.text(file), comment[0], comment[1], step.through());
    if (tag != null) {
      patch.remove(tag[0], tag[1]);
    }
    rewriting.rename(method, simpleName());
    new DocSignatures(rewriting)
        .write(
            method,
            List.of(new SignedMethod.Declared(file, method, home.begin(declared), declared)),
            one -> simpleName());
  }

  // ---- the calls

  private void calls() {
    Nullness nullness = new Nullness(code, step.may(Leave.LIBRARY));
    boolean there = step.may(Leave.NEVER_NULL) || nullness.demands(method, index);
    for (Map.Entry<Integer, Map<Integer, Integer>> one : places.byFile().entrySet()) {
      int in = one.getKey();
      LocatedTree tree = all.file(units.name(in));
      if (tree == null) {
        rewriting.refuseHalfRead(in);
        return;
      }
      for (CallSite site : places.calls(in, tree)) {
        int user = one.getValue().get(site.at());
        if (site.isReference() && index > 0 || !site.isReference() && !site.isCall()) {
          refuse(
              RefusalCode.METHOD_REFERENCE,
              "The method is named here without being called.",
              in,
              site.at());
        } else if (site.isCall()) {
          call(in, tree, site, there, nullness, user);
        }
      }
      ImportsOfMember.takeOut(rewriting, method, in);
    }
  }

  private void call(
      int in, LocatedTree tree, CallSite site, boolean there, Nullness nullness, int user) {
    List<? extends ExpressionTree> arguments = site.arguments();
    MethodInvocationTree call = (MethodInvocationTree) site.call().getLeaf();
    if (arguments.size() <= index || !call.getTypeArguments().isEmpty()) {
      refuse(RefusalCode.ARGUMENTS, "This call is not understood.", in, site.at());
      return;
    }
    ExpressionTree given = arguments.get(index);
    int begin = tree.begin(given);
    int end = tree.end(given);
    boolean self = rewriting.in(in).edited(begin, end).text().equals("this");
    if (!self && !there && !nullness.present(user, begin, end)) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          "What is passed here may be null, on which the method need not fail today. Say"
              + " 'never-null: true' if it never is.",
          in,
          begin);
    }
    Purity purity = meanings.purity(in, tree, given);
    for (ExpressionTree before : arguments.subList(0, index)) {
      if (!meanings.purity(in, tree, before).swapsWith(purity)) {
        refuse(
            RefusalCode.EVALUATION_ORDER,
            "The object would be worked out before the other arguments, which may matter here. Put"
                + " it into a variable first.",
            in,
            begin);
      }
    }
    Patch patch = rewriting.in(in);
    Written object = patch.edited(begin, end);
    if (!Assignments.isPrimary(given)) {
      object = Written.of("(").and(object).and(")");
    }
    List<Written> rest = new ArrayList<>();
    for (int n = 0; n < arguments.size(); n++) {
      if (n != index) {
        rest.add(patch.edited(tree.begin(arguments.get(n)), tree.end(arguments.get(n))));
      }
    }
    String bare = MemberNames.bare(units.simpleName(method));
    Written fresh =
        (self ? Written.NONE : object.and("."))
            .and(Written.of(bare, now()))
            .and("(")
            .and(ArgumentList.of(rest, List.of()))
            .and(")");
    int from = tree.begin(call);
    int to = tree.end(call);
    patch.cut(from, to);
    patch.replace(from, to, fresh);
  }
}

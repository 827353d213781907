package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeMirror;

/**
 * Calls that a method makes of several others become an announcement: whoever listens is called.
 * Where objects of the class are made, the old ones join in its listeners; the class does not know
 * them any more.
 */
public final class Listening {
  /** A call that becomes a listener. */
  record Call(
      ExecutableElement called, String field, MethodInvocationTree tree, StatementTree whole) {}

  final Rewriting rewriting;
  final SourceView code;
  final Units units;
  final Step.Listen step;
  final int method;
  final int owner;
  final int file;
  final List<Call> calls = new ArrayList<>();

  /** What is announced: variables of the method, by their names in the order of the calls. */
  final Map<String, TypeMirror> news = new LinkedHashMap<>();

  /** The exceptions that listeners can throw. */
  final Set<TypeMirror> thrown = new LinkedHashSet<>();

  Attributed all;
  LocatedTree tree;
  Sibling itself;
  PulledFields fields;

  private Listening(Rewriting rewriting, int method, Step.Listen step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.method = method;
    this.owner = units.parent(method);
    this.file = units.fileOf(method);
  }

  /**
   * Carries it out.
   *
   * @param method the method that calls
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int method, Step.Listen step, Overlay sources, Readings readings) {
    StepChain chain = new StepChain(survey, sources);
    Rewriting rewriting = new Rewriting(survey, chain.sources());
    Listening listening = new Listening(rewriting, method, step);
    readings.of(
        sources,
        listening.files(),
        all -> {
          listening.all = all;
          listening.run();
          return null;
        });
    Set<String> gone = new LinkedHashSet<>();
    listening.calls.forEach(one -> gone.add(one.field()));
    if (chain.take(rewriting.finish(readings))) {
      ForgottenFields.carryOut(chain, survey.units().name(listening.owner), gone, readings);
    }
    return chain.result();
  }

  /** The file of the class, and those where its objects are made. */
  private Set<String> files() {
    Set<String> files = new TreeSet<>(Set.of(units.name(file)));
    for (int unit : units.withAllInside(owner)) {
      for (int r : code.references().to(unit)) {
        if (code.references().kind(r) == Kind.CREATES) {
          files.add(units.name(units.fileOf(code.references().from(r))));
        }
      }
    }
    return files;
  }

  void refuse(RefusalCode refusal, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  private void run() {
    tree = all.file(units.name(file));
    TreePath declared =
        tree == null ? null : tree.enclosing(units.nameAt(method), MethodTree.class);
    if (declared == null || !(all.element(declared) instanceof ExecutableElement executable)) {
      rewriting.refuseHalfRead(file, code.declaration(method));
      return;
    }
    itself = new Sibling(method, owner, file, tree, declared, executable);
    fields = new PulledFields(rewriting, all, List.of(itself), step.as());
    place();
    if (rewriting.isFine()) {
      calls(declared);
    }
    if (rewriting.isFine() && fields.isUsedEarly(itself)) {
      rewriting.refuse(
          RefusalCode.EVALUATION_ORDER,
          "An object of "
              + units.name(owner)
              + " is used while it is made, before anybody could listen to it.",
          code.declaration(owner));
    }
    if (rewriting.isFine()) {
      together();
      calls.forEach(this::news);
      calls.forEach(this::onlyHere);
    }
    if (rewriting.isFine()) {
      new Announcement(this).write();
    }
  }

  private void place() {
    boolean ofObjects =
        units.has(method, Trait.METHOD)
            && !units.has(method, Trait.STATIC)
            && !units.has(method, Trait.ABSTRACT)
            && !units.has(owner, Trait.INTERFACE)
            && !units.has(owner, Trait.ENUM)
            && !units.has(owner, Trait.RECORD);
    if (!ofObjects) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(method) + " is no method of the objects of a class.",
          code.declaration(method));
    } else if (!itself.owner().getTypeParameters().isEmpty()) {
      rewriting.refuse(
          RefusalCode.GENERIC_OWNER,
          units.name(owner) + " has type parameters, which listeners would need.",
          code.declaration(owner));
    } else if (!code.subtypes(owner).isEmpty()) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "Classes below " + units.name(owner) + " hand on what it is made with.",
          code.declaration(code.subtypes(owner).iterator().next()));
    }
    boolean stored =
        code.allSupertypes(owner).stream()
            .anyMatch(one -> units.name(one).equals("java.io.Serializable"));
    if (stored) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "Objects of " + units.name(owner) + " may be stored, and who listens cannot be.",
          code.declaration(owner));
    }
    new NewSource(code, file, step.as()).judge(rewriting, code.declaration(method));
    for (int member : units.children(owner)) {
      String bare = MemberNames.bare(units.simpleName(member));
      if (bare.equals(Announcement.join(step)) || bare.equals(Announcement.list(step))) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            "There is " + units.name(member) + " already.",
            code.declaration(member));
      }
    }
  }

  // ---- the calls

  private void calls(TreePath declared) {
    Map<String, List<Call>> found = new LinkedHashMap<>();
    step.calls().forEach(one -> found.put(one, new ArrayList<>()));
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
        Element called = all.element(getCurrentPath());
        List<Call> wanted =
            called instanceof ExecutableElement ? found.get(ElementNames.of(called)) : null;
        if (wanted != null) {
          wanted.add(call(getCurrentPath(), node, (ExecutableElement) called));
        }
        return super.visitMethodInvocation(node, p);
      }
    }.scan(declared, null);
    found.forEach(
        (name, some) -> {
          if (some.size() != 1) {
            rewriting.refuse(
                RefusalCode.NO_STRETCH,
                units.name(method)
                    + " calls "
                    + name
                    + (some.isEmpty() ? " nowhere." : " " + some.size() + " times."),
                code.declaration(method));
          } else if (some.get(0) != null) {
            calls.add(some.get(0));
          }
        });
    calls.sort((a, b) -> Integer.compare(tree.begin(a.tree), tree.begin(b.tree)));
  }

  /** A call as a statement of its own on a field of the class; null where it is not that. */
  private Call call(TreePath path, MethodInvocationTree node, ExecutableElement called) {
    Tree parent = path.getParentPath().getLeaf();
    boolean statement =
        parent instanceof ExpressionStatementTree
            && Stretch.list(path.getParentPath().getParentPath().getLeaf()) != null;
    ExpressionTree receiver =
        node.getMethodSelect() instanceof MemberSelectTree select ? select.getExpression() : null;
    Element field =
        receiver == null
            ? null
            : all.element(new TreePath(new TreePath(path, node.getMethodSelect()), receiver));
    boolean own =
        field != null
            && field.getKind() == ElementKind.FIELD
            // The compiler takes the object itself for a field of its class.
            && units.find(units.name(owner) + "#" + field.getSimpleName(), Level.MEMBER) >= 0
            && itself.owner().equals(field.getEnclosingElement())
            && (receiver instanceof IdentifierTree
                || receiver instanceof MemberSelectTree select
                    && select.getExpression().toString().equals("this"));
    if (!statement || !own) {
      refuse(
          RefusalCode.NOT_YET,
          own
              ? "The call is not a statement of its own."
              : "What is called here is no field of " + units.name(owner) + ".",
          tree.begin(node));
      return null;
    }
    return new Call(called, field.getSimpleName().toString(), node, (StatementTree) parent);
  }

  /** The calls stand right behind each other, so that announcing them once keeps their order. */
  private void together() {
    for (int n = 1; n < calls.size(); n++) {
      int from = tree.end(calls.get(n - 1).whole);
      int to = tree.begin(calls.get(n).whole);
      String between = code.text(file).substring(from, to);
      if (!between.isBlank()) {
        refuse(
            RefusalCode.EVALUATION_ORDER,
            "Something stands between the calls; bring them together first.",
            to);
      }
    }
  }

  /** What a call is given is announced. */
  private void news(Call call) {
    for (ExpressionTree argument : call.tree.getArguments()) {
      TreePath path = all.path(tree, argument);
      Element named = path == null ? null : all.element(path);
      if (!(argument instanceof IdentifierTree) || named == null || !Variables.isLocal(named)) {
        refuse(
            RefusalCode.NOT_YET,
            "What is announced has to be a variable of the method; make one of this first.",
            tree.begin(argument));
        return;
      }
      news.put(named.getSimpleName().toString(), ((VariableElement) named).asType());
    }
    thrown.addAll(call.called.getThrownTypes());
  }

  /** The field is there for the call alone, and comes from the constructors. */
  private void onlyHere(Call call) {
    String name = units.name(owner) + "#" + call.field;
    int field = units.find(name, Level.MEMBER);
    Map<MethodTree, ExpressionStatementTree> handed = fields.assignments(itself, call.field);
    Set<Integer> known = new TreeSet<>();
    calls.forEach(one -> known.add(at(one)));
    handed
        .values()
        .forEach(
            set ->
                known.add(
                    tree.end(((AssignmentTree) set.getExpression()).getVariable())
                        - call.field.length()));
    if (handed.isEmpty()) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          name + " does not get the value of a parameter in each constructor.",
          code.declaration(field));
    }
    for (int r : code.references().to(field)) {
      boolean other =
          code.references().kind(r) != Kind.MENTIONS && !known.contains(code.references().at(r));
      if (other) {
        int of = units.fileOf(code.references().from(r));
        rewriting.refuse(
            RefusalCode.STILL_USED,
            name + " is used elsewhere as well, so that the class goes on knowing it.",
            code.site(of, code.tokens(of).from(code.references().at(r))));
        return;
      }
    }
  }

  /** Where a call names its field. */
  private int at(Call call) {
    JavaTokens tokens = code.tokens(file);
    int select = tree.end(call.tree.getMethodSelect());
    return tokens.begin(tokens.before(select) - 2);
  }

  /** The class. */
  TypeElement type() {
    return itself.owner();
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeMirror;

/**
 * Methods of one head go into classes of their own, of which what is left of a decision takes one.
 */
final class StrategyTypes {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Strategy step;
  private final int method;
  private final int owner;
  private final int file;
  private final List<String> names;
  private final Layout layout;
  private final NewSource above;
  private Attributed all;
  private LocatedTree tree;

  /** Whether branches need the object that decides. */
  private boolean takesOwner;

  private Decision decision;

  private StrategyTypes(Rewriting rewriting, int method, List<String> names, Step.Strategy step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.method = method;
    this.owner = units.parent(method);
    this.file = units.fileOf(method);
    this.names = names;
    this.layout = new Layout(code);
    this.above = new NewSource(code, file, step.as());
  }

  /**
   * Carries it out.
   *
   * @param method the method that decides, in whose branches one call is left each
   * @param names the simple names of the classes
   */
  static Result carryOut(
      Survey survey,
      int method,
      List<String> names,
      Step.Strategy step,
      Overlay sources,
      Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    StrategyTypes types = new StrategyTypes(rewriting, method, names, step);
    types.place();
    if (rewriting.isFine()) {
      readings.of(
          sources,
          Set.of(survey.units().name(types.file)),
          all -> {
            types.all = all;
            types.run();
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  private String packageName() {
    return above.packageName();
  }

  private String full(String simple) {
    return packageName().isEmpty() ? simple : packageName() + "." + simple;
  }

  private void place() {
    List<String> simple = new ArrayList<>(names);
    simple.add(above.simpleName());
    for (String one : simple) {
      if (rewriting.isFine()) {
        new NewSource(code, file, full(one)).judge(rewriting, code.declaration(method));
      }
    }
  }

  private void run() {
    tree = all.file(units.name(file));
    TreePath declared = tree.enclosing(units.nameAt(method), MethodTree.class);
    decision = Decision.in(tree, declared).get(0);
    Map<String, ExecutableElement> parts = new LinkedHashMap<>();
    for (String name : names) {
      parts.put(name, part(name));
    }
    parts.forEach(this::judge);
    if (!rewriting.isFine()) {
      return;
    }
    ExecutableElement first = parts.values().iterator().next();
    Set<TypeMirror> thrown = new LinkedHashSet<>();
    parts.values().forEach(one -> thrown.addAll(one.getThrownTypes()));
    interfaceOf(first, List.copyOf(thrown));
    parts.forEach(this::classOf);
    chooser(first, declared);
    List<Integer> gone =
        parts.values().stream().map(one -> units.find(ElementNames.of(one), Level.MEMBER)).toList();
    TakenOut.from(rewriting, file, TakenOut.of(code, file, gone));
  }

  private ExecutableElement part(String name) {
    for (int member : units.children(owner)) {
      if (units.has(member, Trait.METHOD)
          && MemberNames.bare(units.simpleName(member)).equals(Strategies.partName(name))) {
        return (ExecutableElement)
            all.element(tree.enclosing(units.nameAt(member), MethodTree.class));
      }
    }
    throw new IllegalStateException("No method was made for " + name + ".");
  }

  // ---- what a class of its own cannot do

  private SplitUses uses(ExecutableElement part) {
    SplitUses uses = new SplitUses(all, tree, (TypeElement) part.getEnclosingElement());
    uses.scan(path(part));
    return uses;
  }

  private TreePath path(ExecutableElement part) {
    int unit = units.find(ElementNames.of(part), Level.MEMBER);
    return tree.enclosing(units.nameAt(unit), MethodTree.class);
  }

  private void judge(String name, ExecutableElement part) {
    SplitUses uses = uses(part);
    for (SplitUses.Use use : uses.uses()) {
      takesOwner |= !use.isStatic() && use.form() != SplitUses.Form.OTHER;
      Access needed = needed(use.member());
      int member = units.find(ElementNames.of(use.member()), Level.MEMBER);
      if (needed != null && (member < 0 || units.has(member, Trait.FOREIGN))) {
        refuse(
            RefusalCode.ACCESS,
            name + " could not reach " + use.member().getSimpleName() + " of a library's class.",
            use.at());
      } else if (needed != null) {
        widen(member, use);
      }
    }
    takesOwner |= !uses.selves().isEmpty();
    if (!uses.supers().isEmpty()) {
      refuse(
          RefusalCode.SUPER_CALL,
          name + " would not know what 'super' is.",
          tree.begin(uses.supers().get(0)));
    }
    TypeElement of = (TypeElement) part.getEnclosingElement();
    if (!uses.variables().isEmpty() || takesOwner && !of.getTypeParameters().isEmpty()) {
      refuse(
          RefusalCode.GENERIC_OWNER,
          name + " would need the type parameters of " + units.name(owner) + ".",
          units.nameAt(method));
    }
    boolean taken =
        part.getParameters().stream()
            .anyMatch(one -> one.getSimpleName().contentEquals(ownerName()));
    if (takesOwner && taken) {
      refuse(
          RefusalCode.NAME_CLASH,
          "A variable is called " + ownerName() + ", as the object that decides would be.",
          units.nameAt(method));
    }
  }

  /** What the object that decides is called where it is handed in. */
  private String ownerName() {
    return VariableNames.of(units.simpleName(owner));
  }

  private void refuse(RefusalCode refusal, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  /** The access that a member needs to be seen from the new classes; null where it has that. */
  private Access needed(Element member) {
    boolean near =
        all.elements().getPackageOf(member).getQualifiedName().contentEquals(packageName());
    Set<Modifier> modifiers = member.getModifiers();
    boolean seen =
        modifiers.contains(Modifier.PUBLIC) || near && !modifiers.contains(Modifier.PRIVATE);
    return seen ? null : near ? Access.PACKAGE : Access.PUBLIC;
  }

  private void widen(int member, SplitUses.Use use) {
    Access needed = needed(use.member());
    if (!step.may(Leave.WIDEN)) {
      refuse(
          RefusalCode.ACCESS,
          units.name(member)
              + " would have to be "
              + needed.shown()
              + ". Say 'widen: true' if it may.",
          use.at());
    } else if (rewriting.widensOnce(units.name(member), needed.shown())) {
      SplitOwner.modifiers(code, member, needed, rewriting.in(file));
    }
  }

  // ---- the types

  private String called() {
    return step.called().isEmpty() ? MemberNames.bare(units.simpleName(method)) : step.called();
  }

  private String open() {
    return code.packageBefore(owner).equals(packageName()) ? "" : "public ";
  }

  private String memberName(String type, ExecutableElement part) {
    String name = ElementNames.of(part);
    String parameters = name.substring(name.indexOf('(') + 1);
    String first =
        takesOwner
            ? part.getEnclosingElement().getSimpleName()
                + (part.getParameters().isEmpty() ? "" : ", ")
            : "";
    return full(type) + "#" + called() + "(" + first + parameters;
  }

  private Written head(Naming naming, ExecutableElement part, List<TypeMirror> thrown) {
    Written gives = naming.of(part.getReturnType());
    Written parameters = naming.parameters(part, (ExecutableType) part.asType());
    List<Written> exceptions = thrown.stream().map(naming::of).toList();
    if (gives == null || parameters == null || exceptions.contains(null)) {
      refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type that a branch needs has no name that could be written.",
          units.nameAt(method));
      return Written.NONE;
    }
    Written generics = naming.typeParameters(part.getTypeParameters());
    Written head = generics.and(generics == Written.NONE ? "" : " ").and(gives).and(" " + called());
    if (takesOwner) {
      Written first = naming.name((TypeElement) part.getEnclosingElement());
      head = head.and("(").and(first).and(" " + ownerName());
      head = head.and(part.getParameters().isEmpty() ? "" : ", ").and(parameters.behindFirst());
    } else {
      head = head.and(parameters);
    }
    return exceptions.isEmpty() ? head : head.and(" throws ").and(Written.joined(exceptions, ", "));
  }

  private void interfaceOf(ExecutableElement part, List<TypeMirror> thrown) {
    Naming naming = above.naming();
    String in = layout.step(file);
    String simple = units.simpleName(method);
    Written text =
        Written.of(
                "/** One way for {@link "
                    + above.shown(owner)
                    + "#"
                    + MemberNames.bare(simple)
                    + "}. */\n"
                    + open()
                    + "interface "
                    + above.simpleName()
                    + " {\n"
                    + in)
            .and(head(naming, part, thrown))
            .and(";\n}\n");
    rewriting.newFile(above.path(), above.text(text));
    rewriting.rewrites(step.as());
  }

  private void classOf(String name, ExecutableElement part) {
    NewSource source = new NewSource(code, file, full(name));
    Naming naming = source.naming();
    String in = layout.step(file);
    int unit = units.find(ElementNames.of(part), Level.MEMBER);
    MethodTree declared = (MethodTree) path(part).getLeaf();
    PulledText text =
        new PulledText(
            rewriting,
            new Sibling(unit, owner, file, tree, path(part), part),
            source,
            -1,
            naming,
            full(name),
            Map.of());
    Written body =
        text.part(
            unit,
            uses(part),
            tree.begin(declared.getBody()),
            tree.end(declared.getBody()),
            in,
            takesOwner ? ownerName() : "");
    Written head = head(naming, part, List.copyOf(part.getThrownTypes()));
    Written whole =
        Written.of(documentation(name) + open() + "final class " + name + " implements ")
            .and(above.simpleName(), step.as())
            .and(" {\n" + in)
            .and("@Override\n" + in, "java.lang.Override")
            .and(Written.of("public ", memberName(above.simpleName(), part)))
            .and(head)
            .and(" ")
            .and(body)
            .and("\n}\n");
    rewriting.newFile(source.path(), source.text(whole));
    rewriting.rewrites(full(name));
  }

  private String documentation(String name) {
    Decision.Branch branch = Strategies.branches(decision).get(names.indexOf(name));
    String labels = String.join(", ", branch.labels());
    boolean plain =
        labels.length() <= 60 && labels.chars().noneMatch(c -> c < ' ' || "{}@*".indexOf(c) >= 0);
    String when =
        labels.isEmpty()
            ? " for all else"
            : !plain
                ? ""
                : decision.path().getLeaf() instanceof IfTree
                    ? " where {@code " + labels + "}"
                    : " for {@code " + labels + "}";
    return "/** A {@link " + above.simpleName() + "}" + when + ". */\n";
  }

  // ---- what is left of the decision

  private void chooser(ExecutableElement part, TreePath declared) {
    String name = Strategies.partName(above.simpleName());
    Tree leaf = decision.path().getLeaf();
    Patch copy = rewriting.aside(file);
    List<Decision.Branch> branches = Strategies.branches(decision);
    boolean gives = decision.arrows();
    for (int n = 0; n < branches.size(); n++) {
      Decision.Branch one = branches.get(n);
      Written type = Written.of(rewriting.names().in(file, full(names.get(n))), full(names.get(n)));
      Written made = Written.of(gives ? "new " : "return new ").and(type).and("()");
      boolean statement = !decision.isExpression() || !isValue(one);
      int begin = one.whole().begin();
      Written line = lineOf(one);
      while (line != Written.NONE && code.text(file).charAt(begin - 1) == ' ') {
        begin--;
      }
      copy.replace(begin, one.whole().end(), line.and(statement ? made.and(";") : made));
    }
    List<Written> parameters = new ArrayList<>();
    List<String> arguments = new ArrayList<>();
    Naming naming = new Naming(code, rewriting.names(), file);
    for (String local : Strategies.locals(all, tree, decision.path(), decision.branches())) {
      Written type = naming.of(typeOf(local, declared));
      if (type != null) {
        parameters.add(type.and(" " + local));
      }
      arguments.add(local);
    }
    String in = layout.memberIndent(owner);
    String inner = in + layout.step(file);
    String end = layout.lineEnd(file);
    String old = Layout.indent(code.text(file), tree.begin(leaf));
    Written text =
        rewriting.taken(
            file,
            copy,
            copy.edited(tree.begin(leaf), tree.end(leaf)).indented(old, inner),
            one -> one);
    boolean isStatic =
        ((MethodTree) declared.getLeaf()).getModifiers().getFlags().contains(Modifier.STATIC);
    Written whole =
        Written.of(end + end + in + "private " + (isStatic ? "static " : ""))
            .and(Written.of(rewriting.names().in(file, step.as()), step.as()))
            .and(" " + name + "(")
            .and(Written.joined(parameters, ", "))
            .and(") {" + end + inner + (gives ? "return " : ""))
            .and(text)
            .and((gives ? ";" : "") + end + in + "}");
    call(part, name, arguments);
    rewriting.in(file).insert(layout.behind(method).at(), whole);
  }

  /** A line of its own for what takes the place of a block behind a case. */
  private Written lineOf(Decision.Branch branch) {
    String text = code.text(file);
    int begin = branch.whole().begin();
    boolean block = !decision.arrows() && text.charAt(begin) == '{';
    String indent = Layout.indent(text, begin) + layout.step(file);
    return block ? Written.of(layout.lineEnd(file) + indent) : Written.NONE;
  }

  private boolean isValue(Decision.Branch branch) {
    String text = code.text(file);
    return !text.substring(branch.whole().begin(), branch.whole().end()).endsWith(";")
        && !text.substring(branch.whole().begin(), branch.whole().end()).endsWith("}");
  }

  private TypeMirror typeOf(String local, TreePath declared) {
    TypeMirror[] found = new TypeMirror[1];
    int limit = tree.begin(decision.path().getLeaf());
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree node, Void p) {
        if (node.getName().contentEquals(local) && tree.begin(node) < limit) {
          found[0] = ((VariableElement) all.element(getCurrentPath())).asType();
        }
        return super.visitVariable(node, p);
      }
    }.scan(declared, null);
    return found[0];
  }

  /** The call in the place of the decision, as the first branch had its own. */
  private void call(ExecutableElement part, String name, List<String> arguments) {
    Tree leaf = decision.path().getLeaf();
    Decision.Branch first = Strategies.branches(decision).get(0);
    TreePath at = tree.around(first.code().begin(), first.code().end());
    int[] call = callOf(part, at);
    String text = code.text(file);
    String chooser =
        units.name(owner)
            + "#"
            + name
            + "("
            + ElementNames.simple(
                arguments.stream()
                    .map(one -> typeOf(one, tree.enclosing(units.nameAt(method), MethodTree.class)))
                    .toList())
            + ")";
    int open = text.indexOf('(', call[0]);
    Written chosen =
        Written.of(name, chooser)
            .and("(" + String.join(", ", arguments) + ").")
            .and(called(), memberName(above.simpleName(), part));
    int begin = tree.begin(leaf);
    Written before =
        decision.isExpression()
            ? Written.NONE
            : rewriting.in(file).copy(first.code().begin(), call[0]);
    VariableTree bare = bare(first.variable());
    if (bare != null) {
      begin = tree.begin(bare);
      before = rewriting.in(file).copy(begin, tree.end(bare) - 1).and(" = ");
    }
    int end = decision.isExpression() ? call[1] : first.code().end();
    Written behind = rewriting.in(file).copy(takesOwner ? open + 1 : open, end);
    if (takesOwner) {
      behind = Written.of("(this" + (part.getParameters().isEmpty() ? "" : ", ")).and(behind);
    }
    rewriting.in(file).replace(begin, tree.end(leaf), before.and(chosen).and(behind));
    rewriting.rewrites(chooser);
  }

  /** A declaration of a variable without a value right before the decision; null for none. */
  private VariableTree bare(String variable) {
    Tree around = decision.path().getParentPath().getLeaf();
    List<? extends StatementTree> list = decision.isExpression() ? null : Stretch.list(around);
    int place = list == null ? -1 : list.indexOf(decision.path().getLeaf());
    boolean found =
        place > 0
            && list.get(place - 1) instanceof VariableTree before
            && before.getInitializer() == null
            && before.getName().contentEquals(variable)
            && code.text(file)
                .substring(tree.end(before), tree.begin(decision.path().getLeaf()))
                .isBlank()
            && code.text(file).charAt(tree.end(before) - 1) == ';'
            && code.text(file).substring(0, tree.end(before) - 1).endsWith(variable);
    return found ? (VariableTree) list.get(place - 1) : null;
  }

  private int[] callOf(ExecutableElement part, TreePath in) {
    int[] found = {-1, -1};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
        if (node.getMethodSelect() instanceof IdentifierTree
            && all.element(getCurrentPath()) instanceof ExecutableElement called
            && called.getSimpleName().toString().equals(part.getSimpleName().toString())) {
          found[0] = tree.begin(node);
          found[1] = tree.end(node);
        }
        return super.visitMethodInvocation(node, p);
      }
    }.scan(in, null);
    return found;
  }
}

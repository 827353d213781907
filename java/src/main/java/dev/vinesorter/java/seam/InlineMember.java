package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.DocLinks;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.DocumentedLinks;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;

/**
 * A method or a constant goes, and what it gives stands wherever it was used: with the arguments in
 * the place of the parameters, and names completed where they would not mean the same. Statements
 * that a method runs before stand before the statement of the call.
 */
final class InlineMember {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Inline step;
  private final int member;
  private final int file;
  private final NamedPlaces places;

  private Attributed all;
  private LocatedTree home;
  private Meanings meanings;

  /** What takes the place of uses; null where statements do that give nothing. */
  private TreePath value;

  /** What is run before that; null for nothing. */
  private InlinedStatements statements;

  private TypeMirror declaredType;
  private final List<VariableElement> parameters = new ArrayList<>();

  /** Where the value names each parameter. */
  private final Map<Element, List<TreePath>> named = new HashMap<>();

  /** Where it names its object, or a member of that. */
  private final List<TreePath> ofThis = new ArrayList<>();

  /** Uses that the value has taken the place of. */
  private final Set<Tree> replaced = new HashSet<>();

  /** What it names that not everybody sees. */
  private final Set<Integer> needed = new TreeSet<>();

  private KeptBefore variables;
  private WidenedForUse access;
  private TypeElement owner;

  private InlineMember(Rewriting rewriting, int member, Step.Inline step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.member = member;
    this.file = units.fileOf(member);
    this.places = NamedPlaces.of(code, member);
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  static Result carryOut(
      Survey survey, int member, Step.Inline step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    InlineMember inline = new InlineMember(rewriting, member, step);
    inline.judge();
    if (rewriting.isFine()) {
      readings.of(
          sources,
          inline.places.paths(inline.file),
          attributed -> {
            inline.all = attributed;
            inline.run();
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  private void refuse(RefusalCode refusal, String message, int in, int at) {
    rewriting.refuse(refusal, message, code.site(in, code.tokens(in).from(at)));
  }

  // ---- what speaks against it

  private void judge() {
    boolean method = units.has(member, Trait.METHOD);
    if (!method && !units.has(member, Trait.FIELD) || units.has(member, Trait.CONSTRUCTOR)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(member) + " stands for nothing that could take its place.",
          code.declaration(member));
      return;
    }
    if (method) {
      MemberFamily family = MemberFamily.of(code, member);
      if (family.members().size() > 1 || !family.local().isEmpty()) {
        rewriting.refuse(
            RefusalCode.OVERRIDING,
            units.name(member) + " overrides another method, or is overridden.",
            code.declaration(member));
      }
    }
    if (units.has(member, Trait.SYNCHRONIZED)) {
      rewriting.refuse(
          RefusalCode.SYNCHRONIZED,
          units.name(member) + " takes a lock.",
          code.declaration(member));
    }
    String finder =
        method ? FoundByName.finder(code, member) : FoundByName.fieldFinder(code, member);
    if (finder != null && !step.may(Leave.FOUND_BY_NAME)) {
      rewriting.refuse(
          RefusalCode.FOUND_BY_NAME,
          units.name(member)
              + " is not only used where it is named: "
              + finder
              + ". Say 'found-by-name: true' to take it out all the same.",
          code.declaration(member));
    }
    int together = method ? -1 : code.declaredWith(member);
    if (together >= 0) {
      rewriting.refuse(
          RefusalCode.DECLARED_TOGETHER,
          units.name(together) + " is declared in the same statement. Write them apart first.",
          code.declaration(member));
    }
  }

  private void run() {
    home = all.file(units.name(file));
    meanings = new Meanings(code);
    variables = new KeptBefore(rewriting);
    access = new WidenedForUse(rewriting);
    if (home == null) {
      rewriting.refuseHalfRead(file, code.declaration(member));
      return;
    }
    TreePath declared = home.enclosing(units.nameAt(member), MethodTree.class, VariableTree.class);
    owner = (TypeElement) all.element(declared).getEnclosingElement();
    if (declared.getLeaf() instanceof MethodTree method) {
      method(declared, method);
    } else {
      constant(declared, (VariableTree) declared.getLeaf());
    }
    if (rewriting.isFine()) {
      contents();
    }
    if (rewriting.isFine()) {
      uses();
    }
    access.apply(step.may(Leave.WIDEN));
    if (rewriting.isFine()) {
      remove();
    }
  }

  private void constant(TreePath declared, VariableTree field) {
    VariableElement element = (VariableElement) all.element(declared);
    if (element.getConstantValue() == null || field.getInitializer() == null) {
      rewriting.refuse(
          RefusalCode.EVALUATION_ORDER,
          units.name(member)
              + " is worked out once, when its type is made ready; where it is used it would be"
              + " worked out each time.",
          code.declaration(member));
      return;
    }
    declaredType = element.asType();
    value = new TreePath(declared, field.getInitializer());
  }

  private void method(TreePath declared, MethodTree method) {
    ExecutableElement element = (ExecutableElement) all.element(declared);
    BlockTree body = method.getBody();
    List<? extends StatementTree> inside = body == null ? List.of() : body.getStatements();
    StatementTree only = inside.size() == 1 ? inside.get(0) : null;
    TreePath inBody = body == null ? null : new TreePath(declared, body);
    if (only instanceof ReturnTree given && given.getExpression() != null) {
      value = new TreePath(new TreePath(inBody, only), given.getExpression());
    } else if (only instanceof ExpressionStatementTree run) {
      value = new TreePath(new TreePath(inBody, only), run.getExpression());
    } else {
      statements = body == null ? null : InlinedStatements.of(home, code.text(file), inBody);
      value = statements == null ? null : statements.gives();
    }
    if (value == null && statements == null) {
      rewriting.refuse(
          body == null ? RefusalCode.NO_BODY : RefusalCode.NOT_YET,
          units.name(member)
              + (body == null
                  ? " has no code."
                  : inside.isEmpty()
                      ? " does nothing."
                      : " ends in several places, which its callers would not."),
          code.declaration(member));
      return;
    }
    if (element.isVarArgs() || !element.getTypeParameters().isEmpty()) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          units.name(member) + " takes any number of values, or has type parameters.",
          code.declaration(member));
      return;
    }
    declaredType = element.getReturnType();
    parameters.addAll(element.getParameters());
    JavaTokens tokens = code.tokens(file);
    for (int comment = 0; statements == null && comment < tokens.comments(); comment++) {
      if (tokens.commentBegin(comment) >= home.begin(body)
          && tokens.commentEnd(comment) <= home.end(body)) {
        refuse(
            RefusalCode.NOT_YET,
            "A comment stands in the code, and would be lost or come many times. Move it first.",
            file,
            tokens.commentBegin(comment));
        return;
      }
    }
  }

  /** Looks at what the value is made of. */
  private void contents() {
    new TreePathScanner<Void, Void>() {
      @Override
      public Void scan(Tree node, Void p) {
        if (node instanceof ClassTree || node instanceof LambdaExpressionTree) {
          refuse(
              RefusalCode.NOT_YET,
              "A class or function stands in the code.",
              file,
              home.begin(node));
          return null;
        }
        return super.scan(node, p);
      }

      @Override
      public Void visitMemberSelect(MemberSelectTree node, Void p) {
        needs(all.element(getCurrentPath()));
        return super.visitMemberSelect(node, p);
      }

      @Override
      public Void visitNewClass(NewClassTree node, Void p) {
        needs(all.element(getCurrentPath()));
        return super.visitNewClass(node, p);
      }

      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        Element element = all.element(getCurrentPath());
        if (element == null) {
          return null;
        }
        needs(element);
        named.computeIfAbsent(element, e -> new ArrayList<>()).add(getCurrentPath());
        String name = node.getName().toString();
        boolean instance = isMember(element) && !element.getModifiers().contains(Modifier.STATIC);
        if (name.equals("this") || instance) {
          ofThis.add(getCurrentPath());
        }
        if (name.equals("super")) {
          refuse(
              RefusalCode.SUPER_CALL, "What 'super' means would be lost.", file, home.begin(node));
        }
        // Where statements are run, a variable takes the values of such a parameter.
        boolean assigned = parameters.contains(element) && Assignments.of(getCurrentPath()) != null;
        if (assigned && statements == null) {
          refuse(
              RefusalCode.ASSIGNED,
              "The parameter '" + name + "' gets another value.",
              file,
              home.begin(node));
        }
        if (nameOf(element).equals(units.name(member))) {
          refuse(RefusalCode.RECURSION, "The method calls itself.", file, home.begin(node));
        }
        return null;
      }

      private String nameOf(Element element) {
        return isMember(element) ? ElementNames.of(element) : "";
      }
    }.scan(statements == null ? value : statements.body(), null);
  }

  private void needs(Element element) {
    if (element instanceof TypeElement type) {
      needed.add(units.find(type.getQualifiedName().toString(), Level.TYPE));
    } else if (element instanceof ExecutableElement || element != null && isMember(element)) {
      needed.add(units.find(ElementNames.of(element), Level.MEMBER));
    }
  }

  private static boolean isMember(Element element) {
    return (element.getKind() == ElementKind.FIELD
            || element.getKind() == ElementKind.METHOD
            || element.getKind() == ElementKind.ENUM_CONSTANT)
        && element.getEnclosingElement() instanceof TypeElement;
  }

  // ---- the uses

  private void uses() {
    for (Map.Entry<Integer, Map<Integer, Integer>> one : places.byFile().entrySet()) {
      LocatedTree tree = all.file(units.name(one.getKey()));
      if (tree == null) {
        rewriting.refuseHalfRead(one.getKey());
        return;
      }
      for (CallSite site : places.calls(one.getKey(), tree)) {
        int user = one.getValue().get(site.at());
        Site place = code.site(one.getKey(), code.tokens(one.getKey()).from(site.at()));
        needed.forEach(used -> access.demand(user, used, place));
        use(one.getKey(), tree, site);
      }
    }
  }

  private void use(int in, LocatedTree tree, CallSite site) {
    int at = site.at();
    if (!units.has(member, Trait.METHOD)) {
      JavaTokens tokens = code.tokens(in);
      int end = tokens.end(tokens.from(at));
      TreePath path = tree.around(at, end);
      if (path.getLeaf() instanceof IdentifierTree || path.getLeaf() instanceof MemberSelectTree) {
        replace(in, tree, path, new Given(null, Map.of(), List.of()));
      } else {
        refuse(RefusalCode.IMPLICIT_USE, "This use is not understood.", in, at);
      }
      return;
    }
    if (site.isReference()) {
      refuse(
          RefusalCode.METHOD_REFERENCE, "The method is named here without being called.", in, at);
    } else if (!site.isCall() || site.arguments().size() != parameters.size()) {
      refuse(RefusalCode.ARGUMENTS, "This call is not understood.", in, at);
    } else {
      call(in, tree, site);
    }
  }

  private void call(int in, LocatedTree tree, CallSite site) {
    MethodInvocationTree call = (MethodInvocationTree) site.call().getLeaf();
    ExpressionTree receiver =
        call.getMethodSelect() instanceof MemberSelectTree select ? select.getExpression() : null;
    boolean isStatic = units.has(member, Trait.STATIC);
    if (receiver != null && isName(receiver, "super")) {
      refuse(RefusalCode.SUPER_CALL, "The method is called by 'super'.", in, site.at());
      return;
    }
    Element asked = receiver == null ? null : all.element(all.path(tree, receiver));
    boolean evaluates = isStatic && receiver != null && !(asked instanceof TypeElement);
    if (evaluates && !Assignments.isName(receiver)) {
      refuse(
          RefusalCode.THROUGH_INSTANCE,
          "The method is static, and what it is called on here is evaluated for nothing else. Name"
              + " its type first.",
          in,
          site.at());
      return;
    }
    ExpressionTree object = isStatic || isName(receiver, "this") ? null : receiver;
    if (object != null) {
      neverNull(in, tree, object);
    }
    Map<Element, ExpressionTree> arguments = new HashMap<>();
    for (int n = 0; n < parameters.size(); n++) {
      arguments.put(parameters.get(n), site.arguments().get(n));
    }
    InlinedValue one = new InlinedValue(file, home, value, List.copyOf(parameters), named, ofThis);
    InlinedOperands operands = new InlinedOperands(rewriting, all, meanings, one, variables);
    if (statements != null) {
      run(in, tree, site, new Given(object, arguments, List.of()), operands);
      return;
    }
    boolean isStatement = site.call().getParentPath().getLeaf() instanceof ExpressionStatementTree;
    boolean runs =
        value.getLeaf() instanceof MethodInvocationTree
            || value.getLeaf() instanceof NewClassTree
            || value.getParentPath().getLeaf() instanceof ExpressionStatementTree;
    if (isStatement && !runs) {
      refuse(
          RefusalCode.NOT_YET,
          "What the call gives is not used here, and an expression alone is no statement.",
          in,
          site.at());
    }
    if (!isStatement
        && declaredType.getKind() == TypeKind.VOID
        && !(site.call().getParentPath().getLeaf() instanceof LambdaExpressionTree)) {
      refuse(RefusalCode.NOT_YET, "This call is not understood.", in, site.at());
    }
    List<KeptBefore.Variable> kept = operands.kept(in, tree, site, object, step.may(Leave.PURE));
    if (rewriting.isFine()) {
      kept.forEach(variables::write);
      replace(in, tree, site.call(), new Given(object, arguments, kept));
    }
  }

  private static boolean isName(ExpressionTree tree, String name) {
    return tree instanceof IdentifierTree one && one.getName().contentEquals(name);
  }

  /** An object that the value does not name must be there all the same. */
  private void neverNull(int in, LocatedTree tree, ExpressionTree object) {
    boolean asked = statements == null ? !ofThis.isEmpty() : statements.beginsWith(ofThis);
    if (Assignments.isName(object) && !asked && !step.may(Leave.NEVER_NULL)) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          (statements == null
                  ? "The code does not use its object, so that a call on null would not fail any"
                      + " more."
                  : "The code does not begin with its object, so that a call on null would fail"
                      + " later, or not at all.")
              + " With 'never-null: true' it is taken for one that is there.",
          in,
          tree.begin(object));
    }
  }

  // ---- several statements

  /** Writes the statements where one call stands, and what they give in its place. */
  private void run(int in, LocatedTree tree, CallSite site, Given call, InlinedOperands operands) {
    KeptBefore.Spot spot = variables.spot(in, tree, site.call());
    Tree holder = site.call().getParentPath().getLeaf();
    boolean alone = holder instanceof ExpressionStatementTree;
    if (!isRoom(in, tree, site, spot, alone)) {
      return;
    }
    VariableTree result = merged(tree, site, spot);
    Map<VariableTree, String> renamed = renamed(in, site, spot, result);
    List<KeptBefore.Variable> kept = operands.keptForAll(in, tree, site, call.object);
    if (!rewriting.isFine()) {
      return;
    }
    kept.forEach(variables::write);
    Given given = new Given(call.object, call.arguments, kept);
    Patch patch = rewriting.in(in);
    Copy copy = new Copy(in, tree, site.call(), given, patch);
    renamed.forEach(copy::rename);
    Written text = copy.of(statements.begin(), statements.end(), statements.run());
    String lineEnd = code.sources().text(units.name(in)).lineEnd();
    int begin = tree.begin(spot.statement());
    String indent = TextLines.indent(code.text(in), begin);
    if (text == null || !rewriting.isFine()) {
      return;
    }
    text =
        text.indented(TextLines.indent(code.text(file), statements.begin()), indent)
            .withLineEnd(lineEnd);
    if (alone || result != null) {
      Written last = alone && value != null ? alone(in, copy, site) : Written.NONE;
      Written all = last == Written.NONE ? text : text.and(lineEnd + indent).and(last).and(";");
      patch.cut(begin, tree.end(spot.statement()));
      patch.replace(begin, tree.end(spot.statement()), all);
      replaced.add(site.call().getLeaf());
    } else {
      int line = begin - indent.length();
      patch.insert(line, Written.of(indent).and(text).and(lineEnd));
      replace(in, tree, site.call(), given);
    }
  }

  /** What variables of the code are called where its names mean something else already. */
  private Map<VariableTree, String> renamed(
      int in, CallSite site, KeptBefore.Spot spot, VariableTree result) {
    Map<VariableTree, String> renamed = new HashMap<>();
    for (VariableTree local : statements.variables()) {
      String name = local.getName().toString();
      boolean top = statements.run().stream().anyMatch(one -> one.getLeaf() == local);
      List<String> names = new ArrayList<>(List.of(name));
      if (top && all.type(new TreePath(statements.body(), local)) instanceof DeclaredType type) {
        names.add(VariableNames.of(type.asElement().getSimpleName().toString()));
      }
      String now = name;
      if (local == result) {
        now = ((VariableTree) spot.statement()).getName().toString();
      } else if (top) {
        now = variables.name(spot, names);
      } else if (!variables.isFree(spot, name, site.call().getLeaf())) {
        now = null;
      }
      if (now == null) {
        refuse(
            RefusalCode.NAME_CLASH,
            "'" + name + "' is declared in the code, and means something here already.",
            in,
            site.at());
      } else if (!now.equals(name)) {
        renamed.put(local, now);
      }
    }
    return renamed;
  }

  /** Whether statements can stand before the one that a call stands in. */
  private boolean isRoom(
      int in, LocatedTree tree, CallSite site, KeptBefore.Spot spot, boolean alone) {
    int begin = spot == null ? 0 : tree.begin(spot.statement());
    String text = code.text(in);
    boolean nested =
        places.calls(in, tree).stream()
            .anyMatch(
                other ->
                    other.at() != site.at()
                        && tree.begin(site.call().getLeaf()) <= other.at()
                        && other.at() < tree.end(site.call().getLeaf()));
    boolean first = spot != null && text.substring(TextLines.begin(text, begin), begin).isBlank();
    if (spot == null || nested || !first || !alone && value == null) {
      refuse(
          RefusalCode.NOT_YET,
          "There is no room for several statements before this one. Give it a line in a block.",
          in,
          site.at());
      return false;
    }
    boolean fixed =
        spot.before().stream().allMatch(one -> meanings.purity(in, tree, one).isFixed());
    if (!fixed && !step.may(Leave.PURE)) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "What stands before the call would be worked out after what the call does. With"
              + " 'pure: true' that makes no difference.",
          in,
          site.at());
      return false;
    }
    return true;
  }

  /** The variable of the code that becomes the one which a call is the first value of. */
  private VariableTree merged(LocatedTree tree, CallSite site, KeptBefore.Spot spot) {
    VariableTree result = statements.result();
    if (result == null
        || !(spot.statement() instanceof VariableTree taker)
        || taker.getInitializer() != site.call().getLeaf()) {
      return null;
    }
    TreePath own = new TreePath(statements.body(), result);
    TypeMirror wanted = all.type(all.path(tree, taker));
    TypeMirror given = all.type(own);
    boolean same = wanted != null && given != null && all.types().isSameType(wanted, given);
    boolean alike =
        same && taker.getModifiers().getFlags().equals(result.getModifiers().getFlags());
    boolean plain =
        taker.getModifiers().getAnnotations().isEmpty()
            && result.getModifiers().getAnnotations().isEmpty();
    String name = taker.getName().toString();
    boolean free =
        statements.variables().stream()
            .noneMatch(other -> other != result && other.getName().contentEquals(name));
    return alike && plain && free ? result : null;
  }

  /** What the code gives, where nobody takes it; nothing where that only reads. */
  private Written alone(int in, Copy copy, CallSite site) {
    ExpressionTree expression = (ExpressionTree) value.getLeaf();
    if (expression instanceof MethodInvocationTree || expression instanceof NewClassTree) {
      Written last = copy.of(value);
      return last == null ? Written.NONE : last;
    }
    if (!meanings.purity(file, home, expression).isFixed()) {
      refuse(
          RefusalCode.NOT_YET,
          "What the call gives is not used here, and an expression alone is no statement.",
          in,
          site.at());
    }
    return Written.NONE;
  }

  /**
   * What one call gives the value.
   *
   * @param object what it is called on; null for the same object or none
   * @param kept what of it variables keep
   */
  private record Given(
      ExpressionTree object,
      Map<Element, ExpressionTree> arguments,
      List<KeptBefore.Variable> kept) {
    /** The variable that keeps an argument, or the object for null; null for none. */
    String variable(Element parameter) {
      for (KeptBefore.Variable one : kept) {
        if (parameter == null ? one.parameter() == null : parameter.equals(one.parameter())) {
          return one.name();
        }
      }
      return null;
    }
  }

  // ---- the edits

  private void replace(int in, LocatedTree tree, TreePath use, Given given) {
    Patch patch = rewriting.in(in);
    Tree parent = use.getParentPath().getLeaf();
    int begin = tree.begin(use.getLeaf());
    int end = tree.end(use.getLeaf());
    TreePath made = value;
    while (made.getLeaf() instanceof ParenthesizedTree inner) {
      made = new TreePath(made, inner.getExpression());
    }
    Written copy = new Copy(in, tree, use, given, patch).of(made);
    if (copy == null || !rewriting.isFine()) {
      return;
    }
    ExpressionTree expression = (ExpressionTree) made.getLeaf();
    Written cast = cast(in, made, parent);
    if (cast != Written.NONE) {
      copy = Assignments.isPrimary(expression) ? cast.and(copy) : cast.and("(").and(copy).and(")");
      boolean around = Precedence.castNeedsParentheses(use.getLeaf(), parent);
      copy = around ? Written.of("(").and(copy).and(")") : copy;
    } else if (Precedence.needsParentheses(expression, use.getLeaf(), parent)) {
      copy = Written.of("(").and(copy).and(")");
    }
    copy =
        copy.indented(
            TextLines.indent(code.text(file), home.begin(expression)),
            TextLines.indent(code.text(in), begin));
    patch.cut(begin, end);
    patch.replace(begin, end, copy);
    replaced.add(use.getLeaf());
  }

  /** Where the declared type makes another value of the expression, a cast does. */
  private Written cast(int in, TreePath made, Tree parent) {
    TypeMirror given = all.type(made);
    boolean statement = parent instanceof ExpressionStatementTree;
    if (given == null || statement || declaredType.getKind() == TypeKind.VOID) {
      return Written.NONE;
    }
    boolean same =
        all.types().isSameType(declaredType, given)
            || !declaredType.getKind().isPrimitive() && !given.getKind().isPrimitive();
    if (same) {
      return Written.NONE;
    }
    Written name = new Naming(code, rewriting.names(), in).of(declaredType);
    return name == null ? Written.NONE : Written.of("(").and(name).and(") ");
  }

  /** Writes the value as it has to stand at one place. */
  private final class Copy {
    private final int in;
    private final LocatedTree tree;
    private final TreePath use;
    private final Given given;
    private final Patch patch;
    private final Naming naming;
    private final boolean sameType;

    /** What variables of the code are called here, and where their names stand. */
    private final Map<Element, String> renamed = new HashMap<>();

    private final Map<Integer, String> renamedAt = new HashMap<>();
    private boolean fails;

    Copy(int in, LocatedTree tree, TreePath use, Given given, Patch patch) {
      this.in = in;
      this.tree = tree;
      this.use = use;
      this.given = given;
      this.patch = patch;
      this.naming = new Naming(code, rewriting.names(), in);
      this.sameType = isInside(use, owner);
    }

    /** Whether a place stands in a type, so that its members need no more than their names. */
    private boolean isInside(TreePath place, TypeElement type) {
      for (TreePath at = place; at != null; at = at.getParentPath()) {
        if (at.getLeaf() instanceof ClassTree && type.equals(all.element(at))) {
          return true;
        }
      }
      return false;
    }

    /** Lets a variable at the top of the code be called otherwise. */
    void rename(VariableTree declared, String name) {
      renamed.put(all.element(new TreePath(statements.body(), declared)), name);
      renamedAt.put(nameAt(declared), name);
    }

    private int nameAt(VariableTree declared) {
      JavaTokens tokens = code.tokens(file);
      int token = tokens.from(home.end(declared.getType()));
      return tokens.begin(token);
    }

    Written of(TreePath made) {
      return of(home.begin(made.getLeaf()), home.end(made.getLeaf()), List.of(made));
    }

    /** The code between two chars, in which some trees stand. */
    Written of(int begin, int end, List<TreePath> made) {
      TreeMap<Integer, Written> changes = new TreeMap<>();
      Map<Integer, Integer> ends = new HashMap<>();
      TreePathScanner<Void, Void> names =
          new TreePathScanner<>() {
            @Override
            public Void visitIdentifier(IdentifierTree node, Void p) {
              Written fresh = identifier(getCurrentPath(), node);
              if (fresh != null) {
                changes.put(home.begin(node), fresh);
                ends.put(home.begin(node), home.end(node));
              }
              return null;
            }
          };
      made.forEach(one -> names.scan(one, null));
      renamedAt.forEach(
          (at, name) -> {
            if (begin <= at && at < end) {
              JavaTokens tokens = code.tokens(file);
              changes.put(at, Written.of(name));
              ends.put(at, tokens.end(tokens.from(at)));
            }
          });
      Written copy = Written.NONE;
      int from = begin;
      for (Map.Entry<Integer, Written> one : changes.entrySet()) {
        copy = copy.and(verbatim(from, one.getKey())).and(one.getValue());
        from = ends.get(one.getKey());
      }
      copy = copy.and(verbatim(from, end));
      return fails ? null : copy;
    }

    /** Text of the declaration that needs no change, with what its names mean. */
    private Written verbatim(int begin, int end) {
      return Written.of(code.text(file).substring(begin, end), rewriting.means(file, begin, end));
    }

    /** What takes the place of a name; null where it stays. */
    private Written identifier(TreePath path, IdentifierTree node) {
      Element element = all.element(path);
      if (element != null && renamed.containsKey(element)) {
        return Written.of(renamed.get(element));
      }
      ExpressionTree argument = given.arguments.get(element);
      String variable = argument == null ? null : given.variable(element);
      if (variable != null) {
        return Written.of(variable);
      }
      if (argument != null) {
        return argument(path, argument, element);
      }
      if (element instanceof TypeElement type) {
        Written name = naming.name(type);
        fails |= name == null;
        return name == null
            ? null
            : Written.of(name.text(), rewriting.means(file, home.begin(node), home.end(node)));
      }
      if (node.getName().contentEquals("this")) {
        return given.object == null ? ownThis(node) : object();
      }
      if (element == null || !isMember(element)) {
        return null;
      }
      String meant = ElementNames.of(element);
      if (element.getModifiers().contains(Modifier.STATIC)) {
        TypeElement type = (TypeElement) element.getEnclosingElement();
        if ((sameType || isInside(use, type)) && !isHidden(element)) {
          return Written.of(node.getName().toString(), meant);
        }
        Written name = naming.name(type);
        fails |= name == null;
        return name == null ? null : name.and(".").and(node.getName().toString(), meant);
      }
      Written self = Written.of(node.getName().toString(), ofObject(element, meant));
      return given.object == null
          ? Written.of(isHidden(element) ? itself() : "").and(self)
          : object().and(".").and(self);
    }

    /** Whether a variable of the place has the name of a field. */
    private boolean isHidden(Element field) {
      boolean[] hidden = {false};
      TreePath member = use;
      while (member.getParentPath() != null
          && !(member.getParentPath().getLeaf() instanceof ClassTree)) {
        member = member.getParentPath();
      }
      int at = tree.begin(use.getLeaf());
      new TreePathScanner<Void, Void>() {
        @Override
        public Void visitVariable(VariableTree node, Void p) {
          Tree scope = getCurrentPath().getParentPath().getLeaf();
          hidden[0] |=
              field.getKind() == ElementKind.FIELD
                  && field.getSimpleName().equals(node.getName())
                  && !(scope instanceof ClassTree)
                  && tree.begin(node) <= at
                  && tree.begin(scope) <= at
                  && at < tree.end(scope);
          return super.visitVariable(node, p);
        }
      }.scan(member, null);
      return hidden[0];
    }

    /** How the object is named where only its members stood. */
    private String itself() {
      boolean inner = false;
      for (TreePath at = use; at != null; at = at.getParentPath()) {
        if (at.getLeaf() instanceof ClassTree
            && all.element(at) instanceof TypeElement type
            && isOf(type)) {
          return (inner ? type.getSimpleName() + "." : "") + "this.";
        }
        inner |= at.getLeaf() instanceof ClassTree;
      }
      return "";
    }

    private boolean isOf(TypeElement type) {
      return all.types()
          .isSubtype(all.types().erasure(type.asType()), all.types().erasure(owner.asType()));
    }

    private Written ownThis(IdentifierTree node) {
      for (TreePath at = use; at != null; at = at.getParentPath()) {
        if (at.getLeaf() instanceof ClassTree) {
          if (!owner.equals(all.element(at))) {
            fails = true;
            refuse(
                RefusalCode.OUTER_INSTANCE,
                "Here 'this' is another object.",
                in,
                tree.begin(use.getLeaf()));
          }
          return null;
        }
      }
      return null;
    }

    /** The object of the call, as it stands now. */
    private Written object() {
      String variable = given.variable(null);
      if (variable != null) {
        return Written.of(variable);
      }
      Written text = patch.edited(tree.begin(given.object), tree.end(given.object));
      boolean around =
          value != null
              && replaced.contains(given.object)
              && !Assignments.isPrimary(value.getLeaf());
      return around ? Written.of("(").and(text).and(")") : text;
    }

    /** What a method of the object is by its type: the one that overrides it there. */
    private String ofObject(Element element, String meant) {
      TypeElement type = typeOfObject();
      if (!(element instanceof ExecutableElement method) || type == null) {
        return meant;
      }
      ExecutableElement other = InlinedOperands.overriding(all, method, type);
      return other == null ? meant : ElementNames.of(other);
    }

    /** The type of the object as seen where the call stands; null where that is no class's. */
    private TypeElement typeOfObject() {
      if (given.object != null) {
        TypeMirror type = all.type(all.path(tree, given.object));
        return type instanceof DeclaredType declared ? (TypeElement) declared.asElement() : null;
      }
      for (TreePath at = use; at != null; at = at.getParentPath()) {
        if (at.getLeaf() instanceof ClassTree
            && all.element(at) instanceof TypeElement type
            && isOf(type)) {
          return type;
        }
      }
      return null;
    }

    private Written argument(TreePath path, ExpressionTree argument, Element parameter) {
      Written text = patch.edited(tree.begin(argument), tree.end(argument));
      TypeMirror wanted = parameter.asType();
      TypeMirror own = all.type(new TreePath(use, argument));
      boolean same =
          own != null
              && (all.types().isSameType(wanted, own)
                  || !wanted.getKind().isPrimitive() && !own.getKind().isPrimitive());
      if (argument instanceof LambdaExpressionTree
          || argument instanceof MemberReferenceTree
          || argument instanceof NewArrayTree array && array.getType() == null
          || own != null && own.getKind() == TypeKind.NULL) {
        fails = true;
        refuse(
            RefusalCode.NOT_YET,
            "This argument takes its type from the parameter.",
            in,
            tree.begin(argument));
        return null;
      }
      Tree parent = path.getParentPath().getLeaf();
      if (!same) {
        Written name = own == null ? null : naming.of(wanted);
        fails |= name == null;
        if (name == null) {
          return null;
        }
        Written operand =
            Assignments.isPrimary(argument) ? text : Written.of("(").and(text).and(")");
        Written cast = Written.of("(").and(name).and(") ").and(operand);
        return Precedence.castNeedsParentheses(path.getLeaf(), parent)
            ? Written.of("(").and(cast).and(")")
            : cast;
      }
      // A call of the method in its own argument is the value by now.
      boolean isValue =
          value != null && argument instanceof MethodInvocationTree && replaced.contains(argument);
      ExpressionTree now = isValue ? (ExpressionTree) value.getLeaf() : argument;
      boolean around = Precedence.needsParentheses(now, path.getLeaf(), parent);
      return around ? Written.of("(").and(text).and(")") : text;
    }
  }

  // ---- what goes

  private void remove() {
    List<TextEdits.Edit> gone = MemberRegion.of(code, member).takeOut(rewriting, file);
    rewriting.rewrites(units.name(member));
    places.byFile().keySet().forEach(in -> ImportsOfMember.takeOut(rewriting, member, in));
    String name = MemberNames.bare(units.simpleName(member));
    for (DocLinks.Link link : new DocLinks(code, Set.of(member)).all(name)) {
      boolean stays =
          gone.stream()
              .noneMatch(
                  e -> link.file() == file && e.begin() <= link.begin() && link.begin() < e.end());
      DocumentedLinks.Edit edit =
          stays ? DocumentedLinks.without(link.file(), code.text(link.file()), link.begin()) : null;
      if (edit != null) {
        rewriting.in(edit.file()).replace(edit.begin(), edit.end(), Written.of(edit.text()));
      } else if (stays) {
        refuse(
            RefusalCode.STILL_USED,
            "Documentation refers to it in a way that cannot simply go; change that first.",
            link.file(),
            link.begin());
      }
    }
  }
}

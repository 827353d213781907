package dev.vinesorter.java.seam;

import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeParameterTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Site;
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
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.java.syntax.TypeText;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * Statements or an expression become a method of their own, which is called in their place. What
 * they take from around becomes parameters; what is needed of them afterwards, the result.
 */
public final class Extraction {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Extract step;
  private final int method;
  private final int owner;
  private final int file;
  private final Layout layout;
  private final Naming naming;

  private Attributed all;
  private LocatedTree tree;

  /** The variables that the new method takes; null for those that the code needs. */
  private List<String> wanted;

  /** Whether the comments above the code go along, however the step tells of it. */
  private boolean takesComments;

  private Extraction(Rewriting rewriting, int method, Step.Extract step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.method = method;
    this.owner = units.parent(method);
    this.file = units.fileOf(method);
    this.layout = new Layout(code);
    this.naming = new Naming(code, rewriting.names(), file);
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int method, Step.Extract step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    Extraction extraction = new Extraction(rewriting, method, step);
    List<Stretch.Range> ranges = extraction.ranges();
    if (rewriting.isFine()) {
      String path = survey.units().name(extraction.file);
      readings.of(
          sources,
          Set.of(path),
          attributed -> {
            extraction.all = attributed;
            extraction.tree = attributed.file(path);
            extraction.run(ranges);
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  /** The full name of the new method, as far as a name tells it. */
  public static String newName(Step.Extract step) {
    return step.unit().substring(0, step.unit().indexOf('#') + 1) + step.as();
  }

  // ---- one of several, which become methods of one signature

  /**
   * Code of one of several methods that becomes a method of the same signature in the type of each.
   *
   * @param comments whether the comments above the code go along
   */
  static Extraction oneOfSeveral(
      Rewriting rewriting, Attributed all, int method, String as, boolean comments) {
    Step.Extract step =
        new Step.Extract(
            List.of(rewriting.code().units().name(method)),
            "",
            "",
            as,
            "protected",
            "",
            Set.of(),
            0);
    Extraction one = new Extraction(rewriting, method, step);
    one.all = all;
    one.tree = all.file(one.units.name(one.file));
    one.takesComments = comments;
    return one;
  }

  /** The variables from around that some code takes. */
  List<String> takes(Stretch.Range range) {
    Stretch stretch = Stretch.of(tree, range);
    return stretch == null
        ? List.of()
        : new Variables(all, tree, stretch).taken().stream().map(Variables.Local::name).toList();
  }

  /**
   * Writes the method, which is called in some places.
   *
   * @param variables what it takes
   * @return what it takes and gives, as it is written; empty where something speaks against it
   */
  String write(List<Stretch.Range> places, List<String> variables) {
    this.wanted = variables;
    List<Extracted> everywhere = new ArrayList<>();
    for (Stretch.Range range : places) {
      Stretch stretch = Stretch.of(tree, range);
      if (stretch == null) {
        refuse(
            RefusalCode.NO_STRETCH,
            "What stands here is neither whole statements nor one whole expression.",
            range.begin());
        return "";
      }
      everywhere.add(extracted(stretch));
    }
    if (rewriting.isFine()) {
      taken(everywhere.get(0));
    }
    if (!rewriting.isFine()) {
      return "";
    }
    write(everywhere);
    Extracted made = everywhere.get(0);
    return made.result.text() + " " + made.parameterTypes;
  }

  private void refuse(RefusalCode refusal, String message, int begin) {
    rewriting.refuse(refusal, message, site(begin));
  }

  private Site site(int at) {
    return code.site(file, code.tokens(file).from(at));
  }

  // ---- where the code is

  /** The range that the step names, and behind it those that are alike where they are wanted. */
  private List<Stretch.Range> ranges() {
    JavaTokens tokens = code.tokens(file);
    String text = code.text(file);
    Stretch.Range named = null;
    if (!step.lines().isEmpty()) {
      named = Stretch.lines(step.lines(), tokens, SourceText.lineStarts(text), text.length());
      boolean inside =
          named != null && named.begin() >= units.begin(method) && named.end() <= units.end(method);
      if (!inside) {
        rewriting.refuse(
            RefusalCode.NO_STRETCH,
            "The lines " + step.lines() + " are not inside of " + units.name(method) + ".",
            code.declaration(method));
        return List.of();
      }
    } else {
      List<Stretch.Range> found =
          Stretch.find(step.code(), tokens, units.nameAt(method), units.end(method));
      if (found.isEmpty() || found.size() > 1 && !step.may(Leave.ALIKE)) {
        rewriting.refuse(
            RefusalCode.NO_STRETCH,
            found.isEmpty()
                ? "The code does not stand in " + units.name(method) + "."
                : "The code stands in "
                    + units.name(method)
                    + " "
                    + found.size()
                    + " times. Give its lines, or say 'alike: true'.",
            code.declaration(method));
        return List.of();
      }
      named = found.get(0);
    }
    List<Stretch.Range> ranges = new ArrayList<>(List.of(named));
    if (step.may(Leave.ALIKE)) {
      String wanted = text.substring(named.begin(), named.end());
      for (Stretch.Range other :
          Stretch.find(wanted, tokens, units.begin(owner), units.end(owner))) {
        if (ranges.stream()
            .noneMatch(one -> one.begin() < other.end() && other.begin() < one.end())) {
          ranges.add(other);
        }
      }
    }
    return ranges;
  }

  private void run(List<Stretch.Range> ranges) {
    if (tree == null) {
      rewriting.refuseHalfRead(file, code.declaration(method));
      return;
    }
    Stretch first = Stretch.of(tree, ranges.get(0));
    if (first == null) {
      refuse(
          RefusalCode.NO_STRETCH,
          "What stands here is neither whole statements nor one whole expression.",
          ranges.get(0).begin());
      return;
    }
    Extracted made = extracted(first);
    if (!rewriting.isFine()) {
      return;
    }
    taken(made);
    List<Extracted> everywhere = new ArrayList<>(List.of(made));
    for (Stretch.Range other : ranges.subList(1, ranges.size())) {
      Stretch stretch = Stretch.of(tree, other);
      Extracted alike = stretch == null ? null : alike(stretch, made);
      if (alike != null) {
        everywhere.add(alike);
      }
    }
    if (rewriting.isFine()) {
      write(everywhere);
    }
  }

  /** A stretch that reads the same; null where it does not become the same method. */
  private Extracted alike(Stretch stretch, Extracted first) {
    Rewriting trial = rewriting.trial();
    Extraction other = new Extraction(trial, method, step);
    other.all = all;
    other.tree = tree;
    Extracted made = other.extracted(stretch);
    boolean same =
        trial.isFine()
            && made.isStatic == first.isStatic
            && made.head().equals(first.head())
            && made.kind == first.kind
            && made.variables.equals(first.variables);
    if (!same) {
      rewriting.tell(
          "The same code at "
              + units.name(file)
              + ":"
              + units.line(file, stretch.begin())
              + " stays: it takes or gives something else.");
    }
    return same ? made : null;
  }

  // ---- what becomes of it

  /** How what is left of the stretch uses the new method. */
  private enum Kind {
    /** A statement that only calls it. */
    CALL,
    /** An expression, or an assignment of what it gives. */
    VALUE,
    /** What it gives is returned. */
    RETURN,
    /** It is called, and the method ends. */
    CALL_AND_RETURN
  }

  /** What a stretch becomes. */
  private static final class Extracted {
    private final Stretch stretch;
    private final List<Written> parameters = new ArrayList<>();
    private final List<String> arguments = new ArrayList<>();
    private final List<String> parameterTypes = new ArrayList<>();
    private final List<Written> typeParameters = new ArrayList<>();
    private final List<Written> thrown = new ArrayList<>();
    private Written result = Written.of("void");
    private Kind kind = Kind.CALL;

    /** The variable that takes the result; null for none. */
    private Variables.Local left;

    private boolean leftIsNew;
    private boolean isStatic;
    private Set<String> variables = Set.of();

    /** Types that go before assignments which become declarations, by the assignment's begin. */
    private final java.util.Map<Integer, Written> declarations = new java.util.TreeMap<>();

    /** Declarations that nothing needs any more. */
    private final List<VariableTree> useless = new ArrayList<>();

    Extracted(Stretch stretch) {
      this.stretch = stretch;
    }

    String head() {
      return Written.joined(typeParameters, ", ").text()
          + " "
          + result.text()
          + " "
          + Written.joined(parameters, ", ").text()
          + " "
          + Written.joined(thrown, ", ").text();
    }
  }

  private Extracted extracted(Stretch stretch) {
    Extracted made = new Extracted(stretch);
    if (stretch.isInLocalClass()) {
      refuse(
          RefusalCode.LOCAL_CLASS,
          "The code stands in a class inside of the method; that class would have to take the new"
              + " method.",
          stretch.begin());
      return made;
    }
    made.isStatic = isStatic(stretch);
    Variables variables = new Variables(all, tree, stretch);
    limits(stretch, variables);
    if (!rewriting.isFine()) {
      return made;
    }
    if (stretch.isExpression()) {
      value(made, variables);
    } else {
      statements(made, variables);
    }
    if (rewriting.isFine()) {
      parameters(made, variables);
      thrown(made);
      typeParameters(made);
    }
    return made;
  }

  private boolean isStatic(Stretch stretch) {
    Tree member = stretch.member().getLeaf();
    if (member instanceof MethodTree declared) {
      boolean ofStatic = declared.getModifiers().getFlags().contains(Modifier.STATIC);
      return ofStatic || isInConstructorCall(stretch);
    }
    if (member instanceof VariableTree field) {
      return field.getModifiers().getFlags().contains(Modifier.STATIC)
          || all.element(stretch.member().getParentPath()) instanceof TypeElement type
              && type.getKind().isInterface();
    }
    return member instanceof com.sun.source.tree.BlockTree block && block.isStatic();
  }

  /** What a constructor gives to another cannot use the object that is being made. */
  private static boolean isInConstructorCall(Stretch stretch) {
    for (TreePath at = stretch.parent(); at != stretch.member(); at = at.getParentPath()) {
      if (at.getLeaf() instanceof MethodInvocationTree call && ConstructorCalls.is(call)) {
        return true;
      }
    }
    return false;
  }

  /** Whether a class stands between a tree and the stretch that it is in. */
  private static boolean isInClass(TreePath path, Stretch stretch) {
    for (TreePath at = path; at != stretch.parent(); at = at.getParentPath()) {
      if (at.getLeaf() instanceof com.sun.source.tree.ClassTree) {
        return true;
      }
    }
    return false;
  }

  /** Refuses what cannot go into another method at all. */
  private void limits(Stretch stretch, Variables variables) {
    for (TreePath one : stretch.trees()) {
      new TreePathScanner<Void, Void>() {
        @Override
        public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
          if (ConstructorCalls.is(node) && !isInClass(getCurrentPath(), stretch)) {
            refuse(
                RefusalCode.SUPER_CALL,
                "A call of another constructor has to stay in the constructor.",
                tree.begin(node));
          }
          return super.visitMethodInvocation(node, p);
        }

        @Override
        public Void visitIdentifier(IdentifierTree node, Void p) {
          Element named = all.element(getCurrentPath());
          named(named, node);
          return null;
        }

        @Override
        public Void visitMemberSelect(MemberSelectTree node, Void p) {
          named(all.element(getCurrentPath()), node);
          return super.visitMemberSelect(node, p);
        }

        private void named(Element named, Tree node) {
          boolean field = named != null && named.getKind() == ElementKind.FIELD;
          TreePath assignment = field ? Assignments.of(getCurrentPath()) : null;
          if (assignment != null && named.getModifiers().contains(Modifier.FINAL)) {
            refuse(
                RefusalCode.ASSIGNED,
                "'"
                    + named.getSimpleName()
                    + "' is final and gets its value here; only a"
                    + " constructor or an initialiser can do that.",
                tree.begin(node));
          }
          boolean localType =
              named instanceof TypeElement type && isLocal(type) && !declaresInside(stretch, type);
          if (localType) {
            refuse(
                RefusalCode.LOCAL_CLASS,
                "'"
                    + named.getSimpleName()
                    + "' is declared in the method, and not known outside"
                    + " of it.",
                tree.begin(node));
          }
        }
      }.scan(one, null);
    }
    for (Variables.Local local : variables.written()) {
      boolean mayFail =
          stretch.isExpression()
              || variables.left().contains(local) && variables.isReadAfterFailure(local);
      if (mayFail) {
        refuse(
            RefusalCode.ASSIGNED,
            "'"
                + local.name()
                + "' gets a value here that is read "
                + (stretch.isExpression() ? "elsewhere." : "also where the code fails halfway."),
            stretch.begin());
      }
    }
  }

  private static boolean isLocal(TypeElement type) {
    Element around = type.getEnclosingElement();
    return type.asType().getKind() != TypeKind.ERROR
        && around != null
        && around.getKind() != ElementKind.PACKAGE
        && !(around instanceof TypeElement);
  }

  private boolean declaresInside(Stretch stretch, TypeElement type) {
    boolean[] found = {false};
    for (TreePath one : stretch.trees()) {
      new TreePathScanner<Void, Void>() {
        @Override
        public Void visitClass(com.sun.source.tree.ClassTree node, Void p) {
          found[0] |= type.equals(all.element(getCurrentPath()));
          return super.visitClass(node, p);
        }
      }.scan(one, null);
    }
    return found[0];
  }

  private void value(Extracted made, Variables variables) {
    Stretch stretch = made.stretch;
    TreePath expression = stretch.expression();
    TypeMirror type = all.type(expression);
    if (Assignments.of(expression) != null || isNamed(expression)) {
      refuse(RefusalCode.NO_STRETCH, "What stands here is no value.", stretch.begin());
      return;
    }
    if (type == null
        || type.getKind() == TypeKind.ERROR
        || type.getKind() == TypeKind.NULL
        || type.getKind() == TypeKind.NONE) {
      refuse(
          RefusalCode.UNKNOWN_NAME, "The type of this expression is not known.", stretch.begin());
      return;
    }
    if (isConstant(expression) && isOperandOfChoice(stretch.parent())) {
      refuse(
          RefusalCode.NOT_YET,
          "A constant in a conditional expression takes its type from the other side.",
          stretch.begin());
      return;
    }
    if (!variables.left().isEmpty()) {
      refuse(
          RefusalCode.SEVERAL_RESULTS,
          "'" + variables.left().get(0).name() + "' is declared in the expression and used behind.",
          stretch.begin());
      return;
    }
    made.kind = type.getKind() == TypeKind.VOID ? Kind.CALL : Kind.VALUE;
    result(made, type);
  }

  /** Whether a tree is a name of a type or a package. */
  private boolean isNamed(TreePath path) {
    Element element = all.element(path);
    return element != null
        && (element instanceof TypeElement || element.getKind() == ElementKind.PACKAGE)
        && !(path.getLeaf() instanceof com.sun.source.tree.NewClassTree);
  }

  private boolean isConstant(TreePath path) {
    Tree leaf = path.getLeaf();
    if (leaf instanceof LiteralTree) {
      return true;
    }
    if (leaf instanceof ParenthesizedTree inner) {
      return isConstant(new TreePath(path, inner.getExpression()));
    }
    if (leaf instanceof UnaryTree unary) {
      return isConstant(new TreePath(path, unary.getExpression()));
    }
    if (leaf instanceof BinaryTree binary) {
      return isConstant(new TreePath(path, binary.getLeftOperand()))
          && isConstant(new TreePath(path, binary.getRightOperand()));
    }
    return all.element(path) instanceof VariableElement variable
        && variable.getConstantValue() != null;
  }

  private static boolean isOperandOfChoice(TreePath parent) {
    TreePath at = parent;
    while (at.getLeaf() instanceof ParenthesizedTree) {
      at = at.getParentPath();
    }
    return at.getLeaf() instanceof ConditionalExpressionTree;
  }

  private void result(Extracted made, TypeMirror type) {
    Written written = naming.of(type);
    if (written == null) {
      refuse(
          RefusalCode.UNKNOWN_NAME,
          "The type of what this gives has no name that could be written.",
          made.stretch.begin());
      return;
    }
    made.result = written;
  }

  private void statements(Extracted made, Variables variables) {
    Stretch stretch = made.stretch;
    Leaving leaving = new Leaving(stretch);
    if (leaving.jump() != null) {
      refuse(
          RefusalCode.LEAVES,
          "This leaves the code for a place outside of it.",
          tree.begin(leaving.jump()));
      return;
    }
    List<Variables.Local> left = variables.left();
    if (!leaving.returns().isEmpty()) {
      returns(made, leaving, left);
    } else if (left.size() > 1) {
      refuse(
          RefusalCode.SEVERAL_RESULTS,
          "What comes behind needs "
              + String.join(" and ", left.stream().map(one -> "'" + one.name() + "'").toList())
              + ", and a method gives one result.",
          stretch.begin());
    } else if (left.size() == 1) {
      left(made, variables, left.get(0));
    }
    for (Variables.Local local : variables.setFirst()) {
      Written type = type(local);
      if (type != null) {
        made.declarations.put(tree.begin(variables.firstAssignment(local)), type.and(" "));
      }
      if (variables.isOnlyUsedInside(local)) {
        made.useless.add(local.tree());
      }
    }
  }

  private void returns(Extracted made, Leaving leaving, List<Variables.Local> left) {
    Stretch stretch = made.stretch;
    Tree first = leaving.returns().get(0);
    boolean ofValue = ((com.sun.source.tree.ReturnTree) first).getExpression() != null;
    boolean whole = leaving.neverEnds() || !ofValue && leaving.isTail();
    if (!whole || !left.isEmpty()) {
      refuse(
          RefusalCode.LEAVES,
          "This ends the method, and what stands behind the code may run as well.",
          tree.begin(first));
      return;
    }
    if (stretch.lambda() != null) {
      refuse(
          RefusalCode.NOT_YET,
          "This returns from a lambda, whose result is said nowhere.",
          tree.begin(first));
      return;
    }
    if (!ofValue) {
      made.kind = leaving.isTail() ? Kind.CALL : Kind.CALL_AND_RETURN;
      return;
    }
    made.kind = Kind.RETURN;
    MethodTree declared = (MethodTree) stretch.member().getLeaf();
    Tree type = declared.getReturnType();
    made.result = rewriting.in(file).copy(tree.begin(type), tree.end(type));
    if (isBehindName(type, declared)) {
      result(made, ((ExecutableElement) all.element(stretch.member())).getReturnType());
    }
  }

  /** Whether the dimensions of an array stand behind the method's parameters. */
  private boolean isBehindName(Tree type, MethodTree declared) {
    return declared.getBody() != null && tree.end(type) > units.nameAt(method);
  }

  private void left(Extracted made, Variables variables, Variables.Local local) {
    if (variables.isDeclaredInside(local) && !variables.isPlainDeclaration(local)) {
      refuse(
          RefusalCode.SEVERAL_RESULTS,
          "'"
              + local.name()
              + "' is used behind the code, and declared in it together with others or in a"
              + " condition.",
          made.stretch.begin());
      return;
    }
    made.left = local;
    made.leftIsNew = variables.isDeclaredInside(local);
    made.kind = Kind.VALUE;
    Written type = type(local);
    if (type != null) {
      made.result = type;
    }
  }

  /** A variable's type, as its declaration has it where that says it. */
  private Written type(Variables.Local local) {
    Tree type = local.tree().getType();
    int begin = type == null ? -1 : tree.begin(type);
    int end = type == null ? -1 : tree.end(type);
    String text = begin >= 0 && end > begin ? code.text(file).substring(begin, end) : "var";
    boolean plain =
        !text.equals("var")
            && !text.endsWith("...")
            && text.indexOf('@') < 0
            && text.indexOf('|') < 0
            && text.indexOf('/') < 0
            && code.text(file).substring(end).startsWith(local.name(), blanks(end));
    if (plain) {
      return rewriting.in(file).copy(begin, end);
    }
    Written written = naming.of(local.element().asType());
    if (written == null) {
      refuse(
          RefusalCode.UNKNOWN_NAME,
          "The type of '" + local.name() + "' has no name that could be written.",
          tree.begin(local.tree()));
    }
    return written;
  }

  private int blanks(int from) {
    String text = code.text(file);
    int at = from;
    while (at < text.length() && Character.isWhitespace(text.charAt(at))) {
      at++;
    }
    return at - from;
  }

  private void parameters(Extracted made, Variables variables) {
    Set<Variables.Local> written = new LinkedHashSet<>(variables.written());
    boolean finals = writesFinals();
    Set<String> names = new TreeSet<>();
    for (Variables.Local local : wanted == null ? variables.taken() : variables.known(wanted)) {
      Written type = type(local);
      if (type == null) {
        return;
      }
      boolean isFinal = finals && !written.contains(local);
      made.parameters.add(Written.of(isFinal ? "final " : "").and(type).and(" " + local.name()));
      made.parameterTypes.add(TypeText.simple(type.text().replaceAll("\\s+", " "), false));
      made.arguments.add(local.name());
      names.addAll(Naming.variables(local.element().asType()));
    }
    made.variables = names;
  }

  /** Whether the method's own parameters are all written with {@code final}. */
  private boolean writesFinals() {
    TreePath at = tree.enclosing(units.nameAt(method), MethodTree.class);
    return at != null
        && !((MethodTree) at.getLeaf()).getParameters().isEmpty()
        && ((MethodTree) at.getLeaf())
            .getParameters().stream()
                .allMatch(one -> one.getModifiers().getFlags().contains(Modifier.FINAL));
  }

  private void thrown(Extracted made) {
    for (TypeMirror exception : Thrown.of(all, made.stretch)) {
      Written written = naming.of(exception);
      if (written == null) {
        refuse(
            RefusalCode.UNKNOWN_NAME,
            "An exception that this throws has no name that could be written.",
            made.stretch.begin());
        return;
      }
      made.thrown.add(written);
    }
  }

  /** The method's own type parameters that the stretch needs, in their order. */
  private void typeParameters(Extracted made) {
    if (!(made.stretch.member().getLeaf() instanceof MethodTree declared)) {
      return;
    }
    Set<String> needed = new TreeSet<>(made.variables);
    String head = " " + made.head() + " ";
    for (TypeParameterTree one : declared.getTypeParameters()) {
      String name = one.getName().toString();
      boolean named =
          JavaTokens.hasWord(head, name)
              || JavaTokens.hasWord(
                  code.text(file).substring(made.stretch.begin(), made.stretch.end()), name);
      if (named) {
        needed.add(name);
      }
    }
    boolean grows = true;
    while (grows) {
      grows = false;
      for (TypeParameterTree one : declared.getTypeParameters()) {
        for (TypeParameterTree other : declared.getTypeParameters()) {
          if (needed.contains(one.getName().toString())
              && JavaTokens.hasWord(tree.text(one), other.getName().toString())) {
            grows |= needed.add(other.getName().toString());
          }
        }
      }
    }
    for (TypeParameterTree one : declared.getTypeParameters()) {
      if (needed.contains(one.getName().toString())) {
        made.typeParameters.add(rewriting.in(file).copy(tree.begin(one), tree.end(one)));
      }
    }
  }

  /** Refuses a name that the type, or one above, below or around it, has for such a method. */
  private void taken(Extracted made) {
    int parameters = made.parameters.size();
    Set<Integer> related = new TreeSet<>(code.allSupertypes(owner));
    related.addAll(code.subtypes(owner));
    related.add(owner);
    for (int type : related) {
      for (int other : units.children(type)) {
        String name = units.simpleName(other);
        boolean same =
            units.has(other, Trait.METHOD)
                && MemberNames.bare(name).equals(step.as())
                && MemberNames.parameters(name) == parameters
                && (type == owner
                    || !step.access().equals("private")
                    || !units.has(other, Trait.PRIVATE));
        if (same) {
          rewriting.refuse(
              RefusalCode.NAME_CLASH,
              "There is " + units.name(other) + " already. Choose another name.",
              code.declaration(other));
          return;
        }
      }
    }
    TypeElement type = all.elements().getTypeElement(units.name(owner));
    for (ExecutableElement inherited :
        type == null
            ? List.<ExecutableElement>of()
            : ElementFilter.methodsIn(all.elements().getAllMembers(type))) {
      if (inherited.getSimpleName().contentEquals(step.as())
          && inherited.getParameters().size() == parameters) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            units.name(owner) + " inherits a method of that name. Choose another name.",
            code.declaration(owner));
        return;
      }
    }
  }

  // ---- the edits

  private String unitName(Extracted made) {
    return units.name(owner) + "#" + step.as() + "(" + String.join(", ", made.parameterTypes) + ")";
  }

  private void write(List<Extracted> everywhere) {
    Extracted made = everywhere.get(0);
    Patch patch = rewriting.in(file);
    Written method = method(made, patch);
    for (Extracted one : everywhere) {
      Stretch stretch = one.stretch;
      Tree around = stretch.isExpression() ? parentheses(stretch) : null;
      int begin = stretch.isExpression() ? stretch.begin() : begin(stretch);
      int end = stretch.isExpression() ? stretch.end() : end(stretch);
      if (around != null) {
        begin = tree.begin(around);
        end = tree.end(around);
      }
      patch.cut(begin, end);
      patch.replace(begin, end, call(one, patch));
      one.useless.forEach(this::takeOut);
    }
    Layout.Spot spot = layout.behind(before(made.stretch.begin()));
    String lineEnd = layout.lineEnd(file);
    patch.insert(spot.at(), Written.of(lineEnd + lineEnd).and(method));
    rewriting.rewrites(unitName(made));
  }

  /**
   * The member behind which the new method comes: the method that it is made from, or, of private
   * ones that follow that, the last that serves what comes before the stretch; so methods stand in
   * the order of their calls.
   */
  private int before(int stretch) {
    List<Integer> members = new ArrayList<>();
    for (int member : units.children(owner)) {
      if (units.begin(member) >= 0) {
        members.add(member);
      }
    }
    members.sort(Comparator.comparingInt(units::begin));
    Set<Integer> serving = new HashSet<>(Set.of(method));
    int last = method;
    for (int next = members.indexOf(method) + 1; next < members.size(); next++) {
      int member = members.get(next);
      boolean serves =
          units.has(member, Trait.METHOD)
              && units.has(member, Trait.PRIVATE)
              && isCalled(member, serving, stretch);
      if (!serves) {
        break;
      }
      serving.add(member);
      last = member;
    }
    return last;
  }

  /** Whether a method is called by some; by the one that is taken apart before the stretch. */
  private boolean isCalled(int member, Set<Integer> callers, int stretch) {
    References references = code.references();
    for (int caller : callers) {
      for (int r = references.row(caller); r < references.row(caller + 1); r++) {
        boolean early = caller != method || references.at(r) < stretch;
        if (references.target(r) == member
            && references.kind(r) == dev.vinesorter.core.model.Kind.CALLS
            && early) {
          return true;
        }
      }
    }
    return false;
  }

  /** Parentheses around an expression that a call does not need; null for none. */
  private Tree parentheses(Stretch stretch) {
    Tree parent = stretch.parent().getLeaf();
    Tree outer = stretch.parent().getParentPath().getLeaf();
    boolean free =
        parent instanceof ParenthesizedTree
            && (outer instanceof ExpressionTree || outer instanceof VariableTree);
    String text = code.text(file);
    boolean bare =
        free
            && text.substring(tree.begin(parent) + 1, stretch.begin()).isBlank()
            && text.substring(stretch.end(), tree.end(parent) - 1).isBlank();
    return bare ? parent : null;
  }

  /** Takes a declaration out that stands on a line of its own. */
  private void takeOut(VariableTree declared) {
    String text = code.text(file);
    int begin = TextLines.begin(text, tree.begin(declared));
    int end = TextLines.next(text, tree.end(declared));
    boolean alone =
        text.substring(begin, tree.begin(declared)).isBlank()
            && text.substring(tree.end(declared), end).isBlank();
    if (alone) {
      rewriting.in(file).remove(begin, end);
    }
  }

  private int begin(Stretch stretch) {
    boolean comments =
        takesComments || step.code().stripLeading().startsWith("/") || !step.lines().isEmpty();
    int above =
        comments ? stretch.commentsBegin(code.text(file), code.tokens(file)) : stretch.begin();
    if (!step.lines().isEmpty()) {
      int first = Integer.parseInt(step.lines().substring(0, step.lines().indexOf('-')));
      int line = SourceText.lineStarts(code.text(file))[first - 1];
      return above >= line ? above : stretch.begin();
    }
    return above;
  }

  private int end(Stretch stretch) {
    return stretch.commentsEnd(code.text(file), code.tokens(file));
  }

  private Written method(Extracted made, Patch patch) {
    String in = layout.memberIndent(owner);
    String body = in + layout.step(file);
    String lineEnd = layout.lineEnd(file);
    Stretch stretch = made.stretch;
    made.declarations.forEach(patch::insert);
    String access =
        step.access().equals("package") || isOfInterface() && step.access().equals("public")
            ? ""
            : step.access() + " ";
    boolean isDefault = isOfInterface() && !made.isStatic && !step.access().equals("private");
    Written head =
        Written.of(in + access + (isDefault ? "default " : "") + (made.isStatic ? "static " : ""));
    if (!made.typeParameters.isEmpty()) {
      head = head.and("<").and(Written.joined(made.typeParameters, ", ")).and("> ");
    }
    head = head.and(made.result).and(" " + step.as() + "(");
    head = head.and(Written.joined(made.parameters, ", ")).and(")");
    if (!made.thrown.isEmpty()) {
      head = head.and(" throws ").and(Written.joined(made.thrown, ", "));
    }
    head = head.and(layout.opensMethod(file, in, lineEnd) + lineEnd);
    String text = code.text(file);
    Written inner;
    if (stretch.isExpression()) {
      String old = TextLines.indent(text, stretch.begin());
      Written value = patch.edited(stretch.begin(), stretch.end()).indented(old, body);
      value = bare(stretch, value, patch, old, body);
      inner = Written.of(body + (made.kind == Kind.VALUE ? "return " : "")).and(value).and(";");
    } else {
      int begin = begin(stretch);
      String old = TextLines.indent(text, begin);
      boolean gives = made.left != null && !isGivenAtOnce(made, patch);
      Written lines = patch.edited(begin, end(stretch)).indented(old, body);
      inner = Written.of(body).and(lines);
      if (gives) {
        inner = inner.and(lineEnd + body + "return " + made.left.name() + ";");
      }
    }
    return head.and(inner).and(lineEnd + in + "}");
  }

  /**
   * Where the last statement does nothing but declare what the method gives, it gives the value,
   * and no variable is needed.
   */
  private boolean isGivenAtOnce(Extracted made, Patch patch) {
    List<TreePath> statements = made.stretch.statements();
    VariableTree declared = made.left.tree();
    ExpressionTree value = declared.getInitializer();
    boolean plain =
        statements.get(statements.size() - 1).getLeaf() == declared
            && value != null
            && declared.getModifiers().getAnnotations().isEmpty();
    int begin = plain ? tree.begin(declared) : -1;
    // An array may be written without its type where it is declared only.
    if (!plain
        || code.text(file).charAt(tree.begin(value)) == '{'
        || hasComment(begin, tree.begin(value))) {
      return false;
    }
    patch.replace(begin, tree.begin(value), Written.of("return "));
    return true;
  }

  /** Whether a comment stands between two chars; a slash that is none counts as one. */
  private boolean hasComment(int begin, int end) {
    return code.text(file).substring(begin, end).indexOf('/') >= 0;
  }

  /** An expression without the parentheses that it needed where it stood. */
  private Written bare(Stretch stretch, Written value, Patch patch, String old, String body) {
    if (stretch.expression().getLeaf() instanceof ParenthesizedTree inner) {
      int begin = tree.begin(inner.getExpression());
      int end = tree.end(inner.getExpression());
      String around =
          code.text(file).substring(stretch.begin() + 1, begin)
              + code.text(file).substring(end, stretch.end() - 1);
      return around.isBlank() ? patch.edited(begin, end).indented(old, body) : value;
    }
    return value;
  }

  private boolean isOfInterface() {
    return units.has(owner, Trait.INTERFACE);
  }

  private Written call(Extracted made, Patch patch) {
    Written call =
        Written.of(step.as(), unitName(made)).and("(" + String.join(", ", made.arguments) + ")");
    Stretch stretch = made.stretch;
    if (stretch.isExpression()) {
      return call;
    }
    String lineEnd = layout.lineEnd(file);
    String indent = TextLines.indent(code.text(file), stretch.begin());
    return switch (made.kind) {
      case CALL -> call.and(";");
      case CALL_AND_RETURN -> call.and(";" + lineEnd + indent + "return;");
      case RETURN -> Written.of("return ").and(call).and(";");
      case VALUE -> target(made, patch).and(" = ").and(call).and(";");
    };
  }

  /** What takes the result: a variable, with its declaration where the stretch had that. */
  private Written target(Extracted made, Patch patch) {
    if (!made.leftIsNew) {
      return Written.of(made.left.name());
    }
    VariableTree declared = made.left.tree();
    int begin = tree.begin(declared);
    ModifiersTree modifiers = declared.getModifiers();
    int name = nameAt(declared);
    boolean annotated = !modifiers.getAnnotations().isEmpty();
    return annotated
        ? made.result.and(" " + made.left.name())
        : patch.copy(begin, name + made.left.name().length());
  }

  private int nameAt(VariableTree declared) {
    int limit =
        declared.getInitializer() == null
            ? tree.end(declared)
            : tree.begin(declared.getInitializer());
    JavaTokens tokens = code.tokens(file);
    int token = tokens.before(limit);
    while (!tokens.isWord(token, declared.getName().toString())) {
      token--;
    }
    return tokens.begin(token);
  }
}

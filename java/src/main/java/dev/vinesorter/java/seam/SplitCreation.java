package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;

/**
 * Where a type makes the object that its members go to: where the field is declared, or in each
 * constructor, behind the last value that the object is handed.
 */
final class SplitCreation {
  /**
   * A constructor that makes the object.
   *
   * @param values the values that are assigned to what goes, by the field's name
   * @param assignments the statements that do
   * @param last the statement that it is made in the place of, or behind
   * @param given fields that stay and get the value of the parameter of their name
   */
  record Place(
      Map<String, ExpressionTree> values,
      List<StatementTree> assignments,
      StatementTree last,
      Set<String> given) {}

  private final Attributed all;
  private final LocatedTree tree;
  private final TreePath type;

  /** Whether a field, by its name, goes and gets its value in constructors alone. */
  private final Predicate<String> handed;

  /** Whether a field, by its name, stays and its value is handed on. */
  private final Predicate<String> needed;

  private final Predicate<Element> out;

  /** Whether a constructor stands in the source. */
  private final Predicate<Element> written;

  private final List<Place> places = new ArrayList<>();

  /** Fields of objects with values that they start with. */
  private final List<VariableTree> starting = new ArrayList<>();

  /**
   * What speaks against it.
   *
   * @param says a sentence
   * @param at its place
   * @param isOfTime whether something would only come at another time
   */
  record Problem(String says, int at, boolean isOfTime) {}

  private Problem problem;

  SplitCreation(
      Attributed all,
      LocatedTree tree,
      TreePath type,
      Predicate<String> handed,
      Predicate<String> needed,
      Predicate<Element> out,
      Predicate<Element> written) {
    this.all = all;
    this.tree = tree;
    this.type = type;
    this.handed = handed;
    this.needed = needed;
    this.out = out;
    this.written = written;
  }

  /** The constructors that make it; none where it is made where its field is declared. */
  List<Place> places() {
    return places;
  }

  /** What speaks against it; null for nothing. */
  Problem problem() {
    return problem;
  }

  private void problem(String says, int at) {
    problem = problem == null ? new Problem(says, at, true) : problem;
  }

  /** Something for which there is no place: that counts more. */
  private void obstacle(String says, int at) {
    problem = problem == null || problem.isOfTime ? new Problem(says, at, false) : problem;
  }

  /**
   * Finds the places.
   *
   * @param wanted how many of the fields have to get their values in each constructor
   * @param fieldAt where the field is declared that keeps the object
   */
  void find(int wanted, int fieldAt) {
    for (Tree member : ((ClassTree) type.getLeaf()).getMembers()) {
      boolean constructor =
          member instanceof MethodTree method
              && method.getReturnType() == null
              && written.test(all.element(new TreePath(type, method)));
      if (constructor && wanted > 0) {
        constructor((MethodTree) member, wanted);
      } else if (member instanceof BlockTree block && !block.isStatic()) {
        initialiser(block, wanted > 0);
        needs(block, wanted > 0 || tree.begin(block) < fieldAt);
      } else if (member instanceof VariableTree field) {
        starts(field);
        Element element = all.element(new TreePath(type, field));
        boolean early =
            field.getInitializer() != null
                && !element.getModifiers().contains(Modifier.STATIC)
                && !out.test(element)
                && (wanted > 0 || tree.begin(field) < fieldAt);
        needs(field.getInitializer(), early);
      }
    }
    if (wanted > 0 && places.isEmpty()) {
      obstacle("No constructor gives them their values.", tree.begin(type.getLeaf()));
    }
  }

  private void initialiser(BlockTree block, boolean wanted) {
    for (StatementTree statement : block.getStatements()) {
      if (wanted && !field(statement).isEmpty()) {
        obstacle("An initialiser gives it its value.", tree.begin(statement));
      }
    }
  }

  /** The name of a field that a statement does nothing but give a value; empty for none. */
  private String field(StatementTree statement) {
    if (statement instanceof ExpressionStatementTree one
        && one.getExpression() instanceof AssignmentTree assignment) {
      ExpressionTree variable = assignment.getVariable();
      String name =
          variable instanceof IdentifierTree plain
              ? plain.getName().toString()
              : variable instanceof MemberSelectTree select
                      && select.getExpression().toString().equals("this")
                  ? select.getIdentifier().toString()
                  : "";
      return handed.test(name) || needed.test(name) ? name : "";
    }
    return "";
  }

  private static ExpressionTree value(StatementTree assignment) {
    return ((AssignmentTree) ((ExpressionStatementTree) assignment).getExpression())
        .getExpression();
  }

  private void constructor(MethodTree method, int wanted) {
    List<? extends StatementTree> statements = method.getBody().getStatements();
    if (ConstructorCalls.isToThis(ConstructorCalls.first(method))) {
      return;
    }
    Map<String, ExpressionTree> values = new LinkedHashMap<>();
    List<StatementTree> assignments = new ArrayList<>();
    Set<String> given = new TreeSet<>();
    int found = 0;
    StatementTree last = null;
    for (StatementTree statement : statements) {
      String name = field(statement);
      if (!name.isEmpty()) {
        found++;
        last = statement;
      }
      ExpressionTree value = name.isEmpty() ? null : value(statement);
      if (handed.test(name)) {
        values.put(name, value);
        assignments.add(statement);
      } else if (value instanceof IdentifierTree same
          && same.getName().contentEquals(name)
          && isFixed(value)) {
        given.add(name);
      }
    }
    if (found < wanted) {
      obstacle(
          "This constructor gives not all of them their values by a statement of its own.",
          tree.begin(method));
      return;
    }
    before(statements.subList(0, statements.indexOf(last)), assignments);
    later(statements, assignments, last);
    places.add(new Place(values, assignments, last, given));
  }

  /** What comes before the object is made must not need it. */
  private void before(List<? extends StatementTree> statements, List<StatementTree> assignments) {
    for (StatementTree statement : statements) {
      Tree looked = assignments.contains(statement) ? value(statement) : statement;
      needs(looked, true);
    }
  }

  /** What runs before the object is made must not use it, nor hand the old one on. */
  private void needs(Tree looked, boolean early) {
    if (!early) {
      return;
    }
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        Element named = all.element(getCurrentPath());
        Tree parent = getCurrentPath().getParentPath().getLeaf();
        boolean self =
            node.getName().contentEquals("this") && !(parent instanceof MemberSelectTree);
        boolean constructorCall =
            named instanceof ExecutableElement made && made.getKind() == ElementKind.CONSTRUCTOR;
        boolean call =
            named instanceof ExecutableElement method
                && !constructorCall
                && !method.getModifiers().contains(Modifier.STATIC);
        if (self || call || named != null && out.test(named)) {
          problem("This may need them before they are there.", tree.begin(node));
        }
        return null;
      }

      @Override
      public Void visitMemberSelect(MemberSelectTree node, Void p) {
        boolean ofThis = node.getExpression().toString().equals("this");
        Element named = all.element(getCurrentPath());
        boolean call = named instanceof ExecutableElement;
        if (ofThis && (call || named != null && out.test(named))) {
          problem("This may need them before they are there.", tree.begin(node));
        }
        return super.visitMemberSelect(node, p);
      }
    }.scan(all.path(tree, looked), null);
  }

  /** Values that are worked out later than they were must be the same then. */
  private void later(
      List<? extends StatementTree> statements,
      List<StatementTree> assignments,
      StatementTree last) {
    int end = statements.indexOf(last);
    for (StatementTree one : assignments) {
      boolean together =
          assignments.containsAll(statements.subList(statements.indexOf(one), end + 1));
      ExpressionTree value = value(one);
      if (!together && !isFixed(value)) {
        problem("This would be worked out later than it is.", tree.begin(one));
      }
    }
  }

  /** Whether a value is the same now and later in the constructor. */
  private boolean isFixed(ExpressionTree value) {
    if (value instanceof IdentifierTree name) {
      Element named = all.element(all.path(tree, name));
      return named != null
          && (named.getKind() == ElementKind.PARAMETER
                  && named.getEnclosingElement() instanceof ExecutableElement
                  && isNeverAssigned(named)
              || named.getModifiers().contains(Modifier.FINAL));
    }
    return Purity.isLiteral(value);
  }

  private boolean isNeverAssigned(Element parameter) {
    boolean[] assigned = new boolean[1];
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        boolean same = parameter.equals(all.element(getCurrentPath()));
        assigned[0] |= same && Assignments.of(getCurrentPath()) != null;
        return null;
      }
    }.scan(type, null);
    return !assigned[0];
  }

  // ---- values that fields start with

  private void starts(VariableTree field) {
    Element element = all.element(new TreePath(type, field));
    boolean ofObjects = element != null && !element.getModifiers().contains(Modifier.STATIC);
    boolean late =
        element != null
            && !ofObjects
            && out.test(element)
            && field.getInitializer() != null
            && !isHarmless(field.getInitializer());
    if (late) {
      problem(
          "This would be worked out when the new type is first used, and not with its class.",
          tree.begin(field));
    }
    if (ofObjects && element.getKind() == ElementKind.FIELD && field.getInitializer() != null) {
      starting.add(field);
    }
  }

  /**
   * Judges that the fields that go start at another time than before: where all of them, or all
   * others in between, only make something of the library's, nobody sees that.
   */
  void judgeStarts() {
    List<VariableTree> going =
        starting.stream().filter(one -> out.test(all.element(new TreePath(type, one)))).toList();
    if (going.isEmpty() || going.stream().allMatch(one -> isHarmless(one.getInitializer()))) {
      return;
    }
    int first = starting.indexOf(going.get(0));
    int last = starting.indexOf(going.get(going.size() - 1));
    boolean between =
        starting.subList(first, last + 1).stream()
            .filter(one -> !going.contains(one))
            .allMatch(one -> isHarmless(one.getInitializer()));
    if (!between || !places.isEmpty()) {
      VariableTree one =
          going.stream().filter(v -> !isHarmless(v.getInitializer())).findFirst().orElseThrow();
      problem("This would be worked out at another time than it is.", tree.begin(one));
    }
  }

  /** Whether nobody sees when something is worked out: constants, and new objects of Java's own. */
  private boolean isHarmless(ExpressionTree value) {
    if (value instanceof NewClassTree made) {
      String name = String.valueOf(all.element(all.path(tree, made.getIdentifier())));
      return made.getClassBody() == null
          && isOfJava(name)
          && made.getArguments().stream().allMatch(this::isHarmless);
    }
    if (value instanceof NewArrayTree array) {
      boolean sizes = array.getDimensions().stream().allMatch(this::isHarmless);
      return sizes
          && (array.getInitializers() == null
              || array.getInitializers().stream().allMatch(this::isHarmless));
    }
    if (value instanceof MethodInvocationTree call) {
      Element called = all.element(all.path(tree, call.getMethodSelect()));
      return called != null
          && called.getModifiers().contains(Modifier.STATIC)
          && isOfJava(called.getEnclosingElement().toString())
          && call.getArguments().stream().allMatch(this::isHarmless);
    }
    if (value instanceof IdentifierTree || value instanceof MemberSelectTree) {
      Element named = all.element(all.path(tree, value));
      return named != null
          && named.getModifiers().containsAll(Set.of(Modifier.STATIC, Modifier.FINAL));
    }
    return value instanceof LiteralTree || Purity.isLiteral(value) || isOfHarmless(value);
  }

  /** Whether a type of Java's own only keeps and computes. */
  private static boolean isOfJava(String type) {
    return type.startsWith("java.util.") && !type.startsWith("java.util.concurrent.Exec")
        || type.startsWith("java.nio.charset.")
        || type.startsWith("java.math.")
        || Meanings.COMPUTE.contains(type);
  }

  private boolean isOfHarmless(ExpressionTree value) {
    return value instanceof BinaryTree sum
            && isHarmless(sum.getLeftOperand())
            && isHarmless(sum.getRightOperand())
        || value instanceof ParenthesizedTree inner && isHarmless(inner.getExpression())
        || value instanceof LambdaExpressionTree;
  }
}

package dev.vinesorter.java.nullness;

import com.sun.source.tree.ArrayAccessTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BindingPatternTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.BreakTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.CatchTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ContinueTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.LabeledStatementTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParameterizedTypeTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.ThrowTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.tree.YieldTree;
import com.sun.source.util.TreeScanner;
import dev.vinesorter.java.compile.SyntaxTree;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Which variables hold an object at each place of one member's code. Goes through the code as the
 * rules of definite assignment do (JLS 16), once: what a loop may change is unknown in all of it,
 * what a {@code try} may change is unknown in its handlers.
 */
final class NullFlow {
  private final Nullness facts;
  private final SyntaxTree tree;
  private final int member;
  private final Map<ExpressionTree, NullState> before = new IdentityHashMap<>();
  private final Map<Integer, ExpressionTree> callsByName = new HashMap<>();
  private final Map<Integer, AssignmentTree> writesByName = new HashMap<>();
  private final List<ReturnTree> returns = new ArrayList<>();
  private final Deque<Target> targets = new ArrayDeque<>();

  /** Where the member ends: at its end, a return or a throw. Null while nobody came there. */
  private NullState atReturn;

  private NullState atThrow;

  /** How deep in code that runs at another time: of lambdas and local classes. */
  private int apart;

  private NullState now;

  /** What a break or continue leaves. */
  private static final class Target {
    final String label;
    final boolean loop;
    NullState left;
    boolean continued;

    Target(String label, boolean loop) {
      this.label = label;
      this.loop = loop;
    }
  }

  private NullFlow(Nullness facts, SyntaxTree tree, int member) {
    this.facts = facts;
    this.tree = tree;
    this.member = member;
  }

  /**
   * Goes through a method, constructor or field.
   *
   * @param fields the fields that callers may have seen to
   */
  static NullFlow of(
      Nullness facts, SyntaxTree tree, int member, Tree declaration, Set<Integer> fields) {
    NullFlow flow = new NullFlow(facts, tree, member);
    NullState start = NullState.EMPTY;
    if (declaration instanceof MethodTree method) {
      for (int n = 0; n < method.getParameters().size(); n++) {
        String name = method.getParameters().get(n).getName().toString();
        start =
            start
                .with(name, new NullEvidence.Passed(member, n))
                .with(new NullState.Unchanged(name), NullEvidence.SEEN);
      }
      // A constructor begins with nothing in them.
      boolean made = method.getReturnType() == null;
      for (int field : fields) {
        start =
            start
                .with(field, made ? null : new NullEvidence.AtEntry(member, field))
                .with(new NullState.Unchanged(field), NullEvidence.SEEN);
      }
      flow.now = start;
      if (method.getBody() != null) {
        flow.statement(method.getBody());
      }
      flow.atReturn = NullState.meet(flow.atReturn, flow.now);
    } else if (declaration instanceof VariableTree field) {
      flow.now = start;
      flow.expression(field.getInitializer());
    }
    return flow;
  }

  /** What is known where the member returns; null if it never does. */
  NullState atReturn() {
    return atReturn;
  }

  /** What is known where the member returns or throws; null if it does neither. */
  NullState atEnd() {
    return NullState.meet(atReturn, atThrow);
  }

  List<ReturnTree> returns() {
    return returns;
  }

  /** What is known before an expression is evaluated; null where nobody comes to it. */
  NullState before(ExpressionTree expression) {
    return before.get(expression);
  }

  /** The call whose name begins at a char; null where none is understood. */
  ExpressionTree callAt(int at) {
    return callsByName.get(at);
  }

  /** The assignment to what is named at a char; null where there is none. */
  AssignmentTree writeAt(int at) {
    return writesByName.get(at);
  }

  /** The expression between two chars; null where none is understood. */
  ExpressionTree at(int begin, int end) {
    for (ExpressionTree one : before.keySet()) {
      if (tree.begin(one) == begin && tree.end(one) == end) {
        return one;
      }
    }
    return null;
  }

  int member() {
    return member;
  }

  /** The first char of an expression. */
  int begin(ExpressionTree expression) {
    return tree.begin(expression);
  }

  /** The char at which a call, field or variable is named. */
  int nameAt(ExpressionTree expression) {
    if (expression instanceof MethodInvocationTree call) {
      return nameAt(call.getMethodSelect());
    }
    if (expression instanceof MemberSelectTree select) {
      return tree.end(select) - select.getIdentifier().length();
    }
    if (expression instanceof NewClassTree made) {
      Tree type = made.getIdentifier();
      while (type instanceof ParameterizedTypeTree generic) {
        type = generic.getType();
      }
      return type instanceof ExpressionTree name ? nameAt(name) : tree.begin(type);
    }
    return tree.begin(expression);
  }

  // ---- statements

  private void statements(List<? extends StatementTree> all) {
    all.forEach(this::statement);
  }

  private void statement(StatementTree node) {
    if (node == null || now == null) {
      return;
    }
    if (node instanceof BlockTree block) {
      statements(block.getStatements());
    } else if (node instanceof ExpressionStatementTree plain) {
      expression(plain.getExpression());
    } else if (node instanceof VariableTree variable) {
      expression(variable.getInitializer());
      declare(variable, given(variable.getInitializer()));
    } else if (node instanceof IfTree branch) {
      either(
          branch.getCondition(),
          () -> statement(branch.getThenStatement()),
          () -> statement(branch.getElseStatement()));
    } else if (node instanceof ReturnTree end) {
      expression(end.getExpression());
      if (apart == 0) {
        returns.add(end);
        atReturn = NullState.meet(atReturn, now);
      }
      now = null;
    } else if (node instanceof ThrowTree end) {
      expression(end.getExpression());
      if (apart == 0) {
        atThrow = NullState.meet(atThrow, now);
      }
      now = null;
    } else if (node instanceof BreakTree end) {
      leave(end.getLabel() == null ? null : end.getLabel().toString(), false);
    } else if (node instanceof ContinueTree end) {
      leave(end.getLabel() == null ? null : end.getLabel().toString(), true);
    } else if (node instanceof YieldTree yield) {
      expression(yield.getValue());
      now = null;
    } else if (node instanceof LabeledStatementTree labelled) {
      labelled(labelled);
    } else if (node instanceof SynchronizedTree locked) {
      expression(locked.getExpression());
      learn(locked.getExpression());
      statement(locked.getBlock());
    } else if (node instanceof TryTree attempt) {
      attempt(attempt);
    } else if (node instanceof SwitchTree choice) {
      choice(choice.getExpression(), choice.getCases(), null);
    } else if (node instanceof ClassTree local) {
      local(local);
    } else if (isLoop(node)) {
      loop(node, null);
    }
  }

  /** One way where a condition is true, the other where it is not. */
  private void either(ExpressionTree condition, Runnable first, Runnable other) {
    NullState[] ways = condition(condition);
    now = ways[0];
    first.run();
    NullState then = now;
    now = ways[1];
    other.run();
    now = NullState.meet(then, now);
  }

  private static boolean isLoop(Tree node) {
    return node instanceof WhileLoopTree
        || node instanceof DoWhileLoopTree
        || node instanceof ForLoopTree
        || node instanceof EnhancedForLoopTree;
  }

  private void labelled(LabeledStatementTree node) {
    String label = node.getLabel().toString();
    if (isLoop(node.getStatement())) {
      loop(node.getStatement(), label);
      return;
    }
    targets.push(new Target(label, false));
    if (node.getStatement() instanceof SwitchTree choice) {
      choice(choice.getExpression(), choice.getCases(), null);
    } else {
      statement(node.getStatement());
    }
    now = NullState.meet(now, targets.pop().left);
  }

  private void leave(String label, boolean again) {
    for (Target target : targets) {
      boolean meant =
          label == null
              ? (target.loop || !again && target.label == null)
              : label.equals(target.label);
      if (meant) {
        if (again) {
          target.continued = true;
        } else {
          target.left = NullState.meet(target.left, now);
        }
        break;
      }
    }
    now = null;
  }

  private void loop(StatementTree node, String label) {
    Target target = new Target(label, true);
    if (node instanceof EnhancedForLoopTree each) {
      expression(each.getExpression());
      learn(each.getExpression());
      now = without(now, each.getStatement());
      NullState around = now;
      declare(each.getVariable(), null);
      body(target, each.getStatement());
      now = NullState.meet(around, target.left);
      return;
    }
    if (node instanceof ForLoopTree steps) {
      statements(steps.getInitializer());
    }
    if (now == null) {
      return;
    }
    now = without(now, node);
    if (node instanceof DoWhileLoopTree last) {
      NullState around = now;
      body(target, last.getStatement());
      now = target.continued ? NullState.meet(now, around) : now;
      now = now == null ? null : condition(last.getCondition())[1];
    } else {
      ExpressionTree test =
          node instanceof WhileLoopTree first
              ? first.getCondition()
              : ((ForLoopTree) node).getCondition();
      NullState[] ways = test == null ? new NullState[] {now, null} : condition(test);
      NullState around = now;
      now = ways[0];
      if (node instanceof WhileLoopTree first) {
        body(target, first.getStatement());
      } else {
        ForLoopTree steps = (ForLoopTree) node;
        body(target, steps.getStatement());
        now = target.continued ? NullState.meet(now, around) : now;
        statements(steps.getUpdate());
      }
      now = ways[1];
    }
    now = NullState.meet(now, target.left);
  }

  private void body(Target target, StatementTree body) {
    targets.push(target);
    statement(body);
    targets.pop();
  }

  private void attempt(TryTree node) {
    NullState start = now;
    for (Tree resource : node.getResources()) {
      if (resource instanceof VariableTree variable) {
        statement(variable);
      } else {
        expression((ExpressionTree) resource);
      }
    }
    NullState failed = without(start, node.getBlock());
    for (Tree resource : node.getResources()) {
      failed = without(failed, resource);
    }
    statement(node.getBlock());
    NullState after = now;
    for (CatchTree one : node.getCatches()) {
      now = failed;
      declare(one.getParameter(), NullEvidence.SEEN);
      statement(one.getBlock());
      after = NullState.meet(after, now);
    }
    now = after;
    if (node.getFinallyBlock() != null) {
      // It runs whatever happened, so it knows little; it takes nothing away that it leaves alone.
      NullState worst = failed;
      for (CatchTree one : node.getCatches()) {
        worst = without(worst, one.getBlock());
      }
      now = after == null ? worst : NullState.meet(after, worst);
      statement(node.getFinallyBlock());
      now = after == null || now == null ? null : without(after, node.getFinallyBlock());
    }
  }

  private void choice(
      ExpressionTree selector, List<? extends CaseTree> cases, SwitchExpressionTree expression) {
    expression(selector);
    learn(selector);
    NullState start = now;
    Target target = new Target(null, false);
    targets.push(target);
    boolean complete = expression != null;
    NullState falling = null;
    for (CaseTree one : cases) {
      complete |= one.getExpressions().isEmpty();
      now = NullState.meet(start, falling);
      if (one.getCaseKind() == CaseTree.CaseKind.RULE) {
        if (one.getBody() instanceof ExpressionTree value) {
          expression(value);
        } else {
          statement((StatementTree) one.getBody());
        }
        target.left = NullState.meet(target.left, now);
        falling = null;
      } else {
        statements(one.getStatements());
        falling = now;
      }
    }
    targets.pop();
    now = NullState.meet(target.left, falling);
    now = complete ? now : NullState.meet(now, start);
    if (expression != null) {
      now = without(start, expression);
    }
  }

  // ---- expressions

  private NullEvidence given(ExpressionTree value) {
    NullState state = value == null ? null : before.get(value);
    return state == null ? null : new NullEvidence.Given(this, value, state);
  }

  private void declare(VariableTree variable, NullEvidence evidence) {
    if (now != null) {
      now = now.changed(variable.getName().toString(), evidence);
    }
  }

  /** What an expression names that is kept account of; null for all else. */
  Object variable(ExpressionTree node) {
    ExpressionTree plain = plain(node);
    if (plain instanceof IdentifierTree name) {
      int field = facts.fieldAt(member, tree.begin(name));
      return field >= 0 ? (Object) field : name.getName().toString();
    }
    if (plain instanceof MemberSelectTree select
        && select.getExpression() instanceof IdentifierTree self
        && self.getName().contentEquals("this")
        && apart == 0) {
      int field = facts.fieldAt(member, nameAt(select));
      return field >= 0 ? field : null;
    }
    return null;
  }

  static ExpressionTree plain(ExpressionTree node) {
    ExpressionTree at = node;
    while (at instanceof ParenthesizedTree inner) {
      at = inner.getExpression();
    }
    return at;
  }

  private void learn(ExpressionTree node) {
    Object variable = variable(node);
    if (variable != null && now != null) {
      now = now.learned(variable, NullEvidence.SEEN);
    }
  }

  /** The states where a condition is true and where it is not. */
  private NullState[] condition(ExpressionTree node) {
    ExpressionTree plain = plain(node);
    if (now == null) {
      return new NullState[2];
    }
    before.putIfAbsent(node, now);
    before.putIfAbsent(plain, now);
    if (plain instanceof UnaryTree not && not.getKind() == Tree.Kind.LOGICAL_COMPLEMENT) {
      NullState[] ways = condition(not.getExpression());
      return new NullState[] {ways[1], ways[0]};
    }
    if (plain.getKind() == Tree.Kind.CONDITIONAL_AND
        || plain.getKind() == Tree.Kind.CONDITIONAL_OR) {
      int goesOn = plain.getKind() == Tree.Kind.CONDITIONAL_AND ? 0 : 1;
      NullState[] first = condition(((BinaryTree) plain).getLeftOperand());
      now = first[goesOn];
      NullState[] second = condition(((BinaryTree) plain).getRightOperand());
      second[1 - goesOn] = NullState.meet(first[1 - goesOn], second[1 - goesOn]);
      return second;
    }
    expression(plain);
    NullState[] ways = {now, now};
    if (plain.getKind() == Tree.Kind.BOOLEAN_LITERAL) {
      ways["true".equals(plain.toString()) ? 1 : 0] = null;
    } else if (now != null && plain instanceof InstanceOfTree test) {
      Object variable = variable(test.getExpression());
      ways[0] = variable == null ? now : now.learned(variable, NullEvidence.SEEN);
      if (test.getPattern() instanceof BindingPatternTree bound) {
        String name = bound.getVariable().getName().toString();
        ways[0] = ways[0].changed(name, NullEvidence.SEEN);
        ways[1] = ways[1].changed(name, NullEvidence.SEEN);
      }
    } else if (now != null
        && plain instanceof BinaryTree compared
        && (plain.getKind() == Tree.Kind.EQUAL_TO || plain.getKind() == Tree.Kind.NOT_EQUAL_TO)) {
      boolean left = isNull(compared.getLeftOperand());
      ExpressionTree other = left ? compared.getRightOperand() : compared.getLeftOperand();
      Object variable = variable(other);
      if (variable != null && (left || isNull(compared.getRightOperand()))) {
        int present = plain.getKind() == Tree.Kind.NOT_EQUAL_TO ? 0 : 1;
        ways[present] = now.learned(variable, NullEvidence.SEEN);
      }
    }
    return ways;
  }

  private static boolean isNull(ExpressionTree node) {
    return plain(node).getKind() == Tree.Kind.NULL_LITERAL;
  }

  private void expression(ExpressionTree node) {
    if (node == null || now == null) {
      return;
    }
    before.put(node, now);
    if (node instanceof AssignmentTree assignment) {
      assign(assignment);
    } else if (node instanceof MethodInvocationTree call) {
      call(call);
    } else if (node instanceof NewClassTree made) {
      expression(made.getEnclosingExpression());
      made.getArguments().forEach(this::expression);
      if (made.getClassBody() != null) {
        local(made.getClassBody());
      }
      called(made, made.getArguments());
    } else if (node instanceof MemberSelectTree select) {
      expression(select.getExpression());
      learn(select.getExpression());
    } else if (node instanceof MemberReferenceTree reference) {
      expression(reference.getQualifierExpression());
      learn(reference.getQualifierExpression());
    } else if (node instanceof ArrayAccessTree access) {
      expression(access.getExpression());
      expression(access.getIndex());
      learn(access.getExpression());
    } else if (node instanceof ConditionalExpressionTree either) {
      either(
          either.getCondition(),
          () -> expression(either.getTrueExpression()),
          () -> expression(either.getFalseExpression()));
    } else if (node.getKind() == Tree.Kind.CONDITIONAL_AND
        || node.getKind() == Tree.Kind.CONDITIONAL_OR) {
      NullState[] ways = condition(node);
      now = NullState.meet(ways[0], ways[1]);
    } else if (node instanceof CompoundAssignmentTree compound) {
      expression(compound.getVariable());
      expression(compound.getExpression());
      Object variable = variable(compound.getVariable());
      now = variable == null || now == null ? now : now.changed(variable, NullEvidence.SEEN);
    } else if (node instanceof LambdaExpressionTree lambda) {
      lambda(lambda);
    } else if (node instanceof SwitchExpressionTree choice) {
      choice(choice.getExpression(), choice.getCases(), choice);
    } else {
      parts(node);
    }
  }

  /** The operands of all else, from left to right. */
  private void parts(ExpressionTree node) {
    new TreeScanner<Void, Void>() {
      @Override
      public Void scan(Tree part, Void p) {
        if (part instanceof ExpressionTree expression && part != node) {
          expression(expression);
          return null;
        }
        return super.scan(part, p);
      }
    }.scan(node, null);
  }

  private void assign(AssignmentTree node) {
    if (node.getVariable() instanceof MemberSelectTree select) {
      expression(select.getExpression());
      learn(select.getExpression());
    } else if (node.getVariable() instanceof ArrayAccessTree) {
      expression(node.getVariable());
    }
    expression(node.getExpression());
    if (now == null) {
      return;
    }
    Object variable = variable(node.getVariable());
    writesByName.put(nameAt(node.getVariable()), node);
    if (variable != null) {
      now =
          now.changed(variable, isNull(node.getExpression()) ? null : given(node.getExpression()));
    } else if (node.getVariable() instanceof MemberSelectTree select) {
      // The field of another object, which may be this one.
      int field = facts.fieldAt(member, nameAt(select));
      now = now.touched(known -> known == field);
    }
  }

  private void call(MethodInvocationTree node) {
    ExpressionTree on =
        node.getMethodSelect() instanceof MemberSelectTree select ? select.getExpression() : null;
    expression(on);
    node.getArguments().forEach(this::expression);
    if (on != null) {
      learn(on);
    }
    called(node, node.getArguments());
  }

  /** What a call may have changed, and what it would have failed on. */
  private void called(ExpressionTree node, List<? extends ExpressionTree> arguments) {
    int at = nameAt(node);
    callsByName.put(at, node);
    if (now == null) {
      return;
    }
    int callee = facts.calledAt(member, at);
    now = now.touched(field -> facts.mayWrite(callee, field));
    boolean required = !arguments.isEmpty() && facts.isRequireNonNull(callee);
    for (int n = 0; n < arguments.size(); n++) {
      Object variable = variable(arguments.get(n));
      if (variable != null && required) {
        now = n == 0 ? now.learned(variable, NullEvidence.SEEN) : now;
      } else if (variable != null && facts.mayDemand(callee)) {
        now = now.learned(variable, new NullEvidence.Demanded(callee, n));
      }
    }
  }

  // ---- code that runs at another time

  private void lambda(LambdaExpressionTree node) {
    NullState around = now;
    // Variables that it sees cannot change until it runs, fields can.
    now = withoutDeclared(around.touched(field -> true), node);
    node.getParameters().forEach(parameter -> declare(parameter, null));
    apart++;
    if (node.getBody() instanceof ExpressionTree value) {
      expression(value);
    } else {
      statement((StatementTree) node.getBody());
    }
    apart--;
    now = without(around, node);
  }

  /** A local or anonymous class: its methods see the variables around them. */
  private void local(ClassTree node) {
    NullState around = now;
    apart++;
    for (Tree part : node.getMembers()) {
      // Fields of its own object may have the same declaration.
      now = withoutDeclared(around.withoutFields(), node);
      if (part instanceof MethodTree method) {
        method.getParameters().forEach(parameter -> declare(parameter, null));
        statement(method.getBody());
      } else if (part instanceof VariableTree field) {
        expression(field.getInitializer());
      } else if (part instanceof StatementTree other) {
        statement(other);
      }
    }
    apart--;
    now = without(around, node);
  }

  /** A state without the names that some code declares, which may mean something else in it. */
  private static NullState withoutDeclared(NullState state, Tree code) {
    NullState[] left = {state};
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitVariable(VariableTree variable, Void p) {
        left[0] = left[0].changed(variable.getName().toString(), null);
        return super.visitVariable(variable, p);
      }
    }.scan(code, null);
    return left[0];
  }

  /** A state without what some code may change. */
  private NullState without(NullState state, Tree code) {
    if (state == null) {
      return null;
    }
    NullState[] left = {withoutDeclared(state, code)};
    new TreeScanner<Void, Void>() {
      @Override
      public Void visitAssignment(AssignmentTree node, Void p) {
        drop(node.getVariable());
        return super.visitAssignment(node, p);
      }

      @Override
      public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
        called(node);
        return super.visitMethodInvocation(node, p);
      }

      @Override
      public Void visitNewClass(NewClassTree node, Void p) {
        called(node);
        return super.visitNewClass(node, p);
      }

      private void drop(ExpressionTree variable) {
        Object key = variable(variable);
        if (key == null && plain(variable) instanceof MemberSelectTree select) {
          int field = facts.fieldAt(member, nameAt(select));
          key = field >= 0 ? field : null;
        }
        if (key != null) {
          left[0] = left[0].changed(key, null);
        }
      }

      private void called(ExpressionTree node) {
        int callee = facts.calledAt(member, nameAt(node));
        left[0] = left[0].touched(field -> facts.mayWrite(callee, field));
      }
    }.scan(code, null);
    return left[0];
  }
}

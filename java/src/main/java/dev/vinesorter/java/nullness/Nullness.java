package dev.vinesorter.java.nullness;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.VariableTree;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.SyntaxTree;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiPredicate;
import java.util.function.BooleanSupplier;
import java.util.function.IntPredicate;

/**
 * What can never be null in a code base, as far as it can be proven: fields that only ever get
 * objects, parameters that all callers pass objects for, methods that return objects only. Proofs
 * may lean on each other; such a circle holds, since a null would have to come in from outside it
 * first (a greatest fixpoint; Kildall 1973). In a library, what code outside can call, write and
 * override is not proven by the code inside. Libraries are not thought to call back while a method
 * of theirs runs.
 */
public final class Nullness {
  private static final int DEEPEST = 150;
  private static final int MOST_FLOWS = 2000;

  private final SourceView code;
  private final boolean library;
  private final Units units;
  private final References references;
  private final Map<Integer, SyntaxTree> trees = new HashMap<>();
  private final Map<FlowKey, NullFlow> flows = new HashMap<>();
  private final Map<Integer, Map<Integer, Integer>> fieldsAt = new HashMap<>();
  private final Map<Integer, Map<Integer, Integer>> calledAt = new HashMap<>();
  private final Map<Integer, Set<Integer>> writers = new HashMap<>();

  /** Questions that are answered, those that only lean on others, and those being asked. */
  private final Map<Object, Boolean> answers = new HashMap<>();

  private final Set<Object> provisional = new HashSet<>();
  private final Map<Object, Boolean> open = new HashMap<>();
  private boolean leanedWrongly;

  /**
   * @param library whether there is code outside that uses what is public
   */
  public Nullness(SourceView code, boolean library) {
    this.code = code;
    this.library = library;
    this.units = code.units();
    this.references = code.references();
  }

  // ---- questions

  /** Whether an expression of a member, between two chars, is an object whenever it is reached. */
  public boolean present(int user, int begin, int end) {
    return settled(
        () -> {
          NullFlow flow = flow(user);
          ExpressionTree found = flow == null ? null : flow.at(begin, end);
          return found != null && isObject(flow, found, flow.before(found));
        });
  }

  /** Whether a field of the object that calls, at a char of a member, is an object there. */
  public boolean fieldPresent(int user, int at, int field) {
    return settled(
        () -> {
          NullFlow flow = flow(user, field);
          ExpressionTree call = flow == null ? null : flow.callAt(at);
          return call != null && holds(known(flow, call, field));
        });
  }

  /** Whether a field is never seen without an object. */
  public boolean neverNull(int field) {
    return settled(() -> fieldNeverNull(field));
  }

  /** Whether a method surely fails, sooner or later, where null is passed for a parameter. */
  public boolean demands(int method, int index) {
    return settled(
        () -> {
          NullFlow flow = flow(method);
          return flow != null && demanded(method, index, flow.atEnd());
        });
  }

  /** Whether a method surely fails where a field of its object is null. */
  public boolean demandsField(int method, int field) {
    return settled(
        () -> {
          NullFlow flow = flow(method);
          return flow != null && atFirst(flow.atEnd(), field);
        });
  }

  /** What stands in for an answer while proofs lean on each other is given up if one fails. */
  private boolean settled(BooleanSupplier question) {
    while (true) {
      leanedWrongly = false;
      provisional.clear();
      boolean answer = question.getAsBoolean();
      if (!leanedWrongly) {
        provisional.forEach(one -> answers.put(one, true));
        return answer;
      }
    }
  }

  private boolean ask(Object question, BooleanSupplier proof) {
    Boolean known = answers.get(question);
    if (known != null || provisional.contains(question)) {
      return known == null || known;
    }
    if (open.containsKey(question)) {
      open.put(question, true);
      return true;
    }
    if (open.size() > DEEPEST) {
      return false;
    }
    open.put(question, false);
    boolean holds = proof.getAsBoolean();
    boolean leanedOn = open.remove(question);
    if (holds) {
      provisional.add(question);
    } else {
      answers.put(question, false);
      leanedWrongly |= leanedOn;
    }
    return holds;
  }

  private record FieldQuestion(int field) {}

  private record ReturnQuestion(int method) {}

  private record ValueQuestion(NullFlow flow, int begin) {}

  // ---- evidence

  private boolean holds(NullEvidence evidence) {
    if (evidence == null) {
      return false;
    }
    if (evidence instanceof NullEvidence.Seen) {
      return true;
    }
    if (evidence instanceof NullEvidence.Both both) {
      return holds(both.one()) && holds(both.other());
    }
    if (evidence instanceof NullEvidence.Either either) {
      return holds(either.one()) || holds(either.other());
    }
    if (evidence instanceof NullEvidence.Kept kept) {
      return holds(kept.before()) && ask(kept.field(), () -> onlyObjectsWritten(kept.field()));
    }
    if (evidence instanceof NullEvidence.Given given) {
      ValueQuestion question = new ValueQuestion(given.flow(), given.flow().begin(given.value()));
      return ask(question, () -> isObject(given.flow(), given.value(), given.state()));
    }
    if (evidence instanceof NullEvidence.Passed passed) {
      return ask(passed, () -> parameterNeverNull(passed.method(), passed.index()));
    }
    if (evidence instanceof NullEvidence.AtEntry entry) {
      return ask(entry, () -> presentAtEntry(entry.method(), entry.field()));
    }
    NullEvidence.Demanded demand = (NullEvidence.Demanded) evidence;
    return ask(demand, () -> alwaysDemanded(demand.method(), demand.index()));
  }

  private static NullEvidence known(NullFlow flow, ExpressionTree at, Object variable) {
    NullState state = flow.before(at);
    return state == null ? null : state.of(variable);
  }

  /** Whether an expression's value is an object where a state holds. */
  private boolean isObject(NullFlow flow, ExpressionTree node, NullState state) {
    ExpressionTree plain = NullFlow.plain(node);
    if (state == null) {
      return false;
    }
    if (plain instanceof TypeCastTree cast) {
      return isObject(flow, cast.getExpression(), flow.before(cast.getExpression()));
    }
    if (plain instanceof AssignmentTree assignment) {
      return isObject(flow, assignment.getExpression(), flow.before(assignment.getExpression()));
    }
    if (plain instanceof ConditionalExpressionTree either) {
      ExpressionTree one = either.getTrueExpression();
      ExpressionTree other = either.getFalseExpression();
      return isObject(flow, one, flow.before(one)) && isObject(flow, other, flow.before(other));
    }
    if (plain instanceof IdentifierTree || plain instanceof MemberSelectTree) {
      return isNamedObject(flow, plain, state);
    }
    if (plain instanceof MethodInvocationTree call) {
      int callee = calledAt(flow.member(), flow.nameAt(call));
      return isRequireNonNull(callee) || callee >= 0 && returnsNeverNull(callee);
    }
    return switch (plain.getKind()) {
      case NEW_CLASS, NEW_ARRAY, LAMBDA_EXPRESSION, MEMBER_REFERENCE, STRING_LITERAL, PLUS -> true;
      default -> false;
    };
  }

  private boolean isNamedObject(NullFlow flow, ExpressionTree plain, NullState state) {
    boolean self =
        plain instanceof IdentifierTree name
            ? name.getName().contentEquals("this")
            : ((MemberSelectTree) plain).getIdentifier().contentEquals("this")
                || ((MemberSelectTree) plain).getIdentifier().contentEquals("class");
    Object variable = flow.variable(plain);
    int field = fieldAt(flow.member(), flow.nameAt(plain));
    return self
        || variable != null && holds(state.of(variable))
        || field >= 0 && fieldNeverNull(field);
  }

  // ---- fields

  private boolean fieldNeverNull(int field) {
    return ask(
        new FieldQuestion(field),
        () ->
            isConstantOfEnum(field)
                || !units.has(field, Trait.FOREIGN)
                    && isGivenAtFirst(field)
                    && ask(field, () -> onlyObjectsWritten(field)));
  }

  private boolean isConstantOfEnum(int field) {
    return units.has(field, Trait.FIELD)
        && units.has(field, Trait.STATIC)
        && units.has(field, Trait.FINAL)
        && units.has(units.parent(field), Trait.ENUM)
        && units.simpleName(units.parent(field)).equals(units.type(field));
  }

  /** Whether a field has its first value before anybody can look at it. */
  private boolean isGivenAtFirst(int field) {
    Tree tree = declaration(field);
    if (!(tree instanceof VariableTree variable)
        || variable
            .getModifiers()
            .getFlags()
            .contains(javax.lang.model.element.Modifier.TRANSIENT)) {
      return false;
    }
    if (variable.getInitializer() != null || units.has(field, Trait.FINAL)) {
      return true;
    }
    boolean constructed = false;
    for (int one : units.children(units.parent(field))) {
      if (units.has(one, Trait.CONSTRUCTOR)) {
        NullFlow flow = flow(one);
        boolean delegates = false;
        for (int r = references.row(one); r < references.row(one + 1); r++) {
          delegates |=
              references.kind(r) == Kind.CALLS
                  && units.has(references.target(r), Trait.CONSTRUCTOR)
                  && units.parent(references.target(r)) == units.parent(field);
        }
        if (flow == null || !delegates && !givenBy(flow, field)) {
          return false;
        }
        constructed = true;
      }
    }
    return constructed && !units.has(field, Trait.STATIC);
  }

  private static boolean givenBy(NullFlow constructor, int field) {
    return constructor.atReturn() == null || constructor.atReturn().of(field) != null;
  }

  private boolean onlyObjectsWritten(int field) {
    Tree tree = declaration(field);
    if (!(tree instanceof VariableTree variable)
        || isOpen(field) && !units.has(field, Trait.FINAL)) {
      return false;
    }
    ExpressionTree initial = variable.getInitializer();
    if (initial != null) {
      NullFlow flow = flow(field);
      if (flow == null || !isObject(flow, initial, flow.before(initial))) {
        return false;
      }
    }
    boolean written = initial != null;
    for (int r : references.to(field)) {
      if (references.kind(r) == Kind.WRITES) {
        NullFlow flow = flow(references.from(r));
        AssignmentTree write = flow == null ? null : flow.writeAt(references.at(r));
        if (write == null || !writesObject(flow, write, field)) {
          return false;
        }
        written = true;
      }
    }
    return written;
  }

  /** Whether an object is written, or a constructor fails on null before anybody has the object. */
  private boolean writesObject(NullFlow flow, AssignmentTree write, int field) {
    ExpressionTree value = write.getExpression();
    if (isObject(flow, value, flow.before(value))) {
      return true;
    }
    Object variable = flow.variable(value);
    return variable instanceof String
        && units.has(flow.member(), Trait.CONSTRUCTOR)
        && units.parent(flow.member()) == units.parent(field)
        && atFirst(flow.atReturn(), variable);
  }

  private boolean atFirst(NullState state, Object variable) {
    return state != null && holds(state.of(new NullState.AtFirst(variable)));
  }

  // ---- methods

  private boolean returnsNeverNull(int method) {
    return ask(
        new ReturnQuestion(method),
        () -> {
          if (units.has(method, Trait.CONSTRUCTOR)) {
            return true;
          }
          MemberFamily family = MemberFamily.of(code, method);
          if (!family.local().isEmpty() || mayBeOverriddenOutside(method)) {
            return false;
          }
          for (int one : family.members()) {
            if (overrides(one, method) && !returnsObjects(one)) {
              return false;
            }
          }
          return true;
        });
  }

  /** Whether code outside can give a method another body: then what it returns is not known. */
  private boolean mayBeOverriddenOutside(int method) {
    return units.has(method, Trait.FOREIGN) || units.has(method, Trait.ABSTRACT) && isOpen(method);
  }

  /** Whether a member of a family may be what runs where another is called. */
  private boolean overrides(int one, int called) {
    return one == called || code.isSubtype(units.parent(one), units.parent(called));
  }

  private boolean returnsObjects(int method) {
    if (units.has(method, Trait.ABSTRACT)) {
      return true;
    }
    NullFlow flow = flow(method);
    if (flow == null) {
      return false;
    }
    for (ReturnTree one : flow.returns()) {
      ExpressionTree value = one.getExpression();
      if (value == null || !isObject(flow, value, flow.before(value))) {
        return false;
      }
    }
    return !flow.returns().isEmpty();
  }

  /** Whether code outside the code base can use a member. */
  private boolean isOpen(int member) {
    for (int at = member;
        units.level(at) == Level.MEMBER || units.level(at) == Level.TYPE;
        at = units.parent(at)) {
      boolean seen =
          units.has(at, Trait.PUBLIC)
              || units.has(at, Trait.PROTECTED)
              || units.has(at, Trait.IMPLICITLY_PUBLIC);
      if (!seen) {
        return false;
      }
    }
    return library;
  }

  private boolean parameterNeverNull(int method, int index) {
    String name = units.simpleName(method);
    boolean variable = name.endsWith("...)") && index >= MemberNames.parameters(name) - 1;
    if (variable || isOpen(method)) {
      return false;
    }
    Set<Integer> family = MemberFamily.of(code, method).members();
    return family.stream().noneMatch(one -> units.has(one, Trait.FOREIGN) || isOpen(one))
        && everyCall(
            family,
            -1,
            (flow, call) -> {
              List<? extends ExpressionTree> arguments = arguments(call);
              return index < arguments.size()
                  && isObject(flow, arguments.get(index), flow.before(arguments.get(index)));
            });
  }

  /**
   * Whether something holds of every call of some methods, of which there is one at least.
   *
   * @param field one to keep account of in the callers, or -1
   */
  private boolean everyCall(
      Set<Integer> methods, int field, BiPredicate<NullFlow, ExpressionTree> holds) {
    boolean called = false;
    for (int method : methods) {
      for (int r : references.to(method)) {
        if (isCall(r)) {
          NullFlow flow = flow(references.from(r), field);
          ExpressionTree call = flow == null ? null : flow.callAt(references.at(r));
          if (call == null || !holds.test(flow, call)) {
            return false;
          }
          called = true;
        }
      }
    }
    return called;
  }

  private boolean isCall(int r) {
    return references.kind(r) == Kind.CALLS || references.kind(r) == Kind.CREATES;
  }

  private static List<? extends ExpressionTree> arguments(ExpressionTree call) {
    return call instanceof MethodInvocationTree plain
        ? plain.getArguments()
        : call instanceof NewClassTree made ? made.getArguments() : List.of();
  }

  /** Whether all callers of a method have seen to a field of their common object. */
  private boolean presentAtEntry(int method, int field) {
    if (fieldNeverNull(field)) {
      return true;
    }
    if (!units.has(method, Trait.METHOD) || isOpen(method) || units.has(field, Trait.STATIC)) {
      return false;
    }
    MemberFamily family = MemberFamily.of(code, method);
    if (family.members().size() > 1 || !family.local().isEmpty()) {
      return false;
    }
    return everyCall(
        family.members(),
        field,
        (flow, call) ->
            call instanceof MethodInvocationTree plain
                && isOnThis(plain)
                && code.isSubtype(units.ancestor(flow.member(), Level.TYPE), units.parent(method))
                && holds(known(flow, call, field)));
  }

  private static boolean isOnThis(MethodInvocationTree call) {
    return call.getMethodSelect() instanceof IdentifierTree
        || call.getMethodSelect() instanceof MemberSelectTree select
            && select.getExpression() instanceof IdentifierTree self
            && self.getName().contentEquals("this");
  }

  private boolean alwaysDemanded(int method, int index) {
    MemberFamily family = MemberFamily.of(code, method);
    if (!family.local().isEmpty()) {
      return false;
    }
    for (int one : family.members()) {
      if (overrides(one, method) && (mayBeOverriddenOutside(one) || !demandedOrNone(one, index))) {
        return false;
      }
    }
    return true;
  }

  private boolean demandedOrNone(int method, int index) {
    NullFlow flow = flow(method);
    return units.has(method, Trait.ABSTRACT)
        || flow != null && demanded(method, index, flow.atReturn());
  }

  private boolean demanded(int method, int index, NullState end) {
    return declaration(method) instanceof MethodTree declared
        && index < declared.getParameters().size()
        && atFirst(end, declared.getParameters().get(index).getName().toString());
  }

  // ---- what flows ask

  /** The field named at a char of a member; -1 where it is something else. */
  int fieldAt(int member, int at) {
    return fields(member).getOrDefault(at, -1);
  }

  private Map<Integer, Integer> fields(int member) {
    return fieldsAt.computeIfAbsent(
        member,
        m ->
            targets(
                m,
                r ->
                    (references.kind(r) == Kind.READS || references.kind(r) == Kind.WRITES)
                        && units.has(references.target(r), Trait.FIELD)));
  }

  /** What is called at a char of a member; -1 where that is not known. */
  int calledAt(int member, int at) {
    return calledAt
        .computeIfAbsent(
            member,
            m -> targets(m, r -> isCall(r) && units.level(references.target(r)) == Level.MEMBER))
        .getOrDefault(at, -1);
  }

  /** What some of a member's references name, by where they stand. */
  private Map<Integer, Integer> targets(int member, IntPredicate wanted) {
    Map<Integer, Integer> found = new HashMap<>();
    for (int r = references.row(member); r < references.row(member + 1); r++) {
      if (wanted.test(r)) {
        found.put(references.at(r), references.target(r));
      }
    }
    return found;
  }

  /** Whether a call may end in code that writes a field; what is foreign is not thought to. */
  boolean mayWrite(int callee, int field) {
    return callee >= 0 && writers.computeIfAbsent(field, this::reaching).contains(callee);
  }

  /** The methods from which a write of a field can be reached, constructors' own left out. */
  private Set<Integer> reaching(int field) {
    Set<Integer> found = new HashSet<>();
    List<Integer> queue = new ArrayList<>();
    for (int r : references.to(field)) {
      int user = references.from(r);
      boolean making =
          units.has(user, Trait.CONSTRUCTOR) && units.parent(user) == units.parent(field);
      if (references.kind(r) == Kind.WRITES && !making && found.add(user)) {
        queue.add(user);
      }
    }
    for (int next = 0; next < queue.size(); next++) {
      int one = queue.get(next);
      for (int r : references.to(one)) {
        if (isCall(r) && found.add(references.from(r))) {
          queue.add(references.from(r));
        }
      }
      // Who calls what it overrides may come to it.
      for (int r = references.row(one); r < references.row(one + 1); r++) {
        if (references.kind(r) == Kind.OVERRIDES && found.add(references.target(r))) {
          queue.add(references.target(r));
        }
      }
    }
    return found;
  }

  boolean isRequireNonNull(int callee) {
    return callee >= 0
        && units.has(callee, Trait.FOREIGN)
        && units.name(callee).startsWith("java.util.Objects#requireNonNull(");
  }

  /** Whether a method's code can be looked at for what it fails on. */
  boolean mayDemand(int callee) {
    return callee >= 0 && !units.has(callee, Trait.FOREIGN);
  }

  // ---- sources

  private Tree declaration(int member) {
    int file = units.fileOf(member);
    if (file < 0 || units.has(member, Trait.FOREIGN) || units.nameAt(member) < 0) {
      return null;
    }
    return tree(file).member(units.nameAt(member), MemberNames.bare(units.simpleName(member)));
  }

  private SyntaxTree tree(int file) {
    return trees.computeIfAbsent(file, f -> SyntaxTree.of(code.text(f)));
  }

  private NullFlow flow(int member) {
    return flow(member, -1);
  }

  /**
   * Null where the member's code is not known, or too much has been looked at.
   *
   * @param field one to keep account of though the member does not name it, or -1
   */
  private NullFlow flow(int member, int field) {
    Map<Integer, Integer> named = fields(member);
    boolean more = field >= 0 && !named.containsValue(field);
    FlowKey key = new FlowKey(member, more ? field : -1);
    if (flows.containsKey(key) || flows.size() > MOST_FLOWS) {
      return flows.get(key);
    }
    NullFlow flow = null;
    try {
      Tree declared = declaration(member);
      if (declared != null) {
        Set<Integer> fields = new TreeSet<>(named.values());
        if (more) {
          fields.add(field);
        }
        flow = NullFlow.of(this, tree(units.fileOf(member)), member, declared, fields);
      }
    } catch (StackOverflowError e) {
      // An expression of thousands of operands; nothing is known of it then.
      flow = null;
    }
    flows.put(key, flow);
    return flow;
  }

  private record FlowKey(int member, int field) {}
}

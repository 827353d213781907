package dev.vinesorter.java.seam;

import com.sun.source.tree.AnnotatedTypeTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.CatchTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModifiersTree;
import com.sun.source.tree.NewArrayTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.ParameterizedTypeTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.ReturnTree;
import com.sun.source.tree.SynchronizedTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * Which declarations of a class can name a type above it instead. Each variable, parameter and
 * result that is declared with the class starts out as one that can; it keeps the class where its
 * value is used for more than the type above has, or goes to something that needs the class, and
 * what flows into one that keeps it keeps it, too (Tip, Kiezun and Bäumer 2003, on type constraints
 * for generalization).
 */
final class TypeChange {
  /** The type above: what it has, and what is above it in turn. */
  interface Above {
    /** Whether the type has what a method of the class is. */
    boolean has(ExecutableElement method);

    /** What the type's method gives that one of the class overrides with more; null for none. */
    default TypeMirror widerResult(ExecutableElement method) {
      return null;
    }

    /** Whether the type is written with the one that it stands in before it. */
    boolean isNested();

    /** Whether a value of the type can go where that type is declared. */
    boolean fits(TypeMirror target);
  }

  /** A declaration with the class as its type. */
  static final class Node {
    private final Element element;
    private final String file;
    private final int begin;
    private final int end;
    private final int wholeEnd;
    private final int nameAt;
    private int until;
    private final Set<Node> sources = new HashSet<>();
    private final List<Called> calls = new ArrayList<>();
    private boolean read;
    private String keeps;
    private String keepsIn;
    private int keepsAt;

    private Node(Element element, String file, int begin, int end, int wholeEnd, int nameAt) {
      this.element = element;
      this.file = file;
      this.begin = begin;
      this.end = end;
      this.wholeEnd = wholeEnd;
      this.nameAt = nameAt;
    }

    Element element() {
      return element;
    }

    String file() {
      return file;
    }

    /** The first char of the type's name; -1 where {@code var} stands for it. */
    int begin() {
      return begin;
    }

    int end() {
      return end;
    }

    /** The end of the type with its arguments. */
    int wholeEnd() {
      return wholeEnd;
    }

    /** The type that is declared. */
    TypeMirror type() {
      return element instanceof ExecutableElement method
          ? method.getReturnType()
          : element.asType();
    }

    /** Where the declaration stands, by its tree. */
    int nameAt() {
      return nameAt;
    }

    /** Where the value begins that says the type, where {@code var} stands for it. */
    int until() {
      return until;
    }

    /** Whether it can take the type above. */
    boolean changes() {
      return keeps == null;
    }

    /** Why not. */
    String keeps() {
      return keeps;
    }

    String keepsIn() {
      return keepsIn;
    }

    int keepsAt() {
      return keepsAt;
    }

    /** What is called on its value. */
    List<Called> calls() {
      return calls;
    }

    private void keep(String why, String where, int at) {
      if (keeps == null) {
        keeps = why;
        keepsIn = where;
        keepsAt = at;
      }
    }
  }

  /** A method that is called on a value, and where its name stands. */
  record Called(ExecutableElement method, String file, int at) {}

  private final Attributed all;
  private final TypeElement lower;
  private final Above above;
  private final boolean making;
  private final Map<Element, Node> nodes = new LinkedHashMap<>();

  /** Expressions that make an object of the class, where these are to give the type above. */
  private final List<Creation> creations = new ArrayList<>();

  /**
   * A place that makes an object.
   *
   * @param node what becomes of its value
   * @param tree the expression
   * @param constructor what it calls
   */
  record Creation(Node node, NewClassTree tree, ExecutableElement constructor) {}

  /**
   * Finds the declarations and what is done with them.
   *
   * @param files the files that name the class or what is declared with it
   * @param lower the class
   * @param making whether expressions that make an object come to give the type above, too
   * @param mayChange whether a declaration may be changed at all; else a reason why not
   */
  TypeChange(
      Attributed all,
      Map<String, LocatedTree> files,
      TypeElement lower,
      Above above,
      boolean making,
      MayChange mayChange) {
    this.all = all;
    this.lower = lower;
    this.above = above;
    this.making = making;
    files.forEach((path, tree) -> new Declarations(path, tree, mayChange).scan(tree.tree(), null));
    files.forEach((path, tree) -> new Uses(path, tree).scan(tree.tree(), null));
    files.forEach((path, tree) -> new Overrides(path).scan(tree.tree(), null));
    nodes.values().forEach(TypeChange::unread);
  }

  /** The places that make objects of the class, but for those of anonymous classes below it. */
  List<Creation> creations() {
    return creations;
  }

  /** The declarations that values of some places come to, and what has to be like these. */
  Set<Node> reached(List<Node> from) {
    Map<Node, List<Node>> targets = new HashMap<>();
    for (Node node : nodes.values()) {
      node.sources.forEach(
          source -> targets.computeIfAbsent(source, one -> new ArrayList<>()).add(node));
    }
    Set<Node> reached = new HashSet<>(from);
    Deque<Node> open = new ArrayDeque<>(from);
    while (!open.isEmpty()) {
      for (Node next : targets.getOrDefault(open.pop(), List.of())) {
        if (reached.add(next)) {
          open.push(next);
        }
      }
    }
    return reached;
  }

  /** What nobody here does anything with, others may; its type is no burden here. */
  private static void unread(Node node) {
    Set<Modifier> modifiers = node.element.getModifiers();
    boolean open = modifiers.contains(Modifier.PUBLIC) || modifiers.contains(Modifier.PROTECTED);
    if (node.element instanceof ExecutableElement && open && !node.read) {
      node.keep("nobody here reads what it gives", node.file, node.nameAt);
    }
  }

  /** Says why a declaration has to stay as it is; null where it need not. */
  interface MayChange {
    String whyNot(String file, int at, Element element);
  }

  /** Ties declarations that have to be alike, such as parameters of methods that override. */
  void tie(Node one, Node other) {
    one.sources.add(other);
    other.sources.add(one);
  }

  /** The declarations; after {@link #settle()} each knows whether it changes. */
  List<Node> nodes() {
    return List.copyOf(nodes.values());
  }

  Node of(Element element) {
    return nodes.get(element);
  }

  /** Lets what keeps the class hand that on. */
  void settle() {
    Deque<Node> open = new ArrayDeque<>(nodes.values().stream().filter(n -> !n.changes()).toList());
    while (!open.isEmpty()) {
      Node node = open.pop();
      for (Node source : node.sources) {
        if (source.changes()) {
          source.keep("its value goes where " + name() + " is needed", node.keepsIn, node.keepsAt);
          open.push(source);
        }
      }
    }
  }

  /** Keeps the class in a declaration, for a reason found elsewhere. */
  void keep(Node node, String why) {
    node.keep(why, node.file, node.nameAt);
  }

  private String name() {
    return lower.getSimpleName().toString();
  }

  private boolean isLower(TypeMirror type) {
    return type != null
        && type.getKind() == TypeKind.DECLARED
        && ((DeclaredType) type).asElement().equals(lower);
  }

  // ---- declarations

  private final class Declarations extends TreePathScanner<Void, Void> {
    private final String path;
    private final LocatedTree tree;
    private final MayChange mayChange;

    /** The declaration found last of each type that is written, by where that begins. */
    private final Map<Integer, Node> byType = new HashMap<>();

    Declarations(String path, LocatedTree tree, MayChange mayChange) {
      this.path = path;
      this.tree = tree;
      this.mayChange = mayChange;
    }

    @Override
    public Void visitVariable(VariableTree node, Void p) {
      Element element = all.element(getCurrentPath());
      if (element != null && isLower(element.asType())) {
        Node made = add(element, node.getType(), tree.begin(node));
        annotated(made, node.getModifiers());
        shape(made, element, node);
      }
      return super.visitVariable(node, p);
    }

    @Override
    public Void visitMethod(MethodTree node, Void p) {
      if (all.element(getCurrentPath()) instanceof ExecutableElement method
          && method.getKind() == ElementKind.METHOD
          && isLower(method.getReturnType())
          && tree.begin(node) >= 0) {
        Node made = add(method, node.getReturnType(), tree.begin(node));
        annotated(made, node.getModifiers());
      }
      return super.visitMethod(node, p);
    }

    /** An annotation of a type cannot stand before what is around that. */
    private void annotated(Node made, ModifiersTree modifiers) {
      if (!modifiers.getAnnotations().isEmpty() && above.isNested()) {
        made.keep("an annotation stands before its type", path, made.nameAt);
      }
    }

    private Node add(Element element, Tree type, int at) {
      Tree named = type;
      while (named instanceof AnnotatedTypeTree annotated) {
        named = annotated.getUnderlyingType();
      }
      int wholeEnd = named == null ? -1 : tree.end(named);
      if (named instanceof ParameterizedTypeTree generic) {
        named = generic.getType();
      }
      int begin = named == null ? -1 : tree.begin(named);
      int end = named == null ? -1 : tree.end(named);
      boolean written = begin >= 0 && end > begin && !tree.text().startsWith("var", begin);
      Node node = new Node(element, path, written ? begin : -1, end, wholeEnd, at);
      // Variables of one statement share their type.
      Node beside = written ? byType.put(begin, node) : null;
      if (beside != null) {
        tie(node, beside);
      }
      nodes.put(element, node);
      if (named instanceof AnnotatedTypeTree) {
        node.keep("an annotation stands in its type", path, at);
      }
      String why = mayChange.whyNot(path, at, element);
      if (why != null) {
        node.keep(why, path, at);
      }
      return node;
    }

    /** What a variable is may need the class. */
    private void shape(Node made, Element element, VariableTree node) {
      Tree parent = getCurrentPath().getParentPath().getLeaf();
      ElementKind kind = element.getKind();
      if (kind == ElementKind.BINDING_VARIABLE || parent instanceof CatchTree) {
        made.keep("it is a test of what a value is", path, tree.begin(node));
      } else if (parent instanceof LambdaExpressionTree) {
        made.until = tree.end(node);
      } else if (parent instanceof TryTree) {
        TypeElement closing = all.elements().getTypeElement("java.lang.AutoCloseable");
        if (closing == null || !above.fits(closing.asType())) {
          made.keep("it is closed by 'try'", path, tree.begin(node));
        }
      } else if (isOfRecord(element)) {
        made.keep("it is a part of a record", path, tree.begin(node));
      } else if (made.begin < 0) {
        inferred(made, node);
      }
    }

    private boolean isOfRecord(Element element) {
      Element around = element.getEnclosingElement();
      Element type = around instanceof ExecutableElement ? around.getEnclosingElement() : around;
      boolean record = type != null && type.getKind() == ElementKind.RECORD;
      boolean constructor = around.getKind() == ElementKind.CONSTRUCTOR;
      return record
          && (element.getKind() == ElementKind.FIELD || constructor)
          && !element.getModifiers().contains(Modifier.STATIC);
    }

    /** With {@code var}, the initializer says the type. */
    private void inferred(Node made, VariableTree node) {
      made.until = node.getInitializer() == null ? made.nameAt : tree.begin(node.getInitializer());
      boolean makes =
          making
              && node.getInitializer() instanceof NewClassTree object
              && object.getClassBody() == null;
      if (!makes
          && (node.getInitializer() == null
              || origin(new TreePath(getCurrentPath(), node.getInitializer())) == null)) {
        made.keep("its value says its type", path, tree.begin(node));
      }
    }
  }

  /** The element whose declaration says the type of an expression; null for none. */
  private Element origin(TreePath expression) {
    Tree leaf = expression.getLeaf();
    if (leaf instanceof ParenthesizedTree inner) {
      return origin(new TreePath(expression, inner.getExpression()));
    }
    boolean names =
        leaf instanceof IdentifierTree
            || leaf instanceof MemberSelectTree
            || leaf instanceof MethodInvocationTree;
    Element element = names ? all.element(expression) : null;
    boolean declares =
        element instanceof VariableElement variable && isLower(variable.asType())
            || element instanceof ExecutableElement method
                && leaf instanceof MethodInvocationTree
                && isLower(method.getReturnType());
    return declares ? element : null;
  }

  // ---- uses

  private final class Uses extends TreePathScanner<Void, Void> {
    private final String path;
    private final LocatedTree tree;

    Uses(String path, LocatedTree tree) {
      this.path = path;
      this.tree = tree;
    }

    @Override
    public Void visitIdentifier(IdentifierTree node, Void p) {
      use(getCurrentPath());
      return super.visitIdentifier(node, p);
    }

    @Override
    public Void visitMemberSelect(MemberSelectTree node, Void p) {
      use(getCurrentPath());
      return super.visitMemberSelect(node, p);
    }

    @Override
    public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
      use(getCurrentPath());
      return super.visitMethodInvocation(node, p);
    }

    @Override
    public Void visitNewClass(NewClassTree node, Void p) {
      boolean made =
          making
              && node.getClassBody() == null
              && node.getEnclosingExpression() == null
              && isLower(all.type(getCurrentPath()))
              && all.element(getCurrentPath()) instanceof ExecutableElement;
      // A constant of an enum is made without being written so.
      if (made && tree.text().startsWith("new", tree.begin(node))) {
        Element constructor = all.element(getCurrentPath());
        int begin = tree.begin(node);
        Node value = new Node(constructor, path, begin, tree.end(node), tree.end(node), begin);
        creations.add(new Creation(value, node, (ExecutableElement) constructor));
        context(value, getCurrentPath());
      }
      return super.visitNewClass(node, p);
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree node, Void p) {
      Node named = nodes.get(all.element(getCurrentPath()));
      if (named != null) {
        named.keep("it is handed on as a function", path, tree.begin(node));
      }
      return super.visitMemberReference(node, p);
    }

    private void use(TreePath expression) {
      Node node = nodes.get(origin(expression));
      if (node != null) {
        node.read |= !(expression.getParentPath().getLeaf() instanceof ExpressionStatementTree);
        context(node, expression);
      }
    }

    /** What is done with a value. */
    private void context(Node node, TreePath at) {
      TreePath up = at.getParentPath();
      Tree parent = up.getLeaf();
      Tree value = at.getLeaf();
      if (parent instanceof ParenthesizedTree
          || parent instanceof ConditionalExpressionTree choice && choice.getCondition() != value) {
        context(node, up);
      } else if (parent instanceof MemberSelectTree select) {
        member(node, up, select);
      } else if (parent instanceof MemberReferenceTree reference) {
        called(node, all.element(up), tree.end(reference) - reference.getName().length(), null);
      } else if (parent instanceof MethodInvocationTree call) {
        if (call.getMethodSelect() != value) {
          argument(node, call.getArguments().indexOf(value), up);
        }
      } else if (parent instanceof NewClassTree made) {
        argument(node, made.getArguments().indexOf(value), up);
      } else if (parent instanceof AssignmentTree assignment) {
        assigned(node, up, assignment, value);
      } else if (parent instanceof VariableTree variable && variable.getInitializer() == value) {
        declared(node, up);
      } else if (parent instanceof ReturnTree) {
        returned(node, up);
      } else if (parent instanceof LambdaExpressionTree lambda) {
        if (lambda.getBody() == value && !isVoid(up)) {
          keep(node, value);
        }
      } else if (parent instanceof NewArrayTree) {
        TypeMirror array = all.type(up);
        target(node, array instanceof ArrayType of ? of.getComponentType() : null, null, value);
      } else if (parent instanceof EnhancedForLoopTree loop && loop.getExpression() == value) {
        TypeElement iterable = all.elements().getTypeElement("java.lang.Iterable");
        target(node, iterable == null ? null : iterable.asType(), null, value);
        // The loop asks for it without saying so.
        for (ExecutableElement method :
            ElementFilter.methodsIn(all.elements().getAllMembers(lower))) {
          if (method.getSimpleName().contentEquals("iterator")
              && method.getParameters().isEmpty()
              && above.has(method)) {
            node.calls.add(new Called(method, path, tree.begin(loop)));
          }
        }
      } else if (!isIndifferent(parent, value)) {
        keep(node, value);
      }
    }

    private void keep(Node node, Tree value) {
      node.keep("it is used for more", path, tree.begin(value));
    }

    /** Whether something takes a value of any class alike. */
    private boolean isIndifferent(Tree parent, Tree value) {
      return parent instanceof ExpressionStatementTree
          || parent instanceof BinaryTree
          || parent instanceof TypeCastTree
          || parent instanceof InstanceOfTree
          || parent instanceof SynchronizedTree
          || parent instanceof com.sun.source.tree.CompoundAssignmentTree sum
              && sum.getExpression() == value
          || parent instanceof com.sun.source.tree.AssertTree;
    }

    private void member(Node node, TreePath up, MemberSelectTree select) {
      Element member = all.element(up);
      int at = tree.end(select) - select.getIdentifier().length();
      if (select.getIdentifier().contentEquals("getClass") && isGeneric(up.getParentPath())) {
        node.keep("what 'getClass' gives is a class of it", path, at);
      } else {
        called(node, member, at, up.getParentPath());
      }
    }

    /** Whether the type argument of what a call gives goes on from there (JLS 4.3.2). */
    private boolean isGeneric(TreePath call) {
      Tree parent = call.getParentPath().getLeaf();
      if (parent instanceof MemberSelectTree) {
        TypeMirror result = all.type(call.getParentPath().getParentPath());
        return result == null
            || result instanceof DeclaredType type && !type.getTypeArguments().isEmpty();
      }
      return !(parent instanceof BinaryTree || parent instanceof ExpressionStatementTree);
    }

    /**
     * Takes down what a value is asked for.
     *
     * @param call the path of the call; null where it is none
     */
    private void called(Node node, Element member, int at, TreePath call) {
      if (member instanceof ExecutableElement method
          && !member.getModifiers().contains(Modifier.STATIC)
          && (above.has(method) || isContentWithLess(method, call))) {
        node.calls.add(new Called(method, path, at));
      } else {
        String used = member == null ? "something" : "'" + member.getSimpleName() + "'";
        node.keep("it is asked for " + used, path, at);
      }
    }

    private boolean isContentWithLess(ExecutableElement method, TreePath call) {
      TypeMirror wide =
          call != null && call.getLeaf() instanceof MethodInvocationTree
              ? above.widerResult(method)
              : null;
      return wide != null && new WiderResult(all).isEnough(call, wide);
    }

    private void argument(Node node, int index, TreePath call) {
      if (!(all.element(call) instanceof ExecutableElement method) || index < 0) {
        node.keep("it is handed to something unknown", path, node.nameAt);
        return;
      }
      int last = method.getParameters().size() - 1;
      boolean varied = method.isVarArgs() && index >= last;
      VariableElement parameter = method.getParameters().get(Math.min(index, last));
      TypeMirror type = WantedTypes.of(all, call, method).get(Math.min(index, last));
      if (varied && type instanceof ArrayType array) {
        target(node, array.getComponentType(), null, null);
      } else {
        target(node, type, parameter, null);
      }
    }

    private void assigned(Node node, TreePath up, AssignmentTree assignment, Tree value) {
      if (assignment.getVariable() == value) {
        // The value of an assignment is that of its variable.
        context(node, up);
        return;
      }
      TreePath variable = new TreePath(up, assignment.getVariable());
      Element element = origin(variable);
      target(node, all.type(variable), element, value);
      if (!(up.getParentPath().getLeaf() instanceof ExpressionStatementTree) && element == null) {
        keep(node, value);
      }
    }

    private void declared(Node node, TreePath up) {
      Element element = all.element(up);
      target(node, element == null ? null : element.asType(), element, null);
      Node variable = nodes.get(element);
      if (variable != null && variable.begin < 0) {
        tie(node, variable);
      }
    }

    private void returned(Node node, TreePath up) {
      for (TreePath at = up; at != null; at = at.getParentPath()) {
        if (at.getLeaf() instanceof LambdaExpressionTree) {
          node.keep("a lambda gives it", path, tree.begin(up.getLeaf()));
          return;
        }
        if (at.getLeaf() instanceof MethodTree) {
          Element method = all.element(at);
          TypeMirror type =
              method instanceof ExecutableElement declared ? declared.getReturnType() : null;
          target(node, type, method, null);
          return;
        }
      }
    }

    private void target(Node node, TypeMirror type, Element element, Tree at) {
      Node other = element == null ? null : nodes.get(element);
      if (other != null) {
        other.sources.add(node);
      } else if (type == null || !above.fits(type)) {
        String name =
            type == null
                ? "something unknown"
                : type.toString().replaceAll("\\b(?:[a-z][\\w$]*\\.)+(?=\\p{Lu})", "");
        node.keep(
            "it goes where " + name + " is wanted",
            path,
            at == null ? currentPlace() : tree.begin(at));
      }
    }

    private int currentPlace() {
      return Math.max(0, tree.begin(getCurrentPath().getLeaf()));
    }

    private boolean isVoid(TreePath lambda) {
      ExecutableElement method = functional(all.type(lambda));
      return method != null && method.getReturnType().getKind() == TypeKind.VOID;
    }
  }

  /** The method that a function of a type stands for; null where that is not known. */
  private ExecutableElement functional(TypeMirror type) {
    if (!(type instanceof DeclaredType declared)
        || !(declared.asElement() instanceof TypeElement element)) {
      return null;
    }
    TypeElement object = all.elements().getTypeElement("java.lang.Object");
    for (ExecutableElement method :
        ElementFilter.methodsIn(all.elements().getAllMembers(element))) {
      boolean ofObject =
          ElementFilter.methodsIn(object.getEnclosedElements()).stream()
              .anyMatch(one -> all.elements().overrides(method, one, element));
      if (method.getModifiers().contains(Modifier.ABSTRACT) && !ofObject) {
        return method;
      }
    }
    return null;
  }

  // ---- methods that override, and that have others beside them

  private final class Overrides extends TreePathScanner<Void, Void> {
    private final String path;

    Overrides(String path) {
      this.path = path;
    }

    @Override
    public Void visitMethod(MethodTree node, Void p) {
      if (all.element(getCurrentPath()) instanceof ExecutableElement method) {
        beside(method);
        for (ExecutableElement other : overridden(method)) {
          alike(method, other);
        }
      }
      return super.visitMethod(node, p);
    }

    /** A function's parameters are those of the method that it stands for. */
    @Override
    public Void visitLambdaExpression(LambdaExpressionTree node, Void p) {
      ExecutableElement method = functional(all.type(getCurrentPath()));
      for (int n = 0; n < node.getParameters().size(); n++) {
        TreePath parameter = new TreePath(getCurrentPath(), node.getParameters().get(n));
        Node own = nodes.get(all.element(parameter));
        Node its = method == null ? null : nodes.get(method.getParameters().get(n));
        if (own != null && its != null) {
          tie(own, its);
        } else if (own != null) {
          own.keep("it is a parameter of a function", path, own.nameAt);
        } else if (its != null) {
          its.keep("a function stands for its method", its.file, its.nameAt);
        }
      }
      return super.visitLambdaExpression(node, p);
    }

    @Override
    public Void visitMemberReference(MemberReferenceTree node, Void p) {
      ExecutableElement method = functional(all.type(getCurrentPath()));
      for (VariableElement parameter :
          method == null ? List.<VariableElement>of() : method.getParameters()) {
        Node its = nodes.get(parameter);
        if (its != null) {
          its.keep("a function stands for its method", its.file, its.nameAt);
        }
      }
      return super.visitMemberReference(node, p);
    }

    /** Which of several methods of one name is called may hang on the type. */
    private void beside(ExecutableElement method) {
      List<Node> taking =
          method.getParameters().stream().map(nodes::get).filter(n -> n != null).toList();
      if (taking.isEmpty()) {
        return;
      }
      TypeElement owner = (TypeElement) method.getEnclosingElement();
      Predicate<ExecutableElement> same =
          other ->
              other != method
                  && other.getSimpleName().equals(method.getSimpleName())
                  && other.getParameters().size() == method.getParameters().size()
                  && !isApart(method, other)
                  && !all.elements().overrides(method, other, owner);
      boolean constructor = method.getKind() == ElementKind.CONSTRUCTOR;
      boolean several =
          constructor
              ? ElementFilter.constructorsIn(owner.getEnclosedElements()).stream().anyMatch(same)
              : ElementFilter.methodsIn(all.elements().getAllMembers(owner)).stream()
                  .anyMatch(same);
      if (several) {
        taking.forEach(
            node -> node.keep("another method of that name stands beside", path, node.nameAt));
      }
    }

    /**
     * Whether two methods of one name can never be meant by the same call: some parameter is the
     * class in one, and in the other a type that has nothing to do with it.
     */
    private boolean isApart(ExecutableElement method, ExecutableElement other) {
      for (int n = 0; n < method.getParameters().size(); n++) {
        TypeMirror type = all.types().erasure(other.getParameters().get(n).asType());
        TypeMirror own = all.types().erasure(lower.asType());
        boolean unrelated =
            nodes.containsKey(method.getParameters().get(n))
                && (type.getKind().isPrimitive()
                    || type.getKind() == TypeKind.ARRAY
                    || type.getKind() == TypeKind.DECLARED
                        && !all.types().isSubtype(own, type)
                        && !all.types().isSubtype(type, own)
                        && !above.fits(type));
        if (unrelated) {
          return true;
        }
      }
      return false;
    }

    private void alike(ExecutableElement method, ExecutableElement other) {
      for (int n = 0; n < method.getParameters().size(); n++) {
        Node own = nodes.get(method.getParameters().get(n));
        Node overridden = nodes.get(other.getParameters().get(n));
        if (own != null && overridden != null) {
          tie(own, overridden);
        } else if (own != null) {
          own.keep("a method above has the same parameter", path, own.nameAt);
        } else if (overridden != null) {
          overridden.keep("a method below has another parameter", path, overridden.nameAt);
        }
      }
      Node gives = nodes.get(method);
      Node given = nodes.get(other);
      if (gives != null && given != null) {
        given.sources.add(gives);
      } else if (gives != null && !above.fits(other.getReturnType())) {
        gives.keep("a method above gives " + name(), path, gives.nameAt);
      }
    }

    private List<ExecutableElement> overridden(ExecutableElement method) {
      List<ExecutableElement> found = new ArrayList<>();
      if (method.getKind() != ElementKind.METHOD
          || !(method.getEnclosingElement() instanceof TypeElement owner)) {
        return found;
      }
      Deque<TypeMirror> open = new ArrayDeque<>(all.types().directSupertypes(owner.asType()));
      Set<Element> seen = new HashSet<>();
      while (!open.isEmpty()) {
        if (open.pop() instanceof DeclaredType type
            && type.asElement() instanceof TypeElement above
            && seen.add(above)) {
          for (ExecutableElement other : ElementFilter.methodsIn(above.getEnclosedElements())) {
            if (other.getSimpleName().equals(method.getSimpleName())
                && all.elements().overrides(method, other, owner)) {
              found.add(other);
            }
          }
          open.addAll(all.types().directSupertypes(type));
        }
      }
      return found;
    }
  }
}

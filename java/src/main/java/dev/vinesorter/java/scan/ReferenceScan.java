package dev.vinesorter.java.scan;

import com.sun.source.tree.AnnotatedTypeTree;
import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.ArrayTypeTree;
import com.sun.source.tree.AssertTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BinaryTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.CatchTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.CompoundAssignmentTree;
import com.sun.source.tree.ConditionalExpressionTree;
import com.sun.source.tree.DoWhileLoopTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.ForLoopTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.IfTree;
import com.sun.source.tree.ImportTree;
import com.sun.source.tree.LambdaExpressionTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.ModuleTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.PackageTree;
import com.sun.source.tree.ParameterizedTypeTree;
import com.sun.source.tree.ParenthesizedTree;
import com.sun.source.tree.SwitchExpressionTree;
import com.sun.source.tree.SwitchTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TryTree;
import com.sun.source.tree.UnaryTree;
import com.sun.source.tree.VariableTree;
import com.sun.source.tree.WhileLoopTree;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreeScanner;
import com.sun.source.util.Trees;
import dev.vinesorter.core.model.Decision;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.NestingKind;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.IntersectionType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.WildcardType;

/**
 * Collects every reference that one attributed source makes, and counts decisions on the way. A
 * reference stands at the token that names it; types that are not written (of {@code var}, of a
 * lambda's parameter or its interface) stand at the token that brings them in.
 *
 * <p>Trees that the compiler added itself have no token that reads like them, which is how they are
 * told from those that somebody wrote.
 */
public final class ReferenceScan extends TreeScanner<Void, Void> {
  private final UnitIndex index;
  private final SurveyBuilder builder;
  private final Trees trees;
  private final SourcePositions positions;
  private final Overriding overriding;
  private final TiedMethods tied;

  /** The classes whose bodies are being read, the innermost first. */
  private final Deque<Element> classes = new ArrayDeque<>();

  private final UnitScan units;
  private final CompilationUnitTree source;
  private final TreePath root;
  private final JavaTokens tokens;

  private final DecisionScan decisions;

  /** The unit whose code is being read. */
  private int user;

  /** What a type named now is named for. */
  private Kind typeKind = Kind.REFERS;

  /** How a field named now is used; both bits for {@code x += 1}. */
  private int access = READ;

  private static final int READ = 1;
  private static final int WRITE = 2;

  public ReferenceScan(UnitIndex index, Trees trees, Overriding overriding, UnitScan units) {
    this.index = index;
    this.tied = overriding.tied();
    this.builder = index.builder();
    this.trees = trees;
    this.positions = trees.getSourcePositions();
    this.overriding = overriding;
    this.units = units;
    this.source = units.tree();
    this.root = new TreePath(source);
    this.tokens = units.file().tokens();
    this.user = units.fileUnit();
    this.decisions = new DecisionScan(source, positions);
  }

  public void run() {
    scan(source, null);
  }

  // ---- declarations

  @Override
  public Void visitPackage(PackageTree node, Void p) {
    return scan(node.getAnnotations(), p);
  }

  @Override
  public Void visitModule(ModuleTree node, Void p) {
    return null;
  }

  @Override
  public Void visitImport(ImportTree node, Void p) {
    if (!(node.getQualifiedIdentifier() instanceof MemberSelectTree name)) {
      return null;
    }
    Element element = element(name);
    if (node.isStatic()) {
      qualifier(name.getExpression(), Kind.IMPORTS);
    } else if (name.getIdentifier().contentEquals("*")) {
      Element around = element(name.getExpression());
      if (around != null && around.getKind() == ElementKind.PACKAGE) {
        reference(around, Kind.IMPORTS, lastToken(name.getExpression()), false);
      } else {
        qualifier(name.getExpression(), Kind.IMPORTS);
      }
    } else if (element != null && isType(element)) {
      qualifier(name, Kind.IMPORTS);
    } else {
      unresolved(name.getIdentifier().toString(), lastToken(name));
    }
    return null;
  }

  /**
   * Records a type named with its qualifiers: the last for {@code kind}, those around it in
   * passing.
   */
  private void qualifier(Tree tree, Kind kind) {
    Tree at = tree;
    Kind now = kind;
    while (at instanceof MemberSelectTree select) {
      Element element = element(select);
      if (element == null || !isType(element)) {
        return;
      }
      if (element.asType().getKind() == TypeKind.ERROR) {
        unresolved(select.getIdentifier().toString(), lastToken(select));
      } else {
        reference(element, now, lastToken(select), false);
      }
      now = Kind.THROUGH;
      at = select.getExpression();
    }
  }

  @Override
  public Void visitClass(ClassTree node, Void p) {
    int declared = units.declaredBy(node);
    int around = user;
    if (declared >= 0) {
      user = declared;
      Element element = element(node);
      int nameAt = builder.nameAt(declared);
      if (element != null && isInner(element) && nameAt >= 0) {
        outerInstance(element.getEnclosingElement(), tokens.from(nameAt));
      }
    }
    scan(node.getModifiers(), p);
    scan(node.getTypeParameters(), p);
    boolean isInterface =
        node.getKind() == Tree.Kind.INTERFACE || node.getKind() == Tree.Kind.ANNOTATION_TYPE;
    as(Kind.EXTENDS, node.getExtendsClause());
    for (Tree type : node.getImplementsClause()) {
      as(isInterface ? Kind.EXTENDS : Kind.IMPLEMENTS, type);
    }
    scan(node.getPermitsClause(), p);
    for (Tree member : node.getMembers()) {
      if (declared >= 0 && member instanceof MethodTree method && isAdded(method)) {
        implicitSuper(method, builder.nameAt(declared));
      }
    }
    members(node);
    user = around;
    return null;
  }

  private void members(ClassTree body) {
    Element type = element(body);
    if (type != null) {
      classes.push(type);
    }
    scan(body.getMembers(), null);
    if (type != null) {
      classes.pop();
    }
  }

  /** Whether a constructor is the default one, which nobody wrote. */
  private boolean isAdded(MethodTree method) {
    return method.getName().contentEquals("<init>") && units.declaredBy(method) < 0;
  }

  /** The call of a superclass constructor that nobody wrote stands at the name of what makes it. */
  private void implicitSuper(MethodTree method, int at) {
    if (at < 0 || method.getBody() == null || method.getBody().getStatements().isEmpty()) {
      return;
    }
    if (method.getBody().getStatements().get(0) instanceof ExpressionStatementTree statement
        && statement.getExpression() instanceof MethodInvocationTree call
        && call.getMethodSelect() instanceof IdentifierTree name
        && name.getName().contentEquals("super")
        && !tokens.is(tokens.from(begin(name)), "super")) {
      Element constructor = element(name);
      int target = constructor == null ? UnitIndex.NONE : index.of(constructor);
      if (target >= 0 && !Trait.FOREIGN.in(builder.traits(target))) {
        builder.reference(user, target, Kind.CALLS, at, tokens.end(tokens.from(at)), true);
      }
    }
  }

  /** Scans a written type, its outermost name standing for {@code kind}. */
  private void as(Kind kind, Tree type) {
    Kind around = typeKind;
    typeKind = kind;
    scan(type, null);
    typeKind = around;
  }

  @Override
  public Void visitParameterizedType(ParameterizedTypeTree node, Void p) {
    scan(node.getType(), p);
    Kind around = typeKind;
    typeKind = Kind.REFERS;
    scan(node.getTypeArguments(), p);
    typeKind = around;
    return null;
  }

  @Override
  public Void visitMethod(MethodTree node, Void p) {
    int declared = units.declaredBy(node);
    Element element = trees.getElement(new TreePath(root, node));
    int around = user;
    if (declared >= 0) {
      user = declared;
      if (element instanceof ExecutableElement method) {
        overrides(method, builder.nameAt(declared));
        if (method.getKind() == ElementKind.CONSTRUCTOR) {
          implicitSuper(node, builder.nameAt(declared));
        }
      }
    } else if (!builder.isMember(user) || nameToken(node) < 0) {
      return null;
    } else if (element instanceof ExecutableElement method) {
      overrides(method, nameToken(node));
    }
    scan(node.getModifiers(), p);
    scan(node.getReturnType(), p);
    scan(node.getTypeParameters(), p);
    scan(node.getReceiverParameter(), p);
    scan(node.getParameters(), p);
    for (ExpressionTree thrown : node.getThrows()) {
      as(Kind.THROWS, thrown);
    }
    scan(node.getDefaultValue(), p);
    scan(node.getBody(), p);
    user = around;
    return null;
  }

  /** Where a method of a local class is named; -1 if the compiler added it. */
  private int nameToken(MethodTree node) {
    int begin = begin(node);
    int limit = node.getBody() == null ? end(node) : begin(node.getBody());
    String name = node.getName().toString();
    if (name.equals("<init>")) {
      return tokens.isWord(tokens.from(begin)) || !node.getModifiers().getAnnotations().isEmpty()
          ? constructorName(node, begin, limit)
          : -1;
    }
    for (int token = tokens.from(begin);
        token < tokens.size() && tokens.begin(token) < limit;
        token++) {
      if (tokens.isWord(token, name) && tokens.is(token + 1, "(")) {
        return tokens.begin(token);
      }
    }
    return -1;
  }

  /** A constructor that was written has its body's brace inside its own span, behind its name. */
  private int constructorName(MethodTree node, int begin, int limit) {
    for (int token = tokens.from(begin);
        token < tokens.size() && tokens.begin(token) < limit;
        token++) {
      if (tokens.isWord(token) && (tokens.is(token + 1, "(") || tokens.is(token + 1, "{"))) {
        boolean isNew = tokens.is(token - 1, "new") || tokens.is(token - 1, "@");
        return isNew || node.getBody() == null || begin(node.getBody()) <= begin
            ? -1
            : tokens.begin(token);
      }
    }
    return -1;
  }

  private void overrides(ExecutableElement method, int at) {
    for (ExecutableElement overridden : overriding.of(method)) {
      int target = index.of(overridden);
      if (target >= 0 && at >= 0) {
        builder.reference(user, target, Kind.OVERRIDES, at, tokens.end(tokens.from(at)), true);
      }
    }
  }

  @Override
  public Void visitBlock(BlockTree node, Void p) {
    int declared = units.declaredBy(node);
    int around = user;
    if (declared >= 0) {
      user = declared;
    }
    decisions.of(node).forEach(this::made);
    super.visitBlock(node, p);
    user = around;
    return null;
  }

  @Override
  public Void visitVariable(VariableTree node, Void p) {
    int declared = units.declaredBy(node);
    int around = user;
    if (declared >= 0) {
      user = declared;
    }
    scan(node.getModifiers(), p);
    Element element = trees.getElement(new TreePath(root, node));
    if (element != null && element.getKind() == ElementKind.ENUM_CONSTANT) {
      if (node.getInitializer() instanceof NewClassTree creation) {
        scan(creation.getArguments(), p);
        scan(creation.getClassBody(), p);
      }
    } else {
      int typeAt = node.getType() == null ? -1 : begin(node.getType());
      if (typeAt < 0 || isImplicit(node, typeAt)) {
        if (element != null) {
          implicit(element.asType(), implicitToken(node));
        }
      } else {
        scan(node.getType(), p);
      }
      scan(node.getNameExpression(), p);
      scan(node.getInitializer(), p);
    }
    user = around;
    return null;
  }

  /** A lambda's parameter without a type has one that begins at the parameter's own name. */
  private boolean isImplicit(VariableTree node, int typeAt) {
    int token = tokens.from(typeAt);
    return token < tokens.size()
        && tokens.begin(token) == typeAt
        && tokens.isWord(token, node.getName().toString())
        && (tokens.is(token + 1, "->") || tokens.is(token + 1, ",") || tokens.is(token + 1, ")"));
  }

  private int implicitToken(VariableTree node) {
    int begin = begin(node);
    int end = end(node.getModifiers());
    return tokens.from(end > begin ? end : begin);
  }

  // ---- names

  @Override
  public Void visitIdentifier(IdentifierTree node, Void p) {
    String name = node.getName().toString();
    int begin = begin(node);
    int token = begin < 0 ? -1 : tokens.from(begin);
    if (token < 0 || !tokens.isWord(token, name) || tokens.begin(token) != begin) {
      return null;
    }
    Element element = element(node);
    if (isUnknown(element)) {
      if (!name.equals("super") && !name.equals("this")) {
        unresolved(name, token);
      }
      return null;
    }
    named(TiedMethods.mayBe(element) ? tied.of(element, around(element)) : element, token, true);
    return null;
  }

  /** The type of the class around in which a method named by itself was found, or null. */
  private TypeMirror around(Element method) {
    if (method.getEnclosingElement() instanceof TypeElement owner) {
      for (Element type : classes) {
        if (overriding.isBelow(type.asType(), owner.asType())) {
          return type.asType();
        }
      }
    }
    return null;
  }

  @Override
  public Void visitMemberSelect(MemberSelectTree node, Void p) {
    int token = lastToken(node);
    String name = node.getIdentifier().toString();
    ExpressionTree qualifier = node.getExpression();
    if (token < 0) {
      return null;
    }
    if (name.equals("class")) {
      return scan(qualifier, p);
    }
    if (name.equals("this") || name.equals("super")) {
      qualifier(qualifier, Kind.THROUGH);
      if (qualifier instanceof IdentifierTree && element(qualifier) != null) {
        reference(element(qualifier), Kind.THROUGH, lastToken(qualifier), false);
      }
      return null;
    }
    Element element = element(node);
    Element around = element(qualifier);
    boolean typeNamed = around != null && isType(around) && isWritten(qualifier);
    if (isUnknown(element)) {
      TypeMirror receiver = typeOf(qualifier);
      if (receiver == null || receiver.getKind() != TypeKind.ERROR) {
        unresolved(name, token);
      }
      return typeNamed ? typeQualifier(qualifier, null) : expression(qualifier);
    }
    if (!tokens.isWord(token, name)) {
      return expression(qualifier);
    }
    if (typeNamed) {
      TypeElement declarer = declarer(element);
      named(element, token, declarer != null && declarer != around);
      return typeQualifier(qualifier, declarer);
    }
    Element member = TiedMethods.mayBe(element) ? tied.of(element, typeOf(qualifier)) : element;
    named(member, token, reachedIndirectly(member, qualifier, token));
    return expression(qualifier);
  }

  /**
   * Scans what stands before a dot as an expression: whatever is done to the member, it is read.
   */
  private Void expression(Tree qualifier) {
    int around = access;
    Kind kind = typeKind;
    access = READ;
    typeKind = Kind.REFERS;
    scan(qualifier, null);
    access = around;
    typeKind = kind;
    return null;
  }

  /** A type named before a dot: in passing when it declares what follows, else a use of its own. */
  private Void typeQualifier(ExpressionTree qualifier, TypeElement declarer) {
    Element type = element(qualifier);
    as(declarer == type ? Kind.THROUGH : Kind.REFERS, qualifier);
    return null;
  }

  private static TypeElement declarer(Element element) {
    return element.getEnclosingElement() instanceof TypeElement type ? type : null;
  }

  /**
   * Whether a member's declaring type need not be accessible, because the receiver is of another
   * type; that type is then recorded as what the member was reached through.
   */
  private boolean reachedIndirectly(Element member, ExpressionTree receiver, int token) {
    if (receiver instanceof IdentifierTree id
        && (id.getName().contentEquals("this") || id.getName().contentEquals("super"))) {
      return true;
    }
    if (receiver instanceof MemberSelectTree select
        && (select.getIdentifier().contentEquals("this")
            || select.getIdentifier().contentEquals("super"))) {
      return true;
    }
    TypeMirror type = typeOf(receiver);
    if (type instanceof DeclaredType declared && declared.getKind() == TypeKind.DECLARED) {
      Element through = declared.asElement();
      if (through == member.getEnclosingElement()) {
        return false;
      }
      reference(through, isCast(receiver) ? Kind.REFERS : Kind.THROUGH, token, false);
    }
    return true;
  }

  /** Whether the compiler casts an expression, since its declared type is a type parameter. */
  private boolean isCast(ExpressionTree receiver) {
    ExpressionTree bare = receiver;
    while (bare instanceof ParenthesizedTree parenthesized) {
      bare = parenthesized.getExpression();
    }
    Element source =
        element(bare instanceof MethodInvocationTree call ? call.getMethodSelect() : bare);
    if (source instanceof ExecutableElement method) {
      return method.getReturnType().getKind() == TypeKind.TYPEVAR;
    }
    return source != null
        && source.getKind() == ElementKind.FIELD
        && source.asType().getKind() == TypeKind.TYPEVAR;
  }

  /** Records the use of an element named by a token. */
  private void named(Element element, int token, boolean indirect) {
    switch (element.getKind()) {
      case CLASS, INTERFACE, ENUM, RECORD, ANNOTATION_TYPE ->
          reference(element, typeKind, token, indirect);
      case METHOD, CONSTRUCTOR -> reference(element, Kind.CALLS, token, indirect);
      case FIELD, ENUM_CONSTANT -> {
        if ((access & READ) != 0) {
          reference(element, Kind.READS, token, indirect);
        }
        if ((access & WRITE) != 0) {
          reference(element, Kind.WRITES, token, indirect);
        }
      }
      default -> {
        // Locals, parameters, type parameters and packages are no units.
      }
    }
  }

  @Override
  public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
    scan(node.getTypeArguments(), p);
    expression(node.getMethodSelect());
    scan(node.getArguments(), p);
    if (element(node.getMethodSelect()) instanceof ExecutableElement method) {
      int token = lastToken(node.getMethodSelect());
      variableArguments(method, node.getArguments(), token);
    }
    return null;
  }

  /** A call with loose arguments makes an array of their declared type. */
  private void variableArguments(
      ExecutableElement method, List<? extends ExpressionTree> arguments, int token) {
    int last = method.getParameters().size() - 1;
    if (method.isVarArgs()
        && method.getParameters().get(last).asType() instanceof ArrayType array
        && array.getComponentType() instanceof DeclaredType component) {
      TypeMirror only = arguments.size() == last + 1 ? typeOf(arguments.get(last)) : null;
      boolean passedWhole =
          only != null && (only.getKind() == TypeKind.ARRAY || only.getKind() == TypeKind.NULL);
      if (!passedWhole && component.getKind() == TypeKind.DECLARED) {
        reference(component.asElement(), Kind.REFERS, token, false);
      }
    }
  }

  @Override
  public Void visitMemberReference(MemberReferenceTree node, Void p) {
    Element element = element(node);
    ExpressionTree qualifier = node.getQualifierExpression();
    int token = lastToken(node);
    Element around = element(qualifier);
    boolean typeNamed = around != null && isType(around) && isWritten(qualifier);
    boolean indirect = true;
    if (isUnknown(element)) {
      unresolved(node.getName().toString(), token);
    } else {
      element = tied.of(element, typeOf(qualifier));
      indirect =
          typeNamed ? declarer(element) != around : reachedIndirectly(element, qualifier, token);
      reference(
          element,
          element.getKind() == ElementKind.CONSTRUCTOR ? Kind.CREATES : Kind.CALLS,
          token,
          indirect);
    }
    if (typeNamed) {
      as(indirect ? Kind.REFERS : Kind.THROUGH, qualifier);
    } else {
      expression(qualifier);
    }
    scan(node.getTypeArguments(), p);
    implicit(functionalInterface(node), tokens.before(tokens.begin(token)));
    return null;
  }

  @Override
  public Void visitLambdaExpression(LambdaExpressionTree node, Void p) {
    int body = begin(node.getBody());
    if (body >= 0) {
      implicit(functionalInterface(node), arrowBefore(body));
    }
    return super.visitLambdaExpression(node, p);
  }

  private int arrowBefore(int body) {
    int token = tokens.before(body);
    while (token > 0 && !tokens.is(token, "->")) {
      token--;
    }
    return token;
  }

  /** The erased target type of a lambda or method reference. */
  private TypeMirror functionalInterface(ExpressionTree node) {
    TypeMirror type = typeOf(node);
    return type == null || type.getKind() == TypeKind.ERROR ? null : type;
  }

  @Override
  public Void visitNewClass(NewClassTree node, Void p) {
    scan(node.getEnclosingExpression(), p);
    scan(node.getTypeArguments(), p);
    created(node);
    scan(node.getArguments(), p);
    ClassTree body = node.getClassBody();
    if (body != null) {
      scan(body.getModifiers(), p);
      members(body);
    }
    return null;
  }

  private void created(NewClassTree node) {
    Tree written = node.getIdentifier();
    Tree name = written;
    while (!(name instanceof IdentifierTree || name instanceof MemberSelectTree)) {
      if (name instanceof ParameterizedTypeTree generic) {
        scan(generic.getTypeArguments(), null);
        name = generic.getType();
      } else if (name instanceof AnnotatedTypeTree annotated) {
        scan(annotated.getAnnotations(), null);
        name = annotated.getUnderlyingType();
      } else {
        return;
      }
    }
    int token = lastToken(name);
    Element type = element(name);
    if (isUnknown(type)) {
      scan(name, null);
      return;
    }
    if (name instanceof MemberSelectTree select && isWritten(select.getExpression())) {
      Element outer = element(select.getExpression());
      if (outer != null && isType(outer)) {
        typeQualifier(select.getExpression(), declarer(type));
      }
    }
    ExecutableElement constructor = constructor(node);
    if (constructor != null) {
      variableArguments(constructor, node.getArguments(), token);
    }
    if (node.getClassBody() != null) {
      reference(
          type,
          type.getKind() == ElementKind.INTERFACE ? Kind.IMPLEMENTS : Kind.EXTENDS,
          token,
          false);
      if (constructor != null && constructor.getEnclosingElement() == type) {
        reference(constructor, Kind.CREATES, token, false);
      }
    } else {
      reference(constructor == null ? type : constructor, Kind.CREATES, token, false);
    }
    if (constructor != null && index.of(constructor) == index.of(type)) {
      return;
    }
    reference(type, Kind.THROUGH, token, false);
  }

  /** The constructor that runs; for an anonymous class that of its superclass. */
  private ExecutableElement constructor(NewClassTree node) {
    if (node.getClassBody() == null) {
      return element(node) instanceof ExecutableElement e ? e : null;
    }
    for (Tree member : node.getClassBody().getMembers()) {
      if (member instanceof MethodTree method
          && method.getName().contentEquals("<init>")
          && method.getBody() != null
          && !method.getBody().getStatements().isEmpty()
          && method.getBody().getStatements().get(0) instanceof ExpressionStatementTree statement
          && statement.getExpression() instanceof MethodInvocationTree call) {
        return element(call.getMethodSelect()) instanceof ExecutableElement e ? e : null;
      }
    }
    return null;
  }

  @Override
  public Void visitAnnotation(AnnotationTree node, Void p) {
    as(Kind.ANNOTATES, node.getAnnotationType());
    for (ExpressionTree argument : node.getArguments()) {
      if (argument instanceof AssignmentTree pair) {
        if (pair.getVariable() instanceof IdentifierTree name) {
          int begin = begin(name);
          int token = begin < 0 ? -1 : tokens.from(begin);
          Element element = element(name);
          if (token >= 0
              && tokens.is(token + 1, "=")
              && element != null
              && tokens.isWord(token, name.getName().toString())) {
            reference(element, Kind.ANNOTATES, token, true);
          }
        }
        scan(pair.getExpression(), p);
      } else {
        scan(argument, p);
      }
    }
    return null;
  }

  @Override
  public Void visitArrayType(ArrayTypeTree node, Void p) {
    return scan(node.getType(), p);
  }

  // ---- reads and writes

  @Override
  public Void visitAssignment(AssignmentTree node, Void p) {
    accessed(node.getVariable(), WRITE);
    return scan(node.getExpression(), p);
  }

  @Override
  public Void visitCompoundAssignment(CompoundAssignmentTree node, Void p) {
    accessed(node.getVariable(), READ | WRITE);
    return scan(node.getExpression(), p);
  }

  @Override
  public Void visitUnary(UnaryTree node, Void p) {
    switch (node.getKind()) {
      case PREFIX_INCREMENT, PREFIX_DECREMENT, POSTFIX_INCREMENT, POSTFIX_DECREMENT ->
          accessed(node.getExpression(), READ | WRITE);
      default -> scan(node.getExpression(), p);
    }
    return null;
  }

  private void accessed(ExpressionTree variable, int how) {
    ExpressionTree bare = variable;
    while (bare instanceof ParenthesizedTree parenthesized) {
      bare = parenthesized.getExpression();
    }
    int around = access;
    if (bare instanceof IdentifierTree || bare instanceof MemberSelectTree) {
      access = how;
    }
    scan(bare, null);
    access = around;
  }

  // ---- statements that call what they do not name, and decisions

  @Override
  public Void visitEnhancedForLoop(EnhancedForLoopTree node, Void p) {
    decision();
    if (typeOf(node.getExpression()) instanceof DeclaredType iterable) {
      ExecutableElement iterator = overriding.method(iterable, "iterator");
      if (iterator != null) {
        reference(iterator, Kind.CALLS, tokens.from(begin(node)), true);
      }
    }
    return super.visitEnhancedForLoop(node, p);
  }

  @Override
  public Void visitTry(TryTree node, Void p) {
    for (Tree resource : node.getResources()) {
      TypeMirror type = typeOf(resource);
      if (type instanceof DeclaredType declared) {
        ExecutableElement close = overriding.method(declared, "close");
        if (close != null) {
          reference(close, Kind.CALLS, tokens.from(begin(resource)), true);
        }
      }
    }
    return super.visitTry(node, p);
  }

  /**
   * Whether assertions run is asked of the outermost class (JLS 14.10), so a nested one needs it.
   */
  @Override
  public Void visitAssert(AssertTree node, Void p) {
    int top = user;
    for (int at = user; at >= 0 && at != units.fileUnit(); at = builder.parent(at)) {
      top = at;
    }
    int token = tokens.from(begin(node));
    builder.reference(user, top, Kind.REFERS, tokens.begin(token), tokens.end(token), true);
    return super.visitAssert(node, p);
  }

  @Override
  public Void visitIf(IfTree node, Void p) {
    decision();
    made(decisions.of(node));
    return super.visitIf(node, p);
  }

  @Override
  public Void visitSwitch(SwitchTree node, Void p) {
    made(decisions.of(node, node.getExpression(), node.getCases()));
    return super.visitSwitch(node, p);
  }

  @Override
  public Void visitSwitchExpression(SwitchExpressionTree node, Void p) {
    made(decisions.of(node, node.getExpression(), node.getCases()));
    return super.visitSwitchExpression(node, p);
  }

  private void made(Decision decision) {
    if (decision != null && builder.isMember(user)) {
      builder.decision(user, decision);
    }
  }

  @Override
  public Void visitForLoop(ForLoopTree node, Void p) {
    decision();
    return super.visitForLoop(node, p);
  }

  @Override
  public Void visitWhileLoop(WhileLoopTree node, Void p) {
    decision();
    return super.visitWhileLoop(node, p);
  }

  @Override
  public Void visitDoWhileLoop(DoWhileLoopTree node, Void p) {
    decision();
    return super.visitDoWhileLoop(node, p);
  }

  @Override
  public Void visitCatch(CatchTree node, Void p) {
    decision();
    return super.visitCatch(node, p);
  }

  @Override
  public Void visitConditionalExpression(ConditionalExpressionTree node, Void p) {
    decision();
    return super.visitConditionalExpression(node, p);
  }

  @Override
  public Void visitCase(CaseTree node, Void p) {
    if (!node.getExpressions().isEmpty()) {
      decision();
    }
    return super.visitCase(node, p);
  }

  @Override
  public Void visitBinary(BinaryTree node, Void p) {
    if (node.getKind() == Tree.Kind.CONDITIONAL_AND || node.getKind() == Tree.Kind.CONDITIONAL_OR) {
      decision();
    }
    return super.visitBinary(node, p);
  }

  private void decision() {
    builder.complexity(user, 1);
  }

  // ---- helpers

  private Element element(Tree tree) {
    return tree == null ? null : trees.getElement(new TreePath(root, tree));
  }

  private TypeMirror typeOf(Tree tree) {
    return trees.getTypeMirror(new TreePath(root, tree));
  }

  /**
   * A name that binds to nothing stands for a type in error; a variable of such a type is known.
   */
  private static boolean isUnknown(Element element) {
    return element == null || isType(element) && element.asType().getKind() == TypeKind.ERROR;
  }

  private static boolean isType(Element element) {
    return element.getKind().isClass() || element.getKind().isInterface();
  }

  /** Whether an expression is a name, so that a type it stands for is a type somebody wrote. */
  private static boolean isWritten(Tree tree) {
    return tree instanceof IdentifierTree
        || tree instanceof MemberSelectTree
        || tree instanceof ParameterizedTypeTree
        || tree instanceof AnnotatedTypeTree;
  }

  private int begin(Tree tree) {
    return (int) positions.getStartPosition(source, tree);
  }

  private int end(Tree tree) {
    return (int) positions.getEndPosition(source, tree);
  }

  /** The last token of a tree, which names what a qualified name stands for; -1 if it has none. */
  private int lastToken(Tree tree) {
    int end = end(tree);
    return end < 0 ? -1 : tokens.before(end);
  }

  private void reference(Element element, Kind kind, int token, boolean indirect) {
    if (token < 0 || token >= tokens.size()) {
      return;
    }
    int target = index.of(element);
    if (target >= 0) {
      builder.reference(user, target, kind, tokens.begin(token), tokens.end(token), indirect);
      if (kind != Kind.THROUGH && kind != Kind.IMPORTS && isInner(element)) {
        outerInstance(element.getEnclosingElement(), token);
      }
    }
  }

  /** An inner class stands for nothing without an instance of the class around it. */
  private void outerInstance(Element outer, int token) {
    int target = index.of(outer);
    if (target >= 0 && target != user) {
      builder.reference(user, target, Kind.REFERS, tokens.begin(token), tokens.end(token), true);
    }
    if (isInner(outer)) {
      outerInstance(outer.getEnclosingElement(), token);
    }
  }

  private static boolean isInner(Element element) {
    return element instanceof TypeElement type
        && type.getKind() == ElementKind.CLASS
        && type.getNestingKind() == NestingKind.MEMBER
        && !type.getModifiers().contains(Modifier.STATIC);
  }

  private void unresolved(String name, int token) {
    if (token >= 0 && token < tokens.size() && !name.equals("<error>")) {
      int at = tokens.begin(token);
      JavaFile file = units.file();
      int line = builder.line(units.fileUnit(), at);
      builder.unresolved(
          name,
          new Site(file.path(), line, builder.column(units.fileUnit(), at), at, tokens.end(token)));
    }
  }

  /** Every declared type in a type that nobody wrote down, once each. */
  private void implicit(TypeMirror type, int token) {
    if (type == null || token < 0) {
      return;
    }
    Set<Element> found = new LinkedHashSet<>();
    collect(type, found, 0);
    for (Element element : found) {
      reference(element, Kind.REFERS, token, false);
    }
  }

  private static void collect(TypeMirror type, Set<Element> found, int depth) {
    if (type == null || depth > 8) {
      return;
    }
    if (type instanceof ArrayType array) {
      collect(array.getComponentType(), found, depth + 1);
    } else if (type instanceof DeclaredType declared && declared.getKind() == TypeKind.DECLARED) {
      found.add(declared.asElement());
      for (TypeMirror argument : declared.getTypeArguments()) {
        collect(argument, found, depth + 1);
      }
    } else if (type instanceof WildcardType wildcard) {
      collect(wildcard.getExtendsBound(), found, depth + 1);
      collect(wildcard.getSuperBound(), found, depth + 1);
    } else if (type instanceof IntersectionType intersection) {
      intersection.getBounds().forEach(bound -> collect(bound, found, depth + 1));
    }
  }
}

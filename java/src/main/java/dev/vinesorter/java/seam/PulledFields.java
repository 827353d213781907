package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.StatementTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.element.VariableElement;

/**
 * Which members that methods of several classes name alike can be one member of a class above them:
 * methods that each class has, and fields that each has and fills alike.
 */
final class PulledFields {
  /** How a field that all the classes have gets its first value. */
  enum Filled {
    /** By an expression that gives the same anywhere, or not at all before somebody sets it. */
    ALIKE,
    /** By a parameter of each constructor. */
    HANDED
  }

  private final SourceView code;
  private final Units units;
  private final Attributed all;
  private final List<Sibling> siblings;
  private final boolean isNew;
  private final Map<String, Filled> known = new HashMap<>();

  /**
   * @param base the full name of the class above
   */
  PulledFields(Rewriting rewriting, Attributed all, List<Sibling> siblings, String base) {
    this.code = rewriting.code();
    this.units = code.units();
    this.all = all;
    this.siblings = siblings;
    this.isNew = units.find(base, Level.TYPE) < 0;
  }

  /** Whether what a name means in each of the methods will be one member, or one method each. */
  boolean willBeOne(List<Element> elements) {
    Element first = elements.get(0);
    if (first instanceof TypeParameterElement) {
      return areTypeParameters(elements);
    }
    for (int n = 0; n < elements.size(); n++) {
      Element one = elements.get(n);
      boolean own =
          siblings.get(n).owner().equals(one.getEnclosingElement())
              && one.getKind() == first.getKind()
              && one.getSimpleName().equals(first.getSimpleName())
              && one.asType().toString().equals(first.asType().toString());
      if (!own) {
        return false;
      }
    }
    return first.getKind() == ElementKind.METHOD
        ? elements.stream().noneMatch(one -> one.getModifiers().contains(Modifier.STATIC))
        : first.getKind() == ElementKind.FIELD && filled(first.getSimpleName().toString()) != null;
  }

  /** Whether elements are type parameters by one name, each of its class or of its method. */
  private boolean areTypeParameters(List<Element> elements) {
    for (int n = 0; n < elements.size(); n++) {
      boolean own =
          elements.get(n) instanceof TypeParameterElement one
              && one.getSimpleName().equals(elements.get(0).getSimpleName())
              && (one.getGenericElement().equals(siblings.get(n).owner())
                  || one.getGenericElement().equals(siblings.get(n).executable()));
      if (!own) {
        return false;
      }
    }
    return true;
  }

  /** How a field of that name is filled in all of the classes; null where it cannot be one. */
  Filled filled(String name) {
    if (!known.containsKey(name)) {
      known.put(name, judge(name));
    }
    return known.get(name);
  }

  private Filled judge(String name) {
    String words = null;
    boolean handed = true;
    for (Sibling one : siblings) {
      int unit = units.find(units.name(one.type()) + "#" + name, Level.MEMBER);
      VariableTree declared = unit < 0 ? null : (VariableTree) declaration(one, unit).getLeaf();
      if (declared == null || code.declaredWith(unit) >= 0) {
        return null;
      }
      String own = words(one, declared);
      if (words != null && !words.equals(own)) {
        return null;
      }
      words = own;
      Set<Modifier> modifiers = declared.getModifiers().getFlags();
      boolean constant =
          all.element(declaration(one, unit)) instanceof VariableElement variable
              && variable.getConstantValue() != null;
      if (modifiers.contains(Modifier.STATIC) && !constant) {
        // Each class has its own, and the classes would come to share one.
        return null;
      }
      ExpressionTree value = declared.getInitializer();
      boolean isFinal = declared.getModifiers().getFlags().contains(Modifier.FINAL);
      boolean alike = value == null ? !isFinal : isSameAnywhere(one, unit);
      if (!alike && (!isNew || value != null)) {
        return null;
      }
      handed &= !alike;
      if (handed && assignments(one, name).isEmpty()) {
        return null;
      }
      if (!handed && !alike) {
        return null;
      }
    }
    return handed ? Filled.HANDED : Filled.ALIKE;
  }

  TreePath declaration(Sibling one, int field) {
    return one.tree().enclosing(units.nameAt(field), VariableTree.class);
  }

  /** A declaration but for its access. */
  private String words(Sibling one, VariableTree declared) {
    JavaTokens tokens = code.tokens(one.file());
    StringBuilder words = new StringBuilder();
    for (int t = tokens.from(one.tree().begin(declared));
        t < tokens.size() && tokens.begin(t) < one.tree().end(declared);
        t++) {
      boolean access =
          tokens.is(t, "private") || tokens.is(t, "protected") || tokens.is(t, "public");
      words.append(access ? "" : tokens.text(t) + " ");
    }
    return words.toString();
  }

  /** Whether a first value names nothing but what the Java library has. */
  private boolean isSameAnywhere(Sibling one, int field) {
    boolean[] only = {true};
    TreePath declared = declaration(one, field);
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        take(all.element(getCurrentPath()));
        return null;
      }

      @Override
      public Void visitMemberSelect(MemberSelectTree node, Void p) {
        take(all.element(getCurrentPath()));
        return super.visitMemberSelect(node, p);
      }

      @Override
      public Void visitNewClass(NewClassTree node, Void p) {
        only[0] &= node.getClassBody() == null;
        return super.visitNewClass(node, p);
      }

      private void take(Element named) {
        String of =
            named == null ? "" : all.elements().getPackageOf(named).getQualifiedName().toString();
        only[0] &= of.startsWith("java.") || named instanceof VariableElement v && isLocal(v);
      }

      private boolean isLocal(VariableElement variable) {
        return Variables.isLocal(variable);
      }
    }.scan(new TreePath(declared, ((VariableTree) declared.getLeaf()).getInitializer()), null);
    return only[0];
  }

  /**
   * For each constructor that does not call another one of its class the statement that gives a
   * field the value of a parameter; empty where one does otherwise, or somebody could see the field
   * before.
   */
  Map<MethodTree, ExpressionStatementTree> assignments(Sibling one, String field) {
    Map<MethodTree, ExpressionStatementTree> found = new LinkedHashMap<>();
    TreePath owner = one.path().getParentPath();
    if (isSeenEarly(one, owner)) {
      return Map.of();
    }
    for (MethodTree constructor : constructors(one)) {
      if (ConstructorCalls.isToThis(ConstructorCalls.first(constructor))) {
        continue;
      }
      ExpressionStatementTree set = null;
      for (StatementTree statement : constructor.getBody().getStatements()) {
        TreePath path = path(owner, constructor, statement);
        if (set == null && isSetting(path, statement, field)) {
          set = (ExpressionStatementTree) statement;
        } else if (set == null && namesItself(one, path)) {
          return Map.of();
        }
      }
      if (set == null || isSetAgain(one, owner, constructor, set)) {
        return Map.of();
      }
      found.put(constructor, set);
    }
    return found;
  }

  /** The constructors that somebody wrote. */
  List<MethodTree> constructors(Sibling one) {
    return ConstructorCalls.written(one.tree(), (ClassTree) one.path().getParentPath().getLeaf());
  }

  static TreePath path(TreePath owner, MethodTree method, Tree statement) {
    TreePath body = new TreePath(new TreePath(owner, method), method.getBody());
    return new TreePath(body, statement);
  }

  private boolean isSetting(TreePath path, StatementTree statement, String field) {
    if (!(statement instanceof ExpressionStatementTree plain)
        || !(plain.getExpression() instanceof AssignmentTree assignment)
        || !(assignment.getExpression() instanceof IdentifierTree)) {
      return false;
    }
    TreePath whole = new TreePath(path, assignment);
    Element set = all.element(new TreePath(whole, assignment.getVariable()));
    Element value = all.element(new TreePath(whole, assignment.getExpression()));
    return set != null
        && set.getKind() == ElementKind.FIELD
        && set.getSimpleName().contentEquals(field)
        && value != null
        && value.getKind() == ElementKind.PARAMETER;
  }

  /** Whether the parameter that a statement takes gets another value anywhere. */
  private boolean isSetAgain(
      Sibling one, TreePath owner, MethodTree constructor, ExpressionStatementTree set) {
    ExpressionTree value = ((AssignmentTree) set.getExpression()).getExpression();
    String name = ((IdentifierTree) value).getName().toString();
    boolean[] again = {false};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        again[0] |=
            node.getName().contentEquals(name)
                && isOf(getCurrentPath(), ElementKind.PARAMETER)
                && Assignments.of(getCurrentPath()) != null;
        return null;
      }
    }.scan(new TreePath(new TreePath(owner, constructor), constructor.getBody()), null);
    return again[0];
  }

  /** Whether the object calls a method of its own, or is given away, while it is made. */
  boolean isUsedEarly(Sibling one) {
    TreePath owner = one.path().getParentPath();
    return isSeenEarly(one, owner)
        || constructors(one).stream()
            .anyMatch(
                made ->
                    made.getBody().getStatements().stream()
                        .anyMatch(statement -> namesItself(one, path(owner, made, statement))));
  }

  /** Whether what runs before the constructors' own statements names the object or its methods. */
  private boolean isSeenEarly(Sibling one, TreePath owner) {
    for (Tree member : ((ClassTree) owner.getLeaf()).getMembers()) {
      boolean runs =
          member instanceof VariableTree field
                  && !field.getModifiers().getFlags().contains(Modifier.STATIC)
              || member instanceof BlockTree block && !block.isStatic();
      if (runs && namesItself(one, new TreePath(owner, member))) {
        return true;
      }
    }
    return false;
  }

  /** Whether code calls a method of its object, or gives the object away. */
  private boolean namesItself(Sibling one, TreePath path) {
    boolean[] found = {false};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitMethodInvocation(MethodInvocationTree node, Void p) {
        ExpressionTree select = node.getMethodSelect();
        Element called = all.element(getCurrentPath());
        boolean own =
            select instanceof IdentifierTree
                && called instanceof ExecutableElement
                && called.getKind() == ElementKind.METHOD
                && !called.getModifiers().contains(Modifier.STATIC);
        found[0] |= own;
        return super.visitMethodInvocation(node, p);
      }

      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        boolean alone =
            node.getName().contentEquals("this")
                && !(getCurrentPath().getParentPath().getLeaf() instanceof MemberSelectTree
                    && isOf(getCurrentPath().getParentPath(), ElementKind.FIELD));
        found[0] |= alone && one.tree().begin(node) >= 0;
        return null;
      }
    }.scan(path, null);
    return found[0];
  }

  private boolean isOf(TreePath path, ElementKind kind) {
    Element named = all.element(path);
    return named != null && named.getKind() == kind;
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.CaseTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.LocatedTree;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.TypeKind;

/** What members of a type name: members of it, its object, other types, and its type parameters. */
final class SplitUses {
  /** How a name stands. */
  enum Form {
    /** Alone. */
    PLAIN,
    /** Behind {@code this}. */
    THIS,
    /** Behind the name of the type, or that of the type and {@code this}. */
    TYPE,
    /** Behind another expression. */
    OTHER
  }

  /**
   * A member of the type, or of one above it, that is named.
   *
   * @param begin where its name begins, or what stands before it
   * @param at its name
   * @param assigned whether it gets a value there
   */
  record Use(Element member, Form form, int begin, int at, boolean assigned) {
    boolean isStatic() {
      return member.getModifiers().contains(Modifier.STATIC);
    }
  }

  /** A type, or a static member of another type, whose name stands alone. */
  record Named(Element element, int begin, int end) {}

  private final Attributed all;
  private final LocatedTree tree;
  private final TypeElement owner;
  private final List<Use> uses = new ArrayList<>();
  private final List<Named> types = new ArrayList<>();
  private final List<Named> unknown = new ArrayList<>();
  private final List<Named> imported = new ArrayList<>();
  private final Set<Element> others = new LinkedHashSet<>();
  private final List<Tree> selves = new ArrayList<>();
  private final Set<TypeElement> innerTypes = new LinkedHashSet<>();
  private final List<Tree> inner = new ArrayList<>();
  private final List<Tree> supers = new ArrayList<>();
  private final Set<TypeParameterElement> variables = new LinkedHashSet<>();

  SplitUses(Attributed all, LocatedTree tree, TypeElement owner) {
    this.all = all;
    this.tree = tree;
    this.owner = owner;
  }

  /** All uses of members. */
  List<Use> uses() {
    return uses;
  }

  /** Types by their simple names. */
  List<Named> types() {
    return types;
  }

  /** Types that are not known, since a library is missing. */
  List<Named> unknown() {
    return unknown;
  }

  /** Static members of other types that an import brings in. */
  List<Named> imported() {
    return imported;
  }

  /** Members of types around or inside of the type, and constructors, that are named. */
  Set<Element> others() {
    return others;
  }

  /** Places that name the object itself, and not one of its members. */
  List<Tree> selves() {
    return selves;
  }

  /** Places that make an object of an inner class, around which the object is. */
  List<Tree> inner() {
    return inner;
  }

  /** The inner classes of these. */
  Set<TypeElement> innerTypes() {
    return innerTypes;
  }

  /** Places that name it as one of the type above. */
  List<Tree> supers() {
    return supers;
  }

  /** The type parameters of the type that are named. */
  Set<TypeParameterElement> variables() {
    return variables;
  }

  /** Adds what stands in a tree. */
  void scan(TreePath path) {
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        identifier(getCurrentPath(), node);
        return null;
      }

      @Override
      public Void visitMemberSelect(MemberSelectTree node, Void p) {
        return select(getCurrentPath(), node) ? null : super.visitMemberSelect(node, p);
      }

      @Override
      public Void visitNewClass(NewClassTree node, Void p) {
        Element made = all.element(getCurrentPath());
        other(made);
        boolean plain = node.getIdentifier() instanceof IdentifierTree;
        if (made == null || !plain || !isOfInner(made, node, getCurrentPath())) {
          return super.visitNewClass(node, p);
        }
        inner.add(node);
        innerTypes.add((TypeElement) made.getEnclosingElement());
        scan(node.getArguments(), p);
        return scan(node.getClassBody(), p);
      }

      @Override
      public Void visitMemberReference(MemberReferenceTree node, Void p) {
        Element named = all.element(getCurrentPath());
        boolean own = named != null && isOfOwner(named) && isSelf(getCurrentPath(), node);
        if (own) {
          int at = tree.end(node) - node.getName().length();
          int begin = tree.begin(node.getQualifierExpression());
          uses.add(new Use(named, Form.THIS, begin, at, false));
          return null;
        }
        if (named != null && isMember(named) && isOfOwner(named)) {
          TreePath before = new TreePath(getCurrentPath(), node.getQualifierExpression());
          boolean type =
              named.getModifiers().contains(Modifier.STATIC) && owner.equals(all.element(before));
          int begin = tree.begin(node);
          int at = tree.end(node) - node.getName().length();
          uses.add(new Use(named, type ? Form.TYPE : Form.OTHER, begin, at, false));
          return type ? null : super.visitMemberReference(node, p);
        }
        return super.visitMemberReference(node, p);
      }
    }.scan(path, null);
  }

  /** Whether an object of an inner class of the type is made, of which that object is around. */
  private boolean isOfInner(Element made, NewClassTree node, TreePath path) {
    Element type = made.getEnclosingElement();
    return node.getEnclosingExpression() == null
        && type.getKind() == ElementKind.CLASS
        && owner.equals(type.getEnclosingElement())
        && !type.getModifiers().contains(Modifier.STATIC)
        && isDirect(path);
  }

  private void other(Element named) {
    boolean near =
        named != null
            && named.getEnclosingElement() instanceof TypeElement type
            && outermost(type).equals(outermost(owner));
    if (near) {
      others.add(named);
    }
  }

  private static Element outermost(Element type) {
    Element at = type;
    while (at.getEnclosingElement() instanceof TypeElement outer) {
      at = outer;
    }
    return at;
  }

  private boolean isSelf(TreePath path, MemberReferenceTree node) {
    return node.getQualifierExpression() instanceof IdentifierTree name
        && name.getName().contentEquals("this")
        && isDirect(path);
  }

  /** Whether no other class stands between a place and the type. */
  private boolean isDirect(TreePath path) {
    return owner.equals(around(path));
  }

  private Element around(TreePath path) {
    TreePath at = path;
    while (at != null && !(at.getLeaf() instanceof ClassTree)) {
      at = at.getParentPath();
    }
    return at == null ? null : all.element(at);
  }

  private boolean isOfOwner(Element member) {
    return member.getEnclosingElement() instanceof TypeElement type
        && member.getKind() != ElementKind.CONSTRUCTOR
        && all.types()
            .isSubtype(all.types().erasure(owner.asType()), all.types().erasure(type.asType()));
  }

  private static boolean isMember(Element element) {
    return element.getKind().isField() || element.getKind() == ElementKind.METHOD;
  }

  private void identifier(TreePath path, IdentifierTree node) {
    Element named = all.element(path);
    String name = node.getName().toString();
    if (tree.begin(node) < 0 || !tree.text().startsWith(name, tree.begin(node))) {
      // The compiler's own, such as the type of a lambda's parameter.
      return;
    }
    if (name.equals("this") || name.equals("super")) {
      if (isDirect(path)) {
        (name.equals("this") ? selves : supers).add(node);
      }
    } else if (named instanceof TypeParameterElement variable) {
      if (variable.getGenericElement().equals(owner)) {
        variables.add(variable);
      }
    } else if (named instanceof TypeElement type) {
      boolean known = type.asType().getKind() != TypeKind.ERROR;
      boolean local =
          known
              && !(type.getEnclosingElement() instanceof TypeElement)
              && type.getEnclosingElement().getKind() != ElementKind.PACKAGE;
      if (!known) {
        unknown.add(new Named(type, tree.begin(node), tree.end(node)));
      } else if (!local) {
        types.add(new Named(type, tree.begin(node), tree.end(node)));
      }
    } else if (named != null && isMember(named)) {
      member(path, node, named);
    }
  }

  /** A member whose name stands alone: the nearest class around that has it is meant. */
  private void member(TreePath path, IdentifierTree node, Element named) {
    for (TreePath at = path; at != null; at = at.getParentPath()) {
      if (at.getLeaf() instanceof ClassTree && all.element(at) instanceof TypeElement around) {
        if (around.equals(owner)) {
          break;
        }
        boolean has =
            named.getEnclosingElement() instanceof TypeElement type
                && all.types()
                    .isSubtype(
                        all.types().erasure(around.asType()), all.types().erasure(type.asType()));
        if (has) {
          return;
        }
      }
    }
    boolean label =
        named.getKind() == ElementKind.ENUM_CONSTANT
            && path.getParentPath().getLeaf() instanceof CaseTree;
    if (isOfOwner(named)) {
      boolean assigned = Assignments.of(path) != null;
      uses.add(new Use(named, Form.PLAIN, tree.begin(node), tree.begin(node), assigned));
    } else if (!label && named.getModifiers().contains(Modifier.STATIC) && !isKey(path)) {
      other(named);
      imported.add(new Named(named, tree.begin(node), tree.end(node)));
    }
  }

  /** Whether a name is that of an annotation's value. */
  private static boolean isKey(TreePath path) {
    TreePath parent = path.getParentPath();
    return parent.getLeaf() instanceof AssignmentTree assignment
        && assignment.getVariable() == path.getLeaf()
        && parent.getParentPath().getLeaf() instanceof AnnotationTree;
  }

  /** Takes a name behind a dot; gives whether what stands before it is taken with it. */
  private boolean select(TreePath path, MemberSelectTree node) {
    Element named = all.element(path);
    int at = tree.end(node) - node.getIdentifier().length();
    int begin = tree.begin(node.getExpression());
    if (named == null || node.getIdentifier().contentEquals("this")) {
      boolean self =
          node.getIdentifier().contentEquals("this")
              && owner.equals(all.element(new TreePath(path, node.getExpression())));
      if (self) {
        selves.add(node);
      }
      return self;
    }
    boolean literal = node.getIdentifier().contentEquals("class");
    if (literal || !isMember(named) || !isOfOwner(named)) {
      other(named);
      return false;
    }
    boolean assigned = Assignments.of(path) != null;
    ExpressionTree before = node.getExpression();
    boolean self =
        before instanceof IdentifierTree name
                && name.getName().contentEquals("this")
                && isDirect(path)
            || before instanceof MemberSelectTree outer
                && outer.getIdentifier().contentEquals("this")
                && owner.equals(
                    all.element(new TreePath(new TreePath(path, outer), outer.getExpression())));
    if (self) {
      uses.add(new Use(named, Form.THIS, begin, at, assigned));
      return true;
    }
    boolean type = owner.equals(all.element(new TreePath(path, before)));
    boolean ofType =
        type && (before instanceof IdentifierTree || before instanceof MemberSelectTree);
    uses.add(new Use(named, ofType ? Form.TYPE : Form.OTHER, begin, at, assigned));
    return ofType;
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.EnhancedForLoopTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.InstanceOfTree;
import com.sun.source.tree.MemberReferenceTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.NewClassTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.TypeCastTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * A superclass becomes a field: what the class had of it, it asks of an object that it holds; what
 * others ask of the class, it hands on.
 */
public final class Composing {
  final Rewriting rewriting;
  final SourceView code;
  final Units units;
  final Step.Compose step;
  final int lower;
  final int file;

  Attributed all;
  LocatedTree tree;
  TreePath declared;
  TypeElement type;
  DeclaredType above;

  /** Methods that the class hands on, as the classes above declare them. */
  final Set<ExecutableElement> forwards = new LinkedHashSet<>();

  /** Where somebody asks at run time whether something is one of the class above. */
  private final List<Site> asked = new ArrayList<>();

  private Composing(Rewriting rewriting, int lower, Step.Compose step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.lower = lower;
    this.file = units.fileOf(lower);
  }

  /**
   * Carries it out.
   *
   * @param lower the class whose superclass becomes a field
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int lower, Step.Compose step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    Composing composing = new Composing(rewriting, lower, step);
    Set<String> files = new TreeSet<>(new SupertypeUse(rewriting, lower, List.of()).files());
    for (int sub : rewriting.code().subtypes(lower)) {
      files.addAll(new SupertypeUse(rewriting, sub, List.of()).files());
    }
    readings.of(
        sources,
        files,
        attributed -> {
          composing.all = attributed;
          composing.run(files);
          return null;
        });
    return rewriting.finish(readings);
  }

  private void run(Set<String> files) {
    tree = all.file(units.name(file));
    declared = tree == null ? null : tree.enclosing(units.nameAt(lower), ClassTree.class);
    type = declared == null ? null : (TypeElement) all.element(declared);
    if (type == null) {
      rewriting.refuseHalfRead(file, code.declaration(lower));
      return;
    }
    place();
    if (!rewriting.isFine()) {
      return;
    }
    overridden();
    stored();
    locks();
    for (String path : files) {
      LocatedTree one = all.file(path);
      int of = units.find(path, Level.FILE);
      if (one == null) {
        rewriting.refuseHalfRead(of, code.declaration(lower));
      } else {
        scan(of, one);
      }
    }
    ofInterfaces();
    ofEveryObject();
    if (rewriting.isFine()) {
      new ComposedClass(this).write();
      tell();
    }
  }

  void refuse(RefusalCode refusal, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  private void place() {
    boolean plain = type.getKind() == ElementKind.CLASS && !isObject(type.getSuperclass());
    if (!plain || !(type.getSuperclass() instanceof DeclaredType superclass)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(lower) + " is no class that extends another one.",
          code.declaration(lower));
      return;
    }
    above = superclass;
    TypeElement of = (TypeElement) above.asElement();
    if (of.getModifiers().contains(Modifier.ABSTRACT)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          of + " is abstract, so that no object of it can be made.",
          code.declaration(lower));
    } else if (isBelow(above, all.elements().getTypeElement("java.lang.Throwable").asType())) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(lower) + " is thrown, which only what extends an exception can be.",
          code.declaration(lower));
    } else if (of.getNestingKind().isNested() && !of.getModifiers().contains(Modifier.STATIC)) {
      rewriting.refuse(
          RefusalCode.INNER_CLASS,
          "Objects of " + of + " are made by the objects around them.",
          code.declaration(lower));
    }
    for (Element member : all.elements().getAllMembers(type)) {
      if (member.getKind().isField() && member.getSimpleName().contentEquals(step.as())) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            units.name(lower) + " has a field " + step.as() + ".",
            code.declaration(lower));
      }
    }
  }

  static boolean isObject(TypeMirror mirror) {
    return mirror.getKind() == TypeKind.NONE
        || mirror instanceof DeclaredType declared
            && ((TypeElement) declared.asElement())
                .getQualifiedName()
                .contentEquals("java.lang.Object");
  }

  /** Whether something is a member that the class has of the one that it extends. */
  boolean isOfAbove(Element member) {
    return member != null
        && (member.getKind().isField() || member.getKind() == ElementKind.METHOD)
        && member.getEnclosingElement() instanceof TypeElement owner
        && !isObject(owner.asType())
        && isBelow(above, owner.asType());
  }

  boolean isBelow(TypeMirror one, TypeMirror other) {
    return one != null
        && one.getKind() == TypeKind.DECLARED
        && all.types().isSubtype(all.types().erasure(one), all.types().erasure(other));
  }

  // ---- what would be lost

  /** Refuses a class that may be stored with a field that may not. */
  private void stored() {
    TypeElement stored = all.elements().getTypeElement("java.io.Serializable");
    if (stored != null
        && isBelow(type.asType(), stored.asType())
        && isStill(stored.asType())
        && !isBelow(above, stored.asType())) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "Objects of " + units.name(lower) + " may be stored, and those of " + above + " may not.",
          code.declaration(lower));
    }
  }

  /**
   * Refuses methods that the class above may call on itself, and that the class, or one below it,
   * has another one for: they would not be called any more.
   */
  private void overridden() {
    Set<Integer> lowers = new TreeSet<>(code.subtypes(lower));
    lowers.add(lower);
    for (int one : lowers) {
      TypeElement of = all.elements().getTypeElement(units.name(one));
      for (ExecutableElement method :
          of == null
              ? List.<ExecutableElement>of()
              : ElementFilter.methodsIn(of.getEnclosedElements())) {
        ExecutableElement hidden = overridden(method, of);
        if (hidden != null && !isNeverCalled(hidden)) {
          int unit = units.find(ElementNames.of(method), Level.MEMBER);
          rewriting.refuse(
              RefusalCode.OVERRIDE_LOST,
              ElementNames.of(method)
                  + " overrides "
                  + ElementNames.of(hidden)
                  + ", which the class above may call on itself.",
              unit < 0 ? code.declaration(one) : code.declaration(unit));
        }
      }
    }
  }

  /** The method of the class above, or of one above that, which another one overrides. */
  ExecutableElement overridden(ExecutableElement method, TypeElement of) {
    for (ExecutableElement one :
        ElementFilter.methodsIn(all.elements().getAllMembers((TypeElement) above.asElement()))) {
      if (one.getSimpleName().equals(method.getSimpleName())
          && isOfAbove(one)
          && all.elements().overrides(method, one, of)) {
        return one;
      }
    }
    return null;
  }

  /** Whether a method is one of ours, and no class above the field's type calls it on itself. */
  private boolean isNeverCalled(ExecutableElement method) {
    int top = units.find(all.types().erasure(above).toString(), Level.TYPE);
    Set<Integer> uppers = top < 0 ? Set.of() : new TreeSet<>(code.allSupertypes(top));
    boolean ours = top >= 0 && !units.has(top, Trait.FOREIGN);
    Set<Integer> callers = new TreeSet<>(uppers);
    callers.add(top);
    for (int one : ours ? callers : Set.<Integer>of()) {
      boolean object = SourceView.isObject(units, one);
      ours &= object || !units.has(one, Trait.FOREIGN) || units.has(one, Trait.INTERFACE);
    }
    int unit = units.find(ElementNames.of(method), Level.MEMBER);
    if (!ours || unit < 0 || units.has(unit, Trait.FOREIGN)) {
      return false;
    }
    for (int r : code.references().to(unit)) {
      int user = units.ancestor(code.references().from(r), Level.TYPE);
      if (code.references().kind(r).structural() && callers.contains(user)) {
        return false;
      }
    }
    return true;
  }

  /** Refuses a class that locks itself together with what it extends. */
  private void locks() {
    boolean below = isLocking(type);
    boolean up =
        ElementFilter.methodsIn(all.elements().getAllMembers((TypeElement) above.asElement()))
            .stream()
            .anyMatch(one -> one.getModifiers().contains(Modifier.SYNCHRONIZED) && isOfAbove(one));
    if (below && up) {
      rewriting.refuse(
          RefusalCode.SYNCHRONIZED,
          "Methods of " + units.name(lower) + " and of " + above + " lock the same object.",
          code.declaration(lower));
    }
  }

  private static boolean isLocking(TypeElement of) {
    return ElementFilter.methodsIn(of.getEnclosedElements()).stream()
        .anyMatch(one -> one.getModifiers().contains(Modifier.SYNCHRONIZED));
  }

  // ---- uses

  private void scan(int of, LocatedTree in) {
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        String name = node.getName().toString();
        if (in.begin(node) < 0 || !in.text().startsWith(name, in.begin(node))) {
          return null;
        }
        Element named = all.element(getCurrentPath());
        if (name.equals("this")) {
          self(of, in, getCurrentPath());
        } else if (isOfAbove(named)) {
          alone(of, in, getCurrentPath(), named);
        }
        return null;
      }

      @Override
      public Void visitMemberSelect(MemberSelectTree node, Void p) {
        Element named = all.element(getCurrentPath());
        int at = in.end(node) - node.getIdentifier().length();
        if (isOfAbove(named)) {
          behind(of, in, new TreePath(getCurrentPath(), node.getExpression()), at, named);
        }
        return super.visitMemberSelect(node, p);
      }

      @Override
      public Void visitMemberReference(MemberReferenceTree node, Void p) {
        Element named = all.element(getCurrentPath());
        int at = in.end(node) - node.getName().length();
        if (isOfAbove(named)) {
          TreePath before = new TreePath(getCurrentPath(), node.getQualifierExpression());
          behind(of, in, before, at, named);
        }
        return super.visitMemberReference(node, p);
      }

      @Override
      public Void visitInstanceOf(InstanceOfTree node, Void p) {
        asked(of, in, node, node.getType());
        return super.visitInstanceOf(node, p);
      }

      @Override
      public Void visitTypeCast(TypeCastTree node, Void p) {
        asked(of, in, node, node.getType());
        return super.visitTypeCast(node, p);
      }

      private void asked(int of, LocatedTree in, Tree node, Tree named) {
        TypeMirror wanted = named == null ? null : all.type(new TreePath(getCurrentPath(), named));
        boolean lost =
            wanted != null
                && wanted.getKind() == TypeKind.DECLARED
                && isBelow(above, wanted)
                && !isObject(wanted);
        if (lost) {
          asked.add(code.site(of, code.tokens(of).from(in.begin(node))));
        }
      }
    }.scan(in.tree(), null);
  }

  /** The class around a place whose member a name that stands alone is. */
  private TypeElement classOf(TreePath path, Element member) {
    for (TreePath at = path; at != null; at = at.getParentPath()) {
      boolean has =
          at.getLeaf() instanceof ClassTree
              && all.element(at) instanceof TypeElement around
              && isBelow(around.asType(), member.getEnclosingElement().asType());
      if (has) {
        return (TypeElement) all.element(at);
      }
    }
    return null;
  }

  private boolean isInside(int of, int at) {
    return of == file && at >= tree.begin(declared.getLeaf()) && at < tree.end(declared.getLeaf());
  }

  /** A member of the class above whose name stands alone. */
  private void alone(int of, LocatedTree in, TreePath path, Element member) {
    TypeElement around = classOf(path, member);
    int at = in.begin(path.getLeaf());
    if (around == null || !isBelow(around.asType(), type.asType())) {
      return;
    }
    if (member.getModifiers().contains(Modifier.STATIC)) {
      Written owner = new Naming(code, rewriting.names(), of).of(all.types().erasure(above));
      rewriting.in(of).insert(at, Written.of(owner.text() + "."));
    } else if (around.equals(type)) {
      reach(of, at, at, member);
    } else {
      handedOn(of, at, member);
    }
  }

  /** A member of the class above behind an expression or the name of a class. */
  private void behind(int of, LocatedTree in, TreePath before, int at, Element member) {
    Tree leaf = before.getLeaf();
    TypeMirror receiver = all.type(before);
    boolean ofSuper =
        leaf instanceof IdentifierTree name && name.getName().contentEquals("super")
            || leaf instanceof MemberSelectTree select
                && select.getIdentifier().contentEquals("super");
    if (ofSuper) {
      TypeElement around = classOf(before, member);
      if (around != null && around.equals(type)) {
        reach(of, in.begin(leaf), in.end(leaf), member);
      } else if (around != null && isBelow(around.asType(), type.asType())) {
        handedOn(of, at, member);
      }
      return;
    }
    if (!isBelow(receiver, type.asType())) {
      return;
    }
    boolean ofType = all.element(before) instanceof TypeElement;
    if (member.getModifiers().contains(Modifier.STATIC)) {
      Written owner = new Naming(code, rewriting.names(), of).of(all.types().erasure(above));
      if (ofType) {
        rewriting.in(of).replace(in.begin(leaf), in.end(leaf), owner);
      } else {
        rewriting.refuse(
            RefusalCode.THROUGH_INSTANCE,
            "The static member is reached through an object here; name its type instead.",
            code.site(of, code.tokens(of).from(at)));
      }
      return;
    }
    boolean itself =
        leaf instanceof IdentifierTree name && name.getName().contentEquals("this")
            || leaf instanceof MemberSelectTree select
                && select.getIdentifier().contentEquals("this");
    if (itself
        && all.types()
            .isSameType(all.types().erasure(receiver), all.types().erasure(type.asType()))) {
      reach(of, in.begin(leaf), in.end(leaf), member);
    } else if (isInside(of, at) && !ofType && !itself) {
      rewriting.in(of).insert(at, Written.of(step.as(), field()).and("."));
      isReachable(of, at, member);
    } else {
      handedOn(of, at, member);
    }
  }

  private String field() {
    return units.name(lower) + "#" + step.as();
  }

  /** The field stands before a member, in the place of what stood there. */
  private void reach(int of, int begin, int end, Element member) {
    Written name = Written.of(step.as(), field());
    if (begin == end) {
      rewriting.in(of).insert(begin, name.and("."));
    } else {
      rewriting.in(of).replace(begin, end, name);
    }
    isReachable(of, begin, member);
  }

  /** Refuses a copy, which is of the class of its object: the field's would be of the other one. */
  private void copies(int of, int at, Element member) {
    boolean copy =
        member.getSimpleName().contentEquals("clone")
            && member instanceof ExecutableElement method
            && method.getParameters().isEmpty();
    if (copy) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "A copy is of the class of its object, and the field's would be one of " + above + ".",
          code.site(of, code.tokens(of).from(at)));
    }
  }

  /** Refuses what only a class below can reach. */
  private void isReachable(int of, int at, Element member) {
    copies(of, at, member);
    boolean near = all.elements().getPackageOf(member).equals(all.elements().getPackageOf(type));
    if (member.getModifiers().contains(Modifier.PROTECTED) && !near) {
      rewriting.refuse(
          RefusalCode.ACCESS,
          ElementNames.of(member) + " is protected, and can be reached from a class below alone.",
          code.site(of, code.tokens(of).from(at)));
    }
  }

  /** Others ask the class for a member: it hands the call on. */
  private void handedOn(int of, int at, Element member) {
    if (!(member instanceof ExecutableElement method)) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "The field " + member.getSimpleName() + " is reached through the class here.",
          code.site(of, code.tokens(of).from(at)));
      return;
    }
    copies(of, at, member);
    forwards.add(method);
    rewriting.meansInstead(
        of, at, at + 1, ElementNames.of(method), Set.of(ComposedClass.forwardName(this, method)));
    for (int unit : units.withAllInside(of)) {
      boolean around =
          units.level(unit) == Level.MEMBER && units.begin(unit) <= at && at < units.end(unit);
      if (around) {
        rewriting.rewrites(units.name(unit));
      }
    }
  }

  /** The object itself stands where one of the class above is asked for. */
  private void self(int of, LocatedTree in, TreePath path) {
    if (!isInside(of, in.begin(path.getLeaf()))
        || !all.types()
            .isSameType(all.types().erasure(all.type(path)), all.types().erasure(type.asType()))) {
      return;
    }
    Tree parent = path.getParentPath().getLeaf();
    TypeMirror wanted = null;
    if (parent instanceof MethodInvocationTree call) {
      wanted = parameter(call.getArguments(), path, all.element(path.getParentPath()));
    } else if (parent instanceof NewClassTree made) {
      wanted = parameter(made.getArguments(), path, all.element(path.getParentPath()));
    }
    boolean loop =
        parent instanceof EnhancedForLoopTree each && each.getExpression() == path.getLeaf();
    boolean lost = wanted != null && isBelow(above, wanted) && !isStill(wanted);
    if (loop || lost) {
      rewriting
          .in(of)
          .replace(
              in.begin(path.getLeaf()), in.end(path.getLeaf()), Written.of(step.as(), field()));
    }
  }

  private TypeMirror parameter(
      List<? extends ExpressionTree> arguments, TreePath path, Element called) {
    int place = arguments.indexOf(path.getLeaf());
    boolean plain =
        place >= 0
            && called instanceof ExecutableElement method
            && place < method.getParameters().size() - (method.isVarArgs() ? 1 : 0);
    return plain ? ((ExecutableElement) called).getParameters().get(place).asType() : null;
  }

  /** Whether the class is still below a type afterwards. */
  boolean isStill(TypeMirror wanted) {
    return isObject(wanted) || type.getInterfaces().stream().anyMatch(one -> isBelow(one, wanted));
  }

  // ---- what nobody names

  /** Methods of the class above that the class needs for its interfaces. */
  private void ofInterfaces() {
    for (TypeMirror one : type.getInterfaces()) {
      TypeElement of = (TypeElement) ((DeclaredType) one).asElement();
      for (ExecutableElement wanted : ElementFilter.methodsIn(all.elements().getAllMembers(of))) {
        for (ExecutableElement has : ElementFilter.methodsIn(all.elements().getAllMembers(type))) {
          boolean gives =
              has.getSimpleName().equals(wanted.getSimpleName())
                  && wanted.getModifiers().contains(Modifier.ABSTRACT)
                  && !has.getEnclosingElement().equals(wanted.getEnclosingElement())
                  && isOfAbove(has)
                  && !has.getModifiers().contains(Modifier.ABSTRACT)
                  && all.elements().overrides(has, wanted, type);
          if (gives) {
            forwards.add(has);
          }
        }
      }
    }
  }

  /** What is asked of every object without being named. */
  private void ofEveryObject() {
    for (ExecutableElement has : ElementFilter.methodsIn(all.elements().getAllMembers(type))) {
      boolean asked =
          has.getSimpleName().contentEquals("toString") && has.getParameters().isEmpty()
              || has.getSimpleName().contentEquals("hashCode") && has.getParameters().isEmpty()
              || has.getSimpleName().contentEquals("equals") && has.getParameters().size() == 1;
      if (asked && isOfAbove(has) && has.getEnclosingElement().getKind().isClass()) {
        forwards.add(has);
      }
    }
  }

  private void tell() {
    List<String> lost = new ArrayList<>();
    for (TypeElement one : lost((TypeElement) above.asElement(), new LinkedHashSet<>())) {
      lost.add(one.getSimpleName().toString());
    }
    rewriting.tell(
        units.name(lower)
            + " is no "
            + String.join(", no ", lost)
            + " any more, and hands on only what is asked of it here: what asks for that at run"
            + " time gets another answer"
            + (asked.isEmpty()
                ? "."
                : ", such as "
                    + asked.get(0).file()
                    + ":"
                    + asked.get(0).line()
                    + (asked.size() == 1 ? "." : " and " + (asked.size() - 1) + " more.")));
  }

  private Set<TypeElement> lost(TypeElement of, Set<TypeElement> found) {
    if (!isStill(of.asType()) && found.add(of)) {
      all.types().directSupertypes(of.asType()).stream()
          .map(one -> (TypeElement) ((DeclaredType) one).asElement())
          .forEach(one -> lost(one, found));
    }
    return found;
  }
}

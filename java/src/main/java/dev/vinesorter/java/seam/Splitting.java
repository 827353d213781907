package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.TypeMirror;

/**
 * Some members of a type become a type of their own. Objects of the old type keep an object of the
 * new one where members of objects go; what those need of the old type is handed to it: final
 * fields, or the old object itself.
 */
public final class Splitting {
  final Rewriting rewriting;
  final SourceView code;
  final Units units;
  final Step.Split step;
  final int owner;
  final int file;
  final SplitMembers members;
  final NewSource source;

  /** The field that keeps the new object, and the method that hands it out. */
  final String field;

  Attributed all;
  LocatedTree tree;
  TreePath type;
  TypeElement element;
  SplitUses uses;
  SplitCreation creation;

  /** Fields that go and get their values in constructors alone. */
  final Set<Integer> handed = new TreeSet<>();

  /** Final fields of the old type whose values the new object is handed. */
  final List<Element> values = new ArrayList<>();

  /** Whether the new object knows the old one. */
  boolean reachesBack;

  /** The name by which it does. */
  String back;

  private Splitting(Rewriting rewriting, int owner, Step.Split step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.owner = owner;
    this.file = units.fileOf(owner);
    this.members = new SplitMembers(rewriting, step, owner);
    this.source = new NewSource(code, file, step.as());
    this.field = step.called().isEmpty() ? VariableNames.of(source.simpleName()) : step.called();
    this.back = VariableNames.of(units.simpleName(owner));
  }

  /**
   * Carries it out.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int owner, Step.Split step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    Splitting splitting = new Splitting(rewriting, owner, step);
    splitting.place();
    splitting.members.choose();
    splitting.clash();
    if (rewriting.isFine()) {
      String path = survey.units().name(splitting.file);
      readings.of(
          sources,
          Set.of(path),
          attributed -> {
            splitting.all = attributed;
            splitting.tree = attributed.file(path);
            splitting.run();
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  private void place() {
    boolean possible = source.isPossible();
    if (!possible || units.has(owner, Trait.INTERFACE)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          possible
              ? units.name(owner) + " cannot be split."
              : "'" + step.as() + "' is no name of a type that could be made there.",
          code.declaration(owner));
    } else if (units.find(step.as(), Level.TYPE) >= 0 || code.sources().exists(source.path())) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH, "There is " + step.as() + " already.", code.declaration(owner));
    }
  }

  /** Refuses the name of the field, or of what hands it out, where something else has it. */
  private void clash() {
    for (int member : units.children(owner)) {
      String name = units.simpleName(member);
      boolean same = name.equals(field) || name.equals(field + "()");
      if (same && (!members.has(member) || members.leavesForward(member))) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            units.name(owner) + " has " + name + " already; add 'called: …' with another name.",
            code.declaration(member));
      }
    }
  }

  private void run() {
    element = all.elements().getTypeElement(units.name(owner));
    TreePath named = tree == null ? null : tree.enclosing(units.nameAt(owner), ClassTree.class);
    if (named == null || element == null) {
      rewriting.refuseHalfRead(file, code.declaration(owner));
      return;
    }
    type = named;
    uses = new SplitUses(all, tree, element);
    for (int member : members.inOrder()) {
      TreePath declared =
          tree.enclosing(units.nameAt(member), MethodTree.class, VariableTree.class);
      if (declared == null) {
        rewriting.refuseHalfRead(file, code.declaration(member));
        return;
      }
      uses.scan(declared);
    }
    for (Tree one : uses.supers()) {
      rewriting.refuse(
          RefusalCode.SUPER_CALL, "What 'super' means would be lost.", site(tree.begin(one)));
    }
    reach();
    if (rewriting.isFine()) {
      create();
    }
    if (rewriting.isFine()) {
      SplitAccess access = new SplitAccess(this);
      access.judge();
      if (rewriting.isFine()) {
        new SplitUsers(this, access).write();
        new SplitSource(this, access).write();
        access.tell();
      }
    }
  }

  Site site(int at) {
    return code.site(file, code.tokens(file).from(at));
  }

  // ---- what the new type needs of the old one

  /** The unit of a member; -1 for one that has none. */
  int unit(Element member) {
    return member.getEnclosingElement() instanceof TypeElement
        ? units.find(ElementNames.of(member), Level.MEMBER)
        : -1;
  }

  boolean goes(Element member) {
    int unit = unit(member);
    return unit >= 0 && members.has(unit);
  }

  /** Whether a use is of the old object, which the new one would have to know. */
  boolean isBack(SplitUses.Use use) {
    return !use.isStatic()
        && !goes(use.member())
        && (use.form() == SplitUses.Form.PLAIN || use.form() == SplitUses.Form.THIS);
  }

  /** Finds out how what goes reaches what stays. */
  private void reach() {
    Set<Element> wanted = new LinkedHashSet<>();
    boolean onlyValues = uses.selves().isEmpty() && uses.inner().isEmpty();
    for (SplitUses.Use use : uses.uses()) {
      if (isBack(use)) {
        wanted.add(use.member());
        onlyValues &=
            use.member().getKind().isField()
                && use.member().getModifiers().contains(Modifier.FINAL)
                && element.equals(use.member().getEnclosingElement());
      }
    }
    alone();
    if (onlyValues) {
      values.addAll(wanted);
    } else {
      reachesBack = true;
      Set<String> names = new TreeSet<>();
      wanted.forEach(one -> names.add(one.getSimpleName().toString()));
      rewriting.tell(
          source.simpleName()
              + " goes on needing its "
              + units.simpleName(owner)
              + (names.isEmpty() ? "." : " for " + BundleType.words(List.copyOf(names)) + "."));
    }
  }

  /** Tells of what stays, and only what goes needs. */
  private void alone() {
    Set<String> names = new TreeSet<>();
    for (SplitUses.Use use : uses.uses()) {
      int unit = unit(use.member());
      boolean hidden = unit >= 0 && !members.has(unit) && units.has(unit, Trait.PRIVATE);
      boolean only = hidden;
      for (int r : hidden ? code.references().to(unit) : new int[0]) {
        only &=
            !SplitAccess.isCode(code.references().kind(r))
                || members.has(code.references().from(r));
      }
      if (only) {
        names.add(units.simpleName(unit));
      }
    }
    if (!names.isEmpty()) {
      rewriting.tell(
          "Nothing that stays needs "
              + BundleType.words(List.copyOf(names))
              + "; name it in 'out' to take it along.");
    }
  }

  /** Finds out where the new object is made. */
  private void create() {
    Set<String> names = new TreeSet<>();
    for (int member : members.instance()) {
      if (isHanded(member)) {
        handed.add(member);
        names.add(units.simpleName(member));
      }
    }
    Set<String> needed = new TreeSet<>();
    for (Element value : values) {
      if (initializer(value) == null) {
        needed.add(value.getSimpleName().toString());
      }
    }
    creation =
        new SplitCreation(
            all,
            tree,
            type,
            names::contains,
            needed::contains,
            this::goes,
            one -> unit(one) >= 0 && units.begin(unit(one)) >= 0);
    creation.find(names.size() + needed.size(), fieldAt());
    fromAbove();
    creation.judgeStarts();
    SplitCreation.Problem problem = creation.problem();
    if (problem != null && !(problem.isOfTime() && step.may(Leave.PURE))) {
      String believed = " With 'pure: true' that is taken for nothing that anybody sees.";
      rewriting.refuse(
          problem.isOfTime() ? RefusalCode.EVALUATION_ORDER : RefusalCode.NOT_YET,
          problem.says() + (problem.isOfTime() ? believed : ""),
          site(problem.at()));
    }
  }

  /** Where the field is declared: in the place of the first that goes, or behind all fields. */
  private int fieldAt() {
    int last = 0;
    for (int member : units.children(owner)) {
      last = units.has(member, Trait.FIELD) ? Math.max(last, units.end(member)) : last;
    }
    return members.instance().stream()
        .filter(one -> units.has(one, Trait.FIELD))
        .map(units::begin)
        .findFirst()
        .orElse(last + 1);
  }

  /** A class above whose constructor calls what is overridden here would come too early. */
  private void fromAbove() {
    for (int above : hasObjects() ? code.allSupertypes(owner) : Set.<Integer>of()) {
      for (int maker : units.children(above)) {
        boolean runs =
            !units.has(above, Trait.FOREIGN)
                && (units.has(maker, Trait.CONSTRUCTOR) || units.has(maker, Trait.FIELD));
        for (int r = units.level(maker) == Level.MEMBER && runs ? code.references().row(maker) : 0;
            runs && r < code.references().row(maker + 1);
            r++) {
          overridden(code.references().target(r), maker);
        }
      }
    }
  }

  private void overridden(int called, int maker) {
    boolean ofObjects = units.has(called, Trait.METHOD) && !units.has(called, Trait.STATIC);
    for (int method : ofObjects ? MemberFamily.of(code, called).members() : Set.<Integer>of()) {
      if (units.parent(method) == owner) {
        rewriting.refuse(
            RefusalCode.EVALUATION_ORDER,
            units.name(maker) + " calls this before they would be there.",
            code.declaration(method));
      }
    }
  }

  /** Whether a field that goes gets its value in constructors alone. */
  private boolean isHanded(int member) {
    VariableTree declared = variable(member);
    return declared != null && units.has(member, Trait.FINAL) && declared.getInitializer() == null;
  }

  private VariableTree variable(int member) {
    return units.has(member, Trait.FIELD)
        ? (VariableTree) tree.enclosing(units.nameAt(member), VariableTree.class).getLeaf()
        : null;
  }

  private Tree initializer(Element value) {
    int unit = unit(value);
    return unit < 0 ? null : variable(unit).getInitializer();
  }

  /** Fields that go and whose values the new object is handed, in the order of the first place. */
  List<Element> handed() {
    List<Element> handed = new ArrayList<>();
    if (!creation.places().isEmpty()) {
      for (String name : creation.places().get(0).values().keySet()) {
        handed.add(fieldOf(name));
      }
    }
    return handed;
  }

  private Element fieldOf(String name) {
    return element.getEnclosedElements().stream()
        .filter(one -> one.getKind().isField() && one.getSimpleName().contentEquals(name))
        .findFirst()
        .orElseThrow();
  }

  // ---- the new type

  /** Whether objects of the new type are made. */
  boolean hasObjects() {
    return !members.instance().isEmpty();
  }

  /** The type parameters of the old type that the new one needs, too. */
  List<? extends TypeParameterElement> generics() {
    if (reachesBack) {
      return element.getTypeParameters();
    }
    Set<String> needed = new TreeSet<>();
    uses.variables().forEach(one -> needed.add(one.getSimpleName().toString()));
    List<TypeMirror> open = new ArrayList<>();
    values.forEach(one -> open.add(one.asType()));
    element.getTypeParameters().stream()
        .filter(one -> needed.contains(one.getSimpleName().toString()))
        .forEach(one -> open.addAll(one.getBounds()));
    for (TypeMirror one : open) {
      needed.addAll(Naming.variables(one));
    }
    return element.getTypeParameters().stream()
        .filter(one -> needed.contains(one.getSimpleName().toString()))
        .toList();
  }

  /** Its type arguments; empty for none. */
  String arguments() {
    return Naming.arguments(generics());
  }

  /** The full name of its constructor, or of itself where that is not written. */
  String maker() {
    List<TypeMirror> types = new ArrayList<>();
    handed().forEach(one -> types.add(one.asType()));
    values.forEach(one -> types.add(one.asType()));
    if (reachesBack) {
      types.add(element.asType());
    }
    return types.isEmpty()
        ? step.as()
        : step.as() + "#" + source.simpleName() + "(" + ElementNames.simple(types) + ")";
  }

  /** The name that a member's unit has afterwards, by its name before. */
  String after(String name) {
    int unit = units.find(name, Level.MEMBER);
    return unit >= 0 && members.has(unit) ? members.after(unit) : name;
  }

  /** Whether the new type is in the package of the old one. */
  boolean isBeside() {
    return source.packageName().equals(code.packageBefore(owner));
  }

  /** What a user has to be allowed to see a member of the new type. */
  Access needed(int user) {
    return source.packageName().equals(code.packageBefore(user)) ? Access.PACKAGE : Access.PUBLIC;
  }

  boolean mayWiden(Access to) {
    return to != Access.PUBLIC || step.may(Leave.WIDEN);
  }

  /** The name of a member without its parameters. */
  String bare(int member) {
    return MemberNames.bare(units.simpleName(member));
  }
}

package dev.vinesorter.java.seam;

import com.sun.source.tree.AssignmentTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionStatementTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * Methods of several classes that read the same become one method of a class above them. Methods of
 * each class that it calls become abstract there; fields that each class has go along.
 */
final class PulledUp {
  /** The longest documentation that is told, in chars. */
  private static final int MOST_TOLD = 300;

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Base step;
  private final List<Integer> methods;
  private final Layout layout;

  /** The class above; -1 where it is new. */
  private final int there;

  private final NewSource source;
  private Attributed all;
  private List<Sibling> siblings;
  private Sibling first;
  private PulledFields fields;

  /** The class that the new one is below, or the one that is there. */
  private TypeElement above;

  /** What the method names of its own class: methods that become abstract. */
  private final Map<String, ExecutableElement> hooks = new LinkedHashMap<>();

  /** The fields that go along, by their names. */
  private final Map<String, Element> state = new LinkedHashMap<>();

  /** Interfaces of all the classes that the new one needs, and that they have of it then. */
  private final List<DeclaredType> interfaces = new ArrayList<>();

  /** Type parameters of the first class that the new one needs. */
  private List<? extends TypeParameterElement> generics = List.of();

  /** What units are called afterwards. */
  private final Map<String, String> now = new TreeMap<>();

  private PulledUp(Rewriting rewriting, List<Integer> methods, Step.Base step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.methods = methods;
    this.layout = new Layout(code);
    this.there = units.find(step.as(), Level.TYPE);
    this.source = there < 0 ? new NewSource(code, units.fileOf(methods.get(0)), step.as()) : null;
  }

  /**
   * Carries it out.
   *
   * @param methods one of each class, all alike
   */
  static Result carryOut(
      Survey survey, List<Integer> methods, Step.Base step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    PulledUp pulled = new PulledUp(rewriting, methods, step);
    pulled.place();
    if (rewriting.isFine()) {
      Set<String> files = Sibling.files(survey.units(), methods);
      if (pulled.there >= 0) {
        files.add(survey.units().name(survey.units().fileOf(pulled.there)));
      }
      readings.of(
          sources,
          files,
          attributed -> {
            pulled.all = attributed;
            pulled.run();
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  // ---- where it goes

  private void place() {
    if (there < 0) {
      boolean taken = source.isPossible() && code.sources().exists(source.path());
      boolean nested = units.find(source.packageName(), Level.TYPE) >= 0;
      if (!source.isPossible() || nested) {
        rewriting.refuse(
            RefusalCode.BAD_TARGET,
            "'" + step.as() + "' cannot be the full name of a new outermost class here.",
            code.declaration(methods.get(0)));
      } else if (taken) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            "There is " + source.path() + " already.",
            code.declaration(methods.get(0)));
      }
      return;
    }
    for (int method : methods) {
      int type = units.parent(method);
      boolean isAbove =
          code.allSupertypes(type).contains(there)
              && !units.has(there, Trait.INTERFACE)
              && !units.has(there, Trait.FOREIGN)
              && there != type;
      if (!isAbove) {
        rewriting.refuse(
            RefusalCode.BAD_TARGET,
            step.as() + " is no class of yours above " + units.name(type) + ".",
            code.declaration(method));
        return;
      }
    }
  }

  private void run() {
    siblings = Sibling.of(rewriting, all, methods);
    if (siblings.isEmpty()) {
      return;
    }
    first = siblings.get(0);
    fields = new PulledFields(rewriting, all, siblings, step.as());
    Differences differences =
        new Differences(
            all, siblings.stream().map(one -> one.side(code)).toList(), fields::willBeOne);
    List<List<Stretch.Range>> places = differences.each();
    if (places == null || !places.isEmpty()) {
      rewriting.refuse(
          RefusalCode.NOT_ALIKE,
          "What is left of the methods still differs.",
          code.declaration(first.method()));
      return;
    }
    above = there < 0 ? commonSuperclass() : all.elements().getTypeElement(step.as());
    if (above == null) {
      return;
    }
    comments();
    uses();
    if (rewriting.isFine()) {
      declared();
    }
    if (rewriting.isFine()) {
      write();
    }
  }

  /** What all the classes extend; null where that differs, or is known to each of them alone. */
  private TypeElement commonSuperclass() {
    TypeMirror superclass = first.owner().getSuperclass();
    for (Sibling other : siblings) {
      boolean same =
          other.owner().getSuperclass().toString().equals(superclass.toString())
              && superclass instanceof DeclaredType;
      if (!same) {
        rewriting.refuse(
            RefusalCode.NOT_ALIKE,
            units.name(first.type())
                + " extends "
                + superclass
                + ", and "
                + units.name(other.type())
                + " "
                + other.owner().getSuperclass()
                + "; a class above both cannot extend the two.",
            code.declaration(other.type()));
        return null;
      }
    }
    return (TypeElement) ((DeclaredType) superclass).asElement();
  }

  /** Refuses comments inside of a method that the first one has not. */
  private void comments() {
    Set<String> kept = new TreeSet<>(comments(first).values());
    for (Sibling other : siblings) {
      comments(other)
          .forEach(
              (at, comment) -> {
                if (!kept.contains(comment)) {
                  rewriting.refuse(
                      RefusalCode.NOT_ALIKE,
                      "This comment stands in "
                          + units.name(other.method())
                          + " alone, and would be lost; take it to "
                          + units.name(first.method())
                          + " or away first.",
                      code.site(other.file(), code.tokens(other.file()).from(at)));
                }
              });
    }
  }

  private Map<Integer, String> comments(Sibling of) {
    Map<Integer, String> found = new TreeMap<>();
    JavaTokens tokens = code.tokens(of.file());
    for (int n = 0; n < tokens.comments(); n++) {
      if (tokens.commentBegin(n) > units.nameAt(of.method())
          && tokens.commentEnd(n) < units.end(of.method())) {
        String text = code.text(of.file());
        found.put(
            tokens.commentBegin(n),
            text.substring(tokens.commentBegin(n), tokens.commentEnd(n)).replaceAll("\\s+", " "));
      }
    }
    return found;
  }

  // ---- what goes along

  private SplitUses usesOf(Sibling one) {
    SplitUses uses = new SplitUses(all, one.tree(), one.owner());
    uses.scan(one.path());
    return uses;
  }

  private void uses() {
    SplitUses uses = usesOf(first);
    String owner = units.name(first.type());
    for (Sibling one : siblings) {
      renamed(one, first.executable());
    }
    for (SplitUses.Use use : uses.uses()) {
      Element member = use.member();
      if (!first.owner().equals(member.getEnclosingElement())
          || member.equals(first.executable())) {
        continue;
      }
      String name = ElementNames.of(member).substring(owner.length() + 1);
      if (member.getKind() == ElementKind.FIELD) {
        state.put(name, member);
        siblings.forEach(one -> now.put(units.name(one.type()) + "#" + name, after(name)));
      } else {
        hooks.put(name, (ExecutableElement) member);
      }
    }
    if (there < 0) {
      interfaces(uses);
    }
    generics(uses);
    privates(uses);
  }

  /** Refuses types that are known in their outermost class alone, which the class above is not. */
  private void privates(SplitUses uses) {
    Set<Element> named = new LinkedHashSet<>();
    uses.types().forEach(one -> named.add(one.element()));
    interfaces.forEach(one -> named.add(one.asElement()));
    for (Element one : named) {
      int unit = units.find(((TypeElement) one).getQualifiedName().toString(), Level.TYPE);
      boolean near = there >= 0 && unit >= 0 && units.topTypeOf(there) == units.topTypeOf(unit);
      if (one.getModifiers().contains(Modifier.PRIVATE) && !near) {
        rewriting.refuse(
            RefusalCode.ACCESS,
            one + " is private, and " + step.as() + " could not name it.",
            code.declaration(first.method()));
        return;
      }
    }
  }

  /** Finds the interfaces that the new class needs, since the method or a field does. */
  private void interfaces(SplitUses uses) {
    List<ExecutableElement> methods = new ArrayList<>(hooks.values());
    methods.add(first.executable());
    for (TypeMirror one : first.owner().getInterfaces()) {
      boolean common =
          siblings.stream()
              .allMatch(
                  other ->
                      other.owner().getInterfaces().stream()
                          .anyMatch(same -> same.toString().equals(one.toString())));
      boolean stored = !state.isEmpty() && isStored(one);
      boolean needed =
          stored
              || !uses.selves().isEmpty()
              || methods.stream().anyMatch(m -> overridden(m, one) != null);
      if (common && needed && one instanceof DeclaredType declared) {
        interfaces.add(declared);
      }
    }
    boolean lost =
        !state.isEmpty()
            && isStored(first.owner().asType())
            && !isStored(above.asType())
            && interfaces.stream().noneMatch(this::isStored);
    if (lost) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "Objects of "
              + units.name(first.type())
              + " may be stored, and "
              + step.as()
              + " would not say so of "
              + String.join(", ", state.keySet())
              + ".",
          code.declaration(first.type()));
    }
    for (Sibling one : siblings) {
      if (!state.isEmpty() && isStored(one.owner().asType())) {
        rewriting.tell(
            "Objects of "
                + units.name(one.type())
                + " that were stored before lose "
                + String.join(", ", state.keySet())
                + " when they are read.");
      }
    }
  }

  private boolean isStored(TypeMirror type) {
    TypeElement stored = all.elements().getTypeElement("java.io.Serializable");
    return stored != null
        && all.types().isSubtype(all.types().erasure(type), all.types().erasure(stored.asType()));
  }

  /** Finds the type parameters that are named, which each of the classes must have. */
  private void generics(SplitUses uses) {
    Set<String> needed = new TreeSet<>();
    uses.variables().forEach(one -> needed.add(one.getSimpleName().toString()));
    List<TypeMirror> open = new ArrayList<>(interfaces);
    state.values().forEach(one -> open.add(one.asType()));
    if (there < 0) {
      open.add(first.owner().getSuperclass());
    }
    for (ExecutableElement hook : hooks.values()) {
      open.add(hook.getReturnType());
      hook.getParameters().forEach(one -> open.add(one.asType()));
    }
    open.forEach(one -> needed.addAll(Naming.variables(one)));
    for (TypeParameterElement one : first.owner().getTypeParameters()) {
      if (needed.contains(one.getSimpleName().toString())) {
        one.getBounds().forEach(bound -> needed.addAll(Naming.variables(bound)));
      }
    }
    generics =
        first.owner().getTypeParameters().stream()
            .filter(one -> needed.contains(one.getSimpleName().toString()))
            .toList();
    for (TypeParameterElement one : generics) {
      for (Sibling other : siblings) {
        if (!has(other, one)) {
          rewriting.refuse(
              RefusalCode.GENERIC_OWNER,
              "The method needs "
                  + one
                  + ", a type parameter of "
                  + units.name(first.type())
                  + " that "
                  + (there < 0 ? units.name(other.type()) : step.as())
                  + " has not.",
              code.declaration(other.method()));
          return;
        }
      }
    }
  }

  /** Whether a class, and the one above where that is there, has a type parameter by that name. */
  private boolean has(Sibling other, TypeParameterElement one) {
    boolean own =
        other.owner().getTypeParameters().stream()
            .anyMatch(
                same ->
                    same.getSimpleName().equals(one.getSimpleName())
                        && same.getBounds().toString().equals(one.getBounds().toString()));
    if (!own || there < 0) {
      return own;
    }
    boolean direct =
        other.owner().getSuperclass() instanceof DeclaredType superclass
            && superclass.asElement().equals(above);
    List<? extends TypeMirror> given =
        direct ? ((DeclaredType) other.owner().getSuperclass()).getTypeArguments() : List.of();
    for (int n = 0; n < given.size(); n++) {
      if (given.get(n).toString().equals(one.getSimpleName().toString())
          && above.getTypeParameters().get(n).getSimpleName().equals(one.getSimpleName())) {
        return true;
      }
    }
    return false;
  }

  private void renamed(Sibling one, ExecutableElement method) {
    String name = ElementNames.of(method);
    String simple = name.substring(name.indexOf('#') + 1);
    now.put(units.name(one.type()) + "#" + simple, after(simple));
  }

  private String after(String simple) {
    return step.as() + "#" + simple;
  }

  /** A method that the class above has by now, or inherits; null for none. */
  private ExecutableElement inherited(ExecutableElement method) {
    ExecutableElement found = overridden(method, above.asType());
    for (DeclaredType one : interfaces) {
      found = found == null ? overridden(method, one) : found;
    }
    return found;
  }

  /** Whether a method overrides another one also where it is a member of the class above. */
  private boolean isOverriding(ExecutableElement method) {
    return there < 0
        ? inherited(method) != null
        : all.types().directSupertypes(above.asType()).stream()
            .anyMatch(one -> overridden(method, one) != null);
  }

  /** A method of a type that another one overrides; null for none. */
  private ExecutableElement overridden(ExecutableElement method, TypeMirror type) {
    TypeElement of = (TypeElement) ((DeclaredType) type).asElement();
    for (ExecutableElement one : ElementFilter.methodsIn(all.elements().getAllMembers(of))) {
      if (one.getSimpleName().equals(method.getSimpleName())
          && !one.getModifiers().contains(Modifier.STATIC)
          && !one.getModifiers().contains(Modifier.PRIVATE)
          && all.elements().overrides(method, one, first.owner())) {
        return one;
      }
    }
    return null;
  }

  /** Whether the class above can have what it gets. */
  private void declared() {
    ExecutableElement known = inherited(first.executable());
    boolean own = known != null && there >= 0 && known.getEnclosingElement().equals(above);
    if (own && !known.getModifiers().contains(Modifier.ABSTRACT)) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH,
          ElementNames.of(known) + " is there already, and does something.",
          code.declaration(units.find(ElementNames.of(known), Level.MEMBER)));
    }
    for (String name : state.keySet()) {
      if (there >= 0 && units.find(after(name), Level.MEMBER) >= 0) {
        rewriting.refuse(
            RefusalCode.NAME_CLASH,
            after(name) + " is there already.",
            code.declaration(units.find(after(name), Level.MEMBER)));
      }
    }
    List<String> fresh = new ArrayList<>();
    hooks.forEach(
        (name, method) -> {
          ExecutableElement there = inherited(method);
          if (there == null) {
            fresh.add(name);
          }
          now.put(
              units.name(first.type()) + "#" + name,
              there == null ? after(name) : ElementNames.of(there));
        });
    if (there >= 0 && !fresh.isEmpty()) {
      canBeAbstract(fresh.get(0));
    }
    if (there >= 0 && known == null) {
      others();
    }
  }

  /** An abstract method needs a class that is abstract, and no others below it. */
  private void canBeAbstract(String name) {
    if (!units.has(there, Trait.ABSTRACT)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(there) + " is not abstract, and would have to do something for " + name + ".",
          code.declaration(there));
      return;
    }
    for (int sub : code.subtypes(there)) {
      boolean covered =
          units.has(sub, Trait.ABSTRACT)
              || siblings.stream()
                  .anyMatch(one -> one.type() == sub || code.isSubtype(sub, one.type()));
      if (!covered) {
        rewriting.refuse(
            RefusalCode.BAD_TARGET,
            units.name(sub)
                + " is below "
                + units.name(there)
                + " as well, and would have to do something for "
                + name
                + ".",
            code.declaration(sub));
        return;
      }
    }
  }

  /** Other classes below get the method as well; in none may it take the place of another. */
  private void others() {
    String simple = units.simpleName(first.method());
    for (int sub : code.subtypes(there)) {
      boolean sibling =
          siblings.stream().anyMatch(one -> one.type() == sub || code.isSubtype(sub, one.type()));
      for (int up : sibling ? Set.<Integer>of() : code.allSupertypes(sub)) {
        int other = units.find(units.name(up) + "#" + simple, Level.MEMBER);
        if (other >= 0 && !code.allSupertypes(there).contains(up) && up != there) {
          rewriting.refuse(
              RefusalCode.OVERRIDE_GAINED,
              units.name(sub) + " has " + units.name(other) + ", and would get another one.",
              code.declaration(sub));
        }
      }
    }
  }

  // ---- access

  /** What a member needs to be seen by the classes from the one above, or the other way round. */
  private Access needed(int member) {
    Access has = Access.of(units, member);
    boolean near =
        siblings.stream().allMatch(one -> code.packageBefore(one.type()).equals(packageOfBase()));
    boolean enough = has.compareTo(Access.PACKAGE) > 0 || has == Access.PACKAGE && near;
    return enough ? has : Access.PROTECTED;
  }

  private String packageOfBase() {
    return there < 0 ? source.packageName() : code.packageBefore(there);
  }

  /** What a member gets; a member that gets less private needs the leave for that. */
  private Access given(int member, String now) {
    Access needed = needed(member);
    if (needed != Access.of(units, member)) {
      if (!step.may(Leave.WIDEN)) {
        rewriting.refuse(
            RefusalCode.ACCESS,
            units.name(member)
                + " would have to be "
                + needed.shown()
                + ". Say 'widen: true' if it may.",
            code.declaration(member));
      }
      rewriting.widens(now, needed.shown());
    }
    return needed;
  }

  // ---- the edits

  private void write() {
    Naming naming =
        there < 0 ? source.naming() : new Naming(code, rewriting.names(), units.fileOf(there));
    PulledText text = new PulledText(rewriting, first, source, there, naming, step.as(), now);
    Map<String, Access> ofHooks = new LinkedHashMap<>();
    hooks.keySet().forEach(name -> ofHooks.put(name, hook(name)));
    Map<String, Access> ofFields = new LinkedHashMap<>();
    state.keySet().forEach(name -> ofFields.put(name, ofField(name)));
    Access ofMethod = ofMethod();
    if (!rewriting.isFine()) {
      return;
    }
    String in = there < 0 ? layout.step(first.file()) : layout.memberIndent(there);
    List<Written> ofState = new ArrayList<>();
    ofFields.forEach(
        (name, access) -> {
          int field = units.find(units.name(first.type()) + "#" + name, Level.MEMBER);
          ofState.add(text.member(field, usesOf(field), access, in, Set.of(after(name)), true));
        });
    Written method =
        text.member(
            first.method(),
            usesOf(first),
            ofMethod,
            in,
            meansAbove(first.executable()),
            isOverriding(first.executable()));
    List<Written> ofParts = new ArrayList<>();
    ofHooks.forEach(
        (name, access) -> {
          if (inherited(hooks.get(name)) == null) {
            ofParts.add(hookAbove(naming, hooks.get(name), access));
          }
        });
    if (!rewriting.isFine()) {
      return;
    }
    if (there < 0) {
      file(naming, ofState, method, ofParts, in);
    } else {
      inside(ofState, method, ofParts, in);
    }
    siblings.forEach(this::below);
  }

  private SplitUses usesOf(int field) {
    SplitUses uses = new SplitUses(all, first.tree(), first.owner());
    uses.scan(fields.declaration(first, field));
    return uses;
  }

  /** The access of one of the methods that become abstract: the least that all of them have. */
  private Access hook(String name) {
    Access least = Access.PUBLIC;
    for (Sibling one : siblings) {
      int unit = units.find(units.name(one.type()) + "#" + name, Level.MEMBER);
      Access access = given(unit, units.name(unit));
      least = access.compareTo(least) < 0 ? access : least;
    }
    return least;
  }

  private Access ofMethod() {
    Access most = Access.PRIVATE;
    for (Sibling one : siblings) {
      Access access =
          Access.of(units, one.method()) == Access.PRIVATE && !isNamedElsewhere(one.method())
              ? Access.PRIVATE
              : given(one.method(), after(units.simpleName(one.method())));
      most = Access.wider(most, access);
    }
    return most;
  }

  private Access ofField(String name) {
    Access most = Access.PRIVATE;
    for (Sibling one : siblings) {
      int unit = units.find(units.name(one.type()) + "#" + name, Level.MEMBER);
      boolean stays =
          Access.of(units, unit) == Access.PRIVATE
              && !isNamedElsewhere(unit)
              && (fields.filled(name) == PulledFields.Filled.HANDED);
      boolean unseen = Access.of(units, unit) == Access.PRIVATE && !isNamedElsewhere(unit);
      most = Access.wider(most, stays || unseen ? Access.PRIVATE : given(unit, after(name)));
    }
    return most;
  }

  /** Whether code that stays names a member. */
  private boolean isNamedElsewhere(int member) {
    References references = code.references();
    Sibling of =
        siblings.stream().filter(one -> one.type() == units.parent(member)).findFirst().get();
    Set<Integer> handing = handing(of, units.simpleName(member));
    for (int r : references.to(member)) {
      int from = references.from(r);
      if (references.kind(r) != Kind.MENTIONS
          && from != of.method()
          && !handing.contains(references.at(r))
          && from != member) {
        return true;
      }
    }
    return false;
  }

  /** Where constructors name a field that they hand on afterwards. */
  private Set<Integer> handing(Sibling of, String field) {
    Set<Integer> found = new TreeSet<>();
    boolean handed = state.containsKey(field) && fields.filled(field) == PulledFields.Filled.HANDED;
    Map<MethodTree, ExpressionStatementTree> all =
        handed ? fields.assignments(of, field) : Map.of();
    for (ExpressionStatementTree set : all.values()) {
      AssignmentTree assignment = (AssignmentTree) set.getExpression();
      found.add(of.tree().end(assignment.getVariable()) - field.length());
    }
    return found;
  }

  /** What the name of the method means in the class above. */
  private Set<String> meansAbove(ExecutableElement method) {
    Set<String> means = new TreeSet<>();
    for (String old :
        rewriting.means(
            first.file(), units.nameAt(first.method()), units.nameAt(first.method()) + 1)) {
      int hash = old.indexOf('#');
      TypeElement of = hash < 0 ? null : all.elements().getTypeElement(old.substring(0, hash));
      boolean stays = of != null && !(there >= 0 && of.equals(above)) && isAbove(of);
      if (stays) {
        means.add(old);
      }
    }
    return means;
  }

  /** Whether the class above, or the new one, is below a type. */
  private boolean isAbove(TypeElement of) {
    List<TypeMirror> all = new ArrayList<>(interfaces);
    all.add(above.asType());
    return all.stream()
        .anyMatch(
            one ->
                this.all
                    .types()
                    .isSubtype(
                        this.all.types().erasure(one), this.all.types().erasure(of.asType())));
  }

  /** An abstract method, without the blanks before it. */
  private Written hookAbove(Naming naming, ExecutableElement method, Access access) {
    ExecutableType type = (ExecutableType) method.asType();
    Written signature = naming.signature(method, type);
    Written gives = naming.of(method.getReturnType());
    if (signature == null || gives == null) {
      rewriting.refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type of " + ElementNames.of(method) + " has no name that could be written.",
          code.declaration(first.method()));
      return Written.NONE;
    }
    Written generics = naming.typeParameters(method.getTypeParameters());
    String word = access == Access.PACKAGE ? "" : access.shown() + " ";
    return Written.of(word + "abstract ")
        .and(generics)
        .and(generics == Written.NONE ? "" : " ")
        .and(gives)
        .and(" " + method.getSimpleName())
        .and(signature)
        .and(";");
  }

  private void file(
      Naming naming, List<Written> ofState, Written method, List<Written> parts, String in) {
    Set<String> shown = new LinkedHashSet<>();
    siblings.forEach(one -> shown.add("{@link " + source.shown(one.type()) + "}"));
    List<String> names = new ArrayList<>(shown);
    String last = names.remove(names.size() - 1);
    boolean open =
        siblings.stream()
            .anyMatch(
                one ->
                    units.has(one.type(), Trait.PUBLIC)
                        || !code.packageBefore(one.type()).equals(source.packageName()));
    PulledConstructors constructors = constructors();
    Written text =
        Written.of(
                "/** What "
                    + String.join(", ", names)
                    + " and "
                    + last
                    + " have in common. */\n"
                    + (open ? "public " : "")
                    + "abstract class ")
            .and(constructors.name())
            .and(naming.typeParameters(generics));
    if (!above.getQualifiedName().contentEquals("java.lang.Object")) {
      text = text.and(" extends ").and(naming.of(first.owner().getSuperclass()));
    }
    if (!interfaces.isEmpty()) {
      List<Written> all = interfaces.stream().map(naming::of).toList();
      text = text.and(" implements ").and(Written.joined(all, ", "));
    }
    text = text.and(" {\n");
    for (Written one : ofState) {
      text = text.and(in).and(one).and("\n");
    }
    boolean begun = !ofState.isEmpty();
    for (Written made : constructors.above(naming, in)) {
      text = text.and(begun ? "\n" : "").and(made).and("\n");
      begun = true;
    }
    text = text.and((begun ? "\n" : "") + in).and(method).and("\n");
    for (Written one : parts) {
      text = text.and("\n" + in).and(one).and("\n");
    }
    rewriting.newFile(source.path(), source.text(text.and("}\n")));
    rewriting.rewrites(step.as());
  }

  private PulledConstructors constructors() {
    return new PulledConstructors(rewriting, all, fields, siblings, handed(), step.as());
  }

  /** The fields that constructors hand on, in their order. */
  private List<String> handed() {
    return state.keySet().stream()
        .filter(name -> fields.filled(name) == PulledFields.Filled.HANDED)
        .toList();
  }

  private void inside(List<Written> ofState, Written method, List<Written> parts, String in) {
    int file = units.fileOf(there);
    String end = layout.lineEnd(file);
    Patch patch = rewriting.in(file);
    ExecutableElement known = inherited(first.executable());
    boolean own = known != null && known.getEnclosingElement().equals(above);
    if (known != null && !own) {
      rewriting.comesBetween(after(units.simpleName(first.method())), ElementNames.of(known));
    }
    Written rest = Written.NONE;
    Layout.Spot spot = layout.last(there);
    boolean blank = spot.blankBefore();
    for (Written one : ofState) {
      rest = rest.and(end + (blank ? end : "") + in).and(one.withLineEnd(end));
      blank = false;
    }
    blank |= !ofState.isEmpty();
    if (own) {
      int old = units.find(ElementNames.of(known), Level.MEMBER);
      MemberRegion region = MemberRegion.of(code, old);
      int begin = TextLines.behindBlanks(code.text(file), region.begin());
      int past = region.end();
      boolean documented =
          ParameterTag.comment(code.text(file), code.tokens(file), units.begin(old)) != null;
      patch.replace(documented ? units.begin(old) : begin, past, method.withLineEnd(end));
    } else {
      rest = rest.and(end + (blank ? end : "") + in).and(method.withLineEnd(end));
      blank = true;
    }
    for (Written one : parts) {
      rest = rest.and(end + (blank ? end : "") + in).and(one);
      blank = true;
    }
    if (rest != Written.NONE) {
      patch.insert(spot.at(), rest);
    }
    rewriting.rewrites(after(units.simpleName(first.method())));
    hooks.keySet().forEach(name -> rewriting.rewrites(after(name)));
    state.keySet().forEach(name -> rewriting.rewrites(after(name)));
  }

  // ---- the classes below

  private void below(Sibling one) {
    Patch patch = rewriting.in(one.file());
    List<Integer> gone = new ArrayList<>(List.of(one.method()));
    for (String name : state.keySet()) {
      gone.add(units.find(units.name(one.type()) + "#" + name, Level.MEMBER));
    }
    TakenOut.from(rewriting, one.file(), TakenOut.of(code, one.file(), gone));
    toldOfDocumentation(one);
    hooks.forEach((name, method) -> below(one, name, method));
    if (there < 0) {
      extend(one, patch);
      constructors().below(one);
    }
    rewriting.rewrites(units.name(one.type()));
    if (there < 0) {
      callsAbove(one);
    }
    elsewhere(one.method(), one);
    state
        .keySet()
        .forEach(
            name -> elsewhere(units.find(units.name(one.type()) + "#" + name, Level.MEMBER), one));
  }

  /** In class files what a class calls of the one above is named by the next one above. */
  private void callsAbove(Sibling one) {
    TreePath owner = one.path().getParentPath();
    for (Tree member : ((ClassTree) owner.getLeaf()).getMembers()) {
      TreePath path = new TreePath(owner, member);
      SplitUses uses = new SplitUses(all, one.tree(), one.owner());
      uses.scan(path);
      Element declared = all.element(path);
      if (!uses.supers().isEmpty() && declared != null && !(declared instanceof TypeElement)) {
        rewriting.rewrites(ElementNames.of(declared));
      }
    }
  }

  /** What names a member that goes means that of the class above. */
  private void elsewhere(int member, Sibling of) {
    References references = code.references();
    String name = units.name(member);
    rewriting.rewrites(name);
    Set<Integer> handing = handing(of, units.simpleName(member));
    for (int r : references.to(member)) {
      int from = references.from(r);
      boolean goes =
          siblings.stream()
              .anyMatch(
                  one ->
                      from == one.method()
                          || state.containsKey(units.simpleName(from))
                              && units.parent(from) == one.type());
      if (!goes && references.kind(r) != Kind.MENTIONS && !handing.contains(references.at(r))) {
        int at = references.at(r);
        rewriting.meansInstead(units.fileOf(from), at, at + 1, name, Set.of(now.get(name)));
      }
    }
  }

  /** Tells what the documentation of a method said that is not that of the first one. */
  private void toldOfDocumentation(Sibling one) {
    String kept = documentation(first);
    String own = documentation(one);
    if (!own.isEmpty() && !own.equals(kept)) {
      rewriting.tell(
          "The documentation of "
              + units.name(one.method())
              + " goes, and says otherwise than that of "
              + units.name(first.method())
              + ": "
              + (own.length() > MOST_TOLD ? own.substring(0, MOST_TOLD) + "…" : own));
    }
  }

  /** The words of a method's documentation; empty for none. */
  private String documentation(Sibling of) {
    String text = code.text(of.file());
    int[] comment = ParameterTag.comment(text, code.tokens(of.file()), units.begin(of.method()));
    return comment == null
        ? ""
        : text.substring(comment[0] + 3, comment[1] - 2)
            .replaceAll("(?m)^[ \\t]*\\* ?", "")
            .replaceAll("\\s+", " ")
            .strip();
  }

  /** A method that the class above calls. */
  private void below(Sibling one, String name, ExecutableElement method) {
    int unit = units.find(units.name(one.type()) + "#" + name, Level.MEMBER);
    Access needed = needed(unit);
    if (needed != Access.of(units, unit)) {
      SplitOwner.modifiers(code, unit, needed, rewriting.in(one.file()));
    }
    if (inherited(method) != null) {
      return;
    }
    rewriting.alsoMeans(one.file(), units.nameAt(unit), after(name));
    TreePath path = one.tree().enclosing(units.nameAt(unit), MethodTree.class);
    boolean marked =
        ((MethodTree) path.getLeaf())
            .getModifiers().getAnnotations().stream()
                .anyMatch(an -> an.getAnnotationType().toString().endsWith("Override"));
    if (!marked) {
      int begin = one.tree().begin(path.getLeaf());
      String text = code.text(one.file());
      rewriting
          .in(one.file())
          .insert(
              begin,
              Written.of(
                  "@Override" + layout.lineEnd(one.file()) + Layout.indent(text, begin),
                  "java.lang.Override"));
    }
  }

  private void extend(Sibling one, Patch patch) {
    ClassTree declared = (ClassTree) one.path().getParentPath().getLeaf();
    Written name =
        Written.of(rewriting.names().in(one.file(), step.as()), step.as())
            .and(Naming.arguments(generics));
    withoutInterfaces(one, declared, patch);
    if (declared.getExtendsClause() != null) {
      patch.replace(
          one.tree().begin(declared.getExtendsClause()),
          one.tree().end(declared.getExtendsClause()),
          name);
      return;
    }
    JavaTokens tokens = code.tokens(one.file());
    int token = tokens.from(units.nameAt(one.type()));
    int depth = 0;
    while (depth > 0
        || !tokens.is(token, "{")
            && !tokens.is(token, "permits")
            && !tokens.is(token, "implements")) {
      depth += tokens.is(token, "<") ? 1 : tokens.is(token, ">") ? -1 : 0;
      token++;
    }
    patch.insert(tokens.end(token - 1), Written.of(" extends ").and(name));
  }

  /** Takes out what the new class implements. */
  private void withoutInterfaces(Sibling one, ClassTree declared, Patch patch) {
    List<? extends Tree> clause = declared.getImplementsClause();
    List<Tree> gone = new ArrayList<>();
    for (Tree named : clause) {
      TypeMirror type = all.type(new TreePath(one.path().getParentPath(), named));
      if (interfaces.stream().anyMatch(same -> same.toString().equals(String.valueOf(type)))) {
        gone.add(named);
      }
    }
    JavaTokens tokens = code.tokens(one.file());
    if (!gone.isEmpty() && gone.size() == clause.size()) {
      int word = tokens.from(one.tree().begin(clause.get(0))) - 1;
      patch.remove(tokens.end(word - 1), one.tree().end(clause.get(clause.size() - 1)));
      return;
    }
    int kept = gone.isEmpty() ? clause.size() : 0;
    while (kept < clause.size() && gone.contains(clause.get(kept))) {
      kept++;
    }
    if (kept > 0 && !gone.isEmpty()) {
      patch.remove(one.tree().begin(clause.get(0)), one.tree().begin(clause.get(kept)));
    }
    for (int n = kept + 1; n < clause.size(); n++) {
      if (gone.contains(clause.get(n))) {
        patch.remove(one.tree().end(clause.get(n - 1)), one.tree().end(clause.get(n)));
      }
    }
  }
}

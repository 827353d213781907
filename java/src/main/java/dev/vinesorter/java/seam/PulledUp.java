package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.syntax.JavaTokens;
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
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * Methods of several classes that read the same become one method of a class above them. Methods of
 * each class that it calls become abstract there; fields that each class has go along.
 */
final class PulledUp {
  final Rewriting rewriting;
  final SourceView code;
  final Units units;
  final Step.Base step;
  private final List<Integer> methods;

  /** The class above; -1 where it is new. */
  final int there;

  final NewSource source;
  Attributed all;
  List<Sibling> siblings;
  Sibling first;
  PulledFields fields;

  /** The class that the new one is below, or the one that is there. */
  TypeElement above;

  /** What the method names of its own class: methods that become abstract. */
  final Map<String, ExecutableElement> hooks = new LinkedHashMap<>();

  /** The fields that go along, by their names. */
  final Map<String, Element> state = new LinkedHashMap<>();

  /** Interfaces of all the classes that the new one needs, and that they have of it then. */
  final List<DeclaredType> interfaces = new ArrayList<>();

  /** Type parameters of the first class that the new one needs. */
  List<? extends TypeParameterElement> generics = List.of();

  /** What units are called afterwards. */
  final Map<String, String> now = new TreeMap<>();

  private PulledUp(Rewriting rewriting, List<Integer> methods, Step.Base step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.methods = methods;
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
      source.judge(rewriting, code.declaration(methods.get(0)));
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
      new PulledInto(this).write();
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

  SplitUses usesOf(Sibling one) {
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
    Map<Integer, Element> fieldsAt = new TreeMap<>();
    for (SplitUses.Use use : uses.uses()) {
      Element member = use.member();
      // What is asked of another object may be of one class of them in each.
      if (!first.owner().equals(member.getEnclosingElement())
          || use.form() == SplitUses.Form.OTHER
          || member.equals(first.executable())) {
        continue;
      }
      String name = ElementNames.of(member).substring(owner.length() + 1);
      if (member.getKind() == ElementKind.FIELD) {
        fieldsAt.put(units.begin(units.find(ElementNames.of(member), Level.MEMBER)), member);
        siblings.forEach(one -> now.put(units.name(one.type()) + "#" + name, after(name)));
      } else {
        hooks.put(name, (ExecutableElement) member);
      }
    }
    fieldsAt.values().forEach(one -> state.put(one.getSimpleName().toString(), one));
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
    // What is stored of a class that does not say so is nothing, and it is made without being given
    // anything.
    boolean needsStoring =
        (!state.isEmpty() || !constructors().hasPlain())
            && siblings.stream().anyMatch(one -> isStored(one.owner().asType()))
            && !isStored(above.asType());
    for (TypeMirror one : first.owner().getInterfaces()) {
      boolean common =
          siblings.stream()
              .allMatch(
                  other ->
                      other.owner().getInterfaces().stream()
                          .anyMatch(same -> same.toString().equals(one.toString())));
      boolean stored = needsStoring && isStored(one);
      boolean needed =
          stored
              || !uses.selves().isEmpty()
              || methods.stream().anyMatch(m -> overridden(m, one) != null);
      if (common && needed && one instanceof DeclaredType declared) {
        interfaces.add(declared);
      }
    }
    if (needsStoring && interfaces.stream().noneMatch(this::isStored)) {
      rewriting.refuse(
          RefusalCode.NOT_YET,
          "Objects of the classes may be stored, and "
              + step.as()
              + " would not say so: what it holds would be lost, and it would have to be made"
              + " without being given anything.",
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

  String after(String simple) {
    return step.as() + "#" + simple;
  }

  /** A method that the class above has by now, or inherits; null for none. */
  ExecutableElement inherited(ExecutableElement method) {
    ExecutableElement found = overridden(method, above.asType());
    for (DeclaredType one : interfaces) {
      found = found == null ? overridden(method, one) : found;
    }
    return found;
  }

  /** Whether a method overrides another one also where it is a member of the class above. */
  boolean isOverriding(ExecutableElement method) {
    return there < 0
        ? inherited(method) != null
        : all.types().directSupertypes(above.asType()).stream()
            .anyMatch(one -> overridden(method, one) != null);
  }

  /** A method of a type that another one overrides; null for none. */
  ExecutableElement overridden(ExecutableElement method, TypeMirror type) {
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

  /** The constructors of the new class. */
  PulledConstructors constructors() {
    return new PulledConstructors(rewriting, all, fields, siblings, handed(), step.as());
  }

  /** The fields that constructors hand on, in their order. */
  private List<String> handed() {
    return state.keySet().stream()
        .filter(name -> fields.filled(name) == PulledFields.Filled.HANDED)
        .toList();
  }
}

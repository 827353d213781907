package dev.vinesorter.java.seam;

import com.sun.source.tree.IfTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
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
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeMirror;

/**
 * Methods of one head go into classes of their own, of which what is left of a decision takes one.
 */
final class StrategyTypes {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Strategy step;
  private final List<Integer> methods;
  private final int owner;
  private final int file;
  private final List<String> names;
  private final Layout layout;
  private final NewSource above;
  private Attributed all;
  private LocatedTree tree;

  private StrategyTypes(
      Rewriting rewriting, List<Integer> methods, List<String> names, Step.Strategy step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.methods = methods;
    this.owner = units.parent(methods.get(0));
    this.file = units.fileOf(owner);
    this.names = names;
    this.layout = new Layout(code);
    this.above = new NewSource(code, file, step.as());
  }

  /**
   * Carries it out.
   *
   * @param methods the methods that decide, in whose branches one call is left each
   * @param names the simple names of the classes
   */
  static Result carryOut(
      Survey survey,
      List<Integer> methods,
      List<String> names,
      Step.Strategy step,
      Overlay sources,
      Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    StrategyTypes types = new StrategyTypes(rewriting, methods, names, step);
    types.place();
    if (rewriting.isFine()) {
      readings.of(
          sources,
          Set.of(survey.units().name(types.file)),
          all -> {
            types.all = all;
            types.run();
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  private String packageName() {
    return above.packageName();
  }

  private String full(String simple) {
    return packageName().isEmpty() ? simple : packageName() + "." + simple;
  }

  private void place() {
    List<String> simple = new ArrayList<>(names);
    simple.add(above.simpleName());
    for (String one : simple) {
      if (rewriting.isFine()) {
        new NewSource(code, file, full(one)).judge(rewriting, code.declaration(methods.get(0)));
      }
    }
  }

  private void run() {
    tree = all.file(units.name(file));
    List<Decided> all = new ArrayList<>();
    for (int n = 0; n < methods.size(); n++) {
      all.add(judged(decided(methods.get(n), n)));
    }
    StrategyChoice choice =
        new StrategyChoice(
            this.all, rewriting, tree, owner, step.as(), names.stream().map(this::full).toList());
    all.forEach(one -> sameLocals(choice, all.get(0), one));
    if (!rewriting.isFine()) {
      return;
    }
    interfaceOf(all);
    names.forEach(name -> classOf(name, all));
    choice.chooser(
        all.get(0),
        all.stream().map(Decided::method).max(Comparator.comparing(units::begin)).orElseThrow(),
        all.stream().anyMatch(one -> units.has(one.method(), Trait.STATIC)));
    List<Integer> gone = new ArrayList<>();
    for (Decided one : all) {
      ExecutableElement first = one.first();
      choice.call(one, called(one), memberName(above.simpleName(), one, first));
      one.parts()
          .values()
          .forEach(part -> gone.add(units.find(ElementNames.of(part), Level.MEMBER)));
    }
    TakenOut.from(rewriting, file, TakenOut.of(code, file, gone));
  }

  private Decided decided(int method, int index) {
    TreePath declared = tree.enclosing(units.nameAt(method), MethodTree.class);
    Map<String, ExecutableElement> parts = new LinkedHashMap<>();
    for (String name : names) {
      parts.put(name, part(Strategies.partName(name, index)));
    }
    return new Decided(method, declared, Decision.in(tree, declared).get(0), parts, false);
  }

  private ExecutableElement part(String name) {
    for (int member : units.children(owner)) {
      if (units.has(member, Trait.METHOD)
          && MemberNames.bare(units.simpleName(member)).equals(name)) {
        return (ExecutableElement)
            all.element(tree.enclosing(units.nameAt(member), MethodTree.class));
      }
    }
    throw new IllegalStateException("No method was made that is called " + name + ".");
  }

  /** Refuses decisions of which one names a variable that is of another type in the first. */
  private void sameLocals(StrategyChoice choice, Decided first, Decided other) {
    for (String local : choice.locals(other)) {
      String type = choice.typeOf(local, other) + "";
      if (!type.equals(choice.typeOf(local, first) + "")) {
        refuse(
            RefusalCode.NOT_ALIKE,
            "'" + local + "' is of another type in " + units.name(first.method()) + ".",
            tree.begin(other.decision().path().getLeaf()));
      }
    }
  }

  // ---- what a class of its own cannot do

  private SplitUses uses(ExecutableElement part) {
    SplitUses uses = new SplitUses(all, tree, (TypeElement) part.getEnclosingElement());
    uses.scan(path(part));
    return uses;
  }

  private TreePath path(ExecutableElement part) {
    int unit = units.find(ElementNames.of(part), Level.MEMBER);
    return tree.enclosing(units.nameAt(unit), MethodTree.class);
  }

  /** Looks at the branches of a method; says with it whether one needs the object. */
  private Decided judged(Decided one) {
    boolean takesOwner = false;
    for (Map.Entry<String, ExecutableElement> part : one.parts().entrySet()) {
      takesOwner |= judge(part.getKey(), part.getValue(), takesOwner);
    }
    return takesOwner ? one.takingOwner() : one;
  }

  private boolean judge(String name, ExecutableElement part, boolean known) {
    SplitUses uses = uses(part);
    boolean takesOwner = known;
    for (SplitUses.Use use : uses.uses()) {
      takesOwner |= !use.isStatic() && use.form() != SplitUses.Form.OTHER;
      Access needed = needed(use.member());
      int member = units.find(ElementNames.of(use.member()), Level.MEMBER);
      if (needed != null && (member < 0 || units.has(member, Trait.FOREIGN))) {
        refuse(
            RefusalCode.ACCESS,
            name + " could not reach " + use.member().getSimpleName() + " of a library's class.",
            use.at());
      } else if (needed != null) {
        widen(member, use);
      }
    }
    takesOwner |= !uses.selves().isEmpty();
    if (!uses.supers().isEmpty()) {
      refuse(
          RefusalCode.SUPER_CALL,
          name + " would not know what 'super' is.",
          tree.begin(uses.supers().get(0)));
    }
    TypeElement of = (TypeElement) part.getEnclosingElement();
    if (!uses.variables().isEmpty() || takesOwner && !of.getTypeParameters().isEmpty()) {
      refuse(
          RefusalCode.GENERIC_OWNER,
          name + " would need the type parameters of " + units.name(owner) + ".",
          units.nameAt(methods.get(0)));
    }
    boolean taken =
        part.getParameters().stream()
            .anyMatch(one -> one.getSimpleName().contentEquals(ownerName()));
    if (takesOwner && taken) {
      refuse(
          RefusalCode.NAME_CLASH,
          "A variable is called " + ownerName() + ", as the object that decides would be.",
          units.nameAt(methods.get(0)));
    }
    return takesOwner;
  }

  /** What the object that decides is called where it is handed in. */
  private String ownerName() {
    return VariableNames.of(units.simpleName(owner));
  }

  private void refuse(RefusalCode refusal, String message, int at) {
    rewriting.refuse(refusal, message, code.site(file, code.tokens(file).from(at)));
  }

  /** The access that a member needs to be seen from the new classes; null where it has that. */
  private Access needed(Element member) {
    boolean near =
        all.elements().getPackageOf(member).getQualifiedName().contentEquals(packageName());
    Set<Modifier> modifiers = member.getModifiers();
    boolean seen =
        modifiers.contains(Modifier.PUBLIC) || near && !modifiers.contains(Modifier.PRIVATE);
    return seen ? null : near ? Access.PACKAGE : Access.PUBLIC;
  }

  private void widen(int member, SplitUses.Use use) {
    Access needed = needed(use.member());
    if (!step.may(Leave.WIDEN)) {
      refuse(
          RefusalCode.ACCESS,
          units.name(member)
              + " would have to be "
              + needed.shown()
              + ". Say 'widen: true' if it may.",
          use.at());
    } else if (rewriting.widensOnce(units.name(member), needed.shown())) {
      SplitOwner.modifiers(code, member, needed, rewriting.in(file));
    }
  }

  // ---- the types

  private String called(Decided one) {
    boolean own = step.called().isEmpty() || methods.size() > 1;
    return own ? MemberNames.bare(units.simpleName(one.method())) : step.called();
  }

  private String open() {
    return code.packageBefore(owner).equals(packageName()) ? "" : "public ";
  }

  private String memberName(String type, Decided one, ExecutableElement part) {
    String name = ElementNames.of(part);
    String parameters = name.substring(name.indexOf('(') + 1);
    String first =
        one.takesOwner()
            ? part.getEnclosingElement().getSimpleName()
                + (part.getParameters().isEmpty() ? "" : ", ")
            : "";
    return full(type) + "#" + called(one) + "(" + first + parameters;
  }

  private Written head(
      Naming naming, Decided one, ExecutableElement part, List<TypeMirror> thrown) {
    Written gives = naming.of(part.getReturnType());
    Written parameters = naming.parameters(part, (ExecutableType) part.asType());
    List<Written> exceptions = thrown.stream().map(naming::of).toList();
    if (gives == null || parameters == null || exceptions.contains(null)) {
      refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type that a branch needs has no name that could be written.",
          units.nameAt(one.method()));
      return Written.NONE;
    }
    Written generics = naming.typeParameters(part.getTypeParameters());
    Written head =
        generics.and(generics == Written.NONE ? "" : " ").and(gives).and(" " + called(one));
    if (one.takesOwner()) {
      Written first = naming.name((TypeElement) part.getEnclosingElement());
      head = head.and("(").and(first).and(" " + ownerName());
      head = head.and(part.getParameters().isEmpty() ? "" : ", ").and(parameters.behindFirst());
    } else {
      head = head.and(parameters);
    }
    return exceptions.isEmpty() ? head : head.and(" throws ").and(Written.joined(exceptions, ", "));
  }

  private void interfaceOf(List<Decided> all) {
    Naming naming = above.naming();
    String in = layout.step(file);
    List<String> links = new ArrayList<>();
    Written methods = Written.NONE;
    for (Decided one : all) {
      links.add(
          "{@link "
              + above.shown(owner)
              + "#"
              + MemberNames.bare(units.simpleName(one.method()))
              + "}");
      Set<TypeMirror> thrown = new LinkedHashSet<>();
      one.parts().values().forEach(part -> thrown.addAll(part.getThrownTypes()));
      ExecutableElement first = one.first();
      methods =
          methods
              .and(methods == Written.NONE ? in : "\n\n" + in)
              .and(head(naming, one, first, List.copyOf(thrown)))
              .and(";");
    }
    String last = links.remove(links.size() - 1);
    String of = links.isEmpty() ? last : String.join(", ", links) + " and " + last;
    Written text =
        Written.of(
                "/** One way for "
                    + of
                    + ". */\n"
                    + open()
                    + "interface "
                    + above.simpleName()
                    + layout.opensType(file)
                    + "\n")
            .and(methods)
            .and("\n}\n");
    rewriting.newFile(above.path(), above.text(text));
    rewriting.rewrites(step.as());
  }

  private void classOf(String name, List<Decided> all) {
    NewSource source = new NewSource(code, file, full(name));
    Written whole =
        Written.of(documentation(name, all.get(0).decision()))
            .and(open() + "final class " + name + " implements ")
            .and(above.simpleName(), step.as())
            .and(layout.opensType(file) + "\n");
    for (Decided one : all) {
      whole = whole.and(one == all.get(0) ? "" : "\n\n").and(method(name, source, one));
    }
    rewriting.newFile(source.path(), source.text(whole.and("\n}\n")));
    rewriting.rewrites(full(name));
  }

  /** What a class does for a method that decides. */
  private Written method(String name, NewSource source, Decided one) {
    ExecutableElement part = one.parts().get(name);
    Naming naming = source.naming();
    String in = layout.step(file);
    int unit = units.find(ElementNames.of(part), Level.MEMBER);
    MethodTree declared = (MethodTree) path(part).getLeaf();
    PulledText text =
        new PulledText(
            rewriting,
            new Sibling(unit, owner, file, tree, path(part), part),
            source,
            -1,
            naming,
            full(name),
            Map.of());
    Written body =
        text.part(
            unit,
            uses(part),
            tree.begin(declared.getBody()),
            tree.end(declared.getBody()),
            in,
            one.takesOwner() ? ownerName() : "");
    // The body brings its brace along.
    String opens = layout.opensMethod(file, in, "\n");
    return Written.of(in)
        .and("@Override\n" + in, "java.lang.Override")
        .and(Written.of("public ", memberName(above.simpleName(), one, part)))
        .and(head(naming, one, part, List.copyOf(part.getThrownTypes())))
        .and(opens.substring(0, opens.length() - 1))
        .and(body);
  }

  private String documentation(String name, Decision decision) {
    Decision.Branch branch = Strategies.branches(decision).get(names.indexOf(name));
    String labels = String.join(", ", branch.labels());
    boolean plain =
        labels.length() <= 60 && labels.chars().noneMatch(c -> c < ' ' || "{}@*".indexOf(c) >= 0);
    String when =
        labels.isEmpty()
            ? " for all else"
            : !plain
                ? ""
                : decision.path().getLeaf() instanceof IfTree
                    ? " where {@code " + labels + "}"
                    : " for {@code " + labels + "}";
    return "/** A {@link " + above.simpleName() + "}" + when + ". */\n";
  }
}

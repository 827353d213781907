package dev.vinesorter.java.seam;

import com.sun.source.tree.ClassTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.util.TreePath;
import dev.vinesorter.core.model.Glob;
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
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.compile.LocatedTree;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.StepChain;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * What clients use of a class becomes an interface, which the class implements and the clients name
 * from then on. The documentation of its methods goes to the interface.
 */
public final class InterfaceCut {
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Step.Interface step;
  private final int lower;
  private final int file;
  private final NewSource source;
  private final Layout layout;

  private Attributed all;
  private LocatedTree tree;
  private TypeElement type;

  private InterfaceCut(Rewriting rewriting, int lower, Step.Interface step) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.step = step;
    this.lower = lower;
    this.file = units.fileOf(lower);
    this.source = new NewSource(code, file, step.as());
    this.layout = new Layout(code);
  }

  /**
   * Carries it out.
   *
   * @param lower the class
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int lower, Step.Interface step, Overlay sources, Readings readings) {
    StepChain chain = new StepChain(survey, sources);
    String name = survey.units().name(lower);
    if (chain.take(cut(survey, lower, step, chain.sources(), readings))
        && !step.standIn().isEmpty()) {
      int beside = chain.now().units().find(name, Level.TYPE);
      chain.take(
          StandIn.carryOut(
              chain.now(), step.as(), beside, step.standIn(), chain.sources(), readings));
    }
    return chain.result();
  }

  private static Result cut(
      Survey survey, int lower, Step.Interface step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    InterfaceCut cut = new InterfaceCut(rewriting, lower, step);
    cut.place();
    if (rewriting.isFine()) {
      SupertypeUse use = new SupertypeUse(rewriting, lower, step.users());
      readings.of(
          sources,
          use.files(),
          attributed -> {
            cut.all = attributed;
            cut.run(use);
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  /** Whether the interface can be called that, and lie there. */
  private void place() {
    String path = source.path();
    boolean named = step.as().matches("(?:[\\p{L}_$][\\p{L}\\d_$]*\\.)*[\\p{L}_$][\\p{L}\\d_$]*");
    if (!named || path == null) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          named
              ? units.name(file) + " does not lie where its package says."
              : "'" + step.as() + "' is no full name of a type.",
          code.declaration(lower));
    } else if (units.find(step.as(), Level.TYPE) >= 0 || code.sources().exists(path)) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH,
          "There is " + step.as() + " already. To name it in declarations, there is 'use'.",
          code.declaration(lower));
    } else if (source.packageName().isEmpty() && !code.packageBefore(lower).isEmpty()) {
      rewriting.refuse(
          RefusalCode.UNNAMED_PACKAGE,
          "A type of the unnamed package cannot be named elsewhere.",
          code.declaration(lower));
    } else if (units.has(lower, Trait.ANNOTATION)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(lower) + " is an annotation.",
          code.declaration(lower));
    }
  }

  private void run(SupertypeUse use) {
    tree = all.file(units.name(file));
    type = all.elements().getTypeElement(units.name(lower));
    if (tree == null || type == null) {
      rewriting.refuseHalfRead(file, code.declaration(lower));
      return;
    }
    Fresh fresh = new Fresh();
    TypeChange change = use.solve(all, fresh);
    if (change == null) {
      return;
    }
    Set<ExecutableElement> members = members(change);
    boolean called = members.isEmpty() && isUsed() && !use.isDeclared(change);
    if (called) {
      members.addAll(calledElsewhere());
    }
    if (members.isEmpty()) {
      use.nothing(change, step.as());
      return;
    }
    if (use.write(change, fresh) == 0 && isUsed() && !called) {
      use.nothing(change, step.as());
      return;
    }
    if (called) {
      rewriting.tell(
          "No declaration outside of it names " + units.name(lower) + ", so that none changes.");
    }
    use.tellKept(change);
    List<ExecutableElement> inOrder = SupertypeUse.inOrder(tree, all, type, List.copyOf(members));
    writeInterface(inOrder);
    implement();
    for (ExecutableElement method : inOrder) {
      if (method.getEnclosingElement().equals(type)) {
        marked(method);
        opened(method);
      } else {
        // What overrides the inherited method has to do with both afterwards.
        alike(type.asType(), method)
            .forEach(one -> rewriting.comesBetween(unitOf(method), ElementNames.of(one)));
      }
    }
    rewriting.rewrites(step.as());
    rewriting.rewrites(units.name(lower));
  }

  /** The methods of a type, or next above it, that are the same to whoever calls one of them. */
  private Set<ExecutableElement> alike(TypeMirror of, ExecutableElement method) {
    Set<ExecutableElement> found = new LinkedHashSet<>();
    for (ExecutableElement one :
        ElementFilter.methodsIn(((DeclaredType) of).asElement().getEnclosedElements())) {
      boolean same =
          one.getSimpleName().equals(method.getSimpleName())
              && all.types()
                  .isSubsignature(
                      (ExecutableType) all.types().erasure(one.asType()),
                      (ExecutableType) all.types().erasure(method.asType()));
      if (same) {
        found.add(one);
      }
    }
    if (found.isEmpty()) {
      all.types().directSupertypes(of).forEach(above -> found.addAll(alike(above, method)));
    }
    return found;
  }

  private boolean isUsed() {
    return step.members().equals(List.of("used"));
  }

  // ---- what goes into it

  /**
   * Whether an interface can have a method of the class: one that all see, and that the class would
   * not inherit twice, with code and without.
   */
  private boolean isFit(ExecutableElement method) {
    Set<Modifier> modifiers = method.getModifiers();
    TypeElement owner = (TypeElement) method.getEnclosingElement();
    boolean open =
        modifiers.contains(Modifier.PUBLIC)
            || step.may(Leave.WIDEN) && owner.equals(type) && !modifiers.contains(Modifier.PRIVATE);
    return open
        && !modifiers.contains(Modifier.STATIC)
        && (owner.equals(type) || !method.isDefault() && isAsDeclared(method))
        && !owner.getQualifiedName().contentEquals("java.lang.Object");
  }

  /**
   * Whether a method from above takes what it is declared to take: where the class fixes type
   * parameters of what is above it, calls could mean that method or the interface's.
   */
  private boolean isAsDeclared(ExecutableElement method) {
    ExecutableType as =
        (ExecutableType) all.types().asMemberOf((DeclaredType) type.asType(), method);
    for (int n = 0; n < method.getParameters().size(); n++) {
      TypeMirror here = all.types().erasure(as.getParameterTypes().get(n));
      TypeMirror there = all.types().erasure(method.getParameters().get(n).asType());
      if (!all.types().isSameType(here, there)) {
        return false;
      }
    }
    return true;
  }

  private boolean isWanted(ExecutableElement method) {
    if (isUsed()) {
      return true;
    }
    if (step.members().equals(List.of("public"))) {
      return method.getEnclosingElement().equals(type);
    }
    String signature = ElementNames.of(method);
    String name = signature.substring(signature.indexOf('#') + 1);
    return step.members().stream()
        .anyMatch(
            one -> {
              Predicate<String> matches =
                  one.indexOf('*') < 0
                      ? one::equals
                      : text -> Glob.ofName(one.replace("*", "**")).matches(text);
              return matches.test(name) || matches.test(method.getSimpleName().toString());
            });
  }

  private Set<ExecutableElement> members(TypeChange change) {
    Set<ExecutableElement> members = new LinkedHashSet<>();
    if (isUsed()) {
      for (TypeChange.Node node : change.nodes()) {
        for (TypeChange.Called one : node.changes() ? node.calls() : List.<TypeChange.Called>of()) {
          if (ofObject(one.method()) == null) {
            members.add(one.method());
          }
        }
      }
      return members;
    }
    Set<String> seen = new TreeSet<>();
    for (ExecutableElement method : ElementFilter.methodsIn(all.elements().getAllMembers(type))) {
      if (isFit(method) && isWanted(method) && ofObject(method) == null) {
        members.add(method);
        seen.add(method.getSimpleName().toString());
      }
    }
    for (String one : step.members()) {
      boolean found =
          one.equals("public")
              || one.indexOf('*') >= 0
              || seen.contains(one)
              || members.stream().anyMatch(m -> ElementNames.of(m).endsWith("#" + one));
      if (!found) {
        rewriting.refuse(
            RefusalCode.UNKNOWN_UNIT,
            units.name(lower)
                + " has no public method of objects that is called "
                + one
                + (step.may(Leave.WIDEN) ? "." : "; with 'widen: true' others become public."),
            code.declaration(lower));
      }
    }
    return members;
  }

  /** The methods that others call on what only an expression gives. */
  private Set<ExecutableElement> calledElsewhere() {
    Set<ExecutableElement> members = new LinkedHashSet<>();
    for (ExecutableElement method : ElementFilter.methodsIn(type.getEnclosedElements())) {
      int unit = units.find(ElementNames.of(method), Level.MEMBER);
      boolean called = false;
      for (int r : unit < 0 ? new int[0] : code.references().to(unit)) {
        called |=
            code.references().kind(r) == Kind.CALLS
                && units.topTypeOf(code.references().from(r)) != units.topTypeOf(lower);
      }
      if (called && isFit(method) && ofObject(method) == null) {
        members.add(method);
      }
    }
    return members;
  }

  /** The interface to be. */
  private final class Fresh implements SupertypeUse.Above {
    @Override
    public boolean has(ExecutableElement method) {
      ExecutableElement every = ofObject(method);
      // What objects have but do not show, an interface would have to show.
      return every == null
          ? isFit(method) && isWanted(method)
          : every.getModifiers().contains(Modifier.PUBLIC);
    }

    @Override
    public boolean isNested() {
      return false;
    }

    @Override
    public boolean fits(TypeMirror target) {
      return target instanceof DeclaredType declared
          && ((TypeElement) declared.asElement())
              .getQualifiedName()
              .contentEquals("java.lang.Object");
    }

    @Override
    public String name() {
      return step.as();
    }

    @Override
    public Written in(int in) {
      return Written.of(rewriting.names().in(in, step.as()), step.as());
    }

    @Override
    public Set<String> means(TypeMirror of) {
      return Set.of(step.as());
    }

    @Override
    public Written typeIn(int in, TypeMirror of) {
      return null;
    }

    @Override
    public String unitOf(ExecutableElement method) {
      return InterfaceCut.this.unitOf(method);
    }
  }

  /** What every object has of a method; null for nothing. */
  private ExecutableElement ofObject(ExecutableElement method) {
    TypeElement object = all.elements().getTypeElement("java.lang.Object");
    for (ExecutableElement one : ElementFilter.methodsIn(object.getEnclosedElements())) {
      if (one.equals(method)
          || one.getSimpleName().equals(method.getSimpleName())
              && all.elements().overrides(method, one, type)) {
        return one;
      }
    }
    return null;
  }

  private String unitOf(ExecutableElement method) {
    ExecutableElement every = ofObject(method);
    if (every != null) {
      return ElementNames.of(every);
    }
    String name = ElementNames.of(method);
    return step.as() + name.substring(name.indexOf('#'));
  }

  // ---- the interface

  private void writeInterface(List<ExecutableElement> members) {
    Naming naming = source.naming();
    String in = layout.step(file);
    boolean open =
        units.has(lower, Trait.PUBLIC) || !source.packageName().equals(code.packageBefore(lower));
    Written text =
        Written.of("/** What others ask of a {@link " + source.shown(lower) + "}. */\n")
            .and((open ? "public " : "") + "interface " + source.simpleName())
            .and(naming.typeParameters(type.getTypeParameters()))
            .and(layout.opensType(file) + "\n");
    boolean first = true;
    for (ExecutableElement method : members) {
      Written head = method(naming, method);
      if (head == null) {
        return;
      }
      String doc = documentation(method, in);
      text =
          text.and((first || doc.isEmpty() && allBare(members) ? "" : "\n") + doc + in)
              .and(head)
              .and("\n");
      first = false;
    }
    rewriting.newFile(source.path(), source.text(text.and("}\n")));
  }

  /** Whether no method has documentation, so that they can stand close together. */
  private boolean allBare(List<ExecutableElement> members) {
    return members.stream().allMatch(one -> comment(one) == null);
  }

  /** A method's head as the class has it; null where a type has no name that could be written. */
  private Written method(Naming naming, ExecutableElement method) {
    ExecutableType as =
        (ExecutableType) all.types().asMemberOf((DeclaredType) type.asType(), method);
    Written result = naming.of(as.getReturnType());
    Written signature = naming.signature(method, as);
    if (result == null || signature == null) {
      rewriting.refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type in "
              + ElementNames.of(method)
              + " has no name that could be written in the interface.",
          code.declaration(lower));
      return null;
    }
    boolean deprecated =
        method.getAnnotationMirrors().stream()
            .anyMatch(one -> one.getAnnotationType().toString().equals("java.lang.Deprecated"));
    Written head = deprecated ? Written.of("@Deprecated ", "java.lang.Deprecated") : Written.NONE;
    Written generics = naming.typeParameters(method.getTypeParameters());
    head = head.and(generics).and(generics == Written.NONE ? "" : " ").and(result);
    return head.and(" " + method.getSimpleName()).and(signature).and(";");
  }

  // ---- documentation

  /** The documentation comment of a method of the class; null for none that could go. */
  private int[] comment(ExecutableElement method) {
    TreePath path = declaration(method);
    if (path == null || isOverriding(path)) {
      return null;
    }
    return ParameterTag.comment(code.text(file), code.tokens(file), tree.begin(path.getLeaf()));
  }

  private TreePath declaration(ExecutableElement method) {
    if (!method.getEnclosingElement().equals(type)) {
      return null;
    }
    int unit = units.find(ElementNames.of(method), Level.MEMBER);
    return unit < 0 ? null : tree.enclosing(units.nameAt(unit), MethodTree.class);
  }

  /** Whether a method says that it overrides another, whose documentation it has then. */
  private boolean isOverriding(TreePath method) {
    return ((MethodTree) method.getLeaf())
        .getModifiers().getAnnotations().stream()
            .anyMatch(
                one -> one.getAnnotationType().toString().matches("(java\\.lang\\.)?Override"));
  }

  /** The documentation of a method as the interface has it, its last line ended; it goes there. */
  private String documentation(ExecutableElement method, String in) {
    int[] comment = comment(method);
    if (comment == null) {
      return "";
    }
    String text = code.text(file);
    String old = TextLines.indent(text, comment[0]);
    String moved =
        linked(comment[0], comment[1]).replace("\r\n", "\n").replace("\n" + old, "\n" + in);
    boolean ownLine = text.substring(TextLines.begin(text, comment[0]), comment[0]).isBlank();
    int begin = comment[0];
    int end = tree.begin(declaration(method).getLeaf());
    if (ownLine) {
      rewriting.in(file).remove(begin, end);
    } else {
      rewriting.in(file).remove(begin, comment[1]);
    }
    return in + moved + "\n";
  }

  /** A comment in which types that the new source does not know by their names have full ones. */
  private String linked(int begin, int end) {
    References references = code.references();
    Set<Integer> places = new TreeSet<>();
    StringBuilder text = new StringBuilder(code.text(file).substring(begin, end));
    TreeMap<Integer, String> names = new TreeMap<>();
    for (int user : units.withAllInside(file)) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        int target = references.target(r);
        int at = references.at(r);
        boolean named =
            references.kind(r) == Kind.MENTIONS
                && at >= begin
                && at < end
                && units.level(target) == Level.TYPE
                && code.text(file).startsWith(units.simpleName(target), at)
                && !code.isQualified(file, at);
        boolean known =
            named
                && units.level(units.parent(target)) != Level.TYPE
                && (code.packageBefore(target).equals(source.packageName())
                    || code.packageBefore(target).equals("java.lang"));
        if (named && !known && places.add(at)) {
          names.put(at, units.name(target));
        }
      }
    }
    for (int at : names.descendingKeySet()) {
      String simple = names.get(at).substring(names.get(at).lastIndexOf('.') + 1);
      text.replace(at - begin, at - begin + simple.length(), names.get(at));
    }
    String owner = source.shown(lower);
    return imported(text.toString())
        .replaceAll("(\\{@link(?:plain)? |@see )#", "$1" + Matcher.quoteReplacement(owner) + "#");
  }

  /** Gives types full names that only documentation needs the imports of the class for. */
  private String imported(String comment) {
    String text = comment;
    for (JavaHeader.Import one : code.header(file).imports()) {
      if (!one.isStatic() && !one.onDemand() && !source.imports(one.name())) {
        text =
            text.replaceAll(
                "(\\{@link(?:plain)? |@see |@throws |@exception )"
                    + Pattern.quote(one.simpleName())
                    + "(?![\\p{L}\\d_$.])",
                "$1" + Matcher.quoteReplacement(one.name()));
      }
    }
    return text;
  }

  // ---- the class

  /** Lets the class implement the interface. */
  private void implement() {
    ClassTree declared = (ClassTree) tree.enclosing(units.nameAt(lower), ClassTree.class).getLeaf();
    Written name = Written.of(rewriting.names().in(file, step.as()), step.as());
    if (!declared.getTypeParameters().isEmpty()) {
      List<String> names =
          declared.getTypeParameters().stream().map(one -> one.getName().toString()).toList();
      name = name.and("<" + String.join(", ", names) + ">");
    }
    Patch patch = rewriting.in(file);
    if (!declared.getImplementsClause().isEmpty()) {
      int last = declared.getImplementsClause().size() - 1;
      patch.insert(tree.end(declared.getImplementsClause().get(last)), Written.of(", ").and(name));
      return;
    }
    String word = units.has(lower, Trait.INTERFACE) ? " extends " : " implements ";
    patch.insert(headEnd(declared), Written.of(word).and(name));
  }

  /** Where a class's head ends but for what it permits. */
  private int headEnd(ClassTree declared) {
    JavaTokens tokens = code.tokens(file);
    int token = tokens.from(units.nameAt(lower));
    if (declared.getExtendsClause() != null) {
      return tree.end(declared.getExtendsClause());
    }
    int depth = 0;
    while (depth > 0 || !tokens.is(token, "{") && !tokens.is(token, "permits")) {
      depth += tokens.is(token, "(") ? 1 : tokens.is(token, ")") ? -1 : 0;
      token++;
    }
    return tokens.end(token - 1);
  }

  /** Marks a method as one that the interface has. */
  private void marked(ExecutableElement method) {
    TreePath path = declaration(method);
    int unit = units.find(ElementNames.of(method), Level.MEMBER);
    if (path == null) {
      return;
    }
    rewriting.alsoMeans(file, units.nameAt(unit), unitOf(method));
    if (!isOverriding(path)) {
      int begin = tree.begin(path.getLeaf());
      String lineEnd = layout.lineEnd(file);
      rewriting
          .in(file)
          .insert(
              begin,
              Written.of(
                  "@Override" + lineEnd + TextLines.indent(code.text(file), begin),
                  "java.lang.Override"));
    }
  }

  /** Makes a method public that an interface has, with those that override it. */
  private void opened(ExecutableElement method) {
    int unit = units.find(ElementNames.of(method), Level.MEMBER);
    for (int one : MemberFamily.of(code, unit).members()) {
      if (units.fileOf(one) >= 0 && Access.of(units, one) != Access.PUBLIC) {
        rewriting.widens(units.name(one), Access.PUBLIC.shown());
        SplitOwner.modifiers(code, one, Access.PUBLIC, rewriting.in(units.fileOf(one)));
      }
    }
  }
}

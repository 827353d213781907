package dev.vinesorter.java.seam;

import com.sun.source.tree.BlockTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.ExpressionTree;
import com.sun.source.tree.IdentifierTree;
import com.sun.source.tree.MemberSelectTree;
import com.sun.source.tree.MethodInvocationTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.TreePath;
import com.sun.source.util.TreePathScanner;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.rewrite.MemberRegion;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Patch;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.TextLines;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/**
 * A class with a field in the place of its superclass: head, field, constructors, what it hands on.
 */
final class ComposedClass {
  private final Composing of;
  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final Layout layout;
  private final Patch patch;
  private final Naming naming;
  private final String field;

  ComposedClass(Composing of) {
    this.of = of;
    this.rewriting = of.rewriting;
    this.code = of.code;
    this.units = of.units;
    this.layout = new Layout(code);
    this.patch = rewriting.in(of.file);
    this.naming = new Naming(code, rewriting.names(), of.file);
    this.field = units.name(of.lower) + "#" + of.step.as();
  }

  void write() {
    head();
    boolean given = constructors();
    Written made = field(given);
    for (ExecutableElement method : ElementFilter.methodsIn(of.type.getEnclosedElements())) {
      overriding(method);
    }
    List<Written> handed = new ArrayList<>();
    for (ExecutableElement method : of.forwards) {
      handed.add(forward(method));
    }
    if (rewriting.isFine()) {
      put(made, handed);
    }
  }

  private void head() {
    ClassTree declared = (ClassTree) of.declared.getLeaf();
    JavaTokens tokens = code.tokens(of.file);
    int word = tokens.from(of.tree.begin(declared.getExtendsClause())) - 1;
    patch.remove(tokens.end(word - 1), of.tree.end(declared.getExtendsClause()));
    rewriting.rewrites(units.name(of.lower));
  }

  // ---- the field and the constructors

  private Written field(boolean given) {
    Written type = naming.of(of.above);
    if (type == null) {
      of.refuse(
          RefusalCode.UNKNOWN_NAME,
          "The superclass has no name that could be written.",
          units.nameAt(of.lower));
      return Written.NONE;
    }
    Written text = Written.of("private final ").and(type).and(" " + of.step.as());
    return (given ? text : text.and(" = ").and(creation(null)).and("()")).and(";");
  }

  /** An object of the class above, up to what it is made with. */
  private Written creation(ExecutableElement constructor) {
    Written name = naming.of(of.above.getTypeArguments().isEmpty() ? of.above : erasure());
    String diamond = of.above.getTypeArguments().isEmpty() ? "" : "<>";
    Set<String> means = new TreeSet<>(name.means());
    String made = maker(constructor);
    if (!made.isEmpty()) {
      means.remove(erasure().toString());
      means.add(made);
    }
    return Written.of("new ").and(Written.of(name.text(), means)).and(diamond);
  }

  private DeclaredType erasure() {
    return (DeclaredType) of.all.types().erasure(of.above);
  }

  /** The unit of a constructor of the class above; empty where it is none. */
  private String maker(ExecutableElement constructor) {
    for (ExecutableElement one :
        ElementFilter.constructorsIn(of.above.asElement().getEnclosedElements())) {
      boolean meant = constructor == null ? one.getParameters().isEmpty() : one.equals(constructor);
      // What a library's class is made with is always written, though nobody may have used it yet.
      int top = units.find(erasure().toString(), Level.TYPE);
      boolean written =
          units.find(ElementNames.of(one), Level.MEMBER) >= 0
              || top < 0
              || units.has(top, Trait.FOREIGN);
      if (meant && written) {
        return ElementNames.of(one);
      }
    }
    return "";
  }

  /**
   * Lets constructors make the object; gives whether they do, in place of the field's own value.
   */
  private boolean constructors() {
    List<MethodTree> written = ConstructorCalls.written(of.tree, (ClassTree) of.declared.getLeaf());
    boolean arguments = false;
    for (MethodTree method : written) {
      MethodInvocationTree call = said(method);
      arguments |=
          call != null && !ConstructorCalls.isToThis(call) && !call.getArguments().isEmpty();
      rewriting.rewrites(ElementNames.of(of.all.element(new TreePath(of.declared, method))));
    }
    if (written.isEmpty()) {
      unsaid(units.nameAt(of.lower));
      rewriting.rewrites(units.name(of.lower) + "#" + units.simpleName(of.lower) + "()");
    }
    if (arguments) {
      early();
    }
    for (MethodTree constructor : written) {
      MethodInvocationTree call = said(constructor);
      if (call != null && ConstructorCalls.isToThis(call)) {
        continue;
      }
      constructor(constructor, call, arguments);
    }
    return arguments;
  }

  private MethodInvocationTree said(MethodTree constructor) {
    MethodInvocationTree call = ConstructorCalls.first(constructor);
    return call == null || of.tree.end(call) <= of.tree.begin(call) ? null : call;
  }

  private void constructor(MethodTree constructor, MethodInvocationTree call, boolean arguments) {
    String text = code.text(of.file);
    if (call == null) {
      unsaid(nameAt(constructor));
      if (arguments) {
        String indent = TextLines.indent(text, of.tree.begin(constructor)) + layout.step(of.file);
        patch.insert(
            of.tree.begin(constructor.getBody()) + 1,
            Written.of(layout.lineEnd(of.file) + indent)
                .and(of.step.as(), field)
                .and(" = ")
                .and(creation(null))
                .and("()")
                .and(";"));
      }
      return;
    }
    TreePath body = new TreePath(new TreePath(of.declared, constructor), constructor.getBody());
    Tree statement = constructor.getBody().getStatements().get(0);
    Element called = of.all.element(new TreePath(new TreePath(body, statement), call));
    if (!arguments) {
      TakenOut.statement(rewriting, of.file, of.tree, statement);
      return;
    }
    isPublicEnough((ExecutableElement) called, call);
    int begin = of.tree.begin(call);
    ExpressionTree select = call.getMethodSelect();
    int open = of.tree.end(select);
    patch.replace(
        begin,
        open,
        Written.of(isHidden(constructor) ? "this." : "")
            .and(of.step.as(), field)
            .and(" = ")
            .and(creation((ExecutableElement) called)));
  }

  /** Whether a parameter of a constructor has the name of the field. */
  private boolean isHidden(MethodTree constructor) {
    return constructor.getParameters().stream()
        .anyMatch(one -> one.getName().contentEquals(of.step.as()));
  }

  private void isPublicEnough(ExecutableElement called, MethodInvocationTree call) {
    boolean near =
        of.all.elements().getPackageOf(called).equals(of.all.elements().getPackageOf(of.type));
    if (called.getModifiers().contains(Modifier.PROTECTED) && !near) {
      of.refuse(
          RefusalCode.ACCESS,
          ElementNames.of(called) + " is protected: only a class below can call it.",
          of.tree.begin(call));
    }
  }

  private int nameAt(MethodTree constructor) {
    Element made = of.all.element(new TreePath(of.declared, constructor));
    int unit = units.find(ElementNames.of(made), Level.MEMBER);
    return unit < 0 ? of.tree.begin(constructor) : units.nameAt(unit);
  }

  /** A constructor that called none in so many words meant the one above at its name. */
  private void unsaid(int at) {
    String above = erasure().toString();
    for (String old : rewriting.means(of.file, at, at + 1)) {
      if (old.equals(above) || old.startsWith(above + "#")) {
        rewriting.meansInstead(of.file, at, at + 1, old, Set.of());
      }
    }
  }

  /** The object is made behind the values of fields then, which must not need it or act. */
  private void early() {
    for (Tree member : ((ClassTree) of.declared.getLeaf()).getMembers()) {
      boolean runs =
          member instanceof VariableTree variable
                  && !variable.getModifiers().getFlags().contains(Modifier.STATIC)
                  && variable.getInitializer() != null
              || member instanceof BlockTree block && !block.isStatic();
      if (runs && acts(new TreePath(of.declared, member))) {
        of.refuse(
            RefusalCode.EVALUATION_ORDER,
            "This is worked out behind what the class above does when it is made, and would be"
                + " before it.",
            of.tree.begin(member));
      }
    }
  }

  /** Whether code does anything but name constants and make objects of the Java library. */
  private boolean acts(TreePath path) {
    boolean[] found = {path.getLeaf() instanceof BlockTree};
    new TreePathScanner<Void, Void>() {
      @Override
      public Void visitIdentifier(IdentifierTree node, Void p) {
        take(of.all.element(getCurrentPath()));
        return null;
      }

      @Override
      public Void visitMemberSelect(MemberSelectTree node, Void p) {
        take(of.all.element(getCurrentPath()));
        return super.visitMemberSelect(node, p);
      }

      private void take(Element named) {
        boolean constant =
            named instanceof VariableElement variable && variable.getConstantValue() != null;
        String from =
            named == null
                ? ""
                : of.all.elements().getPackageOf(named).getQualifiedName().toString();
        found[0] |= !constant && !(named instanceof TypeElement) && !from.startsWith("java.");
      }
    }.scan(path, null);
    return found[0];
  }

  // ---- methods

  /** A method that overrides nothing any more does not say so. */
  private void overriding(ExecutableElement method) {
    ExecutableElement hidden = of.overridden(method, of.type);
    if (hidden == null) {
      return;
    }
    int unit = units.find(ElementNames.of(method), Level.MEMBER);
    for (String old : rewriting.means(of.file, units.nameAt(unit), units.nameAt(unit) + 1)) {
      int hash = old.indexOf('#');
      TypeElement owner =
          hash < 0 ? null : of.all.elements().getTypeElement(old.substring(0, hash));
      if (owner != null && !owner.equals(of.type) && !of.isStill(owner.asType())) {
        rewriting.meansInstead(of.file, units.nameAt(unit), units.nameAt(unit) + 1, old, Set.of());
      }
    }
    MethodTree tree =
        (MethodTree) of.tree.enclosing(units.nameAt(unit), MethodTree.class).getLeaf();
    if (!overriddenStill(method).isEmpty()) {
      return;
    }
    OverrideMark.takeOut(tree, of.tree, patch);
  }

  /** The full name of the method by which a class hands a call on. */
  static String forwardName(Composing of, ExecutableElement method) {
    ExecutableType as = seen(of, method);
    return of.units.name(of.lower) + "#" + method.getSimpleName() + "(" + simple(method, as) + ")";
  }

  private static String simple(ExecutableElement method, ExecutableType as) {
    List<TypeMirror> types = new ArrayList<>(as.getParameterTypes());
    String all = ElementNames.simple(types);
    return method.isVarArgs() ? all.substring(0, all.length() - 2) + "..." : all;
  }

  private static ExecutableType seen(Composing of, ExecutableElement method) {
    return (ExecutableType) of.all.types().asMemberOf((DeclaredType) of.type.asType(), method);
  }

  /** A method that hands on to the field, its lines behind the first not indented yet. */
  private Written forward(ExecutableElement method) {
    ExecutableType as = seen(of, method);
    List<String> names = names(method, as);
    List<Written> parameters = new ArrayList<>();
    for (int n = 0; n < names.size(); n++) {
      TypeMirror type = as.getParameterTypes().get(n);
      boolean varied = method.isVarArgs() && n == names.size() - 1;
      Written written = naming.of(varied ? ((ArrayType) type).getComponentType() : type);
      if (written == null) {
        unnamed(method);
        return Written.NONE;
      }
      parameters.add(written.and(varied ? "... " : " ").and(names.get(n)));
    }
    List<Written> thrown = new ArrayList<>();
    as.getThrownTypes().forEach(one -> thrown.add(naming.of(one)));
    Written gives = naming.of(as.getReturnType());
    if (gives == null || thrown.contains(null)) {
      unnamed(method);
      return Written.NONE;
    }
    Set<String> overridden = overriddenStill(method);
    String end = layout.lineEnd(of.file);
    String step = layout.step(of.file);
    Written generics = naming.typeParameters(method.getTypeParameters());
    String access =
        method.getModifiers().contains(Modifier.PUBLIC)
            ? "public "
            : method.getModifiers().contains(Modifier.PROTECTED) ? "protected " : "";
    Written head =
        overridden.isEmpty() ? Written.NONE : Written.of("@Override" + end, "java.lang.Override");
    Written all =
        head.and(access)
            .and(generics)
            .and(generics == Written.NONE ? "" : " ")
            .and(gives)
            .and(Written.of(" " + method.getSimpleName() + "(", overridden))
            .and(Written.joined(parameters, ", "))
            .and(")")
            .and(
                thrown.isEmpty()
                    ? Written.NONE
                    : Written.of(" throws ").and(Written.joined(thrown, ", ")))
            .and(layout.opensMethod(of.file, "", end) + end + step);
    rewriting.rewrites(forwardName(of, method));
    return all.and(body(method, names, as)).and(end + "}");
  }

  private void unnamed(ExecutableElement method) {
    of.refuse(
        RefusalCode.UNKNOWN_NAME,
        "A type of " + ElementNames.of(method) + " has no name that could be written.",
        units.nameAt(of.lower));
  }

  private Written body(ExecutableElement method, List<String> names, ExecutableType as) {
    Written reached = Written.of(of.step.as(), field);
    if (method.getSimpleName().contentEquals("equals") && names.size() == 1) {
      String simple = units.simpleName(of.lower);
      boolean generic = !of.type.getTypeParameters().isEmpty();
      String other = names.get(0);
      Written self = Written.of(simple + (generic ? "<?>" : ""), units.name(of.lower));
      return Written.of("return " + other + " instanceof ")
          .and(Written.of(simple, units.name(of.lower)))
          .and(" && ")
          .and(reached)
          .and(".")
          .and("equals", ElementNames.of(method))
          .and("(((")
          .and(self)
          .and(") " + other + ").")
          .and(of.step.as(), field)
          .and(");");
    }
    boolean gives = as.getReturnType().getKind() != TypeKind.VOID;
    return Written.of(gives ? "return " : "")
        .and(names.contains(of.step.as()) ? "this." : "")
        .and(reached)
        .and(".")
        .and(method.getSimpleName().toString(), ElementNames.of(method))
        .and("(" + String.join(", ", names) + ");");
  }

  /** The methods that a handing method overrides of what the class is still below. */
  private Set<String> overriddenStill(ExecutableElement method) {
    Set<String> found = new TreeSet<>();
    List<TypeMirror> left = new ArrayList<>(of.type.getInterfaces());
    left.add(of.all.elements().getTypeElement("java.lang.Object").asType());
    for (TypeMirror one : left) {
      TypeElement owner = (TypeElement) ((DeclaredType) one).asElement();
      for (ExecutableElement other :
          ElementFilter.methodsIn(of.all.elements().getAllMembers(owner))) {
        if (other.getSimpleName().equals(method.getSimpleName())
            && of.all.elements().overrides(method, other, of.type)) {
          found.add(ElementNames.of(other));
        }
      }
    }
    return found;
  }

  /** Names of parameters; where a library does not tell them, by their types. */
  private static List<String> names(ExecutableElement method, ExecutableType as) {
    List<String> names = new ArrayList<>();
    Map<String, Integer> seen = new HashMap<>();
    Set<String> taken = new LinkedHashSet<>();
    for (int n = 0; n < method.getParameters().size(); n++) {
      String name = method.getParameters().get(n).getSimpleName().toString();
      if (name.matches("arg\\d+")) {
        name = byType(as.getParameterTypes().get(n));
        int before = seen.merge(name, 1, Integer::sum);
        name =
            before == 1
                ? name
                : "other" + Character.toUpperCase(name.charAt(0)) + name.substring(1);
      }
      while (!taken.add(name)) {
        name = name + "Too";
      }
      names.add(name);
    }
    return names;
  }

  private static String byType(TypeMirror type) {
    return switch (type.getKind()) {
      case INT, LONG, SHORT, BYTE -> "number";
      case BOOLEAN -> "flag";
      case CHAR -> "character";
      case FLOAT, DOUBLE -> "value";
      case ARRAY -> "values";
      case DECLARED -> {
        String name = ((DeclaredType) type).asElement().getSimpleName().toString();
        String of = VariableNames.of(name);
        yield SourceVersion.isKeyword(of) || name.equals("Object") ? "value" : of;
      }
      default -> "value";
    };
  }

  // ---- the edits

  private void put(Written made, List<Written> handed) {
    String end = layout.lineEnd(of.file);
    String in = layout.memberIndent(of.lower);
    JavaTokens tokens = code.tokens(of.file);
    int firstField = firstField();
    int lastConstant = lastConstant();
    if (firstField >= 0) {
      int begin =
          TextLines.behindBlanks(code.text(of.file), MemberRegion.of(code, firstField).begin());
      patch.insert(begin, made.and(end + in));
    } else if (lastConstant >= 0) {
      patch.insert(layout.behind(lastConstant).at(), Written.of(end + end + in).and(made));
    } else {
      atBegin(made, handed.isEmpty());
    }
    Layout.Spot spot = layout.last(of.lower);
    Written all = Written.NONE;
    for (Written one : handed) {
      all = all.and(end + end + in).and(one.indented("", in));
    }
    int next = tokens.from(spot.at());
    boolean closed =
        tokens.is(next, "}")
            && code.text(of.file).substring(spot.at(), tokens.begin(next)).indexOf('\n') < 0;
    patch.insert(spot.at(), !handed.isEmpty() && closed ? all.and(end) : all);
    rewriting.rewrites(field);
  }

  /** Puts the field behind the brace that opens the class. */
  private void atBegin(Written made, boolean alone) {
    String end = layout.lineEnd(of.file);
    String text = code.text(of.file);
    JavaTokens tokens = code.tokens(of.file);
    int brace = tokens.from(units.nameAt(of.lower));
    while (!tokens.is(brace, "{")) {
      brace++;
    }
    int line = TextLines.next(text, TextLines.end(text, tokens.end(brace)));
    boolean empty = tokens.is(brace + 1, "}");
    boolean followed =
        !empty
            && line < text.length()
            && !text.substring(line, TextLines.end(text, line)).isBlank();
    patch.insert(
        tokens.end(brace),
        Written.of(end + layout.memberIndent(of.lower))
            .and(made)
            .and(followed || empty && alone ? end : ""));
  }

  /** The first field of objects that is declared; -1 for none. */
  private int firstField() {
    int found = -1;
    for (int member : units.children(of.lower)) {
      boolean counts = isField(member) && !units.has(member, Trait.STATIC);
      found = counts && (found < 0 || units.begin(member) < units.begin(found)) ? member : found;
    }
    return found;
  }

  /** The last static field that is declared; -1 for none. */
  private int lastConstant() {
    int found = -1;
    for (int member : units.children(of.lower)) {
      boolean counts = isField(member) && units.has(member, Trait.STATIC);
      found = counts && (found < 0 || units.begin(member) > units.begin(found)) ? member : found;
    }
    return found;
  }

  private boolean isField(int member) {
    return units.level(member) == Level.MEMBER
        && units.has(member, Trait.FIELD)
        && units.begin(member) >= 0;
  }
}

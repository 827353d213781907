package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import javax.lang.model.SourceVersion;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.util.ElementFilter;

/**
 * A class for tests that stands in for what implements an interface: its methods give what it was
 * made with, and those that give nothing do nothing.
 */
final class StandIn {
  private static final String MAIN = "src/main/java/";
  private static final String TESTS = "src/test/java/";

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final int type;
  private final String name;
  private final NewSource source;

  private Attributed all;
  private TypeElement element;

  private StandIn(Rewriting rewriting, int type, String name) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.type = type;
    this.name = name;
    this.source = new NewSource(code, units.fileOf(type), name);
  }

  /**
   * Writes it into the tests of a module.
   *
   * @param above the full name of the interface
   * @param beside a type whose module's tests take it
   * @param name its full name
   */
  static Result carryOut(
      Survey survey, String above, int beside, String name, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    int type = survey.units().find(above, Level.TYPE);
    boolean own = type >= 0 && survey.units().fileOf(type) >= 0;
    if (!own || !survey.units().has(type, Trait.INTERFACE)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          "What stands in implements an interface of the code base, which '"
              + above
              + "' is not. Say one with 'type: …'.");
      return rewriting.finish(readings);
    }
    StandIn standIn = new StandIn(rewriting, type, name);
    String path = standIn.path(beside);
    if (path != null) {
      readings.of(
          sources,
          Set.of(survey.units().name(survey.units().fileOf(type))),
          attributed -> {
            standIn.all = attributed;
            standIn.element = attributed.elements().getTypeElement(above);
            standIn.run(path);
            return null;
          });
    }
    return rewriting.finish(readings);
  }

  // ---- where it lies

  /** The source's path, below the tests of a type's module; null where that is refused. */
  private String path(int beside) {
    String root = testRoot(beside);
    if (root == null || !source.isPossible()) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          root == null
              ? "There are no tests beside " + units.name(beside) + " that it could lie with."
              : "'" + name + "' is no full name of a type.",
          code.declaration(beside));
      return null;
    }
    String path = root + name.replace('.', '/') + ".java";
    if (code.sources().exists(path) || units.find(name, Level.TYPE) >= 0) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH, "There is " + name + " already.", code.declaration(type));
      return null;
    }
    return path;
  }

  private String testRoot(int beside) {
    for (int file : code.survey().at(Level.FILE)) {
      boolean tests =
          units.has(file, Trait.TEST)
              && units.moduleOf(file) == units.moduleOf(beside)
              && units.name(file).endsWith(".java");
      String inside = code.packageBefore(file).replace('.', '/');
      String path = units.name(file);
      String folder = path.substring(0, path.lastIndexOf('/') + 1);
      if (tests && !inside.isEmpty() && ("/" + folder).endsWith("/" + inside + "/")) {
        return folder.substring(0, folder.length() - inside.length() - 1);
      }
    }
    String main = "/" + units.name(units.fileOf(beside));
    int at = main.indexOf("/" + MAIN);
    return at < 0 ? null : main.substring(1, at + 1) + TESTS;
  }

  // ---- what it does

  /**
   * One of its methods.
   *
   * @param field what it gives; empty for nothing, null where no field could have its type
   */
  private record Answer(ExecutableElement method, ExecutableType as, String field) {}

  private void run(String path) {
    if (element == null || element.getModifiers().contains(Modifier.SEALED)) {
      rewriting.refuse(
          RefusalCode.SEALED_APART,
          units.name(type) + " says itself what implements it.",
          code.declaration(type));
      return;
    }
    List<Answer> answers = answers();
    Written text = text(answers);
    if (text == null) {
      rewriting.refuse(
          RefusalCode.UNKNOWN_NAME,
          "A type in " + units.name(type) + " has no name that could be written.",
          code.declaration(type));
      return;
    }
    rewriting.newFile(path, source.text(text));
    rewriting.rewrites(name);
    rewriting.tell(name + " stands in for tests, in " + path + ".");
  }

  private List<Answer> answers() {
    Map<String, Answer> answers = new LinkedHashMap<>();
    Set<String> taken = new TreeSet<>();
    List<ExecutableElement> methods = abstracts();
    for (ExecutableElement method : methods) {
      boolean overloaded =
          methods.stream().filter(one -> one.getSimpleName().equals(method.getSimpleName())).count()
              > 1;
      ExecutableType as =
          (ExecutableType) all.types().asMemberOf((DeclaredType) element.asType(), method);
      String key = method.getSimpleName() + all.types().erasure(as).toString();
      if (!answers.containsKey(key)) {
        answers.put(key, new Answer(method, as, field(method, as, overloaded, taken)));
      }
    }
    return List.copyOf(answers.values());
  }

  /** What a class has to implement, in the order in which it is declared. */
  private List<ExecutableElement> abstracts() {
    TypeElement object = all.elements().getTypeElement("java.lang.Object");
    List<ExecutableElement> own = new ArrayList<>();
    List<ExecutableElement> inherited = new ArrayList<>();
    for (ExecutableElement method :
        ElementFilter.methodsIn(all.elements().getAllMembers(element))) {
      boolean every =
          ElementFilter.methodsIn(object.getEnclosedElements()).stream()
              .anyMatch(
                  one ->
                      one.getSimpleName().equals(method.getSimpleName())
                          && all.elements().overrides(method, one, element));
      if (method.getModifiers().contains(Modifier.ABSTRACT) && !every) {
        (method.getEnclosingElement().equals(element) ? own : inherited).add(method);
      }
    }
    List<ExecutableElement> inOrder = new ArrayList<>();
    element.getEnclosedElements().stream()
        .filter(one -> one.getKind() == ElementKind.METHOD && own.contains(one))
        .forEach(one -> inOrder.add((ExecutableElement) one));
    inOrder.addAll(inherited);
    return inOrder;
  }

  /** What the field is called that a method gives: by the method's name, without "get" or "is". */
  private static String field(
      ExecutableElement method, ExecutableType as, boolean overloaded, Set<String> taken) {
    if (as.getReturnType().getKind() == TypeKind.VOID) {
      return "";
    }
    Set<String> own = new TreeSet<>();
    method.getTypeParameters().forEach(one -> own.add(one.getSimpleName().toString()));
    if (Naming.variables(as.getReturnType()).stream().anyMatch(own::contains)) {
      return null;
    }
    String called = method.getSimpleName().toString();
    String bare = called.replaceFirst("^(?:get|is)(?=\\p{Lu})", "");
    String plain = Character.toLowerCase(bare.charAt(0)) + bare.substring(1);
    StringBuilder whole = new StringBuilder(called);
    method
        .getParameters()
        .forEach(
            one -> {
              String part = one.getSimpleName().toString();
              whole.append(Character.toUpperCase(part.charAt(0))).append(part.substring(1));
            });
    boolean byParameters = overloaded && !method.getParameters().isEmpty();
    for (String one :
        byParameters ? List.of(whole.toString()) : List.of(plain, called, whole.toString())) {
      if (!SourceVersion.isKeyword(one) && taken.add(one)) {
        return one;
      }
    }
    return null;
  }

  // ---- how it is written

  private Written text(List<Answer> answers) {
    Naming naming = source.naming();
    Layout layout = new Layout(code);
    int like = units.fileOf(type);
    String in = layout.step(like);
    String opens = layout.opensMethod(like, in, "\n") + "\n";
    String access = units.has(type, Trait.PUBLIC) ? "public " : "";
    List<? extends TypeParameterElement> generics = element.getTypeParameters();
    Written above = naming.name(element);
    boolean gives = answers.stream().anyMatch(one -> one.field != null && !one.field.isEmpty());
    String does = gives ? "gives what it is made with" : "does nothing";
    Written text =
        Written.of("/** A {@link " + above.text() + "} for tests that " + does + ". */\n")
            .and(access + "final class " + source.simpleName())
            .and(naming.typeParameters(generics))
            .and(" implements ")
            .and(above)
            .and(Naming.arguments(generics))
            .and(layout.opensType(like) + "\n");
    List<Written> parameters = new ArrayList<>();
    StringBuilder assigned = new StringBuilder();
    for (Answer one : answers) {
      if (one.field != null && !one.field.isEmpty()) {
        Written given = naming.of(one.as.getReturnType());
        if (given == null) {
          return null;
        }
        text = text.and(in + "private final ").and(given).and(" " + one.field + ";\n");
        parameters.add(given.and(" " + one.field));
        assigned.append(in + in + "this." + one.field + " = " + one.field + ";\n");
      }
    }
    if (!parameters.isEmpty()) {
      text =
          text.and("\n" + in + access + source.simpleName() + "(")
              .and(Written.joined(parameters, ", "))
              .and(")" + opens + assigned + in + "}\n");
    }
    boolean first = parameters.isEmpty();
    for (Answer one : answers) {
      Written method = method(naming, one, in, opens);
      if (method == null) {
        return null;
      }
      text = text.and(first ? "" : "\n").and(method);
      first = false;
    }
    return text.and("}\n").free();
  }

  private static Written method(Naming naming, Answer answer, String in, String opens) {
    ExecutableElement method = answer.method;
    Written result = naming.of(answer.as.getReturnType());
    // What stands in throws nothing that has to be said.
    Written parameters = naming.parameters(method, answer.as);
    if (result == null || parameters == null) {
      return null;
    }
    Written generics = naming.typeParameters(method.getTypeParameters());
    String body =
        answer.field == null
            ? opens + in + in + "throw new UnsupportedOperationException();\n" + in + "}\n"
            : answer.field.isEmpty()
                ? " {}\n"
                : opens + in + in + "return " + answer.field + ";\n" + in + "}\n";
    return Written.of(in + "@Override\n" + in + "public ")
        .and(generics)
        .and(generics == Written.NONE ? "" : " ")
        .and(result)
        .and(" " + method.getSimpleName())
        .and(parameters)
        .and(body);
  }
}

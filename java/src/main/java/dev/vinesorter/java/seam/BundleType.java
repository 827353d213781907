package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.build.JavaLevel;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/** The type whose objects hold what went in several parameters; new, or there already. */
final class BundleType {
  /** The first Java with records. */
  private static final int RECORDS = 16;

  private final Rewriting rewriting;
  private final SourceView code;
  private final Units units;
  private final String name;

  /** The type; -1 where it is new. */
  private final int there;

  private final int beside;
  private final NewSource source;
  private boolean record = true;
  private List<TypeParameterElement> generics = List.of();

  /** The parameters in the order in which the type is made. */
  private List<String> order;

  /** What a type that is there calls each parameter. */
  private final Map<String, String> parts = new HashMap<>();

  private final Map<String, TypeMirror> types = new HashMap<>();

  /** How each value is asked for, behind the name of the object. */
  private final Map<String, Written> readers = new HashMap<>();

  /** The members that give each value, by the parameter's name; for a type that is there. */
  private final Map<String, Integer> givers = new TreeMap<>();

  /** What the name behind {@code new} means. */
  private String maker;

  /**
   * A type for parameters of some names.
   *
   * @param beside a file whose folder of sources it goes into where it is new
   */
  BundleType(Rewriting rewriting, String name, List<String> parameters, int beside) {
    this.rewriting = rewriting;
    this.code = rewriting.code();
    this.units = code.units();
    this.name = name;
    this.order = parameters;
    this.there = units.find(name, Level.TYPE);
    this.beside = beside;
    this.source = there < 0 ? new NewSource(code, beside, name) : null;
  }

  /** The file of the type, where it is there. */
  int file() {
    return there < 0 ? -1 : units.fileOf(there);
  }

  boolean isNew() {
    return there < 0;
  }

  String simpleName() {
    return name.substring(name.lastIndexOf('.') + 1);
  }

  /** The parameters in the order in which the type takes them. */
  List<String> order() {
    return order;
  }

  /** Refuses a place where it cannot be. */
  void judge(int method) {
    boolean lies = there >= 0 || source.isPossible();
    if (!lies || there >= 0 && units.has(there, Trait.FOREIGN)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          there >= 0
              ? name + " belongs to a library; wrap it in a type of your own."
              : "'" + name + "' is no name of a type that could be made there.",
          code.declaration(method));
    } else if (there < 0 && code.sources().exists(source.path())) {
      rewriting.refuse(
          RefusalCode.NAME_CLASH,
          "There is " + source.path() + " already.",
          code.declaration(method));
    }
  }

  /**
   * Takes the types of the parameters; a type that is there has to take and give just these.
   *
   * @param of the types, by the parameters' names
   * @param hangOn the type parameters that they are written with
   */
  void take(
      Attributed all, Map<String, TypeMirror> of, List<TypeParameterElement> hangOn, int method) {
    types.putAll(of);
    generics = hangOn;
    if (there < 0) {
      String path = units.name(units.fileOf(method));
      int level = JavaLevel.of(code.sources(), path);
      record = level == JavaLevel.UNKNOWN || level >= RECORDS;
      maker =
          record
              ? name
              : name
                  + "#"
                  + simpleName()
                  + "("
                  + ElementNames.simple(order.stream().map(types::get).toList())
                  + ")";
      for (String one : order) {
        String member = name + "#" + one + (record ? "" : "()");
        readers.put(one, Written.of(one + "()", member));
      }
      return;
    }
    TypeElement type = all.elements().getTypeElement(name);
    ExecutableElement constructor = type == null ? null : constructor(all, type);
    if (constructor == null) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          name + " has no constructor that takes just " + String.join(", ", order) + ".",
          code.declaration(there));
      return;
    }
    String full = ElementNames.of(constructor);
    maker = units.find(full, Level.MEMBER) >= 0 ? full : name;
    order.forEach(one -> reader(all, type, one));
  }

  /** The constructor that takes just the parameters: by their names, or else in their order. */
  private ExecutableElement constructor(Attributed all, TypeElement type) {
    if (!type.getTypeParameters().isEmpty() || type.getModifiers().contains(Modifier.ABSTRACT)) {
      return null;
    }
    ExecutableElement inOrder = null;
    for (ExecutableElement one : ElementFilter.constructorsIn(type.getEnclosedElements())) {
      List<String> names =
          one.getParameters().stream().map(given -> given.getSimpleName().toString()).toList();
      boolean fits = names.size() == order.size() && !one.getModifiers().contains(Modifier.PRIVATE);
      if (fits && types.keySet().equals(Set.copyOf(names)) && takes(all, one, names)) {
        order = names;
        order.forEach(name -> parts.put(name, name));
        return one;
      }
      if (fits && takes(all, one, order)) {
        inOrder = one;
      }
    }
    for (int n = 0; inOrder != null && n < order.size(); n++) {
      parts.put(order.get(n), inOrder.getParameters().get(n).getSimpleName().toString());
    }
    return inOrder;
  }

  /** Whether a constructor takes the types of some parameters, in their order. */
  private boolean takes(Attributed all, ExecutableElement constructor, List<String> of) {
    for (int n = 0; n < of.size(); n++) {
      TypeMirror given = constructor.getParameters().get(n).asType();
      if (!all.types().isSameType(types.get(of.get(n)), given)) {
        return false;
      }
    }
    return true;
  }

  /** Finds what gives a value again. */
  private void reader(Attributed all, TypeElement type, String parameter) {
    String part = parts.get(parameter);
    String upper = Character.toUpperCase(part.charAt(0)) + part.substring(1);
    for (String method : List.of(part, "get" + upper, "is" + upper)) {
      for (ExecutableElement one : ElementFilter.methodsIn(type.getEnclosedElements())) {
        boolean gives =
            one.getSimpleName().contentEquals(method)
                && one.getParameters().isEmpty()
                && !one.getModifiers().contains(Modifier.STATIC)
                && !one.getModifiers().contains(Modifier.PRIVATE)
                && all.types().isSameType(one.getReturnType(), types.get(parameter));
        if (gives) {
          String full = ElementNames.of(one);
          int unit = units.find(full, Level.MEMBER);
          int known =
              unit >= 0 ? unit : units.find(full.substring(0, full.length() - 2), Level.MEMBER);
          readers.put(parameter, Written.of(method + "()", units.name(known)));
          givers.put(parameter, known);
          return;
        }
      }
    }
    for (Element one : type.getEnclosedElements()) {
      boolean field =
          one.getKind() == ElementKind.FIELD
              && one.getSimpleName().contentEquals(part)
              && one.getModifiers().contains(Modifier.FINAL)
              && !one.getModifiers().contains(Modifier.PRIVATE);
      if (field) {
        readers.put(parameter, Written.of(part, name + "#" + part));
        givers.put(parameter, units.find(name + "#" + part, Level.MEMBER));
        return;
      }
    }
    rewriting.refuse(
        RefusalCode.BAD_TARGET,
        name + " takes " + part + ", and does not give it again.",
        code.declaration(there));
  }

  // ---- how it is written

  /** The type as a file names it. */
  Written in(int file) {
    return there >= 0
        ? rewriting.named(file, there)
        : Written.of(rewriting.names().in(file, name), name);
  }

  /** Its type arguments as the method that takes it writes them; empty for none. */
  String arguments() {
    return Naming.arguments(generics);
  }

  /**
   * An object of it that is made of some values, in its order.
   *
   * @param between what stood between them where that has comments; empty where it has none
   * @param indent what the line that it goes into begins with
   */
  Written made(int file, List<Written> values, List<Written> between, String indent) {
    Written list = ArgumentList.of(values, between);
    boolean lines = between.stream().anyMatch(one -> one.text().indexOf('\n') >= 0);
    Layout layout = new Layout(code);
    if (lines) {
      String deeper = indent + layout.step(file).repeat(2);
      list = Written.of(layout.lineEnd(file) + indent).and(list).indented(indent, deeper);
    }
    return Written.of("new ")
        .and(Written.of(in(file).text(), maker))
        .and(generics.isEmpty() ? "(" : "<>(")
        .and(list)
        .and(")");
  }

  /** A value of an object. */
  Written value(String object, String parameter) {
    return Written.of(object + ".").and(readers.get(parameter));
  }

  /** Whether a constructor of it that gets an object's own values gives its like. */
  boolean isRecord() {
    return there >= 0 && units.has(there, Trait.RECORD);
  }

  String name() {
    return name;
  }

  /** Whether a member gives a value of an object that never gets another one. */
  boolean gives(int member, String parameter) {
    Integer giver = givers.get(parameter);
    boolean fixed =
        giver != null && (units.has(there, Trait.RECORD) || units.has(giver, Trait.FINAL));
    return fixed && giver == member;
  }

  /**
   * Writes the type, where it is new.
   *
   * @param open whether others than its package see it
   * @param told what documentation says of the parameters, by their names
   * @param annotations what each is marked with, in writing
   */
  void write(
      boolean open,
      Map<String, String> told,
      Map<String, List<TypeElement>> annotations,
      int method) {
    if (there >= 0) {
      return;
    }
    Naming naming = source.naming();
    Map<String, Written> written = new HashMap<>();
    for (String one : order) {
      Written type = naming.of(types.get(one));
      if (type == null) {
        rewriting.refuse(
            RefusalCode.UNKNOWN_NAME,
            "The type of '" + one + "' has no name that could be written in " + name + ".",
            code.declaration(method));
        return;
      }
      Written marks = Written.NONE;
      for (TypeElement mark : annotations.getOrDefault(one, List.of())) {
        marks = marks.and("@").and(naming.name(mark)).and(" ");
      }
      written.put(one, marks.and(type).and(" " + one));
    }
    Written head = Written.joined(order.stream().map(written::get).toList(), ", ");
    String access = open ? "public " : "";
    Written body =
        record
            ? Written.of(access + "record " + simpleName())
                .and(naming.typeParameters(generics))
                .and("(")
                .and(head)
                .and(") {}\n")
            : classText(access, naming, head);
    rewriting.newFile(source.path(), source.text(Written.of(documentation(told)).and(body)));
    rewriting.rewrites(name);
    if (!record) {
      rewriting.tell(name + " is a class, since the build is for a Java without records.");
    }
  }

  private String documentation(Map<String, String> told) {
    String first = spoken(order);
    first = Character.toUpperCase(first.charAt(0)) + first.substring(1) + ", which go together.";
    if (!record || !told.keySet().containsAll(order)) {
      return "/** " + first + " */\n";
    }
    StringBuilder all = new StringBuilder("/**\n * " + first + "\n *\n");
    order.forEach(one -> all.append(" * @param ").append(one).append(' ').append(told.get(one)));
    return all + " */\n";
  }

  /** Names in the words that they are made of, as a sentence lists them. */
  static String spoken(List<String> names) {
    return words(
        names.stream()
            .map(name -> String.join(" ", name.split("(?<=[a-z\\d])(?=[A-Z])")))
            .map(name -> name.toLowerCase(Locale.ROOT))
            .toList());
  }

  /** Names as a sentence lists them. */
  static String words(List<String> names) {
    int last = names.size() - 1;
    return last == 0
        ? names.get(0)
        : String.join(", ", names.subList(0, last)) + " and " + names.get(last);
  }

  private Written classText(String access, Naming naming, Written head) {
    Layout layout = new Layout(code);
    String in = layout.step(beside);
    String opens = layout.opensMethod(beside, in, "\n") + "\n";
    Written text =
        Written.of(access + "final class " + simpleName())
            .and(naming.typeParameters(generics))
            .and(layout.opensType(beside) + "\n");
    StringBuilder assigned = new StringBuilder();
    for (String one : order) {
      text = text.and(in + "private final ").and(naming.of(types.get(one))).and(" " + one + ";\n");
      assigned.append(in + in + "this." + one + " = " + one + ";\n");
    }
    text = text.and("\n" + in + access + simpleName() + "(").and(head).and(")" + opens);
    text = text.and(assigned + in + "}\n", fields());
    for (String one : order) {
      text =
          text.and("\n" + in + access)
              .and(naming.of(types.get(one)))
              .and(
                  " " + one + "()" + opens + in + in + "return " + one + ";\n" + in + "}\n",
                  name + "#" + one);
    }
    return text.and("}\n");
  }

  private String[] fields() {
    return order.stream().map(one -> name + "#" + one).toArray(String[]::new);
  }
}

package dev.vinesorter.java.rewrite;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.code.TypeNames;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.UnaryOperator;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.IntersectionType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;

/** How a type that the compiler knows is written in a file, with imports where there is room. */
public final class Naming {
  /** How deep types in types are written; a type variable's bound can name itself. */
  private static final int MOST_DEEP = 12;

  private final SourceView code;
  private final Units units;

  /** How an outermost class is written, by its full name. */
  private final UnaryOperator<String> outermost;

  private final int file;

  /** Names for one file. */
  public Naming(SourceView code, TypeNames names, int file) {
    this.code = code;
    this.units = code.units();
    this.file = file;
    this.outermost =
        full -> {
          int unit = units.find(full, Level.TYPE);
          return unit >= 0 ? names.in(file, unit) : names.in(file, full);
        };
  }

  /**
   * Names for a file that is not there yet.
   *
   * @param outermost how an outermost class is written, by its full name
   */
  public Naming(SourceView code, UnaryOperator<String> outermost) {
    this.code = code;
    this.units = code.units();
    this.file = -1;
    this.outermost = outermost;
  }

  /** The type in writing; null where it has no name that could be written. */
  public Written of(TypeMirror type) {
    return of(type, 0);
  }

  private Written of(TypeMirror type, int depth) {
    if (depth > MOST_DEEP) {
      return null;
    }
    switch (type.getKind()) {
      case BOOLEAN, BYTE, SHORT, INT, LONG, CHAR, FLOAT, DOUBLE, VOID:
        return Written.of(type.getKind().name().toLowerCase(java.util.Locale.ROOT));
      case ARRAY:
        Written part = of(((ArrayType) type).getComponentType(), depth + 1);
        return part == null ? null : part.and("[]");
      case TYPEVAR:
        return variable((TypeVariable) type, depth);
      case DECLARED:
        return declared((DeclaredType) type, depth);
      case INTERSECTION:
        return of(((IntersectionType) type).getBounds().get(0), depth + 1);
      case WILDCARD:
        return wildcard((WildcardType) type, depth);
      case NULL:
        return Written.of("Object", "java.lang.Object");
      default:
        return null;
    }
  }

  /** A type variable by its name; one that stands for a wildcard by what it is at most. */
  private Written variable(TypeVariable variable, int depth) {
    String name = variable.asElement().getSimpleName().toString();
    boolean captured = name.isEmpty() || !Character.isJavaIdentifierStart(name.charAt(0));
    return captured ? of(variable.getUpperBound(), depth + 1) : Written.of(name);
  }

  private Written wildcard(WildcardType wildcard, int depth) {
    TypeMirror bound =
        wildcard.getExtendsBound() != null ? wildcard.getExtendsBound() : wildcard.getSuperBound();
    if (bound == null) {
      return Written.of("?");
    }
    Written written = of(bound, depth + 1);
    String how = wildcard.getExtendsBound() != null ? "? extends " : "? super ";
    return written == null ? null : Written.of(how).and(written);
  }

  private Written declared(DeclaredType type, int depth) {
    TypeElement element = (TypeElement) type.asElement();
    if (element.getSimpleName().length() == 0) {
      boolean ofInterface = !element.getInterfaces().isEmpty();
      return of(ofInterface ? element.getInterfaces().get(0) : element.getSuperclass(), depth + 1);
    }
    Written name = name(element);
    if (name == null) {
      return null;
    }
    List<Written> arguments = new ArrayList<>();
    for (TypeMirror argument : type.getTypeArguments()) {
      Written one = argument(argument, depth);
      if (one == null) {
        return null;
      }
      arguments.add(one);
    }
    return arguments.isEmpty() ? name : name.and("<").and(Written.joined(arguments, ", ")).and(">");
  }

  private Written argument(TypeMirror argument, int depth) {
    if (argument.getKind() == TypeKind.TYPEVAR) {
      TypeVariable variable = (TypeVariable) argument;
      String name = variable.asElement().getSimpleName().toString();
      if (name.isEmpty() || !Character.isJavaIdentifierStart(name.charAt(0))) {
        TypeMirror bound = variable.getUpperBound();
        boolean low = variable.getLowerBound().getKind() != TypeKind.NULL;
        boolean any = bound.toString().equals("java.lang.Object");
        if (!low && any) {
          return Written.of("?");
        }
        Written written = of(low ? variable.getLowerBound() : bound, depth + 1);
        return written == null ? null : Written.of(low ? "? super " : "? extends ").and(written);
      }
    }
    return of(argument, depth + 1);
  }

  /** The name of a class; null for one that has none here, such as a local one elsewhere. */
  public Written name(TypeElement element) {
    Element around = element.getEnclosingElement();
    boolean local = around.getKind() != ElementKind.PACKAGE && !(around instanceof TypeElement);
    if (local) {
      return Written.of(element.getSimpleName().toString());
    }
    String full = element.getQualifiedName().toString();
    int unit = units.find(full, Level.TYPE);
    if (file >= 0 && unit >= 0 && isNamedHere(unit)) {
      return Written.of(element.getSimpleName().toString(), full);
    }
    if (around instanceof TypeElement outer) {
      Written before = name(outer);
      if (before == null) {
        return null;
      }
      Set<String> means = new TreeSet<>(before.means());
      means.add(full);
      return Written.of(before.text() + "." + element.getSimpleName(), means);
    }
    return Written.of(outermost.apply(full), full);
  }

  /** Whether the file names a type by its simple name somewhere. */
  private boolean isNamedHere(int type) {
    References references = code.references();
    String simple = units.simpleName(type);
    for (int user : units.withAllInside(file)) {
      for (int r = references.row(user); r < references.row(user + 1); r++) {
        Kind kind = references.kind(r);
        if (references.target(r) == type
            && user != file
            && kind != Kind.MENTIONS
            && kind != Kind.THROUGH
            && kind != Kind.IMPORTS
            && code.isNamed(user, r, simple)
            && !code.isQualified(file, references.at(r))) {
          return true;
        }
      }
    }
    return false;
  }

  /** Type parameters as the arguments of a type, in brackets; empty for none. */
  public static String arguments(List<? extends TypeParameterElement> parameters) {
    List<String> names = parameters.stream().map(one -> one.getSimpleName().toString()).toList();
    return names.isEmpty() ? "" : "<" + String.join(", ", names) + ">";
  }

  /** Type parameters with their bounds, in brackets; nothing for none. */
  public Written typeParameters(List<? extends TypeParameterElement> parameters) {
    List<Written> all = new ArrayList<>();
    for (TypeParameterElement one : parameters) {
      List<Written> bounds = new ArrayList<>();
      for (TypeMirror bound : one.getBounds()) {
        Written written = bound.toString().equals("java.lang.Object") ? null : of(bound);
        if (written != null) {
          bounds.add(written);
        }
      }
      Written name = Written.of(one.getSimpleName().toString());
      all.add(bounds.isEmpty() ? name : name.and(" extends ").and(Written.joined(bounds, " & ")));
    }
    return all.isEmpty() ? Written.NONE : Written.of("<").and(Written.joined(all, ", ")).and(">");
  }

  /**
   * What stands behind a method's name: parameters in parentheses, and exceptions; null where a
   * type has no name that could be written.
   *
   * @param type the method's types, as they are seen from where it is written
   */
  public Written signature(ExecutableElement method, ExecutableType type) {
    Written all = parameters(method, type);
    List<Written> thrown = new ArrayList<>();
    for (TypeMirror exception : type.getThrownTypes()) {
      thrown.add(of(exception));
    }
    if (all == null || thrown.contains(null)) {
      return null;
    }
    return thrown.isEmpty() ? all : all.and(" throws ").and(Written.joined(thrown, ", "));
  }

  /** The same without the exceptions. */
  public Written parameters(ExecutableElement method, ExecutableType type) {
    List<Written> parameters = new ArrayList<>();
    for (int n = 0; n < method.getParameters().size(); n++) {
      TypeMirror own = type.getParameterTypes().get(n);
      boolean varied = method.isVarArgs() && n == method.getParameters().size() - 1;
      Written written = of(varied ? ((ArrayType) own).getComponentType() : own);
      if (written == null) {
        return null;
      }
      String name = method.getParameters().get(n).getSimpleName().toString();
      parameters.add(written.and(varied ? "..." : "").and(" " + name));
    }
    return Written.of("(").and(Written.joined(parameters, ", ")).and(")");
  }

  /** All type variables that a type is written with. */
  public static Set<String> variables(TypeMirror type) {
    Set<String> found = new TreeSet<>();
    variables(type, found, 0);
    return found;
  }

  private static void variables(TypeMirror type, Set<String> found, int depth) {
    if (type == null || depth > MOST_DEEP) {
      return;
    }
    switch (type.getKind()) {
      case ARRAY -> variables(((ArrayType) type).getComponentType(), found, depth + 1);
      case TYPEVAR -> {
        TypeVariable variable = (TypeVariable) type;
        String name = variable.asElement().getSimpleName().toString();
        if (!name.isEmpty() && Character.isJavaIdentifierStart(name.charAt(0))) {
          found.add(name);
        } else {
          variables(variable.getUpperBound(), found, depth + 1);
          variables(variable.getLowerBound(), found, depth + 1);
        }
      }
      case DECLARED ->
          ((DeclaredType) type)
              .getTypeArguments()
              .forEach(argument -> variables(argument, found, depth + 1));
      case WILDCARD -> {
        variables(((WildcardType) type).getExtendsBound(), found, depth + 1);
        variables(((WildcardType) type).getSuperBound(), found, depth + 1);
      }
      default -> {}
    }
  }
}

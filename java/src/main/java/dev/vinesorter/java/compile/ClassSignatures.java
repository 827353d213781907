package dev.vinesorter.java.compile;

import java.util.List;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.TypeParameterElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.IntersectionType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.type.WildcardType;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/**
 * Types as class files write them: descriptors and generic signatures (JVMS 17, 4.3 and 4.7.9). It
 * remembers whether it met a type that the compiler does not know.
 */
final class ClassSignatures {
  private static final String OBJECT = "Ljava/lang/Object;";

  private final Types types;
  private final Elements elements;
  private boolean unknown;

  ClassSignatures(Types types, Elements elements) {
    this.types = types;
    this.elements = elements;
  }

  /** Whether a type came so far that the compiler does not know. */
  boolean metUnknown() {
    return unknown;
  }

  /** The internal name of a class; what is unknown counts as {@code Object}. */
  String internal(TypeMirror erased) {
    unknown |= erased.getKind() == TypeKind.ERROR;
    return erased.getKind() == TypeKind.DECLARED
        ? elements
            .getBinaryName((TypeElement) ((DeclaredType) erased).asElement())
            .toString()
            .replace('.', '/')
        : "java/lang/Object";
  }

  /** The descriptor of a type's erasure. */
  String descriptor(TypeMirror type) {
    TypeMirror erased = types.erasure(type);
    unknown |= type.getKind() == TypeKind.ERROR || erased.getKind() == TypeKind.ERROR;
    return switch (erased.getKind()) {
      case VOID -> "V";
      case ARRAY -> "[" + descriptor(((ArrayType) erased).getComponentType());
      case DECLARED -> "L" + internal(erased) + ";";
      default -> erased.getKind().isPrimitive() ? primitive(erased.getKind()) : OBJECT;
    };
  }

  private static String primitive(TypeKind kind) {
    return switch (kind) {
      case BOOLEAN -> "Z";
      case BYTE -> "B";
      case SHORT -> "S";
      case INT -> "I";
      case LONG -> "J";
      case CHAR -> "C";
      case FLOAT -> "F";
      default -> "D";
    };
  }

  /** The generic signature of a class. */
  String of(TypeElement type) {
    StringBuilder out = new StringBuilder();
    parameters(out, type.getTypeParameters());
    TypeMirror above = type.getSuperclass();
    unknown |= above.getKind() == TypeKind.ERROR;
    out.append(above.getKind() == TypeKind.DECLARED ? of(above) : OBJECT);
    type.getInterfaces().forEach(one -> out.append(of(one)));
    return out.toString();
  }

  /** The generic signature of a method. */
  String of(ExecutableElement method) {
    StringBuilder out = new StringBuilder();
    parameters(out, method.getTypeParameters());
    out.append('(');
    method.getParameters().forEach(one -> out.append(of(one.asType())));
    out.append(')').append(of(method.getReturnType()));
    if (method.getThrownTypes().stream().anyMatch(one -> one.getKind() == TypeKind.TYPEVAR)) {
      method.getThrownTypes().forEach(one -> out.append('^').append(of(one)));
    }
    return out.toString();
  }

  private void parameters(StringBuilder out, List<? extends TypeParameterElement> parameters) {
    if (parameters.isEmpty()) {
      return;
    }
    out.append('<');
    for (TypeParameterElement one : parameters) {
      out.append(one.getSimpleName());
      boolean first = true;
      for (TypeMirror bound : one.getBounds()) {
        // An interface as first bound leaves the place of the class empty.
        out.append(first && isInterface(bound) ? "::" : ":").append(of(bound));
        first = false;
      }
    }
    out.append('>');
  }

  private static boolean isInterface(TypeMirror type) {
    return type.getKind() == TypeKind.DECLARED
        && ((DeclaredType) type).asElement().getKind().isInterface();
  }

  /** The generic signature of a type. */
  String of(TypeMirror type) {
    unknown |= type.getKind() == TypeKind.ERROR;
    return switch (type.getKind()) {
      case TYPEVAR -> "T" + ((TypeVariable) type).asElement().getSimpleName() + ";";
      case ARRAY -> "[" + of(((ArrayType) type).getComponentType());
      case WILDCARD -> wildcard((WildcardType) type);
      case DECLARED -> "L" + declared((DeclaredType) type) + ";";
      case INTERSECTION -> of(((IntersectionType) type).getBounds().get(0));
      default -> descriptor(type);
    };
  }

  private String wildcard(WildcardType type) {
    return type.getExtendsBound() != null
        ? "+" + of(type.getExtendsBound())
        : type.getSuperBound() != null ? "-" + of(type.getSuperBound()) : "*";
  }

  private String declared(DeclaredType type) {
    StringBuilder out = new StringBuilder();
    boolean inGeneric =
        type.getEnclosingType() instanceof DeclaredType around && isParameterized(around);
    if (inGeneric) {
      out.append(declared((DeclaredType) type.getEnclosingType()));
      out.append('.').append(type.asElement().getSimpleName());
    } else {
      out.append(internal(types.erasure(type)));
    }
    if (!type.getTypeArguments().isEmpty()) {
      out.append('<');
      type.getTypeArguments().forEach(one -> out.append(of(one)));
      out.append('>');
    }
    return out.toString();
  }

  private static boolean isParameterized(DeclaredType type) {
    return !type.getTypeArguments().isEmpty()
        || type.getEnclosingType() instanceof DeclaredType around && isParameterized(around);
  }
}

package dev.vinesorter.java.compile;

import java.util.List;
import java.util.StringJoiner;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.element.VariableElement;
import javax.lang.model.type.ArrayType;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeMirror;

/** What units that stand for declarations of the compiler are called. */
public final class ElementNames {
  private ElementNames() {}

  /** The full name of a member's unit, such as {@code a.B#c(int, List)}. */
  public static String of(Element member) {
    TypeElement type = (TypeElement) member.getEnclosingElement();
    String name =
        member instanceof ExecutableElement method
            ? signature(type, method)
            : member.getSimpleName().toString();
    return type.getQualifiedName() + "#" + name;
  }

  /** The simple name of a method's unit. */
  public static String signature(TypeElement type, ExecutableElement method) {
    String name =
        method.getKind() == ElementKind.CONSTRUCTOR
            ? type.getSimpleName().toString()
            : method.getSimpleName().toString();
    StringJoiner signature = new StringJoiner(", ", name + "(", ")");
    var parameters = method.getParameters();
    for (VariableElement parameter : parameters) {
      boolean last = parameter == parameters.get(parameters.size() - 1);
      signature.add(simple(parameter.asType(), method.isVarArgs() && last));
    }
    return signature.toString();
  }

  /** Types as Javadoc shows them in a signature. */
  public static String simple(List<TypeMirror> types) {
    return String.join(", ", types.stream().map(type -> simple(type, false)).toList());
  }

  /** A type as Javadoc shows it in a signature: without packages and type arguments. */
  private static String simple(TypeMirror type, boolean varArgs) {
    if (type instanceof ArrayType array) {
      return simple(array.getComponentType(), false) + (varArgs ? "..." : "[]");
    }
    if (type instanceof DeclaredType declared) {
      return declared.asElement().getSimpleName().toString();
    }
    String text = type.toString();
    return text.substring(text.lastIndexOf(' ') + 1);
  }
}

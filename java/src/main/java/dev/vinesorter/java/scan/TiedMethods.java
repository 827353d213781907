package dev.vinesorter.java.scan;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.IntersectionType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.type.TypeVariable;
import javax.lang.model.util.Types;

/**
 * Which method a call stands for where a type has several abstract ones from above that are all
 * alike. The language says that one is chosen arbitrarily (JLS 15.12.2.5); the compiler's choice
 * hangs on the order in which it came across names, so that one source more or less changes it.
 * Here it is the one that is first come to by the supertypes in the order in which they are
 * written.
 */
final class TiedMethods {
  private final Types types;
  private final Overriding overriding;
  private final Map<Call, ExecutableElement> known = new HashMap<>();

  private record Call(Element site, ExecutableElement bound) {}

  TiedMethods(Types types, Overriding overriding) {
    this.types = types;
    this.overriding = overriding;
  }

  /** Whether a member is of a sort of which there can be several, so that its site matters. */
  static boolean mayBe(Element bound) {
    return bound.getKind() == ElementKind.METHOD
        && bound.getModifiers().contains(Modifier.ABSTRACT);
  }

  /**
   * The method that stands for a member the compiler bound; other members stand for themselves.
   *
   * @param site the type in which the member was looked up; null where that is not known
   */
  Element of(Element bound, TypeMirror site) {
    if (site == null || !mayBe(bound)) {
      return bound;
    }
    ExecutableElement method = (ExecutableElement) bound;
    if (site instanceof TypeVariable variable) {
      return of(bound, variable.getUpperBound());
    }
    if (site instanceof IntersectionType several) {
      for (TypeMirror one : several.getBounds()) {
        if (types.isSubtype(types.erasure(one), owner(method))) {
          return of(bound, one);
        }
      }
    }
    if (site.getKind() != TypeKind.DECLARED
        || ((DeclaredType) site).asElement() == bound.getEnclosingElement()) {
      return bound;
    }
    TypeElement type = (TypeElement) ((DeclaredType) site).asElement();
    return known.computeIfAbsent(new Call(type, method), call -> first(type, method));
  }

  private TypeMirror owner(ExecutableElement method) {
    return types.erasure(method.getEnclosingElement().asType());
  }

  private ExecutableElement first(TypeElement site, ExecutableElement bound) {
    Set<TypeElement> above = new LinkedHashSet<>();
    collect(site, above);
    List<ExecutableElement> alike = new ArrayList<>();
    for (TypeElement type : above) {
      for (ExecutableElement one : overriding.named(type, bound.getSimpleName().toString())) {
        if (one == bound || isAlike(one, bound, (DeclaredType) site.asType())) {
          alike.add(one);
        }
      }
    }
    for (ExecutableElement one : alike) {
      boolean overridden =
          alike.stream()
              .anyMatch(other -> other != one && types.isSubtype(owner(other), owner(one)));
      if (!overridden) {
        return one;
      }
    }
    return bound;
  }

  private void collect(TypeElement type, Set<TypeElement> above) {
    if (above.add(type)) {
      overriding.parents(type).forEach(parent -> collect(parent, above));
    }
  }

  private boolean isAlike(ExecutableElement one, ExecutableElement bound, DeclaredType site) {
    if (one.getParameters().size() != bound.getParameters().size()
        || !one.getModifiers().contains(Modifier.ABSTRACT)) {
      return false;
    }
    try {
      ExecutableType left = (ExecutableType) types.asMemberOf(site, one);
      ExecutableType right = (ExecutableType) types.asMemberOf(site, bound);
      return types.isSubsignature(left, right)
          && types.isSubsignature(right, left)
          && types.isSameType(left.getReturnType(), right.getReturnType());
    } catch (IllegalArgumentException e) {
      // In code with errors a type may not inherit what was found in it.
      return false;
    }
  }
}

package dev.vinesorter.java.scan;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ElementKind;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.Elements;
import javax.lang.model.util.Types;

/** Which methods a method overrides, and which one a type would run; caches what it looks up. */
public final class Overriding {
  private final Elements elements;
  private final Types types;
  private final TiedMethods tied;
  private final Map<TypeElement, Map<String, List<ExecutableElement>>> methods =
      new IdentityHashMap<>();
  private final Map<TypeElement, List<TypeElement>> parents = new IdentityHashMap<>();

  public Overriding(Elements elements, Types types) {
    this.elements = elements;
    this.types = types;
    this.tied = new TiedMethods(types, this);
  }

  /** Which of several methods a call stands for that are all alike. */
  TiedMethods tied() {
    return tied;
  }

  /** Whether a type is another one or below it, whatever their arguments. */
  boolean isBelow(TypeMirror type, TypeMirror above) {
    return types.isSubtype(types.erasure(type), types.erasure(above));
  }

  /** The nearest methods overridden on each way up; those above them are overridden in turn. */
  List<ExecutableElement> of(ExecutableElement method) {
    Set<Modifier> modifiers = method.getModifiers();
    if (method.getKind() != ElementKind.METHOD
        || modifiers.contains(Modifier.STATIC)
        || modifiers.contains(Modifier.PRIVATE)
        || !(method.getEnclosingElement() instanceof TypeElement owner)) {
      return List.of();
    }
    List<ExecutableElement> found = new ArrayList<>();
    Set<TypeElement> seen = new HashSet<>();
    Deque<TypeElement> above = new ArrayDeque<>(parents(owner));
    // A class comes to Object by its superclasses; the compiler also gives it to interfaces.
    boolean skips = !owner.getKind().isInterface();
    while (!above.isEmpty()) {
      TypeElement type = above.remove();
      if (seen.add(type)) {
        ExecutableElement overridden = overridden(method, type, owner);
        if (overridden != null) {
          found.add(overridden);
        } else if (skips && type.getKind().isInterface()) {
          parents(type).stream()
              .filter(parent -> parent.getKind().isInterface())
              .forEach(above::add);
        } else {
          above.addAll(parents(type));
        }
      }
    }
    return found;
  }

  private ExecutableElement overridden(
      ExecutableElement method, TypeElement in, TypeElement owner) {
    String name = method.getSimpleName().toString();
    for (ExecutableElement candidate : named(in, name)) {
      if (candidate.getParameters().size() == method.getParameters().size()
          && elements.overrides(method, candidate, owner)) {
        return candidate;
      }
    }
    return null;
  }

  /** The method without parameters that a call on the type binds to, or null. */
  ExecutableElement method(DeclaredType type, String name) {
    if (type.getKind() != TypeKind.DECLARED || !(type.asElement() instanceof TypeElement start)) {
      return null;
    }
    Set<TypeElement> seen = new HashSet<>();
    Deque<TypeElement> queue = new ArrayDeque<>(List.of(start));
    while (!queue.isEmpty()) {
      TypeElement at = queue.remove();
      if (seen.add(at)) {
        for (ExecutableElement method : named(at, name)) {
          if (method.getParameters().isEmpty()) {
            return method;
          }
        }
        queue.addAll(parents(at));
      }
    }
    return null;
  }

  /** The methods of that name that a type declares. */
  List<ExecutableElement> named(TypeElement type, String name) {
    return methods(type).getOrDefault(name, List.of());
  }

  private Map<String, List<ExecutableElement>> methods(TypeElement type) {
    return methods.computeIfAbsent(
        type,
        t -> {
          Map<String, List<ExecutableElement>> byName = new HashMap<>();
          for (Element member : t.getEnclosedElements()) {
            if (member.getKind() == ElementKind.METHOD && member instanceof ExecutableElement m) {
              byName.computeIfAbsent(m.getSimpleName().toString(), n -> new ArrayList<>(1)).add(m);
            }
          }
          return byName;
        });
  }

  /** Superclass, then interfaces. */
  List<TypeElement> parents(TypeElement type) {
    return parents.computeIfAbsent(
        type,
        t -> {
          List<TypeElement> found = new ArrayList<>();
          for (TypeMirror parent : types.directSupertypes(t.asType())) {
            if (parent instanceof DeclaredType declared
                && declared.asElement() instanceof TypeElement element) {
              found.add(element);
            }
          }
          return found;
        });
  }
}

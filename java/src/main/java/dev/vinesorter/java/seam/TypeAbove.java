package dev.vinesorter.java.seam;

import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import java.util.Set;
import javax.lang.model.element.Element;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.Modifier;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/** A type above a class that is there. */
final class TypeAbove implements SupertypeUse.Above {
  private final Attributed all;
  private final Rewriting rewriting;
  private final TypeElement above;
  private final TypeElement below;

  TypeAbove(Attributed all, Rewriting rewriting, TypeElement above, TypeElement below) {
    this.all = all;
    this.rewriting = rewriting;
    this.above = above;
    this.below = below;
  }

  @Override
  public boolean has(ExecutableElement method) {
    ExecutableElement member = member(method);
    return member != null
        && (member.equals(method)
            || givesTheSame(member, method) && access(member) >= access(method));
  }

  /** How far something is seen: nowhere else, in its package, below it too, everywhere. */
  private static int access(Element element) {
    Set<Modifier> modifiers = element.getModifiers();
    return modifiers.contains(Modifier.PUBLIC)
        ? 3
        : modifiers.contains(Modifier.PROTECTED) ? 2 : modifiers.contains(Modifier.PRIVATE) ? 0 : 1;
  }

  @Override
  public boolean isSeenFrom(String place) {
    boolean everywhere = true;
    for (Element at = above; at instanceof TypeElement; at = at.getEnclosingElement()) {
      if (access(at) == 0) {
        return false;
      }
      everywhere &= access(at) == 3;
    }
    return everywhere || all.elements().getPackageOf(above).getQualifiedName().contentEquals(place);
  }

  @Override
  public TypeMirror widerResult(ExecutableElement method) {
    ExecutableElement member = member(method);
    TypeMirror high = member == null ? null : seenFromBelow(member).getReturnType();
    return high != null && high.getKind() == TypeKind.DECLARED ? high : null;
  }

  /** What the type above has of a method of the class; null for nothing. */
  private ExecutableElement member(ExecutableElement method) {
    for (ExecutableElement one : ElementFilter.methodsIn(all.elements().getAllMembers(above))) {
      if (one.equals(method)
          || one.getSimpleName().equals(method.getSimpleName())
              && all.elements().overrides(method, one, below)
              && throwsNoMore(one, method)) {
        return one;
      }
    }
    return null;
  }

  /** A method above as it is seen from the class. */
  private ExecutableType seenFromBelow(ExecutableElement upper) {
    return (ExecutableType) all.types().asMemberOf((DeclaredType) seen(below.asType()), upper);
  }

  private ExecutableType below(ExecutableElement lower) {
    return (ExecutableType) all.types().asMemberOf((DeclaredType) below.asType(), lower);
  }

  /** Whether what a method gives is the same type once type arguments are taken away. */
  private boolean givesTheSame(ExecutableElement upper, ExecutableElement lower) {
    TypeMirror high = seenFromBelow(upper).getReturnType();
    TypeMirror low = below(lower).getReturnType();
    return high.getKind() == low.getKind()
        && (low.getKind() == TypeKind.VOID
            || all.types().isSameType(all.types().erasure(high), all.types().erasure(low)));
  }

  private boolean throwsNoMore(ExecutableElement upper, ExecutableElement lower) {
    ExecutableType high = seenFromBelow(upper);
    ExecutableType low = below(lower);
    return high.getThrownTypes().stream()
        .allMatch(
            one ->
                low.getThrownTypes().stream().anyMatch(other -> all.types().isSubtype(one, other)));
  }

  @Override
  public boolean isNested() {
    return above.getNestingKind().isNested();
  }

  @Override
  public boolean fits(TypeMirror target) {
    return target.getKind() == TypeKind.DECLARED
        && all.types().isSubtype(all.types().erasure(above.asType()), all.types().erasure(target));
  }

  @Override
  public String name() {
    return above.getQualifiedName().toString();
  }

  @Override
  public Written in(int file) {
    return new Naming(rewriting.code(), rewriting.names(), file).name(above);
  }

  @Override
  public Set<String> means(TypeMirror type) {
    TypeMirror seen = seen(type);
    // Nothing is written, so that no import is needed.
    return seen == null
        ? Set.of(name())
        : new Naming(rewriting.code(), full -> full).of(seen).means();
  }

  @Override
  public Written typeIn(int file, TypeMirror type) {
    TypeMirror seen = seen(type);
    return seen == null ? null : new Naming(rewriting.code(), rewriting.names(), file).of(seen);
  }

  /** A type of the class as one of the type above; null where it is none. */
  TypeMirror seen(TypeMirror type) {
    if (type instanceof DeclaredType declared && declared.asElement().equals(above)) {
      return type;
    }
    for (TypeMirror up : all.types().directSupertypes(type)) {
      TypeMirror found = seen(up);
      if (found != null) {
        return found;
      }
    }
    return null;
  }

  @Override
  public String unitOf(ExecutableElement method) {
    return ElementNames.of(member(method));
  }
}

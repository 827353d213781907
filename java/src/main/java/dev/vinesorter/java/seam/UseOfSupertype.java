package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.compile.ElementNames;
import dev.vinesorter.java.read.Attribution;
import dev.vinesorter.java.rewrite.Naming;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import java.util.function.Function;
import javax.lang.model.element.ExecutableElement;
import javax.lang.model.element.TypeElement;
import javax.lang.model.type.DeclaredType;
import javax.lang.model.type.ExecutableType;
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/** A type that is there is named in declarations in the place of one below it. */
public final class UseOfSupertype {
  private UseOfSupertype() {}

  /**
   * Carries it out.
   *
   * @param lower the type that was
   * @param reread reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey,
      int lower,
      Step.Use step,
      Overlay sources,
      Attribution attribution,
      Function<Overlay, Survey> reread) {
    Rewriting rewriting = new Rewriting(survey, sources);
    SupertypeUse use = new SupertypeUse(rewriting, lower, step.users());
    attribution.of(
        sources,
        use.files(),
        all -> {
          run(all, rewriting, use, lower, step.unit());
          return null;
        });
    return rewriting.finish(reread);
  }

  private static void run(
      Attributed all, Rewriting rewriting, SupertypeUse use, int lower, String upper) {
    Units units = rewriting.code().units();
    TypeElement above = all.elements().getTypeElement(upper);
    TypeElement below = all.elements().getTypeElement(units.name(lower));
    if (above == null || below == null) {
      String missing = above == null ? upper : units.name(lower);
      rewriting.refuse(
          RefusalCode.UNKNOWN_UNIT,
          "There is no type "
              + missing
              + ", or it could be read only in part. "
              + NearestNames.hint(units, missing));
      return;
    }
    boolean isAbove =
        !above.equals(below)
            && all.types()
                .isSubtype(
                    all.types().erasure(below.asType()), all.types().erasure(above.asType()));
    if (!isAbove) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          upper + " is not above " + units.name(lower) + ".",
          rewriting.code().declaration(lower));
      return;
    }
    There there = new There(all, rewriting, above, below);
    TypeChange change = use.solve(all, there);
    if (change == null) {
      return;
    }
    if (use.write(change, there) == 0) {
      use.nothing(change, upper);
      return;
    }
    use.tellKept(change);
  }

  /** A type above that is there. */
  private static final class There implements SupertypeUse.Above {
    private final Attributed all;
    private final Rewriting rewriting;
    private final TypeElement above;
    private final TypeElement below;

    There(Attributed all, Rewriting rewriting, TypeElement above, TypeElement below) {
      this.all = all;
      this.rewriting = rewriting;
      this.above = above;
      this.below = below;
    }

    @Override
    public boolean has(ExecutableElement method) {
      return member(method) != null;
    }

    /** What the type above has of a method of the class; null for nothing. */
    private ExecutableElement member(ExecutableElement method) {
      for (ExecutableElement one : ElementFilter.methodsIn(all.elements().getAllMembers(above))) {
        if (one.equals(method)
            || one.getSimpleName().equals(method.getSimpleName())
                && all.elements().overrides(method, one, below)
                && givesTheSame(one, method)) {
          return one;
        }
      }
      return null;
    }

    /** Whether a method above gives what the one of the class does, and throws no more. */
    private boolean givesTheSame(ExecutableElement upper, ExecutableElement lower) {
      DeclaredType seen = (DeclaredType) seen(below.asType());
      ExecutableType high = (ExecutableType) all.types().asMemberOf(seen, upper);
      ExecutableType low =
          (ExecutableType) all.types().asMemberOf((DeclaredType) below.asType(), lower);
      boolean same =
          high.getReturnType().getKind() == low.getReturnType().getKind()
              && (low.getReturnType().getKind() == TypeKind.VOID
                  || all.types()
                      .isSameType(
                          all.types().erasure(high.getReturnType()),
                          all.types().erasure(low.getReturnType())));
      return same
          && high.getThrownTypes().stream()
              .allMatch(
                  one ->
                      low.getThrownTypes().stream()
                          .anyMatch(other -> all.types().isSubtype(one, other)));
    }

    @Override
    public boolean isNested() {
      return above.getNestingKind().isNested();
    }

    @Override
    public boolean fits(TypeMirror target) {
      return target.getKind() == TypeKind.DECLARED
          && all.types()
              .isSubtype(all.types().erasure(above.asType()), all.types().erasure(target));
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
    public Written typeIn(int file, TypeMirror type) {
      TypeMirror seen = seen(type);
      return seen == null ? null : new Naming(rewriting.code(), rewriting.names(), file).of(seen);
    }

    /** A type of the class as one of the type above; null where it is none. */
    private TypeMirror seen(TypeMirror type) {
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
}

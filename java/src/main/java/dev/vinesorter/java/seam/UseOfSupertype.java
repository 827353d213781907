package dev.vinesorter.java.seam;

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
import javax.lang.model.type.TypeKind;
import javax.lang.model.type.TypeMirror;
import javax.lang.model.util.ElementFilter;

/** A type that is there is named in declarations in the place of one below it. */
public final class UseOfSupertype {
  private UseOfSupertype() {}

  /**
   * Carries it out.
   *
   * @param upper the type that is named then
   * @param lower the type that was
   * @param reread reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey,
      int upper,
      int lower,
      Step.Use step,
      Overlay sources,
      Attribution attribution,
      Function<Overlay, Survey> reread) {
    Rewriting rewriting = new Rewriting(survey, sources);
    Units units = survey.units();
    if (!rewriting.code().allSupertypes(lower).contains(upper)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          units.name(upper) + " is not above " + units.name(lower) + ".",
          rewriting.code().declaration(lower));
      return rewriting.finish(reread);
    }
    SupertypeUse use = new SupertypeUse(rewriting, lower, step.users());
    attribution.of(
        sources,
        use.files(),
        all -> {
          run(all, rewriting, use, upper, lower);
          return null;
        });
    return rewriting.finish(reread);
  }

  private static void run(
      Attributed all, Rewriting rewriting, SupertypeUse use, int upper, int lower) {
    Units units = rewriting.code().units();
    TypeElement above = all.elements().getTypeElement(units.name(upper));
    TypeElement below = all.elements().getTypeElement(units.name(lower));
    if (above == null || below == null) {
      rewriting.refuse(
          RefusalCode.HALF_READ,
          units.name(above == null ? upper : lower) + " could be read only in part.");
      return;
    }
    There there = new There(all, rewriting, above, below);
    TypeChange change = use.solve(all, there);
    if (change == null) {
      return;
    }
    if (use.write(change, there) == 0) {
      use.nothing(change, units.name(upper));
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
      for (ExecutableElement one :
          ElementFilter.methodsIn(all.elements().getAllMembers(above))) {
        if (one.equals(method)
            || one.getSimpleName().equals(method.getSimpleName())
                && all.elements().overrides(method, one, below)) {
          return one;
        }
      }
      return null;
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

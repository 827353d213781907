package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.NearestNames;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import javax.lang.model.element.TypeElement;

/** A type that is there is named in declarations in the place of one below it. */
public final class UseOfSupertype {
  private UseOfSupertype() {}

  /**
   * Carries it out.
   *
   * @param lower the type that was
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int lower, Step.Use step, Overlay sources, Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    int known = survey.units().find(step.unit(), Level.TYPE);
    boolean own = known >= 0 && !survey.units().has(known, Trait.FOREIGN);
    if (own && !rewriting.code().allSupertypes(lower).contains(known)) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          step.unit() + " is not above " + survey.units().name(lower) + ".",
          rewriting.code().declaration(lower));
      return rewriting.finish(readings);
    }
    SupertypeUse use = new SupertypeUse(rewriting, lower, step.users());
    readings.of(
        sources,
        use.files(),
        all -> {
          run(all, rewriting, use, lower, step.unit());
          return null;
        });
    return rewriting.finish(readings);
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
    TypeAbove there = new TypeAbove(all, rewriting, above, below);
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
}

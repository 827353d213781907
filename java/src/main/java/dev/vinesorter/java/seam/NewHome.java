package dev.vinesorter.java.seam;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.read.Readings;
import dev.vinesorter.java.rewrite.Rewriting;
import dev.vinesorter.java.rewrite.Written;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;

/** A type that is made for a member which is to go there. */
public final class NewHome {
  private NewHome() {}

  /**
   * Makes it beside the member's own type, in the package that its name says.
   *
   * @param readings reads sources that differ from those of the survey
   */
  public static Result carryOut(
      Survey survey, int member, String type, Overlay sources, Readings readings) {
    return carryOut(survey, member, type, true, sources, readings);
  }

  /** The same for one of which objects are made. */
  public static Result forObjects(
      Survey survey, int member, String type, Overlay sources, Readings readings) {
    return carryOut(survey, member, type, false, sources, readings);
  }

  private static Result carryOut(
      Survey survey,
      int member,
      String type,
      boolean ofStatics,
      Overlay sources,
      Readings readings) {
    Rewriting rewriting = new Rewriting(survey, sources);
    SourceView code = rewriting.code();
    Units units = code.units();
    NewSource source = new NewSource(code, units.fileOf(member), type);
    if (!source.isPossible() || code.sources().exists(source.path())) {
      rewriting.refuse(
          RefusalCode.BAD_TARGET,
          "No type " + type + " can be made beside that of " + units.name(member) + ".",
          code.declaration(member));
      return rewriting.finish(readings);
    }
    String access = isOpen(code, member, source) ? "public " : "";
    Layout layout = new Layout(code);
    String in = layout.step(units.fileOf(member));
    rewriting.newFile(
        source.path(),
        source.text(
            Written.of(
                "/** Comes from {@link "
                    + source.shown(units.parent(member))
                    + "}. */\n"
                    + access
                    + "final class "
                    + source.simpleName()
                    + layout.opensType(units.fileOf(member))
                    + "\n"
                    + (ofStatics ? in + "private " + source.simpleName() + "() {}\n}\n" : "}\n"))));
    rewriting.rewrites(type);
    return rewriting.finish(readings);
  }

  /** Whether code of other packages uses the member, or may. */
  private static boolean isOpen(SourceView code, int member, NewSource source) {
    Units units = code.units();
    if (units.has(member, Trait.PUBLIC) && units.has(units.parent(member), Trait.PUBLIC)) {
      return true;
    }
    for (int r : code.references().to(member)) {
      if (!code.packageBefore(code.references().from(r)).equals(source.packageName())) {
        return true;
      }
    }
    return false;
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;

/** Members that only hand the data of an object out, or take it in. */
final class Accessors {
  private static final int MOST_LINES = 5;

  private Accessors() {}

  /** Whether a member is a field of objects, or a method without parameters that gives one. */
  static boolean isData(Survey survey, int member) {
    Units units = survey.units();
    if (units.has(member, Trait.STATIC)) {
      return false;
    }
    return units.has(member, Trait.FIELD) || isGetter(survey, member);
  }

  /** Whether a method gives a field of its type, and does nothing else. */
  static boolean isGetter(Survey survey, int member) {
    return isPlain(survey, member)
        && survey.units().simpleName(member).endsWith("()")
        && !survey.units().type(member).equals("void")
        && only(survey, member, Kind.READS);
  }

  /** Whether a method sets a field of its type, and does nothing else. */
  static boolean isSetter(Survey survey, int member) {
    return isPlain(survey, member)
        && !survey.units().simpleName(member).endsWith("()")
        && only(survey, member, Kind.WRITES);
  }

  private static boolean isPlain(Survey survey, int member) {
    Units units = survey.units();
    return units.has(member, Trait.METHOD)
        && !units.has(member, Trait.STATIC)
        && units.complexity(member) == 1
        && units.lines(member) <= MOST_LINES;
  }

  /** Whether all that a member does is one use of one field of its own type. */
  private static boolean only(Survey survey, int member, Kind kind) {
    Units units = survey.units();
    References references = survey.references();
    int fields = 0;
    for (int r = references.row(member); r < references.row(member + 1); r++) {
      int used = references.target(r);
      Kind found = references.kind(r);
      boolean own = units.has(used, Trait.FIELD) && units.parent(used) == units.parent(member);
      if (found == kind && own) {
        fields++;
      } else if (found == Kind.CALLS || found == Kind.CREATES || found == Kind.WRITES) {
        return false;
      }
    }
    return fields == 1;
  }
}

package dev.vinesorter.java;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.List;

/** Access from most to least private (JLS 6.6); package access has no trait. */
enum Access {
  PRIVATE,
  PACKAGE,
  PROTECTED,
  PUBLIC;

  static Access of(Units units, int unit) {
    return units.has(unit, Trait.PUBLIC)
        ? PUBLIC
        : units.has(unit, Trait.PROTECTED)
            ? PROTECTED
            : units.has(unit, Trait.PRIVATE) ? PRIVATE : PACKAGE;
  }

  /** What a unit needs to be seen by another where no inheritance helps. */
  static Access between(Units units, int user, int used, SourceView code) {
    int top = units.topTypeOf(user);
    if (top >= 0 && top == units.topTypeOf(used)) {
      return PRIVATE;
    }
    return code.packageBefore(user).equals(code.packageBefore(used)) ? PACKAGE : PUBLIC;
  }

  /** What a moved member needs to be seen by these from its new place. */
  static Access neededBy(MemberMove move, List<Integer> users) {
    Access needed = PRIVATE;
    for (int user : users) {
      Access one = between(move.units, user, move.target, move.code);
      needed = one.compareTo(needed) > 0 ? one : needed;
    }
    return needed;
  }
}

package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.Locale;

/** Access from most to least private (JLS 6.6); package access has no trait. */
public enum Access {
  PRIVATE,
  PACKAGE,
  PROTECTED,
  PUBLIC;

  public static Access of(Units units, int unit) {
    return units.has(unit, Trait.PUBLIC)
        ? PUBLIC
        : units.has(unit, Trait.PROTECTED)
            ? PROTECTED
            : units.has(unit, Trait.PRIVATE) ? PRIVATE : PACKAGE;
  }

  /** What a unit needs to be seen by another where no inheritance helps. */
  public static Access between(Units units, int user, int used, SourceView code) {
    int top = units.topTypeOf(user);
    if (top >= 0 && top == units.topTypeOf(used)) {
      return PRIVATE;
    }
    return code.packageBefore(user).equals(code.packageBefore(used)) ? PACKAGE : PUBLIC;
  }

  /** The less private of two. */
  public static Access wider(Access one, Access other) {
    return one.compareTo(other) > 0 ? one : other;
  }

  /** The modifier; empty for package access, which has none. */
  String word() {
    return this == PACKAGE ? "" : name().toLowerCase(Locale.ROOT);
  }

  /** The access as it is told. */
  public String shown() {
    return this == PACKAGE ? "package-private" : word();
  }

  /** The traits with this access in place of the one they have. */
  public int in(int traits) {
    int none = traits & ~(Trait.PUBLIC.bit() | Trait.PROTECTED.bit() | Trait.PRIVATE.bit());
    return this == PACKAGE ? none : none | Trait.valueOf(name()).bit();
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;

/** What sort of thing a type is, as far as packages are often made of one sort. */
enum TypeSort {
  EXCEPTION,
  ANNOTATION,
  INTERFACE,
  ENUM,
  RECORD,
  ABSTRACT,
  HELPER,
  CLASS;

  static TypeSort of(Units units, int type) {
    String name = units.simpleName(type);
    if (name.endsWith("Exception") || name.endsWith("Error")) {
      return EXCEPTION;
    } else if (units.has(type, Trait.ANNOTATION)) {
      return ANNOTATION;
    } else if (units.has(type, Trait.INTERFACE)) {
      return INTERFACE;
    } else if (units.has(type, Trait.ENUM)) {
      return ENUM;
    } else if (units.has(type, Trait.RECORD)) {
      return RECORD;
    } else if (units.has(type, Trait.ABSTRACT)) {
      return ABSTRACT;
    }
    return isHelper(units, type) ? HELPER : CLASS;
  }

  /** Whether it has methods, and all of them are static. */
  static boolean isHelper(Units units, int type) {
    boolean any = false;
    for (int member : units.children(type)) {
      if (units.has(member, Trait.METHOD)) {
        if (!units.has(member, Trait.STATIC)) {
          return false;
        }
        any = true;
      }
    }
    return any;
  }
}

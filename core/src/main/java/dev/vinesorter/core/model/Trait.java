package dev.vinesorter.core.model;

/**
 * A yes-or-no fact about a unit. A unit's traits are one int with bit {@link #bit()} for each; the
 * order is part of the kept survey's format: append only, at most 32.
 */
public enum Trait {
  PUBLIC,
  PROTECTED,
  PRIVATE,
  STATIC,
  FINAL,
  ABSTRACT,
  SEALED,
  INTERFACE,
  ENUM,
  RECORD,
  ANNOTATION,
  METHOD,
  CONSTRUCTOR,
  FIELD,
  INITIALISER,
  SYNCHRONIZED,
  NATIVE,
  /** Test code: in a test source root. */
  TEST,
  /** Written by a program, by its place or by its annotation. */
  GENERATED,
  /** Not part of the code base: a library's. */
  FOREIGN,
  /** Read by name only, because the compiler could not tell more about its file. */
  BY_NAME,
  /** Declared inside a type whose members are public without saying so. */
  IMPLICITLY_PUBLIC,
  /** Left out of looks and judgements by the user; plans follow it all the same. */
  LEFT_OUT,
  /** What stands in a file outside of any type, taken as one type. */
  LOOSE,
  /** A file whose package is its folder: what it declares changes its package with the file. */
  BY_FOLDER;

  /** The bit that stands for this trait in a unit's traits. */
  public int bit() {
    return 1 << ordinal();
  }

  /** Whether the set of traits holds this one. */
  public boolean in(int traits) {
    return (traits & bit()) != 0;
  }

  /**
   * Whether code in another package may use what has these traits only by inheriting it or not at
   * all.
   */
  public static boolean packagePrivate(int traits) {
    return (traits & (PUBLIC.bit() | PROTECTED.bit() | PRIVATE.bit())) == 0;
  }
}

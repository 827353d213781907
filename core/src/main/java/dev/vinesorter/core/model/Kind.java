package dev.vinesorter.core.model;

import java.util.Locale;

/**
 * What one unit does with another. The order is part of the kept survey's format: append only.
 *
 * <p>{@link #MENTIONS} (a reference in documentation) and {@link #THROUGH} (the type a member was
 * reached through, when the use itself already counts) are kept because a move has to edit or judge
 * them, but they are no dependencies: structure leaves them out.
 */
public enum Kind {
  EXTENDS,
  IMPLEMENTS,
  OVERRIDES,
  CREATES,
  CALLS,
  READS,
  WRITES,
  REFERS,
  ANNOTATES,
  THROWS,
  IMPORTS,
  MENTIONS,
  THROUGH;

  private static final Kind[] ALL = values();

  /** The kind's word in commands and formats, such as {@code calls}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** Whether a use of this kind is a dependency, so that it counts in the structure. */
  public boolean structural() {
    return this != MENTIONS && this != THROUGH;
  }

  /** The kind with that ordinal, without the copy that {@code values()} makes. */
  public static Kind at(int ordinal) {
    return ALL[ordinal];
  }
}

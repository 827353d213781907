package dev.vinesorter.core.model;

import java.util.Locale;

/** The five levels a unit can stand on, widest first. */
public enum Level {
  MODULE,
  PACKAGE,
  FILE,
  TYPE,
  MEMBER;

  private static final Level[] ALL = values();

  /** The level's word in commands and formats, such as {@code package}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }

  /** The plural for people, such as {@code packages}. */
  public String words() {
    return word() + "s";
  }

  /** The level with that ordinal, without the copy that {@code values()} makes. */
  public static Level at(int ordinal) {
    return ALL[ordinal];
  }

  /**
   * The level with that word.
   *
   * @throws IllegalArgumentException when there is none, naming those there are
   */
  public static Level of(String word) {
    for (Level level : ALL) {
      if (level.word().equals(word)) {
        return level;
      }
    }
    throw new IllegalArgumentException(
        "There is no level '" + word + "'; say module, package, file, type or member.");
  }
}

package dev.vinesorter.core.misfit;

import java.util.Locale;

/** The sorts of misfits, in the order in which the documents tell them. */
public enum MisfitKind {
  MISPLACED_TYPE("a type that belongs into another package"),
  FEATURE_ENVY("a method that works with another type's data more than with its own"),
  MUTUAL_TYPES("two types that know each other both ways"),
  SEVERAL_JOBS("a type whose members form groups that share nothing"),
  HIDDEN_ACTION("a calculation around a read of the outside world"),
  AWKWARD_COLLABORATOR("logic that reaches a service through a static"),
  SCATTERED_CREATION("the same concrete class made in many places"),
  RULES_IN_ENTITY("rules of permission inside a type that is data otherwise"),
  TWICE_ANNOUNCED("the same news sent from two units on one path"),
  NEAR_DUPLICATE("methods alike but for a few names"),
  LONG_PARAMETER_LIST("more parameters than can be told apart"),
  MISLEADING_NAME("a name that says something else than the code does"),
  MISPLACED_TEST("a test whose subject lives elsewhere"),
  EXPOSED_FIELD("a field that others write"),
  UNUSED("a type that nothing uses");

  private final String meaning;

  MisfitKind(String meaning) {
    this.meaning = meaning;
  }

  /** The kind's word in commands and formats, such as {@code feature-envy}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** What the kind is, as a phrase. */
  public String meaning() {
    return meaning;
  }

  /** The kind of that word, or null. */
  public static MisfitKind of(String word) {
    for (MisfitKind kind : values()) {
      if (kind.word().equals(word)) {
        return kind;
      }
    }
    return null;
  }
}

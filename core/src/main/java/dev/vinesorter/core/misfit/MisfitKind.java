package dev.vinesorter.core.misfit;

import java.util.Locale;

/** The sorts of misfits, in the order in which the documents tell them. */
public enum MisfitKind {
  MISPLACED_TYPE("a type that belongs into another package"),
  MISPLACED_PACKAGE("a package that belongs below another one"),
  FEATURE_ENVY("a method that works with another type's data more than with its own"),
  MUTUAL_TYPES("two types that know each other both ways"),
  SEVERAL_JOBS("a type whose members form groups that share nothing"),
  SCATTERED_FUNCTIONS("functions of helpers that belong to the type they all take"),
  HIDDEN_ACTION("a calculation around a read of the outside world"),
  AWKWARD_COLLABORATOR("logic that reaches a service through a static"),
  CONCRETE_TYPE("a class that is named where its interface would do"),
  SCATTERED_CREATION("the same concrete class made in many places"),
  REPEATED_DECISION("the same cases told apart in several types"),
  RULES_IN_ENTITY("rules of permission inside a type that is data otherwise"),
  TWICE_ANNOUNCED("the same news sent from two units on one path"),
  DIRECT_NOTIFICATION("several types told of one thing by calling each"),
  NEAR_DUPLICATE("methods alike but for a few names"),
  LONG_PARAMETER_LIST("more parameters than can be told apart"),
  DATA_CLUMP("the same parameters or fields together in several places"),
  MISLEADING_NAME("a name that says something else than the code does"),
  MISPLACED_TEST("a test whose subject lives elsewhere"),
  EXPOSED_FIELD("a field that others write"),
  WIDER_THAN_USED("members less private than they need to be"),
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

package dev.vinesorter.core.plan;

import java.util.Locale;

/**
 * Why a step is refused: a short stable word for programs, and the reason in a sentence that holds
 * for every such refusal. What is said of one place comes with it ({@link StepOutcome.Reason}).
 */
public enum RefusalCode {
  // ---- what the step names

  UNKNOWN_UNIT("There is no such unit."),

  FOREIGN("The unit belongs to a library."),

  GENERATED("A build makes the source; what it is made from would have to change."),

  BAD_TARGET("What the step names cannot go there, or cannot be called that."),

  NOT_YET("This cannot be done yet."),

  NO_VERB("The language of the sources has no such step yet."),

  CHANGED_SINCE_SURVEY("The sources are not those of the survey any more."),

  HALF_READ("A file could be read only in part, so not all uses are known."),

  TWIN("Two files declare a type of that name, and which of them a name means cannot be told."),

  LINKED_FILE("The file is a symbolic link."),

  ONE_LINE("A member that would move shares a line with a brace of its type."),

  // ---- names

  NAME_CLASH("The name is taken, or would come to mean something else."),

  OBSCURED("A variable hides the package that would have to be written out."),

  UNNAMED_PACKAGE("Types of the unnamed package cannot be imported."),

  UNKNOWN_NAME("A name binds to nothing, so that it cannot be followed."),

  FOREIGN_PACKAGE("The package belongs to Java or to a library."),

  OTHER_MODULE("The package belongs to another module, or is not seen by all that use the unit."),

  NOT_EXPORTED("Another module uses the type, and the new package is not exported."),

  SECOND_TYPE("A type would have to be public in a file of another name."),

  // ---- access and inheritance

  ACCESS("Access would break, and the step may not widen it."),

  OVERRIDE_LOST("A method would no longer be overridden."),

  OVERRIDE_GAINED(
      "A method would come to override, or be overridden by, one that has nothing to do with it."),

  OVERRIDING("The method overrides another or is overridden."),

  OVERRIDES_LIBRARY("A method of the same family belongs to a library."),

  SEALED_APART("A sealed type and what it permits would be apart."),

  FOUND_BY_NAME("Somebody finds the member by its name, and not by code that names it."),

  RECORD_PARTS("A record's component hangs together with what is written out elsewhere."),

  ANNOTATION_VALUE("An annotation's value can be left out only under that name."),

  // ---- what is taken out

  STILL_USED("Something uses what would go."),

  // ---- files that are read

  RESOURCE_READ("Code reads the file in a way that is not understood."),

  SHARED_RESOURCE("A type that stays reads the same file."),

  // ---- members that go

  NO_TARGET("There is no object to go to."),

  TWO_TARGETS("Two objects could be meant."),

  NO_BODY("There is no code that could go."),

  NATIVE("What the method is bound to has its type's name in it."),

  NO_CONSTANT("The field is no constant, as fields of interfaces are."),

  NO_FORWARD("A field that changes cannot stay beside itself."),

  DECLARED_TOGETHER("Two fields are declared in one statement."),

  SUPER_CALL("What 'super' means would be lost."),

  OUTER_INSTANCE("An object around the old one is named."),

  INNER_CLASS("An object of an inner class is made."),

  LOCAL_CLASS("A class is declared in the method, or one inside it is in the way."),

  SYNCHRONIZED("The member locks its object or class, and would lock another."),

  GENERIC_OWNER("Type parameters of the old owner would be unknown or mean another."),

  AMBIGUOUS_OVERLOAD("The new owner has such a method already."),

  // ---- stretches of code

  NO_STRETCH("The code is not there as given, or stands there more than once."),

  LEAVES("The code leaves the method, or a loop around it, from its middle."),

  SEVERAL_RESULTS("Code behind needs more than one of the values that the code makes."),

  /** Methods that should become one differ where they may not. */
  NOT_ALIKE("The methods differ where they would have to be the same."),

  // ---- types in declarations

  OTHER_OBJECT(
      "The method that is there may give something else, and the step does not say that it may."),

  NO_TAKER("No variable can take the type: each is used for more."),

  // ---- calls

  SHARED_OBJECT("Two objects may have the same one, and would share what goes to it."),
  NULL_RECEIVER("What would be called may be null."),

  EVALUATION_ORDER("Something would be evaluated earlier, later, twice, or not any more."),

  ASSIGNED("What would become the object gets another value."),

  RECURSION("The method calls itself, and the object may be another by then."),

  METHOD_REFERENCE(
      "The method is named without being called, and what it is called on may change."),

  IMPLICIT_USE("The member is used without being named."),

  RECEIVER("What the method is called on is not understood."),

  ARGUMENTS("The arguments of a call are not understood."),

  TYPE_ARGUMENTS("A call says its type arguments."),

  THROUGH_INSTANCE("A static member is reached through an object."),

  EDITS_OVERLAP("Two edits would meet in the same place."),

  // ---- the proof

  WOULD_NOT_COMPILE("The outcome would not compile."),

  REBINDING("A name elsewhere would come to mean something else."),

  OTHER_MEANING("The code that moved, or a call of it, would say something else.");

  private final String sentence;

  RefusalCode(String sentence) {
    this.sentence = sentence;
  }

  /** The word, such as {@code name-clash}. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** The reason, in a sentence. */
  public String sentence() {
    return sentence;
  }
}

package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.ModifierEdits;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Modifiers;
import dev.vinesorter.java.syntax.TextLines;
import java.util.Arrays;
import java.util.Set;

/**
 * The modifiers of a member that goes into or out of an interface, where most of them are meant
 * without being written, and some cannot be (JLS 9.3, 9.4): everything is public but private
 * methods, fields are constants, and a method of objects with a body says {@code default}.
 */
final class InterfaceModifiers {
  private static final Set<String> IMPLIED = Set.of("public", "protected", "final");
  private static final Set<String> IMPLIED_OF_FIELDS = Set.of("private", "static");

  private final MemberMove move;
  private final Units units;
  private final JavaTokens tokens;
  private final boolean isField;
  private final boolean enters;
  private final boolean leaves;

  InterfaceModifiers(MemberMove move) {
    this.move = move;
    this.units = move.units;
    this.tokens = move.tokens;
    this.isField = units.has(move.member, Trait.FIELD);
    boolean from = units.has(move.owner, Trait.INTERFACE);
    boolean to = units.has(move.target, Trait.INTERFACE);
    this.enters = to && !from;
    this.leaves = from && !to;
  }

  /** Whether the member goes into an interface and did not come from one. */
  boolean enters() {
    return enters;
  }

  /** The access that the member gets where others need this one. */
  Access given(Access needed) {
    boolean inInterface = units.has(move.target, Trait.INTERFACE);
    return inInterface && !staysPrivate(needed) ? Access.PUBLIC : needed;
  }

  private boolean staysPrivate(Access needed) {
    return needed == Access.PRIVATE && !isField && units.has(move.member, Trait.PRIVATE);
  }

  /** Whether a field is one that interfaces can have: it gets one value, where it is declared. */
  boolean isConstant() {
    return units.has(move.member, Trait.FINAL)
        && tokens.is(tokens.from(units.nameAt(move.member)) + 1, "=");
  }

  /**
   * A type that inherits from the new owner and from a class of a library, whose methods are not
   * all known: one of them would come to implement the moved method. -1 where there is none.
   */
  int heirOfLibrary() {
    if (!units.has(move.target, Trait.INTERFACE)) {
      return -1;
    }
    References references = move.references;
    for (int heir : move.code.subtypes(move.target)) {
      boolean isClass = !units.has(heir, Trait.INTERFACE);
      if (units.has(heir, Trait.ENUM) && isOfEnums()) {
        return heir;
      }
      for (int r = references.row(heir); isClass && r < references.row(heir + 1); r++) {
        if (references.kind(r) == Kind.EXTENDS && isLibraryClass(references.target(r))) {
          return heir;
        }
      }
    }
    return -1;
  }

  private boolean isLibraryClass(int type) {
    return units.has(type, Trait.FOREIGN) && !units.name(type).equals("java.lang.Object");
  }

  private boolean isOfEnums() {
    return Arrays.stream(Enum.class.getMethods())
        .anyMatch(method -> method.getName().equals(move.name()));
  }

  /**
   * Writes the modifiers as the new place wants them.
   *
   * @param needed the least access that callers need
   * @param ofObjects whether it will be a method of objects
   */
  void edit(Access needed, boolean ofObjects) {
    if (enters) {
      drop(IMPLIED);
      if (isField) {
        drop(IMPLIED_OF_FIELDS);
      } else if (!staysPrivate(needed)) {
        drop(Set.of("private"));
        if (ofObjects) {
          insert("default ");
        }
      }
    } else if (leaves) {
      drop(Set.of("default"));
      if (!units.has(move.member, Trait.PRIVATE)) {
        ModifierEdits.access(
            move.inside, tokens, move.code.text(move.file), begin(), Access.PUBLIC);
      }
      if (isField) {
        complete("static ");
        complete("final ");
      }
    }
  }

  private int begin() {
    return units.begin(move.member);
  }

  private void complete(String modifier) {
    if (Modifiers.find(tokens, begin(), modifier.strip()) < 0) {
      insert(modifier);
    }
  }

  /** Puts a modifier behind those that are there. */
  private void insert(String modifier) {
    int type = Modifiers.behindModifiers(tokens, tokens.from(begin()));
    move.inside.insert(tokens.begin(type), modifier);
  }

  private void drop(Set<String> modifiers) {
    for (String modifier : modifiers) {
      int token = Modifiers.find(tokens, begin(), modifier);
      if (token >= 0) {
        move.inside.remove(
            tokens.begin(token),
            TextLines.behindBlanks(move.code.text(move.file), tokens.end(token)));
      }
    }
  }
}

package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.FoundByName;
import dev.vinesorter.java.code.ModuleReach;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.Set;
import java.util.TreeSet;

/** Whether a member can go into a type at all: what it is, and what the type has by that name. */
final class MemberPlaceRules {
  private final MemberMove move;
  private final SourceView code;
  private final Units units;
  private final JavaTokens tokens;
  private final int member;
  private final int owner;
  private final int target;

  MemberPlaceRules(MemberMove move) {
    this.move = move;
    this.code = move.code;
    this.units = move.units;
    this.tokens = move.tokens;
    this.member = move.member;
    this.owner = move.owner;
    this.target = move.target;
  }

  /** Refuses what has no other place, or not this one. */
  void shape() {
    boolean field = units.has(member, Trait.FIELD);
    if (units.has(member, Trait.CONSTRUCTOR) || units.has(member, Trait.INITIALISER)) {
      move.refuse(
          RefusalCode.BAD_TARGET,
          units.name(member) + " is part of how its type is made; it stays.");
      return;
    }
    if (target == owner) {
      move.refuse(RefusalCode.BAD_TARGET, units.name(member) + " is there already.");
      return;
    }
    if (units.has(target, Trait.FOREIGN) || move.targetFile < 0) {
      move.refuse(RefusalCode.FOREIGN, units.name(target) + " belongs to a library.");
      return;
    }
    if (!ModuleReach.today(units, target).equals(ModuleReach.today(units, member))) {
      otherPart();
    }
    if (units.has(owner, Trait.ANNOTATION) || units.has(target, Trait.ANNOTATION)) {
      move.refuse(
          RefusalCode.BAD_TARGET,
          "Annotation types keep their members, and take no others.",
          code.declaration(member));
      return;
    }
    if (field && move.modifiers.enters() && !move.modifiers.isConstant()) {
      move.refuse(
          RefusalCode.NO_CONSTANT,
          units.name(member)
              + " is no constant that gets its value where it is declared; interfaces have no other"
              + " fields.",
          code.declaration(member));
      return;
    }
    String finder = FoundByName.finder(code, member);
    if (finder != null && !move.may(Leave.FOUND_BY_NAME)) {
      move.refuse(
          RefusalCode.FOUND_BY_NAME,
          units.name(member)
              + " is not only used where it is named: "
              + finder
              + ". Say 'found-by-name: true' to move it all the same.",
          code.declaration(member));
      return;
    }
    boolean enumOrRecord = units.has(owner, Trait.ENUM) || units.has(owner, Trait.RECORD);
    if (field && enumOrRecord && !tokens.is(move.firstToken(), "private") && isBare()) {
      move.refuse(
          RefusalCode.BAD_TARGET, units.name(member) + " is part of its type's head; it stays.");
      return;
    }
    int together = code.declaredWith(member);
    if (together >= 0) {
      move.refuse(
          RefusalCode.DECLARED_TOGETHER,
          units.name(together) + " is declared in the same statement. Write them apart first.",
          code.declaration(member));
    }
  }

  /** A constant of an enum or a part of a record has no modifiers. */
  private boolean isBare() {
    for (int token = move.firstToken(); token < move.pastToken(); token++) {
      if (tokens.is(token, "static")) {
        return false;
      }
    }
    return true;
  }

  /** Refuses a name that the new owner, or a relative of it, has already. */
  void taken() {
    boolean hides = units.has(member, Trait.METHOD) && !move.isOfObjects();
    Set<Integer> around = new TreeSet<>(code.allSupertypes(target));
    around.addAll(code.subtypes(target));
    around.add(target);
    for (int type : around) {
      for (int other : units.children(type)) {
        // One static method hides another; reading again shows whether that matters.
        boolean hidden = hides && type != target && units.has(other, Trait.STATIC);
        if (other != member && !hidden && isLike(other)) {
          move.refuse(
              units.has(member, Trait.METHOD)
                  ? RefusalCode.AMBIGUOUS_OVERLOAD
                  : RefusalCode.NAME_CLASH,
              units.name(other) + " has the same name. Rename one of them first.",
              code.declaration(other));
          return;
        }
      }
    }
    if (move.isOfObjects()) {
      inheritedBeside(around);
    }
  }

  /** A type that inherits the moved method must not inherit one like it from somewhere else. */
  private void inheritedBeside(Set<Integer> related) {
    for (int heir : code.subtypes(target)) {
      for (int base : code.allSupertypes(heir)) {
        for (int other : related.contains(base) ? new int[0] : units.children(base)) {
          boolean isInherited = !units.has(other, Trait.STATIC) && !units.has(other, Trait.PRIVATE);
          if (isInherited && isLike(other)) {
            move.refuse(
                RefusalCode.OVERRIDE_GAINED,
                units.name(heir)
                    + " has "
                    + units.name(other)
                    + ", which would come to be the same method.",
                code.declaration(heir));
            return;
          }
        }
      }
    }
    int heir = move.modifiers.heirOfLibrary();
    if (heir >= 0) {
      move.refuse(
          RefusalCode.OVERRIDE_GAINED,
          units.name(heir)
              + " inherits from a library's class; should that have such a method, it would come to"
              + " be the same.",
          code.declaration(heir));
    }
  }

  /** Whether a unit is a member of the same sort that would have the moved one's name. */
  private boolean isLike(int other) {
    return units.level(other) == Level.MEMBER
        && units.has(other, Trait.METHOD) == units.has(member, Trait.METHOD)
        && MemberNames.bare(units.simpleName(other)).equals(move.name())
        && isVague(units.simpleName(other));
  }

  /**
   * Whether a method of the same name is the moved one for the compiler. Where it only could be
   * taken for it in a call, reading the outcome again shows that.
   */
  private boolean isVague(String other) {
    String moved = move.newName().substring(move.newName().indexOf('#') + 1);
    return !units.has(member, Trait.METHOD)
        || other.replace("...", "[]").equals(moved.replace("...", "[]"));
  }

  /** In another module, or in tests, all sides have to see what they use then. */
  private void otherPart() {
    ModuleReach.Part there = ModuleReach.today(units, target);
    ModuleReach.Part here = ModuleReach.today(units, owner);
    ModuleReach reach = ModuleReach.into(code, target, member);
    move.reasons().addAll(reach.reasons(units.withAllInside(member)));
    boolean back = move.may(Leave.FORWARD) && !reach.sees(here, there);
    if (back || usesObject() && !reach.sees(there, here)) {
      move.refuse(
          RefusalCode.OTHER_MODULE,
          units.name(back ? target : owner)
              + " is in a module that "
              + units.name(back ? owner : target)
              + " does not see, and would have to name it.",
          code.declaration(member));
    }
  }

  /** Whether the member says {@code this}, which its new home would have to be given. */
  private boolean usesObject() {
    int end = tokens.from(units.end(member));
    for (int token = move.firstToken(); token < end; token++) {
      if (tokens.is(token, "this")) {
        return true;
      }
    }
    return false;
  }
}

package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.Set;
import java.util.TreeSet;

/** What changes inside a method of objects when it gets another object. */
final class InstanceBody {
  private final InstanceMove move;
  private final Units units;
  private final References references;
  private final JavaTokens tokens;

  InstanceBody(InstanceMove move) {
    this.move = move;
    this.units = move.units;
    this.references = move.references;
    this.tokens = move.tokens;
  }

  void edit() {
    Set<Integer> fieldAt = new TreeSet<>();
    for (int r : move.made()) {
      int used = references.target(r);
      int token = tokens.from(references.at(r));
      if (references.kind(r) == Kind.MENTIONS || move.chosen >= 0 && isInParameter(token)) {
        continue;
      }
      if (units.level(used) == Level.TYPE || units.has(used, Trait.CONSTRUCTOR)) {
        type(r, token);
      } else if (units.level(used) == Level.MEMBER && used != move.member) {
        if (units.has(used, Trait.STATIC)) {
          move.staticName(r);
        } else if (used == move.field && isOfThis(token)) {
          fieldAt.add(token);
        } else if (move.isOwn(r)) {
          if (!move.readsByGetter(r, move.ownerName + ".")) {
            move.access.demandFromTarget(used, r);
            move.inside.insert(references.at(r), move.ownerName + ".");
          }
        } else if (!units.has(used, Trait.FOREIGN) && !move.readsByGetter(r, "")) {
          move.access.demandFromTarget(used, r);
        }
      }
    }
    for (int token = move.bodyBegin(); token < move.pastToken(); token++) {
      oldThis(token);
      newThis(token, fieldAt);
    }
  }

  private boolean isInParameter(int token) {
    return move.parameters.get(move.chosen).run().holds(token);
  }

  /** Whether a field is named by itself, or as one of {@code this}. */
  private boolean isOfThis(int token) {
    return !tokens.is(token - 1, ".") || tokens.is(token - 2, "this") && !tokens.is(token - 3, ".");
  }

  private void type(int r, int token) {
    int used = references.target(r);
    int type = units.has(used, Trait.CONSTRUCTOR) ? units.parent(used) : used;
    boolean made = tokens.is(token - 1, "new") && !tokens.is(token + 1, "[");
    if (move.makesInner(r)) {
      move.access.demandFromTarget(used, r);
      if (!tokens.is(token - 2, ".")) {
        move.inside.insert(tokens.begin(token - 1), move.ownerName + ".");
      }
      return;
    }
    if (made && units.inside(type, units.topTypeOf(move.owner)) && move.isInner(type)) {
      move.refuse(
          RefusalCode.INNER_CLASS, "An object of an inner class is made here.", move.site(r));
    }
    boolean ofGeneric =
        units.parent(type) == move.owner
            && move.isInner(type)
            && move.needsOwner
            && !move.ownerArguments().isEmpty()
            && !tokens.is(token - 1, "new")
            && !tokens.is(token - 1, ".")
            && move.isNamed(r, units.simpleName(type));
    if (ofGeneric) {
      move.access.demandFromTarget(type, r);
      String around = move.names.in(move.targetFile, move.owner) + move.ownerArguments() + ".";
      move.inside.insert(references.at(r), move.changes.encodable(move.targetFile, around));
      return;
    }
    move.typeName(r);
  }

  private void oldThis(int token) {
    if (!move.isOldThis(token) || move.isFieldOfThis(token)) {
      return;
    }
    int first = move.isOwnerThis(token) ? token - 2 : token;
    move.inside.replace(tokens.begin(first), tokens.end(token), move.ownerName);
  }

  private void newThis(int token, Set<Integer> fieldAt) {
    if (!move.hasObject() || !tokens.isWord(token, move.word)) {
      return;
    }
    boolean plain = !tokens.is(token - 1, ".") && !tokens.is(token + 1, "(");
    if (move.field >= 0 ? !fieldAt.contains(token) : !plain) {
      return;
    }
    boolean ofThis = move.field >= 0 && tokens.is(token - 1, ".") && tokens.is(token - 2, "this");
    int first = ofThis ? token - 2 : token;
    if (isCompared(token, first)) {
      move.refuse(
          RefusalCode.NULL_RECEIVER,
          "'" + move.word + "' may be null here, which an object that is called cannot be.",
          move.code.site(move.file, token));
    } else if (move.reassigned) {
      return;
    } else if (isAssigned(token, first)) {
      move.refuse(
          RefusalCode.ASSIGNED,
          "'" + move.word + "' gets another value here.",
          move.code.site(move.file, token));
    } else if (move.bodies().covers(token)) {
      if (move.bodies().declares(tokens, move.word)) {
        move.refuse(
            RefusalCode.LOCAL_CLASS,
            "An anonymous class has something else called '" + move.word + "'.",
            move.code.site(move.file, token));
      }
      move.inside.replace(
          tokens.begin(first), tokens.end(token), units.simpleName(move.target) + ".this");
    } else {
      self(token, first);
    }
  }

  private boolean isAssigned(int token, int first) {
    return tokens.is(token + 1, "=") && !tokens.is(token + 2, "=")
        || tokens.is(token + 1, "+") && tokens.is(token + 2, "+")
        || tokens.is(first - 1, "+") && tokens.is(first - 2, "+");
  }

  private boolean isCompared(int token, int first) {
    return tokens.is(token + 3, "null")
            && tokens.is(token + 2, "=")
            && (tokens.is(token + 1, "=") || tokens.is(token + 1, "!"))
        || tokens.is(first - 3, "null") && tokens.is(first - 1, "=");
  }

  /** What the object is called by now: nothing before a member, else {@code this}. */
  private void self(int token, int first) {
    boolean ofMember =
        tokens.is(token + 1, ".") && tokens.isWord(token + 2) && !tokens.is(token + 2, "new");
    // A variable can hide a field, but not a method.
    if (ofMember
        && (tokens.is(token + 3, "(")
            || !MemberMove.standsAlone(
                tokens, move.firstToken(), move.pastToken(), tokens.text(token + 2)))) {
      move.inside.remove(tokens.begin(first), tokens.begin(token + 2));
    } else {
      move.inside.replace(tokens.begin(first), tokens.end(token), "this");
    }
  }
}

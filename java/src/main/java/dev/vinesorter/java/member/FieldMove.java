package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.AnonymousBodies;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.nullness.Nullness;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * A field of objects that goes to a class above or below its own, whose objects are the same, or to
 * the type of another field: each object then has the value in the one that this field keeps.
 */
final class FieldMove extends MemberMove {
  private final String through;
  private final Nullness nullness;

  /** The field that keeps the objects which take the value; -1 where these are the same objects. */
  private int keeper = -1;

  FieldMove(SourceView code, int member, int target, Step.Move step) {
    super(code, member, target, step.leaves());
    this.through = step.through();
    this.nullness = new Nullness(code, step.may(Leave.LIBRARY));
  }

  /** The field through which the value is reached afterwards; -1 where it is reached as before. */
  int keeper() {
    return keeper;
  }

  // ---- what speaks against it

  @Override
  void signature() {
    if (may(Leave.FORWARD)) {
      refuse(RefusalCode.NO_FORWARD, "A field of objects cannot stay beside itself.");
    } else if (units.has(owner, Trait.RECORD) || units.has(target, Trait.RECORD)) {
      refuse(RefusalCode.RECORD_PARTS, "Objects of a record have the parts of its head alone.");
    } else if (code.isSubtype(owner, target) || code.isSubtype(target, owner)) {
      earlier();
    } else {
      chooseKeeper();
    }
    if (reasons().isEmpty()) {
      firstValue();
      finals();
    }
  }

  /**
   * What a constructor above runs below sees the field before, or after, it has its first value.
   */
  private void earlier() {
    int above = code.isSubtype(owner, target) ? target : owner;
    for (int type : withSupertypes(above)) {
      for (int made : units.has(type, Trait.FOREIGN) ? new int[0] : units.children(type)) {
        boolean runs =
            units.has(made, Trait.CONSTRUCTOR)
                || units.has(made, Trait.INITIALISER)
                || units.has(made, Trait.FIELD) && !units.has(made, Trait.STATIC);
        for (int r = references.row(made); runs && r < references.row(made + 1); r++) {
          boolean below =
              references.kind(r) == Kind.CALLS && isOverridden(references.target(r)) && hasValue();
          if (below) {
            refuse(
                RefusalCode.EVALUATION_ORDER,
                "A method that is overridden is called while the object is made, and would see the"
                    + " field at another time.",
                site(r));
            return;
          }
        }
      }
    }
  }

  private List<Integer> withSupertypes(int type) {
    List<Integer> all = new ArrayList<>(code.allSupertypes(type));
    all.add(type);
    return all;
  }

  private boolean isOverridden(int method) {
    for (int r : references.to(method)) {
      if (references.kind(r) == Kind.OVERRIDES) {
        return true;
      }
    }
    return false;
  }

  private boolean hasValue() {
    return tokens.is(tokens.from(units.nameAt(member)) + 1, "=");
  }

  /** The first value has to be the same whenever, and for whichever object, it is worked out. */
  private void firstValue() {
    if (!hasValue() || may(Leave.PURE)) {
      return;
    }
    int first = tokens.from(units.nameAt(member)) + 2;
    int past = tokens.from(units.end(member));
    past -= tokens.is(past - 1, ";") ? 1 : 0;
    boolean idle =
        !new Expressions(tokens, code.text(file)).assigns(new Expressions.Run(first, past));
    for (int r : made()) {
      idle &= references.at(r) < tokens.begin(first) || isIdle(r);
    }
    if (!idle) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "The field's first value would be worked out at another time. With 'pure: true' that is"
              + " taken for the same.",
          code.declaration(member));
    }
  }

  /** Whether a name only tells a type, a constant, or the constructor of a plain library class. */
  private boolean isIdle(int r) {
    int used = references.target(r);
    Kind kind = references.kind(r);
    boolean library =
        units.name(used).startsWith("java.util.") || units.name(used).startsWith("java.lang.");
    boolean constant =
        units.has(used, Trait.FIELD)
            && units.has(used, Trait.STATIC)
            && units.has(used, Trait.FINAL);
    return kind == Kind.CREATES ? library : constant || units.level(used) == Level.TYPE;
  }

  /** What constructors give a final field, only the type that declares it can. */
  private void finals() {
    for (int r : references.to(member)) {
      boolean given = references.kind(r) == Kind.WRITES && references.from(r) != member;
      if (given && units.has(member, Trait.FINAL)) {
        refuse(
            RefusalCode.ASSIGNED,
            "The field is final and gets its value here, which only its own type can give it.",
            site(r));
        return;
      }
    }
  }

  // ---- the field that keeps what takes the value

  private void chooseKeeper() {
    for (int one : units.children(owner)) {
      boolean fits =
          one != member
              && units.has(one, Trait.FIELD)
              && !units.has(one, Trait.STATIC)
              && (through.isEmpty() || units.simpleName(one).equals(through))
              && isOfTarget(one);
      if (fits && keeper >= 0) {
        refuse(
            RefusalCode.TWO_TARGETS,
            "Two fields are of that type. Name one of them with 'through: "
                + units.simpleName(one)
                + "'.",
            code.declaration(keeper),
            code.declaration(one));
        return;
      }
      keeper = fits ? one : keeper;
    }
    if (keeper < 0) {
      refuse(
          RefusalCode.NO_TARGET,
          "No field of "
              + units.name(owner)
              + (through.isEmpty() ? "" : " called '" + through + "'")
              + " is a "
              + units.simpleName(target)
              + ", which is neither above nor below it.",
          code.declaration(member));
      return;
    }
    ownObjects();
    if (reasons().isEmpty() && !nullness.neverNull(keeper) && !may(Leave.NEVER_NULL)) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          "'"
              + units.simpleName(keeper)
              + "' may be null, and then there is nothing that has the value. Say 'never-null:"
              + " true' if it never is.",
          code.declaration(keeper));
    }
  }

  private boolean isOfTarget(int field) {
    for (int r = references.row(field); r < references.row(field + 1); r++) {
      if (references.target(r) == target && references.at(r) < units.nameAt(field)) {
        JavaTokens of = code.tokens(file);
        int behind = of.from(references.at(r)) + 1;
        return !of.is(behind, "[")
            && of.from(units.nameAt(field)) >= behind
            && !of.is(of.from(references.at(r)) - 1, "<")
            && !of.is(of.from(references.at(r)) - 1, ",");
      }
    }
    return false;
  }

  /** Each object has to have one of its own, and the same for good. */
  private void ownObjects() {
    boolean fresh = !isCopied() && (!isGiven(units.nameAt(keeper)) || isMade(units.nameAt(keeper)));
    for (int r : references.to(keeper)) {
      int user = references.from(r);
      if (references.kind(r) != Kind.WRITES || user == keeper) {
        continue;
      }
      boolean once =
          units.parent(user) == owner
              && (units.has(user, Trait.CONSTRUCTOR) || units.has(user, Trait.INITIALISER))
              && !isGiven(units.nameAt(keeper));
      if (!once) {
        refuse(
            RefusalCode.ASSIGNED,
            "'"
                + units.simpleName(keeper)
                + "' gets another value here, which has not that of the"
                + " field.",
            site(r));
        return;
      }
      fresh &= isMade(references.at(r));
    }
    if (!fresh && !may(Leave.OWN)) {
      refuse(
          RefusalCode.SHARED_OBJECT,
          "Two objects may have the same '"
              + units.simpleName(keeper)
              + "', and would share the value. Say 'own: true' if each has one of its own.",
          code.declaration(keeper));
    }
  }

  /** Whether objects may be copied with all that they keep. */
  private boolean isCopied() {
    Set<Integer> types = new TreeSet<>(code.subtypes(owner));
    types.add(owner);
    return types.stream()
        .flatMap(type -> code.allSupertypes(type).stream())
        .anyMatch(type -> units.name(type).equals("java.lang.Cloneable"));
  }

  private boolean isGiven(int nameAt) {
    return tokens.is(tokens.from(nameAt) + 1, "=");
  }

  private boolean isMade(int nameAt) {
    int name = tokens.from(nameAt);
    return tokens.is(name + 1, "=") && tokens.is(name + 2, "new");
  }

  // ---- the text

  @Override
  boolean isOfObjects() {
    return true;
  }

  @Override
  void body() {
    for (int r : made()) {
      int used = references.target(r);
      if (references.kind(r) == Kind.MENTIONS) {
        continue;
      }
      if (units.level(used) == Level.TYPE || units.has(used, Trait.CONSTRUCTOR)) {
        typeName(r);
      } else if (units.level(used) == Level.MEMBER && units.has(used, Trait.STATIC)) {
        staticName(r);
      } else if (units.level(used) == Level.MEMBER && keeper >= 0) {
        refuse(
            RefusalCode.ARGUMENTS,
            "The field's first value needs what only its old object has.",
            site(r));
      } else if (units.level(used) == Level.MEMBER && !units.has(used, Trait.FOREIGN)) {
        access.demandFromTarget(used, r);
      }
    }
  }

  @Override
  String forwarding() {
    throw new IllegalStateException("a field of objects leaves nothing behind");
  }

  /** The field's name was read at a place, and is once more where it is read and written. */
  private final Set<Long> seen = new TreeSet<>();

  @Override
  void caller(int r) {
    int user = references.from(r);
    int in = units.fileOf(user);
    if (user == member || !seen.add(((long) in << 32) | references.at(r))) {
      return;
    }
    if (!isNamed(r, name())) {
      refuse(RefusalCode.IMPLICIT_USE, "The field is used here without being named.", site(r));
      return;
    }
    access.demandTarget(r);
    if (keeper < 0) {
      return;
    }
    JavaTokens of = code.tokens(in);
    int token = of.from(references.at(r));
    boolean alone = !of.is(token - 1, ".");
    if (isTooEarly(r, user)) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "'" + units.simpleName(keeper) + "' may have no object yet here.",
          site(r));
      return;
    }
    String reached = reading(keeper, user, r);
    String lead = "";
    if (alone && !reached.endsWith("()") && hides(of, user, reached)) {
      if (units.parent(user) != owner || inClassInside(of, user, token)) {
        refuse(
            RefusalCode.RECEIVER,
            "A variable is called '" + reached + "' here. Rename it first.",
            site(r));
        return;
      }
      lead = "this.";
    }
    changes.in(in).insert(of.begin(token), changes.encodable(in, lead + reached + "."));
  }

  private boolean hides(JavaTokens of, int user, String word) {
    int past = of.from(Math.max(0, units.end(user)));
    for (int token = of.from(Math.max(0, units.begin(user))); token < past; token++) {
      boolean plain = of.isWord(token, word) && !of.is(token - 1, ".") && !of.is(token + 1, "(");
      if (plain && !isField(user, of.begin(token))) {
        return true;
      }
    }
    return false;
  }

  private boolean isField(int user, int at) {
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      if (references.at(r) == at && references.target(r) == keeper) {
        return true;
      }
    }
    return false;
  }

  private boolean inClassInside(JavaTokens of, int user, int token) {
    return new AnonymousBodies(code, user).covers(token);
  }

  /**
   * Whether code that runs while an object is made comes before the object that takes the value.
   */
  private boolean isTooEarly(int r, int user) {
    if (units.parent(user) != owner) {
      return false;
    }
    boolean inConstructor = units.has(user, Trait.CONSTRUCTOR);
    boolean inInitialiser =
        !units.has(user, Trait.STATIC)
            && (units.has(user, Trait.FIELD) || units.has(user, Trait.INITIALISER));
    if (isGiven(units.nameAt(keeper))) {
      return inInitialiser && units.begin(user) < units.begin(keeper);
    }
    return inInitialiser || inConstructor && !isAssignedBefore(user, references.at(r));
  }

  /** Whether a constructor gives the keeping field its object before a char, whatever happens. */
  private boolean isAssignedBefore(int constructor, int before) {
    int open = tokens.behind(tokens.from(units.nameAt(constructor)) + 1, "(", ")");
    while (!tokens.is(open, "{")) {
      open++;
    }
    if (tokens.is(open + 1, "this") && tokens.is(open + 2, "(")) {
      return true;
    }
    int depth = 0;
    for (int token = open + 1; tokens.begin(token) < before; token++) {
      depth += tokens.is(token, "{") || tokens.is(token, "(") ? 1 : 0;
      depth -= tokens.is(token, "}") || tokens.is(token, ")") ? 1 : 0;
      boolean assigns = tokens.isWord(token, units.simpleName(keeper)) && tokens.is(token + 1, "=");
      int begin = tokens.is(token - 1, ".") && tokens.is(token - 2, "this") ? token - 3 : token - 1;
      boolean statement = tokens.is(begin, ";") || tokens.is(begin, "{") || tokens.is(begin, "}");
      if (depth == 0 && assigns && statement) {
        return true;
      }
    }
    return false;
  }

  @Override
  List<String> believed() {
    return keeper >= 0 && may(Leave.OWN)
        ? List.of(
            "Taken from the plan, and not proven: no two objects of "
                + units.name(owner)
                + " have the same '"
                + units.simpleName(keeper)
                + "'.")
        : List.of();
  }
}

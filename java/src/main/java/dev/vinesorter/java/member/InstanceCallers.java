package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.java.code.AnonymousBodies;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Parameters;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;

/**
 * The calls of a method that gets another object: each expression in them is still evaluated once
 * and, as far as anything can tell, in the same order.
 */
final class InstanceCallers {
  private final InstanceMove move;
  private final Units units;
  private final References references;
  private final SourceView code;
  private final List<Call> calls = new ArrayList<>();
  private boolean failsOnNull;

  InstanceCallers(InstanceMove move) {
    this.move = move;
    this.units = move.units;
    this.references = move.references;
    this.code = move.code;
  }

  /**
   * One call of the method, or one reference to it.
   *
   * @param in the file
   * @param receiver the tokens of what it is called on; none where that is not written
   * @param arguments null for a method reference
   */
  private record Call(
      int r,
      int user,
      int in,
      JavaTokens tokens,
      Expressions expressions,
      int token,
      Expressions.Run receiver,
      List<Expressions.Run> arguments) {
    boolean isImplicit() {
      return receiver.end() == receiver.begin();
    }

    boolean isThis() {
      return isImplicit()
          || receiver.end() - receiver.begin() == 1
              && (tokens.is(receiver.begin(), "this") || tokens.is(receiver.begin(), "super"));
    }

    /** How many tokens it takes: what stands inside another takes less. */
    int length() {
      int past = arguments == null ? token + 1 : tokens.behind(token + 1, "(", ")");
      return past - Math.min(receiver.begin(), token);
    }
  }

  // ---- reading

  /** Reads one use; refuses what is not understood. */
  void read(int r) {
    int user = references.from(r);
    int in = units.fileOf(user);
    JavaTokens of = code.tokens(in);
    int token = of.from(references.at(r));
    Expressions expressions = new Expressions(of, code.text(in));
    boolean isReference = of.is(token - 1, "::");
    if (!move.isNamed(r, move.name())) {
      refuse(RefusalCode.IMPLICIT_USE, "The method is used here without being named.", r);
      return;
    }
    if (expressions.followsTypeArguments(token) || !isReference && !of.is(token + 1, "(")) {
      refuse(
          RefusalCode.TYPE_ARGUMENTS, "The call here says its type arguments; leave them out.", r);
      return;
    }
    if (user != move.member) {
      move.access.demandTarget(r);
    }
    Expressions.Run receiver = new Expressions.Run(token, token);
    if (of.is(token - 1, ".") || isReference) {
      int first = expressions.primaryBegin(token - 2);
      receiver = new Expressions.Run(first, token - 1);
      boolean bySuper = of.is(token - 2, "super");
      if (first < 0 || bySuper && (isReference || first < token - 2)) {
        refuse(RefusalCode.RECEIVER, "What the method is called on here is not understood.", r);
        return;
      }
      if (bySuper) {
        // Nothing overrides the method, so it is the one that 'this' has as well.
        edits(user, in).replace(of.begin(token - 2), of.end(token - 2), "this");
      }
    }
    List<Expressions.Run> arguments = isReference ? null : expressions.arguments(token + 1);
    if (!isReference && !fit(arguments.size())) {
      refuse(RefusalCode.ARGUMENTS, "The arguments here are not understood.", r);
      return;
    }
    calls.add(new Call(r, user, in, of, expressions, token, receiver, arguments));
  }

  private boolean hasVariableArguments() {
    return units.simpleName(move.member).endsWith("...)");
  }

  private boolean fit(int arguments) {
    int wanted = move.parameters.size();
    return hasVariableArguments()
        ? arguments >= wanted - 1 && move.chosen < arguments
        : arguments == wanted;
  }

  // ---- editing

  /** Edits the calls, those that stand inside others first. */
  void edit() {
    failsOnNull = move.hasObject() && move.failsOnNull();
    calls.sort(Comparator.comparingInt(Call::length));
    for (Call call : calls) {
      if (call.arguments == null) {
        reference(call);
      } else if (move.chosen >= 0) {
        toParameter(call);
      } else if (move.field >= 0) {
        toField(call);
      } else {
        toStatic(call);
      }
    }
  }

  private void refuse(RefusalCode code, String message, int r) {
    move.refuse(code, message, move.site(r));
  }

  private TextEdits edits(Call call) {
    return edits(call.user, call.in);
  }

  private TextEdits edits(int user, int in) {
    return user == move.member ? move.inside : move.changes.in(in);
  }

  /** A run as it is by now; its edits are taken out. */
  private String cut(Call call, Expressions.Run run) {
    JavaTokens of = call.tokens;
    return edits(call).cut(code.text(call.in), of.begin(run.begin()), of.end(run.end() - 1));
  }

  private void replace(Call call, Expressions.Run run, String text) {
    edits(call).replace(call.tokens.begin(run.begin()), call.tokens.end(run.end() - 1), text);
  }

  /** The new owner's name where a call stands. */
  private String targetName(Call call) {
    int file = call.user == move.member ? move.targetFile : call.in;
    return move.changes.encodable(file, move.names.in(file, move.target));
  }

  /** The object that a call without one is made on; null where it has no name. */
  private String implicit(Call call) {
    if (call.user == move.member) {
      return move.ownerName;
    }
    int around = units.ancestor(call.user, Level.TYPE);
    boolean inAnonymous =
        units.level(call.user) == Level.MEMBER
            && new AnonymousBodies(code, call.user).covers(call.token);
    if (code.isSubtype(around, move.owner)) {
      return inAnonymous ? units.simpleName(around) + ".this" : "this";
    }
    while (around >= 0
        && units.level(around) == Level.TYPE
        && !code.isSubtype(around, move.owner)) {
      around = units.parent(around);
    }
    if (around < 0 || units.level(around) != Level.TYPE) {
      refuse(RefusalCode.RECEIVER, "What the method is called on here is not understood.", call.r);
      return null;
    }
    return units.simpleName(around) + ".this";
  }

  /** Puts the old object before the arguments. */
  private void insertObject(Call call, String object) {
    int open = call.token + 1;
    replace(
        call,
        new Expressions.Run(open, open + 1),
        "("
            + TextLines.asFirst(
                code.text(call.in), call.tokens.end(open), object, call.arguments.isEmpty()));
  }

  // ---- a parameter becomes the object

  private void toParameter(Call call) {
    Expressions.Run argument = call.arguments.get(move.chosen);
    String object = call.isImplicit() ? implicit(call) : "";
    if (object == null || !mayBecomeObject(call, argument)) {
      return;
    }
    String fresh = cut(call, argument);
    boolean isThis = fresh.equals("this") && !inAnonymousBody(call);
    if (!call.expressions.isPrimary(argument)) {
      fresh = "(" + fresh + ")";
    }
    JavaTokens of = call.tokens;
    TextEdits edits = edits(call);
    if (call.isImplicit()) {
      if (!isThis) {
        edits.insert(of.begin(call.token), fresh + ".");
      }
    } else {
      object = cut(call, call.receiver);
      if (isThis) {
        edits.remove(of.begin(call.receiver.begin()), of.begin(call.token));
      } else {
        replace(call, call.receiver, fresh);
      }
    }
    if (move.needsOwner) {
      replace(call, argument, object);
    } else {
      InstanceMove.remove(edits, of, call.arguments, move.chosen);
    }
  }

  private boolean inAnonymousBody(Call call) {
    return units.level(call.user) != Level.MEMBER
        || new AnonymousBodies(code, call.user).covers(call.token);
  }

  private boolean mayBecomeObject(Call call, Expressions.Run argument) {
    if (call.expressions.text(argument).equals("null")) {
      refuse(RefusalCode.NULL_RECEIVER, "null is passed here, and cannot be called on.", call.r);
      return false;
    }
    if (!failsOnNull && !cannotBeNull(call, argument)) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          "What is passed here may be null, on which the method need not fail today. Say"
              + " 'never-null: true' if it never is.",
          call.r);
      return false;
    }
    if (!keepsOrder(call, argument)) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "The argument would be evaluated before the object and the other arguments, which may"
              + " matter here. Put it into a variable first.",
          call.r);
      return false;
    }
    return mayDropObject(call);
  }

  private boolean mayDropObject(Call call) {
    // An object that the new one reaches is looked at there, and as null fails there.
    boolean reached = move.back >= 0;
    if (!move.needsOwner
        && !reached
        && !call.isThis()
        && !move.may(Leave.NEVER_NULL)
        && !isNotNull(call)) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          "Called on null, the method fails here; without that object it would not. With"
              + " 'never-null: true' the object is taken for one.",
          call.r);
      return false;
    }
    if (!move.hasObject()
        && move.needsOwner
        && !call.isImplicit()
        && !call.isThis()
        && !move.may(Leave.NEVER_NULL)
        && !isNotNull(call)
        && !move.reachesOwnerFirst()) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          "Called on null, the method fails here; given null, it may not. With 'never-null: true'"
              + " the object is taken for one.",
          call.r);
      return false;
    }
    if (!move.needsOwner && !call.isThis() && !call.expressions.isPure(call.receiver)) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "The object is worked out here, and would not be any more. Put it into a variable first.",
          call.r);
      return false;
    }
    return true;
  }

  /** Whether an argument is an object for certain. */
  private boolean cannotBeNull(Call call, Expressions.Run run) {
    JavaTokens of = call.tokens;
    // In the method itself the parameter is what the method was called on by then.
    boolean again =
        call.user == move.member
            && !move.reassigned
            && run.end() - run.begin() == 1
            && of.isWord(run.begin(), move.word);
    return again || isNotNull(call, run);
  }

  private boolean isNotNull(Call call) {
    return isNotNull(call, call.receiver);
  }

  /** Whether a run is an object for certain. */
  private boolean isNotNull(Call call, Expressions.Run run) {
    int begin = call.tokens.begin(run.begin());
    return move.nullness().present(call.user, begin, call.tokens.end(run.end() - 1));
  }

  /** Whether the field of the object that a call is made on is an object for certain. */
  private boolean isFieldNotNull(Call call) {
    return move.nullness().neverNull(move.field)
        || call.isThis()
            && move.nullness().fieldPresent(call.user, call.tokens.begin(call.token), move.field);
  }

  /**
   * Whether nothing can tell that {@code r.m(b, a, c)} becomes {@code a.m(b, r, c)}: the argument
   * is evaluated before the object and what stands before it, and the object behind these.
   */
  private boolean keepsOrder(Call call, Expressions.Run argument) {
    List<Expressions.Run> between = call.arguments.subList(0, move.chosen);
    List<Expressions.Run> ends = new ArrayList<>(List.of(argument));
    if (!call.isThis()) {
      ends.add(call.receiver);
    }
    boolean assigns =
        Stream.concat(between.stream(), ends.stream()).anyMatch(call.expressions::assigns);
    boolean endsCommute = ends.size() == 1 || commute(call, argument, call.receiver);
    return !assigns
        && endsCommute
        && between.stream().allMatch(b -> ends.stream().allMatch(end -> commute(call, b, end)));
  }

  /** Whether two runs give the same in either order. */
  private boolean commute(Call call, Expressions.Run one, Expressions.Run other) {
    return call.expressions.isPure(one) && call.expressions.isPure(other)
        || isSettled(call, one)
        || isSettled(call, other);
  }

  /** Whether a run reads only what no call changes: a variable of its method, final fields. */
  private boolean isSettled(Call call, Expressions.Run run) {
    if (!call.expressions.isPure(run)) {
      return false;
    }
    int from = call.tokens.begin(run.begin());
    int past = call.tokens.end(run.end() - 1);
    for (int r = references.row(call.user); r < references.row(call.user + 1); r++) {
      int used = references.target(r);
      if (references.at(r) >= from
          && references.at(r) < past
          && units.level(used) == Level.MEMBER
          && !(units.has(used, Trait.FIELD) && units.has(used, Trait.FINAL))) {
        return false;
      }
    }
    return true;
  }

  // ---- the value of a field becomes the object

  private void toField(Call call) {
    if (!failsOnNull && !isFieldNotNull(call)) {
      refuse(
          RefusalCode.NULL_RECEIVER,
          "'"
              + move.word
              + "' may be null here, on which the method need not fail today. Say 'never-null:"
              + " true' if it never is.",
          call.r);
      return;
    }
    boolean again = call.user == move.member && call.isImplicit();
    if (again && !units.has(move.field, Trait.FINAL) && !move.needsOwner) {
      refuse(
          RefusalCode.RECURSION,
          "The method calls itself, and '" + move.word + "' may have another value by then.",
          call.r);
      return;
    }
    if (move.needsOwner && !call.isThis() && !call.expressions.isPure(call.receiver)) {
      refuse(
          RefusalCode.EVALUATION_ORDER,
          "The object would be evaluated twice here. Put it into a variable first.",
          call.r);
      return;
    }
    String object = objectToKeep(call);
    if (object == null) {
      return;
    }
    TextEdits edits = edits(call);
    if (!again) {
      String of = call.isImplicit() && isVariable(call, move.word) ? implicit(call) : "";
      if (of == null) {
        return;
      }
      String field = (of.isEmpty() ? "" : of + ".") + readField(call) + ".";
      edits.insert(call.tokens.begin(call.token), field);
    } else if (!units.has(move.field, Trait.FINAL)) {
      edits.insert(call.tokens.begin(call.token), move.ownerName + "." + readField(call) + ".");
    }
    if (move.needsOwner) {
      insertObject(call, object);
    }
  }

  /** Whether code that calls has a variable of that name, which would hide the field. */
  private boolean isVariable(Call call, String word) {
    int from = call.tokens.from(units.begin(call.user));
    int past = call.tokens.from(units.end(call.user));
    for (int token = from; token < past; token++) {
      boolean alone =
          call.tokens.isWord(token, word)
              && !call.tokens.is(token - 1, ".")
              && !call.tokens.is(token + 1, "(");
      if (alone && !isField(call.user, call.tokens.begin(token))) {
        return true;
      }
    }
    return false;
  }

  private boolean isField(int user, int at) {
    for (int r = references.row(user); r < references.row(user + 1); r++) {
      if (references.at(r) == at && units.has(references.target(r), Trait.FIELD)) {
        return true;
      }
    }
    return false;
  }

  /** The text of the object, which stays where it is as well; null where it has none. */
  private String objectToKeep(Call call) {
    if (call.isImplicit()) {
      return move.needsOwner ? implicit(call) : "";
    }
    String object = cut(call, call.receiver);
    if (!object.equals(call.expressions.text(call.receiver))) {
      replace(call, call.receiver, object);
    }
    return object;
  }

  /**
   * How the field's value is written where a call stands; one in the method is of the new place.
   */
  private String readField(Call call) {
    int seenBy = call.user == move.member ? move.target : call.user;
    return move.reading(move.field, seenBy, call.r);
  }

  // ---- the method becomes static

  private void toStatic(Call call) {
    if (!mayDropObject(call)) {
      return;
    }
    String object = call.isImplicit() && move.needsOwner ? implicit(call) : "";
    if (object == null) {
      return;
    }
    TextEdits edits = edits(call);
    boolean home = units.inside(call.user, move.target) || call.user == move.member;
    if (call.isImplicit()) {
      if (!home) {
        edits.insert(call.tokens.begin(call.token), move.givenObject(targetName(call)) + ".");
      }
    } else {
      object = cut(call, call.receiver);
      String on = call.user == move.member ? "this" : move.givenObject(targetName(call));
      replace(call, call.receiver, move.isOfGiven ? on : targetName(call));
    }
    if (move.needsOwner) {
      insertObject(call, object);
    }
  }

  // ---- method references

  /** A reference to the method becomes a lambda, or a reference to it in its new place. */
  private void reference(Call call) {
    JavaTokens of = call.tokens;
    boolean unbound = move.isTypeName(call.user, of.begin(call.receiver.end() - 1));
    boolean settled = call.isThis() || isSettled(call, call.receiver);
    boolean known = unbound ? move.needsOwner : call.isThis() || isNotNull(call);
    if (hasVariableArguments()
        || !unbound && !settled
        || !known
        || move.chosen >= 0 && !failsOnNull
        || move.field >= 0 && !failsOnNull && !move.nullness().neverNull(move.field)) {
      refuse(
          RefusalCode.METHOD_REFERENCE,
          "The method is named here without being called, and what it is called on may be null or"
              + " change; write a lambda first.",
          call.r);
      return;
    }
    String object = unbound ? fresh(call, move.ownerName) : cut(call, call.receiver);
    List<String> names = new ArrayList<>();
    for (Parameters.Parameter parameter : move.parameters) {
      names.add(fresh(call, move.tokens.text(parameter.name())));
    }
    List<String> given = new ArrayList<>(names);
    String on =
        move.chosen >= 0
            ? given.remove(move.chosen)
            : move.field >= 0 ? object + "." + readField(call) : move.givenObject(targetName(call));
    if (move.needsOwner) {
      given.add(Math.max(0, move.chosen), object);
    }
    if (unbound) {
      names.add(0, object);
    }
    if (names.equals(given) && move.becomesStatic()) {
      replace(call, call.receiver, targetName(call));
      return;
    }
    String list = names.size() == 1 ? names.get(0) : "(" + String.join(", ", names) + ")";
    TextEdits edits = edits(call);
    edits.replace(of.begin(call.receiver.begin()), of.begin(call.token), list + " -> " + on + ".");
    edits.insert(of.end(call.token), "(" + String.join(", ", given) + ")");
  }

  /** A name that nothing else has where the call stands. */
  private String fresh(Call call, String name) {
    JavaTokens of = call.tokens;
    int from = of.from(Math.max(0, units.begin(call.user)));
    int past = of.from(Math.max(0, units.end(call.user)));
    String free = name;
    for (int n = 2; MemberMove.standsAlone(of, from, past, free); n++) {
      free = name + n;
    }
    return free;
  }
}

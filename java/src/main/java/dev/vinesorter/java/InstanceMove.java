package dev.vinesorter.java;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.source.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A method of objects that goes into the type of one of its parameters, or of a field of its
 * object. What was that parameter or field becomes the object; the object that it had becomes a
 * parameter, where the method needs it.
 */
final class InstanceMove extends MemberMove {
  private int open;
  private List<Parameters.Parameter> parameters;

  /** The parameter that becomes the object, or -1. */
  private int chosen = -1;

  /** The field whose value becomes the object, or -1. */
  private int field = -1;

  /** The name of the parameter or field. */
  private String word;

  /** Whether the method needs the object that it had. */
  private boolean needsOwner;

  /** The name of that object. */
  private String ownerName;

  InstanceMove(SourceView code, int member, int target, boolean widen) {
    super(code, member, target, widen);
  }

  @Override
  String newName() {
    if (parameters == null) {
      return super.newName();
    }
    String old = units.simpleName(member);
    int from = old.indexOf('(');
    String list = old.substring(from + 1, old.length() - 1);
    List<String> types = new ArrayList<>(list.isEmpty() ? List.of() : List.of(list.split(", ")));
    if (chosen >= 0) {
      types.remove(chosen);
    }
    if (needsOwner) {
      types.add(Math.max(0, chosen), units.simpleName(owner));
    }
    return units.name(target) + "#" + name() + "(" + String.join(", ", types) + ")";
  }

  // ---- the declaration

  @Override
  void signature() {
    int nameToken = tokens.from(units.nameAt(member));
    open = nameToken + 1;
    parameters = Parameters.of(tokens, open);
    if (!inherited() || !understood(nameToken) || !choose()) {
      return;
    }
    needsOwner = needsOwner();
    if (needsOwner && tokens.is(tokens.from(units.nameAt(owner)) + 1, "<")) {
      refuse(
          "generic-owner",
          units.name(owner) + " has type parameters, which the moved method would not know.",
          code.declaration(member));
      return;
    }
    ownerName = freeName();
    declaration();
  }

  private boolean inherited() {
    MemberFamily family = MemberFamily.of(code, member);
    if (family.members().size() > 1 || !family.local().isEmpty()) {
      refuse(
          "overriding",
          units.name(member) + " overrides or is overridden, so which code runs depends on it.",
          code.declaration(member));
      return false;
    }
    return true;
  }

  private boolean understood(int nameToken) {
    if (units.has(member, Trait.SYNCHRONIZED)) {
      refuse(
          "synchronized",
          "The method locks its object; it would lock another.",
          code.declaration(member));
    }
    if (units.has(member, Trait.ABSTRACT) || units.has(member, Trait.NATIVE)) {
      refuse("no-body", "The method has no code that could go.", code.declaration(member));
    }
    for (int token = nameToken; token < pastToken(); token++) {
      if (tokens.is(token, "super") && !tokens.is(token - 1, "?")) {
        refuse("super-call", "What 'super' means would be lost.", code.site(file, token));
      } else if (tokens.is(token, "this") && tokens.is(token - 1, ".")) {
        refuse("outer-instance", "An enclosing object is named here.", code.site(file, token));
      } else if (tokens.is(token, "class") && !tokens.is(token - 1, ".")) {
        refuse("local-class", "The method declares a class.", code.site(file, token));
      }
    }
    for (int r : made()) {
      Kind kind = references.kind(r);
      if ((kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS)
          && references.at(r) > units.nameAt(member)) {
        refuse(
            "local-class",
            "In an anonymous class 'this' is another object; take it out first.",
            site(r));
      }
    }
    return reasons().isEmpty();
  }

  /** The parameter or the field that becomes the object. */
  private boolean choose() {
    for (int n = 0; n < parameters.size(); n++) {
      Parameters.Parameter one = parameters.get(n);
      if (isOfTarget(one.type()) && !tokens.is(one.type() + 1, ".") && one.type() < one.name()) {
        if (chosen >= 0) {
          refuse(
              "two-targets",
              "Two parameters are of that type; it is not plain which one is meant.",
              code.site(file, parameters.get(chosen).name()),
              code.site(file, one.name()));
          return false;
        }
        chosen = n;
      }
    }
    if (chosen < 0) {
      field = fieldOfTarget();
    }
    if (chosen < 0 && field < 0) {
      refuse(
          "no-target",
          "No parameter of "
              + units.name(member)
              + " and no field that it uses is a "
              + units.simpleName(target)
              + ", so there is no object to go to.",
          code.declaration(member));
      return false;
    }
    word = chosen >= 0 ? tokens.text(parameters.get(chosen).name()) : units.simpleName(field);
    return true;
  }

  private boolean isOfTarget(int typeToken) {
    for (int r : made()) {
      if (references.target(r) == target
          && references.kind(r) != Kind.MENTIONS
          && references.at(r) == tokens.begin(Math.max(0, typeToken))) {
        return !tokens.is(typeToken + 1, "[") && !tokens.is(typeToken + 1, "...");
      }
    }
    return false;
  }

  private int fieldOfTarget() {
    int found = -1;
    for (int r : made()) {
      int used = references.target(r);
      if (units.has(used, Trait.FIELD)
          && units.parent(used) == owner
          && !units.has(used, Trait.STATIC)
          && units.simpleName(target).equals(units.type(used))
          && fieldIsOf(used)) {
        if (found >= 0 && found != used) {
          return -1;
        }
        found = used;
      }
    }
    return found;
  }

  private boolean fieldIsOf(int used) {
    for (int r = references.row(used); r < references.row(used + 1); r++) {
      if (references.target(r) == target && references.at(r) < units.nameAt(used)) {
        return true;
      }
    }
    return false;
  }

  private boolean needsOwner() {
    for (int token = firstToken(); token < pastToken(); token++) {
      if (tokens.is(token, "this") && !isFieldOfThis(token)) {
        return true;
      }
    }
    for (int r : made()) {
      if (references.target(r) != field && isOwn(r)) {
        return true;
      }
    }
    return false;
  }

  /** Whether {@code this} only stands before the field that becomes the object. */
  private boolean isFieldOfThis(int token) {
    return field >= 0 && tokens.is(token + 1, ".") && tokens.isWord(token + 2, word);
  }

  /** Whether a reference uses a member of the method's own object by its simple name. */
  private boolean isOwn(int r) {
    int used = references.target(r);
    Kind kind = references.kind(r);
    boolean instance =
        (units.has(used, Trait.FIELD) || units.has(used, Trait.METHOD))
            && !units.has(used, Trait.STATIC);
    if (!instance || kind == Kind.MENTIONS || kind == Kind.OVERRIDES) {
      return false;
    }
    int token = tokens.from(references.at(r));
    return isNamed(r, MemberNames.bare(units.simpleName(used)))
        && !tokens.is(token - 1, ".")
        && !tokens.is(token - 1, "::")
        && code.isSubtype(owner, units.parent(used));
  }

  private String freeName() {
    String simple = units.simpleName(owner);
    String plain = Character.toLowerCase(simple.charAt(0)) + simple.substring(1);
    for (String one : List.of(plain, "the" + simple, plain + "2")) {
      boolean taken = javax.lang.model.SourceVersion.isKeyword(one);
      for (int token = firstToken(); token < pastToken(); token++) {
        taken |= tokens.isWord(token, one);
      }
      if (!taken) {
        return one;
      }
    }
    return plain + "ToUse";
  }

  private void declaration() {
    // The name is only asked for where it is written, since asking brings in an import.
    String parameter =
        needsOwner
            ? changes.encodable(targetFile, names.in(targetFile, owner)) + " " + ownerName
            : "";
    if (chosen < 0) {
      if (needsOwner) {
        inside.insert(tokens.end(open), parameter + (parameters.isEmpty() ? "" : ", "));
      }
    } else {
      Expressions.Run run = parameters.get(chosen).run();
      if (needsOwner) {
        inside.replace(tokens.begin(run.begin()), tokens.end(run.end() - 1), parameter);
      } else {
        remove(inside, tokens, runs(), chosen);
      }
      withoutParamTag();
    }
    if (needsOwner) {
      demandFromTarget(owner, made().length > 0 ? made()[0] : 0);
    }
  }

  private List<Expressions.Run> runs() {
    return parameters.stream().map(Parameters.Parameter::run).toList();
  }

  /** Takes one of a list out, with the comma that it has no more use for. */
  private static void remove(
      TextEdits edits, JavaTokens of, List<Expressions.Run> runs, int index) {
    Expressions.Run run = runs.get(index);
    if (index > 0) {
      edits.remove(of.end(runs.get(index - 1).end() - 1), of.end(run.end() - 1));
    } else if (runs.size() > 1) {
      edits.remove(of.begin(run.begin()), of.begin(runs.get(1).begin()));
    } else {
      edits.remove(of.begin(run.begin()), of.end(run.end() - 1));
    }
  }

  /** The documentation of the parameter goes with it. */
  private void withoutParamTag() {
    String text = code.text(file);
    for (int comment = 0; comment < tokens.comments(); comment++) {
      int from = tokens.commentBegin(comment);
      int to = tokens.commentEnd(comment);
      if (!tokens.isDoc(comment) || tokens.from(to) != firstToken()) {
        continue;
      }
      Matcher tag =
          Pattern.compile(
                  "(?m)^[ \\t]*\\*[ \\t]*@param[ \\t]+"
                      + Pattern.quote(word)
                      + "\\b(?s:.*?)(?=^[ \\t]*\\*[ \\t]*(?:@|/)|^[ \\t]*\\*/)")
              .matcher(text)
              .region(from, to);
      if (tag.find()) {
        inside.remove(tag.start(), tag.end());
      }
    }
  }

  // ---- the body

  @Override
  void body() {
    Set<Integer> done = new TreeSet<>();
    for (int r : made()) {
      int used = references.target(r);
      int token = tokens.from(references.at(r));
      if (chosen >= 0 && isInParameter(token)) {
        continue;
      }
      if (references.kind(r) == Kind.MENTIONS) {
        continue;
      }
      if (units.level(used) == Level.TYPE || units.has(used, Trait.CONSTRUCTOR)) {
        inner(r);
        typeName(r);
      } else if (units.level(used) == Level.MEMBER && used != member) {
        if (units.has(used, Trait.STATIC)) {
          staticName(r);
        } else if (used == field && isOfThis(token)) {
          done.add(token);
        } else if (isOwn(r)) {
          demandFromTarget(used, r);
          inside.insert(references.at(r), ownerName + ".");
        } else if (!units.has(used, Trait.FOREIGN)) {
          demandFromTarget(used, r);
        }
      }
    }
    int body = tokens.behind(open, "(", ")");
    for (int token = body; token < pastToken(); token++) {
      if (tokens.is(token, "this") && !isFieldOfThis(token)) {
        inside.replace(tokens.begin(token), tokens.end(token), ownerName);
      }
      boolean plain = !tokens.is(token - 1, ".") && !tokens.is(token + 1, "(");
      boolean ofThis = field >= 0 && tokens.is(token - 1, ".") && tokens.is(token - 2, "this");
      if (tokens.isWord(token, word) && (field >= 0 ? done.contains(token) : plain)) {
        self(token, ofThis ? token - 2 : token);
      }
    }
  }

  /** Whether a field is named by itself, or as one of {@code this}. */
  private boolean isOfThis(int token) {
    return !tokens.is(token - 1, ".") || tokens.is(token - 2, "this") && !tokens.is(token - 3, ".");
  }

  private boolean isInParameter(int token) {
    Expressions.Run run = parameters.get(chosen).run();
    return token >= run.begin() && token < run.end();
  }

  /** An inner class needs an object of the type around it. */
  private void inner(int r) {
    int used = references.target(r);
    int type = units.has(used, Trait.CONSTRUCTOR) ? units.parent(used) : used;
    int token = tokens.from(references.at(r));
    boolean isInner =
        units.inside(type, owner)
            && type != owner
            && !units.has(type, Trait.STATIC)
            && !units.has(type, Trait.INTERFACE)
            && !units.has(type, Trait.ENUM)
            && !units.has(type, Trait.RECORD);
    if (isInner && tokens.is(token - 1, "new")) {
      refuse("inner-class", "An object of an inner class is made here.", site(r));
    }
  }

  /** What the object is called by now: nothing before a member, else {@code this}. */
  private void self(int token, int first) {
    boolean assigned =
        tokens.is(token + 1, "=") && !tokens.is(token + 2, "=")
            || tokens.is(token + 1, "+") && tokens.is(token + 2, "+")
            || tokens.is(first - 1, "+") && tokens.is(first - 2, "+");
    if (assigned) {
      refuse("assigned", "'" + word + "' gets another value here.", code.site(file, token));
      return;
    }
    boolean compared =
        tokens.is(token + 3, "null")
                && tokens.is(token + 2, "=")
                && (tokens.is(token + 1, "=") || tokens.is(token + 1, "!"))
            || tokens.is(first - 3, "null") && tokens.is(first - 1, "=");
    if (compared) {
      refuse(
          "null-receiver",
          "'" + word + "' may be null here, which an object that is called cannot be.",
          code.site(file, token));
      return;
    }
    boolean ofMember =
        tokens.is(token + 1, ".") && tokens.isWord(token + 2) && !tokens.is(token + 2, "new");
    // A variable can hide a field, but not a method.
    if (ofMember
        && (tokens.is(token + 3, "(")
            || !standsAlone(tokens, firstToken(), pastToken(), tokens.text(token + 2)))) {
      inside.remove(tokens.begin(first), tokens.begin(token + 2));
    } else {
      inside.replace(tokens.begin(first), tokens.end(token), "this");
    }
  }

  // ---- the callers

  @Override
  void caller(int r) {
    int user = references.from(r);
    int in = units.fileOf(user);
    JavaTokens of = code.tokens(in);
    int token = of.from(references.at(r));
    Expressions expressions = new Expressions(of, code.text(in));
    if (!isNamed(r, name()) || of.is(token - 1, "::")) {
      refuse(
          "method-reference",
          "The method is named without being called here; write a lambda first.",
          site(r));
      return;
    }
    if (!of.is(token + 1, "(") || of.is(token - 1, ">")) {
      refuse("type-arguments", "The call here says its type arguments; leave them out.", site(r));
      return;
    }
    if (user == member) {
      refuse("recursion", "The method calls itself, which is not understood yet.", site(r));
      return;
    }
    demandTarget(r);
    List<Expressions.Run> arguments = expressions.arguments(token + 1);
    boolean variable = units.simpleName(member).endsWith("...)");
    if (variable
        ? arguments.size() < parameters.size() - 1 || chosen >= arguments.size()
        : arguments.size() != parameters.size()) {
      refuse("arguments", "The arguments here are not understood.", site(r));
      return;
    }
    Expressions.Run receiver = new Expressions.Run(token, token);
    if (of.is(token - 1, ".")) {
      int first = expressions.primaryBegin(token - 2);
      receiver = new Expressions.Run(first, token - 1);
      if (first < 0 || of.is(token - 2, "super")) {
        refuse("receiver", "What the method is called on here is not understood.", site(r));
        return;
      }
    }
    Call call = new Call(r, user, in, of, expressions, token, receiver, arguments);
    if (chosen >= 0) {
      toParameter(call);
    } else {
      toField(call);
    }
  }

  /** One call of the method. */
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
          || receiver.end() - receiver.begin() == 1 && tokens.is(receiver.begin(), "this");
    }
  }

  /** The object that a call was made on, as an expression; null where it has no name. */
  private String object(Call call) {
    if (!call.isImplicit()) {
      return call.expressions.text(call.receiver);
    }
    for (int r = references.row(call.user); r < references.row(call.user + 1); r++) {
      Kind kind = references.kind(r);
      if ((kind == Kind.EXTENDS || kind == Kind.IMPLEMENTS)
          && units.level(call.user) == Level.MEMBER) {
        refuse("local-class", "In an anonymous class 'this' is another object.", site(call.r));
        return null;
      }
    }
    int around = units.ancestor(call.user, Level.TYPE);
    if (code.isSubtype(around, owner)) {
      return "this";
    }
    while (around >= 0 && units.level(around) == Level.TYPE && !code.isSubtype(around, owner)) {
      around = units.parent(around);
    }
    if (around < 0 || units.level(around) != Level.TYPE) {
      refuse("receiver", "What the method is called on here is not understood.", site(call.r));
      return null;
    }
    return units.simpleName(around) + ".this";
  }

  private void toParameter(Call call) {
    Expressions.Run argument = call.arguments.get(chosen);
    String object = object(call);
    if (object == null) {
      return;
    }
    if (call.expressions.text(argument).equals("null")) {
      refuse("null-receiver", "null is passed here, and cannot be called on.", site(call.r));
      return;
    }
    if (!needsOwner && !call.isThis() && !isNotNull(call)) {
      refuse(
          "null-receiver",
          "Called on null, the method fails here; without that object it would not.",
          site(call.r));
      return;
    }
    if (!keepsOrder(call, argument)
        || mentionsMember(call, argument)
        || mentionsMember(call, call.receiver)) {
      refuse(
          "evaluation-order",
          "The argument would be evaluated before the object and the other arguments, which may"
              + " matter here. Put it into a variable first.",
          site(call.r));
      return;
    }
    JavaTokens of = call.tokens;
    TextEdits edits = changes.in(call.in);
    String text = call.expressions.text(argument);
    String fresh = call.expressions.isPrimary(argument) ? text : "(" + text + ")";
    if (call.isImplicit()) {
      edits.insert(of.begin(call.token), fresh + ".");
    } else {
      edits.replace(of.begin(call.receiver.begin()), of.end(call.receiver.end() - 1), fresh);
    }
    if (needsOwner) {
      edits.replace(of.begin(argument.begin()), of.end(argument.end() - 1), object);
    } else {
      remove(edits, of, call.arguments, chosen);
    }
  }

  /** Whether the object of a call is a local variable that cannot be null there. */
  private boolean isNotNull(Call call) {
    if (!readsNoField(call, call.receiver) || units.begin(call.user) < 0) {
      return false;
    }
    JavaTokens of = call.tokens;
    return new NotNull(of, of.from(units.begin(call.user)), of.from(units.end(call.user)))
        .holds(call.receiver.begin());
  }

  /** Whether another call of the method stands in the run, which then is edited itself. */
  private boolean mentionsMember(Call call, Expressions.Run run) {
    for (int token = run.begin(); token < run.end(); token++) {
      if (call.tokens.isWord(token, name())) {
        return true;
      }
    }
    return false;
  }

  /** Whether nothing can tell that the argument is evaluated first and the object later. */
  private boolean keepsOrder(Call call, Expressions.Run argument) {
    Expressions of = call.expressions;
    boolean argumentPure = of.isPure(argument);
    boolean receiverPure = call.isImplicit() || of.isPure(call.receiver);
    boolean othersPure = true;
    boolean assigns = false;
    for (int n = 0; n < call.arguments.size(); n++) {
      Expressions.Run run = call.arguments.get(n);
      othersPure &= n >= chosen || of.isPure(run);
      assigns |= of.assigns(run);
    }
    if (assigns) {
      return false;
    }
    if (argumentPure && receiverPure) {
      return othersPure || readsNoField(call, argument);
    }
    if (argumentPure) {
      return othersPure && readsNoField(call, argument);
    }
    return receiverPure && othersPure && (call.isThis() || readsNoField(call, call.receiver));
  }

  /** Whether a run reads only variables of the method that it stands in, which no call changes. */
  private boolean readsNoField(Call call, Expressions.Run run) {
    if (run.end() - run.begin() != 1) {
      return false;
    }
    int at = call.tokens.begin(run.begin());
    for (int r = references.row(call.user); r < references.row(call.user + 1); r++) {
      if (references.at(r) == at && units.level(references.target(r)) == Level.MEMBER) {
        return false;
      }
    }
    return true;
  }

  private void toField(Call call) {
    String object = needsOwner || !call.isImplicit() ? object(call) : "";
    if (object == null) {
      return;
    }
    demandField(call);
    if (needsOwner && !call.isThis() && !call.expressions.isPure(call.receiver)) {
      refuse(
          "evaluation-order",
          "The object would be evaluated twice here. Put it into a variable first.",
          site(call.r));
      return;
    }
    JavaTokens of = call.tokens;
    TextEdits edits = changes.in(call.in);
    edits.insert(of.begin(call.token), word + ".");
    if (needsOwner) {
      edits.insert(of.end(call.token + 1), object + (call.arguments.isEmpty() ? "" : ", "));
    }
  }

  private void demandField(Call call) {
    demand(field, Access.between(units, call.user, field, code), List.of(site(call.r)));
  }
}

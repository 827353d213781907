package dev.vinesorter.java.member;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.plan.Leave;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.java.code.AnonymousBodies;
import dev.vinesorter.java.code.MemberFamily;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.nullness.Nullness;
import dev.vinesorter.java.syntax.DocLines;
import dev.vinesorter.java.syntax.Expressions;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Parameters;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.java.syntax.TypeText;
import dev.vinesorter.java.syntax.TypeVariables;
import dev.vinesorter.source.text.TextEdits;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A method of objects that goes into the type of one of its parameters, of a field of its object,
 * or of an object that it makes. What was that parameter or field becomes the object; where the
 * method makes the object, it becomes static. The object that it had becomes a parameter, where the
 * method needs it.
 */
final class InstanceMove extends MemberMove {
  private final String through;

  /** Whether the object is one that callers are given. */
  final boolean isOfGiven;

  /** What an object of the new type reaches the old one by, as the plan says; or empty. */
  private final String old;

  /** What may stand before the first thing that a body does. */
  private static final Set<String> FIRST =
      Set.of("{", "return", "if", "while", "switch", "(", "!", "-");

  private final OwnerVariables variables;
  private final InstanceCallers callers;
  private final Nullness nullness;
  private AnonymousBodies bodies;
  private int open;
  List<Parameters.Parameter> parameters;

  /** The parameter that becomes the object, or -1. */
  int chosen = -1;

  /** The field whose value becomes the object, or -1; with neither the method becomes static. */
  int field = -1;

  /** The name of the parameter or field. */
  String word = "";

  /** Whether the parameter gets another value, so that a variable takes its place. */
  boolean reassigned;

  /** Whether the method needs the object that it had, and has to be given it. */
  boolean needsOwner;

  /** The field or method by which the new object reaches the old one, as the plan says; or -1. */
  int back = -1;

  /** The name of that object. */
  String ownerName;

  InstanceMove(SourceView code, int member, int target, Step.Move step) {
    super(code, member, target, step.leaves());
    this.isOfGiven = step.isThroughNew();
    this.through = isOfGiven ? "" : step.through();
    this.old = step.old();
    this.variables = new OwnerVariables(this);
    this.nullness = new Nullness(code, step.may(Leave.LIBRARY));
    this.callers = new InstanceCallers(this);
  }

  @Override
  String newName() {
    if (parameters == null) {
      return super.newName();
    }
    String old = units.simpleName(member);
    int from = old.indexOf('(');
    String list = old.substring(from + 1, old.length() - 1);
    List<String> types = new ArrayList<>();
    for (String type : list.isEmpty() ? new String[0] : list.split(", ")) {
      types.add(variables.after(type));
    }
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
    bodies = new AnonymousBodies(code, member);
    if (!inherited() || !understood(nameToken) || !choose()) {
      return;
    }
    reassigned = chosen >= 0 && isAssigned();
    boolean reachesBack = !old.isEmpty();
    if (reachesBack && !findBack()) {
      return;
    }
    needsOwner = needsOwner() && !reachesBack;
    variables.settle(given(), needsOwner);
    if (reasons().isEmpty()) {
      ownerName = reachesBack ? backName() : freeName();
      declaration();
    }
  }

  @Override
  boolean isOfObjects() {
    return !becomesStatic();
  }

  /** Whether the method becomes static. */
  boolean becomesStatic() {
    return !hasObject() && !isOfGiven;
  }

  /** Whether something that the method has becomes its object. */
  boolean hasObject() {
    return chosen >= 0 || field >= 0;
  }

  /** What a call is written on where nothing that it has becomes the object. */
  String givenObject(String targetName) {
    return isOfGiven ? "new " + targetName + "()" : targetName;
  }

  /** Finds what the new object reaches the old one by; false where there is nothing of the kind. */
  private boolean findBack() {
    for (int one : units.children(target)) {
      boolean named = units.simpleName(one).equals(old) || units.simpleName(one).equals(old + "()");
      boolean field = units.has(one, Trait.FIELD);
      boolean ofObjects = !units.has(one, Trait.STATIC) && (field || units.has(one, Trait.METHOD));
      if (named && ofObjects && (back < 0 || field)) {
        back = one;
      }
    }
    if (back < 0 || !hasObject()) {
      refuse(
          RefusalCode.NO_TARGET,
          !hasObject()
              ? "No parameter and no field becomes the object, so 'old' has nothing to start from."
              : "Objects of "
                  + units.name(target)
                  + " have no field '"
                  + old
                  + "' and no method of that name without parameters.",
          code.declaration(target));
      return false;
    }
    return true;
  }

  @Override
  List<String> believed() {
    return back < 0
        ? List.of()
        : List.of(
            "Taken from the plan, and not proven: the object that "
                + units.name(member)
                + " was called on is what '"
                + old
                + "' of the new one gives.");
  }

  /** How the new object reaches the old one, where a variable may have the same name. */
  private String backName() {
    if (units.has(back, Trait.METHOD)) {
      return old + "()";
    }
    return standsAlone(tokens, firstToken(), pastToken(), old) ? "this." + old : old;
  }

  /** The type arguments that the new object's type is declared with. */
  private List<Expressions.Run> given() {
    if (chosen >= 0) {
      return TypeVariables.arguments(tokens, parameters.get(chosen).type() + 1);
    }
    for (int r = references.row(Math.max(0, field)); field >= 0; r++) {
      if (r == references.row(field + 1)) {
        break;
      }
      if (references.target(r) == target && references.at(r) < units.nameAt(field)) {
        return TypeVariables.arguments(tokens, tokens.from(references.at(r)) + 1);
      }
    }
    return List.of();
  }

  /** Whether the parameter that becomes the object gets another value. */
  private boolean isAssigned() {
    for (int token = bodyBegin(); token < pastToken(); token++) {
      boolean variable = tokens.isWord(token, word) && !tokens.is(token - 1, ".");
      if (variable && tokens.is(token + 1, "=") && !tokens.is(token + 2, "=")) {
        return true;
      }
    }
    return false;
  }

  @Override
  void head() {
    variables.declare(inside, becomesStatic() ? "static " : "");
  }

  private boolean inherited() {
    MemberFamily family = MemberFamily.of(code, member);
    if (family.members().size() > 1 || !family.local().isEmpty()) {
      refuse(
          RefusalCode.OVERRIDING,
          units.name(member) + " overrides or is overridden, so which code runs depends on it.",
          code.declaration(member));
      return false;
    }
    return true;
  }

  private boolean understood(int nameToken) {
    if (units.has(member, Trait.SYNCHRONIZED)) {
      refuse(
          RefusalCode.SYNCHRONIZED,
          "The method locks its object; it would lock another.",
          code.declaration(member));
    }
    if (units.has(member, Trait.ABSTRACT) || units.has(member, Trait.NATIVE)) {
      refuse(
          RefusalCode.NO_BODY, "The method has no code that could go.", code.declaration(member));
    }
    for (int token = nameToken; token < pastToken(); token++) {
      if (tokens.is(token, "super") && !tokens.is(token - 1, "?") && !bodies.covers(token)) {
        boolean bound = tokens.isWord(token - 1) && !tokens.is(token - 1, "return");
        if (!bound) {
          refuse(
              RefusalCode.SUPER_CALL, "What 'super' means would be lost.", code.site(file, token));
        }
      } else if (tokens.is(token, "this") && tokens.is(token - 1, ".") && !isOwnerThis(token)) {
        refuse(
            RefusalCode.OUTER_INSTANCE,
            "An enclosing object is named here.",
            code.site(file, token));
      } else if (tokens.is(token, "class") && !tokens.is(token - 1, ".")) {
        refuse(RefusalCode.LOCAL_CLASS, "The method declares a class.", code.site(file, token));
      }
    }
    return reasons().isEmpty();
  }

  /** Whether a {@code this} is that of {@code Owner.this}. */
  boolean isOwnerThis(int token) {
    return tokens.is(token - 1, ".")
        && tokens.isWord(token - 2, units.simpleName(owner))
        && !tokens.is(token - 3, ".");
  }

  /** Whether a {@code this} means the object that the method has. */
  boolean isOldThis(int token) {
    return tokens.is(token, "this")
        && (isOwnerThis(token) || !bodies.covers(token) && !tokens.is(token - 1, "."));
  }

  /** Whether the method has always failed where the new object is null, or it never is. */
  boolean failsOnNull() {
    if (may(Leave.NEVER_NULL)) {
      return true;
    }
    return chosen >= 0 ? nullness.demands(member, chosen) : nullness.demandsField(member, field);
  }

  /** What is known of null in the sources. */
  Nullness nullness() {
    return nullness;
  }

  /** The first token behind the parameters. */
  int bodyBegin() {
    return tokens.behind(open, "(", ")");
  }

  AnonymousBodies bodies() {
    return bodies;
  }

  /** The parameter or the field that becomes the object. */
  private boolean choose() {
    if (isOfGiven) {
      return true;
    }
    for (int n = 0; n < parameters.size(); n++) {
      Parameters.Parameter one = parameters.get(n);
      boolean meant = through.isEmpty() || tokens.isWord(one.name(), through);
      if (meant
          && isOfTarget(one.type())
          && !tokens.is(one.type() + 1, ".")
          && one.type() < one.name()) {
        if (chosen >= 0) {
          refuse(
              RefusalCode.TWO_TARGETS,
              "Two parameters are of that type. Name one of them with 'through: "
                  + tokens.text(one.name())
                  + "'.",
              code.site(file, parameters.get(chosen).name()),
              code.site(file, one.name()));
          return false;
        }
        chosen = n;
      }
    }
    if (chosen < 0) {
      field = fieldOfTarget();
      if (!reasons().isEmpty()) {
        return false;
      }
    }
    if (becomesStatic() && !through.isEmpty()) {
      refuse(
          RefusalCode.NO_TARGET,
          "No parameter of "
              + units.name(member)
              + " and no field that it uses is a "
              + units.simpleName(target)
              + " called '"
              + through
              + "', so there is no such object to go to.",
          code.declaration(member));
      return false;
    }
    if (!becomesStatic()) {
      word = chosen >= 0 ? tokens.text(parameters.get(chosen).name()) : units.simpleName(field);
    }
    return true;
  }

  /**
   * Whether the method, once static, reaches into its old object before all else, and so fails on
   * null as a call on that does.
   */
  boolean reachesOwnerFirst() {
    int token = bodyBegin();
    while (token < pastToken() && FIRST.contains(tokens.text(token))) {
      token++;
    }
    boolean self = tokens.is(token, "this") && tokens.is(token + 1, ".");
    int at = tokens.begin(self ? token + 2 : token);
    for (int r : made()) {
      int used = references.target(r);
      if (references.at(r) == at
          && units.level(used) == Level.MEMBER
          && !units.has(used, Trait.STATIC)
          && units.parent(used) == owner) {
        return true;
      }
    }
    return false;
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
          && (through.isEmpty() || units.simpleName(used).equals(through))
          && fieldIsOf(used)) {
        if (found >= 0 && found != used) {
          refuse(
              RefusalCode.TWO_TARGETS,
              "Two fields are of that type. Name one of them with 'through: "
                  + units.simpleName(used)
                  + "'.",
              code.declaration(found),
              code.declaration(used));
          return -1;
        }
        found = used;
      }
    }
    return found;
  }

  /** Whether a field's type is the new owner, with or without type arguments. */
  private boolean fieldIsOf(int used) {
    String type = units.type(used);
    if (type == null || !TypeText.simple(type, false).equals(units.simpleName(target))) {
      return false;
    }
    for (int r = references.row(used); r < references.row(used + 1); r++) {
      if (references.target(r) == target && references.at(r) < units.nameAt(used)) {
        return true;
      }
    }
    return false;
  }

  private boolean needsOwner() {
    for (int token = firstToken(); token < pastToken(); token++) {
      if (isOldThis(token) && !isFieldOfThis(token)) {
        return true;
      }
    }
    for (int r : made()) {
      int used = references.target(r);
      if (used != field && used != member && isOwn(r) || makesInner(r)) {
        return true;
      }
    }
    return false;
  }

  /** Whether an object of an inner class of the owner is made, which the old object encloses. */
  boolean makesInner(int r) {
    int used = references.target(r);
    int type = units.has(used, Trait.CONSTRUCTOR) ? units.parent(used) : used;
    return units.level(type) == Level.TYPE
        && isInner(type)
        && units.parent(type) == owner
        && references.at(r) >= 0
        && tokens.is(tokens.from(references.at(r)) - 1, "new")
        && !tokens.is(tokens.from(references.at(r)) + 1, "[");
  }

  /** The type arguments of the old owner, as they are written in the new place. */
  String ownerArguments() {
    return variables.arguments();
  }

  /** Whether objects of a type stand in one of the type around it. */
  boolean isInner(int type) {
    return units.level(units.parent(type)) == Level.TYPE
        && !units.has(units.parent(type), Trait.INTERFACE)
        && !units.has(type, Trait.STATIC)
        && !units.has(type, Trait.INTERFACE)
        && !units.has(type, Trait.ENUM)
        && !units.has(type, Trait.RECORD);
  }

  /** Whether {@code this} only stands before the field that becomes the object. */
  boolean isFieldOfThis(int token) {
    return field >= 0 && tokens.is(token + 1, ".") && tokens.isWord(token + 2, word);
  }

  /** Whether a reference uses a member of the method's own object by its simple name. */
  boolean isOwn(int r) {
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
        && !isQualified(token)
        && !bodies.inherits(token, units.parent(used))
        && (code.isSubtype(owner, units.parent(used)) || !isInner(owner));
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
            ? (areFinal() ? "final " : "")
                + changes.encodable(targetFile, names.in(targetFile, owner) + variables.arguments())
                + " "
                + ownerName
            : "";
    if (chosen < 0) {
      if (needsOwner) {
        int at = tokens.end(open);
        inside.insert(at, TextLines.asFirst(code.text(file), at, parameter, parameters.isEmpty()));
      }
    } else {
      Expressions.Run run = parameters.get(chosen).run();
      if (needsOwner) {
        inside.replace(tokens.begin(run.begin()), tokens.end(run.end() - 1), parameter);
      } else {
        remove(inside, tokens, runs(), chosen);
      }
      paramTag(word, needsOwner ? ownerName : "");
    }
    variables.into(inside, chosen < 0 ? null : parameters.get(chosen).run());
    variables.dropped().forEach(name -> paramTag("<" + name + ">", ""));
    if (reassigned) {
      variable();
    }
    if (needsOwner) {
      access.demandFromTarget(owner, made().length > 0 ? made()[0] : 0);
    }
  }

  /** Whether the method's parameters are all written as final, so that a new one is, too. */
  private boolean areFinal() {
    return !parameters.isEmpty()
        && parameters.stream().allMatch(one -> tokens.is(one.run().begin(), "final"));
  }

  /** A variable that has the parameter's name and begins as the object. */
  private void variable() {
    int brace = tokens.behind(open, "(", ")");
    while (!tokens.is(brace, "{")) {
      brace++;
    }
    String text = code.text(file);
    String space = text.substring(tokens.end(brace), tokens.begin(brace + 1));
    int line = space.lastIndexOf('\n');
    String lead = line < 0 ? " " : "\n" + space.substring(line + 1);
    List<String> theirs =
        code.typeVariables(target).stream().map(TypeVariables.Variable::name).toList();
    String type =
        units.simpleName(target) + (theirs.isEmpty() ? "" : "<" + String.join(", ", theirs) + ">");
    String lineEnd = code.sources().text(units.name(file)).lineEnd();
    inside.insert(tokens.end(brace), lead.replace("\n", lineEnd) + type + " " + word + " = this;");
  }

  private List<Expressions.Run> runs() {
    return parameters.stream().map(Parameters.Parameter::run).toList();
  }

  /** Takes one of a list out, with the comma that it has no more use for. */
  static void remove(TextEdits edits, JavaTokens of, List<Expressions.Run> runs, int index) {
    Expressions.Run run = runs.get(index);
    if (index > 0) {
      edits.remove(of.end(runs.get(index - 1).end() - 1), of.end(run.end() - 1));
    } else if (runs.size() > 1) {
      edits.remove(of.begin(run.begin()), of.begin(runs.get(1).begin()));
    } else {
      edits.remove(of.begin(run.begin()), of.end(run.end() - 1));
    }
  }

  /** A name as people say it: {@code loanDesk} is a "loan desk". */
  private static String words(String name) {
    StringBuilder words = new StringBuilder();
    for (char c : name.toCharArray()) {
      words.append(Character.isUpperCase(c) ? " " + Character.toLowerCase(c) : String.valueOf(c));
    }
    return words.toString().strip();
  }

  /** The documentation of a parameter goes with it, or tells of the one in its place. */
  private void paramTag(String parameter, String instead) {
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
                      + Pattern.quote(parameter)
                      + "(?![\\w$])(?s:.*?)(?=^[ \\t]*\\*[ \\t]*(?:@|/)|^[ \\t]*\\*/)")
              .matcher(text)
              .region(from, to);
      if (tag.find()) {
        String lead = text.substring(tag.start(), text.indexOf("@param", tag.start()));
        String lineEnd = code.sources().text(units.name(file)).lineEnd();
        inside.replace(
            instead.isEmpty() ? DocLines.withEmptyAbove(text, tag.start(), tag.end()) : tag.start(),
            tag.end(),
            instead.isEmpty()
                ? ""
                : lead + "@param " + instead + " the " + words(instead) + lineEnd);
      }
    }
  }

  @Override
  String forwarding() {
    List<String> given = Parameters.names(tokens, open);
    String on =
        chosen >= 0
            ? given.remove(chosen)
            : field >= 0 ? "this." + word : givenObject(names.in(file, target));
    if (needsOwner) {
      given.add(Math.max(0, chosen), "this");
    }
    return on + "." + name() + "(" + String.join(", ", given) + ")";
  }

  @Override
  void body() {
    new InstanceBody(this).edit();
  }

  // ---- the callers

  @Override
  void caller(int r) {
    callers.read(r);
  }

  @Override
  void callersDone() {
    callers.edit();
  }
}

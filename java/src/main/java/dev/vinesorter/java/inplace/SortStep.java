package dev.vinesorter.java.inplace;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyDraft;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.MemberOrder;
import dev.vinesorter.core.plan.MemberOrder.Group;
import dev.vinesorter.core.plan.MemberOrder.Member;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.Access;
import dev.vinesorter.java.code.SourceView;
import dev.vinesorter.java.syntax.JavaTokens;
import dev.vinesorter.java.syntax.Modifiers;
import dev.vinesorter.java.syntax.TextLines;
import dev.vinesorter.java.syntax.TypeBody;
import dev.vinesorter.source.plan.StepEditor.Result;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntUnaryOperator;

/**
 * Sorts the members of types. Whole lines move, with the comments above them; values and
 * initialiser blocks that are worked out when a class or object is made keep their order, and no
 * field comes to stand behind one that reads it.
 */
public final class SortStep {
  private final SourceView code;
  private final Units units;
  private final References references;
  private final int type;
  private final int file;
  private final String text;
  private final JavaTokens tokens;
  private final TypeBody body;

  private SortStep(SourceView code, int type) {
    this.code = code;
    this.units = code.units();
    this.references = code.references();
    this.type = type;
    this.file = units.fileOf(type);
    this.text = code.text(file);
    this.tokens = code.tokens(file);
    int brace = tokens.from(units.nameAt(type));
    while (!tokens.is(brace, "{")) {
      brace = tokens.is(brace, "(") ? tokens.behind(brace, "(", ")") : brace + 1;
    }
    this.body = TypeBody.of(tokens, text, brace, units.has(type, Trait.ENUM));
  }

  /** Sorts each of the types; {@code groups} has each group once. */
  public static Result carryOut(
      Survey survey, Overlay sources, List<Integer> types, List<Group> groups) {
    Overlay copy = sources.copy();
    Survey now = survey;
    boolean changed = false;
    Set<String> edited = new TreeSet<>();
    List<Reason> reasons = new ArrayList<>();
    for (int type : types) {
      SortStep step = new SortStep(new SourceView(now, copy), type);
      List<Integer> order = MemberOrder.of(step.members(), groups);
      if (isAscending(order)) {
        continue;
      }
      if (!step.body.ownLines()) {
        reasons.add(
            new Reason(
                RefusalCode.ONE_LINE,
                "A member of "
                    + survey.units().name(type)
                    + " shares a line with a brace of the type. Put it on a line of its own.",
                List.of(step.code.declaration(type))));
        continue;
      }
      now = step.sort(order, copy);
      edited.add(survey.units().name(step.file));
      changed = true;
    }
    if (!reasons.isEmpty()) {
      return new Result(StepOutcome.refused(reasons), survey);
    }
    edited.forEach(path -> sources.put(path, copy.text(path)));
    return new Result(changed ? StepOutcome.changed(List.of()) : StepOutcome.alreadyDone(), now);
  }

  private static boolean isAscending(List<Integer> order) {
    for (int n = 0; n < order.size(); n++) {
      if (order.get(n) != n) {
        return false;
      }
    }
    return true;
  }

  // ---- what the parts are

  private List<Member> members() {
    List<TypeBody.Part> parts = body.parts();
    List<Set<Integer>> inside = new ArrayList<>();
    for (TypeBody.Part part : parts) {
      inside.add(declaredIn(part));
    }
    List<Member> members = new ArrayList<>();
    for (int n = 0; n < parts.size(); n++) {
      int first = inside.get(n).isEmpty() ? -1 : inside.get(n).iterator().next();
      Group group = group(parts.get(n), first);
      int access = group == Group.METHODS ? 3 - Access.of(units, first).ordinal() : 0;
      if (group == Group.FIELDS) {
        access = isStatic(parts.get(n)) ? 0 : 1;
      }
      Set<Integer> after = new TreeSet<>();
      Set<Integer> calls = new TreeSet<>();
      for (int other = 0; other < parts.size(); other++) {
        if (other < n && mustFollow(parts, inside, other, n)) {
          after.add(other);
        }
        if (other != n && uses(parts.get(n), inside.get(other), Kind.CALLS)) {
          calls.add(other);
        }
      }
      members.add(new Member(group, access, after, calls));
    }
    return members;
  }

  /** The members and types that a part declares, in the order of the source. */
  private Set<Integer> declaredIn(TypeBody.Part part) {
    Set<Integer> found =
        new TreeSet<>(
            (a, b) ->
                units.nameAt(a) != units.nameAt(b)
                    ? Integer.compare(units.nameAt(a), units.nameAt(b))
                    : Integer.compare(a, b));
    for (int child : units.children(type)) {
      boolean block = units.has(child, Trait.INITIALISER);
      if (!block && units.begin(child) >= 0 && part.holds(units.begin(child))) {
        found.add(child);
      }
    }
    return found;
  }

  private Group group(TypeBody.Part part, int unit) {
    if (unit < 0) {
      return Group.FIELDS;
    }
    if (units.level(unit) == Level.TYPE) {
      return Group.TYPES;
    }
    if (units.has(unit, Trait.CONSTRUCTOR)) {
      return Group.CONSTRUCTORS;
    }
    if (units.has(unit, Trait.METHOD)) {
      return Group.METHODS;
    }
    boolean constant = isStatic(part) && units.has(unit, Trait.FINAL);
    return constant || units.has(type, Trait.INTERFACE) ? Group.CONSTANTS : Group.FIELDS;
  }

  private boolean isStatic(TypeBody.Part part) {
    int past = Modifiers.behindModifiers(tokens, part.first());
    for (int token = part.first(); token < past; token++) {
      if (tokens.is(token, "static")) {
        return true;
      }
    }
    return units.has(type, Trait.INTERFACE);
  }

  // ---- what has to stay before what

  private boolean mustFollow(
      List<TypeBody.Part> parts, List<Set<Integer>> inside, int one, int other) {
    Value first = value(parts.get(one), inside.get(one));
    Value second = value(parts.get(other), inside.get(other));
    boolean ordered =
        first != Value.NONE
            && second != Value.NONE
            && (first == Value.WORKED || second == Value.WORKED)
            && isStatic(parts.get(one)) == isStatic(parts.get(other));
    boolean valued = isField(inside.get(other)) || inside.get(other).isEmpty();
    return ordered
        || valued && isField(inside.get(one)) && uses(parts.get(other), inside.get(one), null);
  }

  private boolean isField(Set<Integer> declared) {
    return declared.stream().anyMatch(unit -> units.has(unit, Trait.FIELD));
  }

  /** What happens where a part stands when its class or object is made. */
  private enum Value {
    /** Nothing; a constant that the compiler knows has its value from the beginning. */
    NONE,
    /** A field gets its value. */
    GIVEN,
    /** Code runs, which may see which fields have their values by then. */
    WORKED
  }

  private Value value(TypeBody.Part part, Set<Integer> declared) {
    if (declared.isEmpty()) {
      return Value.WORKED;
    }
    if (!isField(declared)) {
      return Value.NONE;
    }
    boolean value = false;
    for (int token = part.first(); token < part.past(); token++) {
      boolean worked =
          tokens.is(token, "(")
              || tokens.is(token, "[")
              || tokens.is(token, "{")
              || tokens.isWord(token) && !isTruth(token);
      if (value && worked) {
        return Value.WORKED;
      }
      value |= tokens.is(token, "=");
    }
    boolean constant =
        declared.stream()
            .allMatch(
                unit -> units.has(unit, Trait.FINAL) && CONSTANT_TYPES.contains(units.type(unit)));
    return value && !constant ? Value.GIVEN : Value.NONE;
  }

  /** The types of constants that the compiler works out (JLS 4.12.4). */
  private static final Set<String> CONSTANT_TYPES =
      Set.of(
          "boolean",
          "byte",
          "short",
          "char",
          "int",
          "long",
          "float",
          "double",
          "String",
          "java.lang.String");

  private boolean isTruth(int token) {
    return tokens.is(token, "true") || tokens.is(token, "false") || tokens.is(token, "null");
  }

  /** Whether code in a part uses one of the units, by any kind of use or by one. */
  private boolean uses(TypeBody.Part part, Set<Integer> used, Kind kind) {
    int from = tokens.begin(part.first());
    int past = tokens.end(part.past() - 1);
    for (int unit : used) {
      for (int r : references.to(unit)) {
        if (references.at(r) >= from
            && references.at(r) < past
            && units.fileOf(references.from(r)) == file
            && (kind == null || references.kind(r) == kind)) {
          return true;
        }
      }
    }
    return false;
  }

  // ---- writing

  private Survey sort(List<Integer> order, Overlay sources) {
    StringBuilder fresh = new StringBuilder(text.length() + 64);
    int[] placed = new int[body.parts().size()];
    fresh.append(text, 0, body.begin());
    for (int n = 0; n < order.size(); n++) {
      TypeBody.Part part = body.parts().get(order.get(n));
      int previous = n == 0 ? -1 : order.get(n - 1);
      int core = behindBlanks(part);
      boolean stays = previous == order.get(n) - 1;
      if (stays) {
        fresh.append(text, part.begin(), core);
      } else if (n == 0) {
        TypeBody.Part first = body.parts().get(0);
        fresh.append(text, first.begin(), behindBlanks(first));
      } else if (!isShort(part) || !isShort(body.parts().get(previous)) || hasBlank(part)) {
        fresh.append(lineEnd());
      }
      placed[order.get(n)] = fresh.length() - core;
      fresh.append(text, core, part.end());
    }
    int behind = fresh.length() - body.end();
    fresh.append(text, body.end(), text.length());
    IntUnaryOperator place =
        offset -> {
          if (offset < body.begin()) {
            return offset;
          }
          for (int n = 0; n < placed.length; n++) {
            if (body.parts().get(n).holds(offset)) {
              return offset + placed[n];
            }
          }
          return offset + behind;
        };
    SurveyDraft draft = new SurveyDraft(code.survey());
    for (int unit : units.withAllInside(file)) {
      draft.shift(unit, place, place);
    }
    String outcome = fresh.toString();
    draft.lines(file, outcome.length(), SourceText.lineStarts(outcome));
    String path = units.name(file);
    sources.put(path, sources.text(path).with(outcome));
    return draft.survey();
  }

  private String lineEnd() {
    return code.sources().text(units.name(file)).lineEnd();
  }

  private int behindBlanks(TypeBody.Part part) {
    int at = part.begin();
    while (at < part.end() && text.substring(at, TextLines.end(text, at)).isBlank()) {
      at = TextLines.next(text, at);
    }
    return at;
  }

  private boolean hasBlank(TypeBody.Part part) {
    return behindBlanks(part) > part.begin();
  }

  /** Whether a part is one line, which may follow another without a blank one between. */
  private boolean isShort(TypeBody.Part part) {
    return TextLines.next(text, behindBlanks(part)) >= part.end()
        && !tokens.is(part.past() - 1, "}");
  }
}

package dev.vinesorter.java.member;

import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Site;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.java.code.Getters;
import dev.vinesorter.java.compile.SyntaxTree;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * Holds moved members and all code that names them to what they said before: the same objects, by
 * the same expressions, in the same order, with the object that the method had and the one that it
 * gets told apart. It reads the sources before and after and what their names bind to, and knows
 * nothing of the edits that led from one to the other.
 */
final class MovedMeaning {
  private static final String OLD = "OLD";
  private static final String NEW = "NEW";

  private final Survey before;
  private final Survey after;
  private final int[] now;
  private final Side old;
  private final Side fresh;
  private final Map<Integer, Shape> byOld = new HashMap<>();
  private final Map<Integer, Shape> byFresh = new HashMap<>();

  /** By fields of objects that moved: the fields that keep the objects which have them now. */
  private final Map<Integer, Integer> keepers = new HashMap<>();

  /** The text of a file of one of both surveys. */
  interface Texts {
    String of(int file);
  }

  /** The sources on one side, each read once. */
  private static final class Side {
    private final Survey survey;
    private final Texts texts;
    private final Map<Integer, SyntaxTree> trees = new HashMap<>();
    private final Map<Integer, JavaTokens> tokens = new HashMap<>();
    private final Map<Integer, Integer> getters = new HashMap<>();

    Side(Survey survey, Texts texts) {
      this.survey = survey;
      this.texts = texts;
    }

    SyntaxTree tree(int file) {
      return trees.computeIfAbsent(file, one -> SyntaxTree.of(texts.of(one)));
    }

    /** The field that a method does nothing but return, or -1. */
    int getter(int method) {
      int file = survey.units().fileOf(method);
      boolean takesSome =
          survey.units().has(method, Trait.METHOD)
              && !survey.units().simpleName(method).endsWith("()");
      if (file < 0 || takesSome) {
        return -1;
      }
      Integer known = getters.get(method);
      if (known == null) {
        JavaTokens of = tokens.computeIfAbsent(file, one -> JavaTokens.of(texts.of(one)));
        known = Getters.field(survey, method, of);
        getters.put(method, known);
      }
      return known;
    }
  }

  /**
   * How a method changed.
   *
   * @param removed index of the parameter that became the object; -1 where none did
   * @param field the field whose object the method goes to; -1 where none is
   * @param added index of the parameter that passes the old object; -1 where none does
   * @param oldName the name of the removed parameter; empty where there is none
   * @param addedName the name of the added parameter; empty where there is none
   * @param back by what the new object reaches the old one, as the plan says; -1 for nothing
   */
  private record Shape(
      int member, int removed, int field, int added, String oldName, String addedName, int back) {}

  MovedMeaning(Survey before, Survey after, int[] now, Texts old, Texts fresh) {
    this.before = before;
    this.after = after;
    this.now = now;
    this.old = new Side(before, old);
    this.fresh = new Side(after, fresh);
  }

  /** What is not the same any more. */
  List<Reason> otherwise(List<MemberMove> moves) {
    Set<Integer> looked = new TreeSet<>();
    for (MemberMove move : moves) {
      Shape shape = shape(move);
      if (shape == null) {
        return List.of();
      }
      if (move instanceof FieldMove field && field.keeper() >= 0) {
        keepers.put(move.member, field.keeper());
      }
      byOld.put(move.member, shape);
      byFresh.put(now[move.member], shape);
      looked.add(move.member);
    }
    for (MemberMove move : moves) {
      for (int r : before.references().to(move.member)) {
        int user = before.references().from(r);
        boolean code = before.units().level(user) == Level.MEMBER;
        if (code && before.references().kind(r) != Kind.MENTIONS) {
          looked.add(user);
        }
      }
    }
    List<Site> sites = new ArrayList<>();
    for (int unit : looked) {
      if (!isSame(unit)) {
        sites.add(site(unit));
      }
    }
    return sites.isEmpty()
        ? List.of()
        : List.of(
            new Reason(
                RefusalCode.OTHER_MEANING,
                "The code here would not say the same as before: another object, another argument,"
                    + " or in another order.",
                sites));
  }

  private Site site(int unit) {
    int file = before.units().fileOf(unit);
    int at = before.units().nameAt(unit);
    return new Site(
        before.units().name(file),
        before.units().line(file, at),
        before.units().column(file, at),
        at,
        at);
  }

  private Shape shape(MemberMove move) {
    List<String> was = parameters(old, move.member);
    List<String> is = parameters(fresh, now[move.member]);
    if (was == null || is == null) {
      return null;
    }
    if (!(move instanceof InstanceMove instance)) {
      return new Shape(move.member, -1, -1, -1, "", "", -1);
    }
    List<String> added = new ArrayList<>(is);
    added.removeAll(was);
    String removed = instance.chosen < 0 ? "" : was.get(instance.chosen);
    if (is.size() == was.size() - (removed.isEmpty() ? 0 : 1)) {
      return new Shape(
          move.member, instance.chosen, instance.field, -1, removed, "", instance.back);
    }
    // Under the name of the one that went, the new parameter cannot be told by its name.
    return added.size() != 1
        ? null
        : new Shape(
            move.member,
            instance.chosen,
            instance.field,
            is.indexOf(added.get(0)),
            removed,
            added.get(0),
            instance.back);
  }

  /** The names of parameters; null where the member cannot be found. */
  private static List<String> parameters(Side side, int member) {
    Survey survey = side.survey;
    Tree tree =
        side.tree(survey.units().fileOf(member))
            .member(survey.units().nameAt(member), survey.units().simpleName(member));
    if (tree instanceof MethodTree method) {
      return method.getParameters().stream().map(one -> one.getName().toString()).toList();
    }
    return tree instanceof VariableTree ? List.of() : null;
  }

  private boolean isSame(int unit) {
    if (now[unit] < 0) {
      return true;
    }
    Shape shape = byOld.get(unit);
    Map<String, String> rolesBefore = new HashMap<>();
    Map<String, String> rolesAfter = new HashMap<>();
    if (shape != null) {
      String owner = nameBefore(before.units().ancestor(unit, Level.TYPE));
      String target = after.units().name(after.units().ancestor(now[unit], Level.TYPE));
      rolesBefore.put("this@" + owner, OLD);
      if (!after.units().has(now[unit], Trait.STATIC)) {
        rolesAfter.put("this@" + target, NEW);
      }
      if (!shape.oldName.isEmpty()) {
        rolesBefore.put(shape.oldName, NEW);
      }
      if (shape.field >= 0) {
        rolesBefore.put(OLD + "." + nameBefore(shape.field), NEW);
      }
      if (shape.back >= 0) {
        String reached = NEW + "." + nameBefore(shape.back);
        for (Map<String, String> roles : List.of(rolesBefore, rolesAfter)) {
          roles.put(reached, OLD);
          roles.put(reached + "[]", OLD);
          roles.put(OLD + "." + nameBefore(Math.max(0, shape.field)), NEW);
        }
      }
      if (!shape.addedName.isEmpty()) {
        rolesAfter.put(shape.addedName, OLD);
        rolesAfter.put(OLD + "." + nameBefore(Math.max(0, shape.field)), NEW);
      }
    }
    String was = code(old, unit, namingBefore(), rolesBefore);
    String is = code(fresh, now[unit], namingAfter(), rolesAfter);
    if (was == null || is == null || was.equals(straight(is))) {
      return true;
    }
    if (shape == null || shape.oldName.isEmpty()) {
      return false;
    }
    // A parameter that gets other values goes on as a variable that begins as the object.
    rolesAfter.put(shape.oldName, NEW);
    String head = "VARIABLE(" + shape.oldName + " ";
    is = code(fresh, now[unit], namingAfter(), rolesAfter);
    int at = is == null ? -1 : is.indexOf(head);
    int end = at < 0 ? -1 : is.indexOf(" " + NEW + " )", at);
    return end >= 0
        && was.equals(
            is.substring(0, at) + is.substring(end + NEW.length() + " ".length() * 2 + 1));
  }

  /** Code without the fields through which fields of objects are reached that went there. */
  private String straight(String code) {
    String straight = code;
    for (int field : keepers.keySet()) {
      String moved = "." + nameBefore(field);
      straight = straight.replace("." + nameBefore(keepers.get(field)) + moved, moved);
    }
    return straight;
  }

  private static String code(
      Side side, int unit, ResolvedCode.Naming naming, Map<String, String> roles) {
    SyntaxTree tree = side.tree(side.survey.units().fileOf(unit));
    return ResolvedCode.of(side.survey, unit, tree, naming, roles);
  }

  private ResolvedCode.Naming namingBefore() {
    return new ResolvedCode.Naming(this::nameBefore, this::callBefore, old::getter);
  }

  private ResolvedCode.Naming namingAfter() {
    return new ResolvedCode.Naming(after.units()::name, this::callAfter, fresh::getter);
  }

  private String nameBefore(int unit) {
    return now[unit] >= 0 ? after.units().name(now[unit]) : before.units().name(unit);
  }

  private String callBefore(int method, String receiver, List<String> arguments) {
    Shape shape = byOld.get(method);
    if (shape == null) {
      return null;
    }
    List<String> rest = new ArrayList<>(arguments);
    String target =
        shape.removed >= 0 && shape.removed < rest.size()
            ? rest.remove(shape.removed)
            : shape.field >= 0 ? field(receiver, shape) : "";
    return call(shape, target, shape.added >= 0 ? receiver : "-", rest);
  }

  private String field(String receiver, Shape shape) {
    String found = receiver + "." + nameBefore(shape.field);
    return receiver.equals(OLD) ? NEW : found;
  }

  private String callAfter(int method, String receiver, List<String> arguments) {
    Shape shape = byFresh.get(method);
    if (shape == null) {
      return null;
    }
    List<String> rest = new ArrayList<>(arguments);
    String passed = shape.added >= 0 && shape.added < rest.size() ? rest.remove(shape.added) : "-";
    // An object that callers make, or the method's own, is as good as none.
    boolean given =
        shape.removed < 0
            && shape.field < 0
            && (receiver.startsWith("new ") || receiver.equals(NEW));
    return call(shape, given ? "" : receiver, passed, rest);
  }

  private String call(Shape shape, String target, String passed, List<String> rest) {
    return "CALL " + nameBefore(shape.member) + "(" + target + " | " + passed + " | " + rest + ")";
  }
}

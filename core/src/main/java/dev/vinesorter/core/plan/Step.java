package dev.vinesorter.core.plan;

import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/** One step of a plan: a record for each verb, which holds what the verb is told. */
public sealed interface Step {
  /** The verb as plans have it. */
  String verb();

  /** Full names of the units, or patterns of them; at least one. */
  List<String> units();

  /** What the step may do beyond its verb. */
  Set<Leave> leaves();

  /** The 1-based line of the step in its plan file, 0 when it has none. */
  int line();

  /** The same about other units. */
  Step with(List<String> others);

  /** The name that a unit, or what stands inside it, has after the step; patterns not counted. */
  default String after(String name) {
    return name;
  }

  /** The step as one line for people. */
  default String title() {
    int more = units().size() - 1;
    return verb() + " " + unit() + (more == 0 ? "" : " and " + more + " more");
  }

  /**
   * The name that a unit had before the step, by the one that it has after it; patterns not
   * counted. Members go by their names alone, since a move can change their parameters.
   */
  default String before(String name) {
    for (String unit : units()) {
      String now = after(unit);
      if (!now.equals(unit) && unit.indexOf('*') < 0) {
        if (!holder(List.of(now), name).isEmpty()) {
          return unit + name.substring(now.length());
        }
        boolean sameMember = name.indexOf('#') >= 0 && unit.indexOf('#') >= 0;
        if (sameMember && MemberNames.bare(now).equals(MemberNames.bare(name))) {
          return unit;
        }
      }
    }
    return name;
  }

  /** The first unit. */
  default String unit() {
    return units().get(0);
  }

  /** Whether the step may do that. */
  default boolean may(Leave leave) {
    return leaves().contains(leave);
  }

  /** Whether the step is about members, and not about what holds them. */
  default boolean isOfMembers() {
    return unit().indexOf('#') >= 0;
  }

  /**
   * The same with the names that its units have now: those that are gone go by the names that
   * earlier steps gave them.
   */
  default Step in(Units now, List<Step> earlier) {
    List<String> names = new ArrayList<>();
    for (String name : units()) {
      String fresh = now.find(name) < 0 ? after(earlier, name) : name;
      names.add(now.find(fresh) < 0 && name.indexOf('/') < 0 ? name : fresh);
    }
    return with(names);
  }

  /**
   * Units go elsewhere.
   *
   * @param into the package, type or folder that takes them
   * @param through the parameter or field whose object takes a method; {@code new} for one that
   *     callers are given; empty where it is plain
   * @param old the field or method by which an object of the new type reaches the one that a method
   *     had; empty where nothing is known to
   * @param module the name of the module that takes types; empty for the one that they are in
   */
  record Move(
      List<String> units,
      String into,
      String through,
      String old,
      String module,
      Set<Leave> leaves,
      int line)
      implements Step {
    public Move {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    /** A move that goes through nothing in particular. */
    public Move(List<String> units, String into, Set<Leave> leaves, int line) {
      this(units, into, "", "", "", leaves, line);
    }

    /** Whether callers are given an object that takes a method. */
    public boolean isThroughNew() {
      return through.equals("new");
    }

    /** The same through a parameter or field. */
    public Move through(String name) {
      return new Move(units, into, name, old, module, leaves, line);
    }

    @Override
    public String verb() {
      return "move";
    }

    @Override
    public Move with(List<String> others) {
      return new Move(others, into, through, old, module, leaves, line);
    }

    @Override
    public String after(String name) {
      String unit = Step.holder(units, name);
      if (unit.isEmpty()) {
        return name;
      }
      if (unit.indexOf('/') >= 0) {
        return into + (into.endsWith("/") ? "" : "/") + unit.substring(unit.lastIndexOf('/') + 1);
      }
      int last = Math.max(unit.lastIndexOf('.'), unit.lastIndexOf('#'));
      String segment = unit.substring(last < 0 ? 0 : last).replaceFirst("^(?![.#])", ".");
      return into + segment + name.substring(unit.length());
    }

    @Override
    public String title() {
      return Step.super.title()
          + " into "
          + into
          + (module.isEmpty() ? "" : " of module " + module)
          + (through.isEmpty() ? "" : " through " + through)
          + (may(Leave.BELOW) ? " with all below" : "")
          + (may(Leave.WIDEN) ? " (may widen)" : "");
    }
  }

  /**
   * A unit gets another name.
   *
   * @param units the one unit
   * @param to its new simple name; for a package, where it has dots, the whole name
   */
  record Rename(List<String> units, String to, Set<Leave> leaves, int line) implements Step {
    public Rename {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "rename";
    }

    @Override
    public Rename with(List<String> others) {
      return new Rename(others, to, leaves, line);
    }

    @Override
    public String after(String name) {
      String unit = Step.holder(units, name);
      if (unit.isEmpty()) {
        return name;
      }
      int last = Math.max(unit.lastIndexOf('.'), unit.lastIndexOf('#'));
      String fresh = to.indexOf('.') >= 0 ? to : unit.substring(0, last + 1) + to;
      return fresh + name.substring(unit.length());
    }

    @Override
    public String title() {
      return Step.super.title() + " to " + to + (may(Leave.BELOW) ? " with all below" : "");
    }
  }

  /** Units become as private as their uses allow. */
  record Tighten(List<String> units, Set<Leave> leaves, int line) implements Step {
    public Tighten {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "tighten";
    }

    @Override
    public Tighten with(List<String> others) {
      return new Tighten(others, leaves, line);
    }
  }

  /**
   * The members of types get an order.
   *
   * @param order the groups in their order, as far as it is stated
   */
  record Sort(List<String> units, List<MemberOrder.Group> order, int line) implements Step {
    public Sort {
      units = List.copyOf(units);
      order = List.copyOf(order);
    }

    @Override
    public String verb() {
      return "sort";
    }

    @Override
    public Set<Leave> leaves() {
      return Set.of();
    }

    @Override
    public Sort with(List<String> others) {
      return new Sort(others, order, line);
    }
  }

  /** Units that nothing uses go. */
  record Remove(List<String> units, Set<Leave> leaves, int line) implements Step {
    public Remove {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "remove";
    }

    @Override
    public Remove with(List<String> others) {
      return new Remove(others, leaves, line);
    }
  }

  /** Fields become private, and code elsewhere reaches them by methods. */
  record Enclose(List<String> units, Set<Leave> leaves, int line) implements Step {
    public Enclose {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "enclose";
    }

    @Override
    public Enclose with(List<String> others) {
      return new Enclose(others, leaves, line);
    }
  }

  /**
   * Statements or an expression of a method become a method of their own.
   *
   * @param units the one method
   * @param code how they read, white space aside; empty where lines are given
   * @param lines the first and the last line, such as {@code 41-58}; empty where code is given
   * @param as the name of the new method
   * @param access its access as plans say it
   * @param into the type that takes the new method; empty where it stays
   */
  record Extract(
      List<String> units,
      String code,
      String lines,
      String as,
      String access,
      String into,
      Set<Leave> leaves,
      int line)
      implements Step {
    public Extract {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "extract";
    }

    @Override
    public Extract with(List<String> others) {
      return new Extract(others, code, lines, as, access, into, leaves, line);
    }

    /** The same with another access of the new method. */
    public Extract withAccess(String other) {
      return new Extract(units, code, lines, as, other, into, leaves, line);
    }

    @Override
    public String title() {
      return verb() + " " + as + " from " + unit() + (into.isEmpty() ? "" : " into " + into);
    }
  }

  /**
   * A method, a constant or a local variable goes, and what it stands for stands where it was used.
   *
   * @param units the one method or field
   * @param variable the local variable in the method; empty where the unit itself goes
   */
  record Inline(List<String> units, String variable, Set<Leave> leaves, int line) implements Step {
    public Inline {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "inline";
    }

    @Override
    public Inline with(List<String> others) {
      return new Inline(others, variable, leaves, line);
    }

    @Override
    public String title() {
      return verb() + " " + (variable.isEmpty() ? "" : variable + " in ") + unit();
    }
  }

  /**
   * A local variable becomes a field of the type that its method is in.
   *
   * @param units the one method or constructor
   * @param variable the local variable
   * @param as the name of the field; empty for that of the variable
   */
  record Field(List<String> units, String variable, String as, Set<Leave> leaves, int line)
      implements Step {
    public Field {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "field";
    }

    @Override
    public Field with(List<String> others) {
      return new Field(others, variable, as, leaves, line);
    }

    @Override
    public String title() {
      return verb() + (as.isEmpty() ? "" : " " + as) + " of " + variable + " in " + unit();
    }
  }

  /**
   * Methods that are the very same as another become that one.
   *
   * @param units the methods that go
   * @param into the one that stays
   */
  record Merge(List<String> units, String into, Set<Leave> leaves, int line) implements Step {
    public Merge {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "merge";
    }

    @Override
    public Merge with(List<String> others) {
      return new Merge(others, into, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " into " + into;
    }
  }

  /**
   * A parameter of a method as a step wants it.
   *
   * @param name its name
   * @param type its type; empty for one that is there already
   * @param value what callers of today give; empty for one that is there already
   */
  record Parameter(String name, String type, String value) {
    public boolean isNew() {
      return !type.isEmpty();
    }
  }

  /**
   * A method gets other parameters, another result or another name, and all callers follow.
   *
   * @param units the one method or constructor
   * @param parameters the parameters in their order; null where they stay
   * @param gives the type of the result; empty where it stays
   * @param to the new name; empty where it stays
   */
  record Signature(
      List<String> units,
      List<Parameter> parameters,
      String gives,
      String to,
      Set<Leave> leaves,
      int line)
      implements Step {
    public Signature {
      units = List.copyOf(units);
      parameters = parameters == null ? null : List.copyOf(parameters);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "signature";
    }

    @Override
    public Signature with(List<String> others) {
      return new Signature(others, parameters, gives, to, leaves, line);
    }

    @Override
    public String after(String name) {
      String unit = Step.holder(units, name);
      int open = unit.indexOf('(');
      if (to.isEmpty() || open < 0) {
        return name;
      }
      return unit.substring(0, unit.indexOf('#') + 1) + to + name.substring(open);
    }

    @Override
    public String title() {
      return Step.super.title() + (to.isEmpty() ? "" : " to " + to);
    }
  }

  /**
   * What clients use of a class becomes an interface.
   *
   * @param units the one class
   * @param as the full name of the interface
   * @param members {@code used}, {@code public}, or names of members
   * @param users whose variables take the interface, as patterns; empty for all that can
   * @param standIn the full name of a class for tests that implements it; empty for none
   */
  record Interface(
      List<String> units,
      String as,
      List<String> members,
      List<String> users,
      String standIn,
      Set<Leave> leaves,
      int line)
      implements Step {
    public Interface {
      units = List.copyOf(units);
      members = List.copyOf(members);
      users = List.copyOf(users);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "interface";
    }

    @Override
    public Interface with(List<String> others) {
      return new Interface(others, as, members, users, standIn, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " as " + as;
    }
  }

  /**
   * A type stands in declarations in the place of one below it wherever it is enough.
   *
   * @param units the one type that is used then
   * @param insteadOf the type below it
   * @param users whose variables take it, as patterns; empty for all that can
   */
  record Use(List<String> units, String insteadOf, List<String> users, Set<Leave> leaves, int line)
      implements Step {
    public Use {
      units = List.copyOf(units);
      users = List.copyOf(users);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "use";
    }

    @Override
    public Use with(List<String> others) {
      return new Use(others, insteadOf, users, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " instead of " + insteadOf;
    }
  }

  /**
   * One method makes all objects of a class.
   *
   * @param units the one class
   * @param in the type and the method, as {@code a.B#c}
   * @param gives the type that the method gives; empty for the class itself
   */
  record Factory(List<String> units, String in, String gives, Set<Leave> leaves, int line)
      implements Step {
    public Factory {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "factory";
    }

    @Override
    public Factory with(List<String> others) {
      return new Factory(others, in, gives, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " in " + in;
    }
  }

  /**
   * What methods of several types have in common goes to a type above them.
   *
   * @param units the methods, one of each type
   * @param as the full name of the type above: a new class, or one that is there
   * @param varying what the methods are called that hold what differs; empty where nothing does
   */
  record Base(List<String> units, String as, List<String> varying, Set<Leave> leaves, int line)
      implements Step {
    public Base {
      units = List.copyOf(units);
      varying = List.copyOf(varying);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "base";
    }

    @Override
    public Base with(List<String> others) {
      return new Base(others, as, varying, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " as " + as;
    }
  }

  /**
   * A superclass becomes a field.
   *
   * @param units the one class
   * @param as what the field is called
   */
  record Compose(List<String> units, String as, Set<Leave> leaves, int line) implements Step {
    public Compose {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "compose";
    }

    @Override
    public Compose with(List<String> others) {
      return new Compose(others, as, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " as " + as;
    }
  }

  /**
   * The branches of a decision become types.
   *
   * @param units the method that decides
   * @param as the full name of the interface that the types have in common
   * @param names the simple names of the types in the order of the branches; empty for those that
   *     follow from the labels
   * @param called the method of the interface; empty for the name of the one that decides
   */
  record Strategy(
      List<String> units, String as, List<String> names, String called, Set<Leave> leaves, int line)
      implements Step {
    public Strategy {
      units = List.copyOf(units);
      names = List.copyOf(names);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "strategy";
    }

    @Override
    public Strategy with(List<String> others) {
      return new Strategy(others, as, names, called, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " as " + as;
    }
  }

  /**
   * Calls of several others become an announcement, to which those listen.
   *
   * @param units the method that calls
   * @param calls the methods that it calls
   * @param as the full name of the interface of listeners
   * @param joinedIn the type that makes the objects; empty for wherever they are made
   */
  record Listen(
      List<String> units,
      List<String> calls,
      String as,
      String joinedIn,
      Set<Leave> leaves,
      int line)
      implements Step {
    public Listen {
      units = List.copyOf(units);
      calls = List.copyOf(calls);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "listen";
    }

    @Override
    public Listen with(List<String> others) {
      return new Listen(others, calls, as, joinedIn, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " as " + as;
    }
  }

  /**
   * An expression of a method becomes a parameter, which callers pass.
   *
   * @param units the one method
   * @param code the expression as it stands in the method, white space aside
   * @param as the name of the parameter
   * @param up through how many calls it goes; where {@code until} is given, at most
   * @param until the type or method that it does not go beyond; empty for none
   */
  record Lift(
      List<String> units, String code, String as, int up, String until, Set<Leave> leaves, int line)
      implements Step {
    public Lift {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "lift";
    }

    @Override
    public Lift with(List<String> others) {
      return new Lift(others, code, as, up, until, leaves, line);
    }

    @Override
    public String title() {
      return verb() + " " + as + " out of " + unit();
    }
  }

  /**
   * What a class makes or fetches for itself is handed in.
   *
   * @param units the one class
   * @param what the class that it makes, or the static method that it calls for it
   * @param as the name of the parameter, and of the field where there is none
   * @param type the type under which it is known; empty for that of what is handed in
   * @param byMethods whether the methods that make or fetch it take it, and not the constructor
   * @param keep whether the constructor or methods of today stay, and pass on what callers had
   * @param standIn the full name of a class for tests that can be handed in; empty for none
   */
  record Inject(
      List<String> units,
      String what,
      String as,
      String type,
      boolean byMethods,
      boolean keep,
      String standIn,
      Set<Leave> leaves,
      int line)
      implements Step {
    public Inject {
      units = List.copyOf(units);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "inject";
    }

    @Override
    public Inject with(List<String> others) {
      return new Inject(others, what, as, type, byMethods, keep, standIn, leaves, line);
    }

    @Override
    public String title() {
      return verb() + " " + what + " into " + unit();
    }
  }

  /**
   * Parameters that travel together become one.
   *
   * @param units the methods that take them, or patterns
   * @param parameters the parameters by their names, in the order in which a new type has them
   * @param as the type of the one parameter, new or there
   * @param called the name of the one parameter; empty for that of its type
   */
  record Bundle(
      List<String> units,
      List<String> parameters,
      String as,
      String called,
      Set<Leave> leaves,
      int line)
      implements Step {
    public Bundle {
      units = List.copyOf(units);
      parameters = List.copyOf(parameters);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "bundle";
    }

    @Override
    public Bundle with(List<String> others) {
      return new Bundle(others, parameters, as, called, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " as " + as;
    }
  }

  /**
   * Some members of a type become a type of their own.
   *
   * @param units the one type
   * @param out names of members, or patterns of them
   * @param as the full name of the new type
   * @param called the field that keeps an object of it; empty for the type's name
   */
  record Split(
      List<String> units, List<String> out, String as, String called, Set<Leave> leaves, int line)
      implements Step {
    public Split {
      units = List.copyOf(units);
      out = List.copyOf(out);
      leaves = Step.copyOf(leaves);
    }

    @Override
    public String verb() {
      return "split";
    }

    @Override
    public Split with(List<String> others) {
      return new Split(others, out, as, called, leaves, line);
    }

    @Override
    public String title() {
      return Step.super.title() + " as " + as;
    }
  }

  /** A move of one unit. */
  static Move move(String unit, String into, boolean widen, int line) {
    return new Move(List.of(unit), into, widen ? Set.of(Leave.WIDEN) : Set.of(), line);
  }

  /** A renaming of one unit. */
  static Rename rename(String unit, String name, int line) {
    return new Rename(List.of(unit), name, Set.of(), line);
  }

  /** A sorting of the members of a type. */
  static Sort sort(String type, List<MemberOrder.Group> order, int line) {
    return new Sort(List.of(type), order, line);
  }

  /** The name that a unit has after some steps. */
  static String after(List<Step> steps, String name) {
    String fresh = name;
    for (Step step : steps) {
      fresh = step.after(fresh);
    }
    return fresh;
  }

  /** The name that a unit had before some steps, by the one that it has after them. */
  static String before(List<Step> steps, String name) {
    String old = name;
    for (int n = steps.size() - 1; n >= 0; n--) {
      old = steps.get(n).before(old);
    }
    return old;
  }

  private static Set<Leave> copyOf(Set<Leave> leaves) {
    return leaves.isEmpty()
        ? Set.of()
        : java.util.Collections.unmodifiableSet(EnumSet.copyOf(leaves));
  }

  /** The first of some units that a name is the name of, or inside of; empty for none. */
  private static String holder(List<String> units, String name) {
    for (String unit : units) {
      boolean inside =
          name.startsWith(unit)
              && (name.length() == unit.length() || ".#".indexOf(name.charAt(unit.length())) >= 0);
      if (inside) {
        return unit;
      }
    }
    return "";
  }
}

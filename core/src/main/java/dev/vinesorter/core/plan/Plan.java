package dev.vinesorter.core.plan;

import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Set;

/**
 * An ordered list of steps that change the structure.
 *
 * @param title for people; may be empty
 * @param steps at least one
 */
public record Plan(String title, List<Step> steps) {
  public Plan {
    steps = List.copyOf(steps);
    if (steps.isEmpty()) {
      throw new IllegalArgumentException("A plan needs at least one step.");
    }
  }

  /** The name that a unit has after some steps. */
  public static String after(List<Step> steps, String name) {
    String fresh = name;
    for (Step step : steps) {
      fresh = step.after(fresh);
    }
    return fresh;
  }

  /** The steps with the names that their units have when it is their turn. */
  public static List<Step> followed(List<Step> steps) {
    List<Step> followed = new ArrayList<>();
    for (Step step : steps) {
      followed.add(step.with(step.units().stream().map(u -> after(followed, u)).toList()));
    }
    return followed;
  }

  /** What a step does. */
  public enum Verb {
    MOVE,
    RENAME,
    TIGHTEN,
    SORT;

    /** The verb as plans have it. */
    public String word() {
      return name().toLowerCase(java.util.Locale.ROOT);
    }
  }

  /** What a step may do beyond its verb; none of it unless said. */
  public enum Leave {
    /** Make members less private where the new place needs it. */
    WIDEN,
    /** Take the packages below a package along. */
    BELOW,
    /** Leave the tests of a moved type where they are. */
    ALONE,
    /** Take what is the public interface of a library for used. */
    LIBRARY,
    /** Leave a member behind that passes callers on to the moved one. */
    FORWARD,
    /** Remove what nobody reads any more. */
    SWEEP,
    /** Take the object that a method goes to for one that is never null. */
    NEVER_NULL,
    /** Move what Java or a framework finds by its name and place. */
    FOUND_BY_NAME,
    /** Change text that is only likely to name what gets another name. */
    MENTIONS
  }

  /**
   * One step.
   *
   * @param verb what is done
   * @param units full names of the units, or patterns of them; at least one
   * @param into for {@link Verb#MOVE} the unit that takes them, for {@link Verb#RENAME} the new
   *     name; else empty
   * @param leaves what it may do beyond that
   * @param through the parameter or field whose object takes a method; empty where it is plain
   * @param order the order of members that {@link Verb#SORT} gives, as far as it is stated
   * @param line 1-based line of the step in its plan file, 0 when it has none
   */
  public record Step(
      Verb verb,
      List<String> units,
      String into,
      Set<Leave> leaves,
      String through,
      List<MemberOrder.Group> order,
      int line) {
    public Step {
      units = List.copyOf(units);
      order = List.copyOf(order);
      leaves =
          leaves.isEmpty()
              ? Set.of()
              : java.util.Collections.unmodifiableSet(EnumSet.copyOf(leaves));
    }

    /** A step that goes through nothing in particular. */
    public Step(Verb verb, List<String> units, String into, Set<Leave> leaves, int line) {
      this(verb, units, into, leaves, "", List.of(), line);
    }

    /** A sorting of the members of a type. */
    public static Step sort(String type, List<MemberOrder.Group> order, int line) {
      return new Step(Verb.SORT, List.of(type), "", Set.of(), "", order, line);
    }

    /** A move of one unit. */
    public static Step move(String unit, String into, boolean widen, int line) {
      return new Step(Verb.MOVE, List.of(unit), into, widen ? Set.of(Leave.WIDEN) : Set.of(), line);
    }

    /** A renaming of one unit. */
    public static Step rename(String unit, String name, int line) {
      return new Step(Verb.RENAME, List.of(unit), name, Set.of(), line);
    }

    /** The same through a parameter or field. */
    public Step through(String name) {
      return new Step(verb, units, into, leaves, name, order, line);
    }

    /** The same about other units. */
    public Step with(List<String> others) {
      return new Step(verb, others, into, leaves, through, order, line);
    }

    /**
     * The same with the names that its units have now: those that are gone go by the names that
     * earlier steps gave them.
     */
    public Step in(Units now, List<Step> earlier) {
      List<String> names = new ArrayList<>();
      for (String name : units) {
        String fresh = now.find(name) < 0 ? Plan.after(earlier, name) : name;
        names.add(now.find(fresh) < 0 && name.indexOf('/') < 0 ? name : fresh);
      }
      return with(names);
    }

    /** The first unit. */
    public String unit() {
      return units.get(0);
    }

    /** Whether the step may do that. */
    public boolean may(Leave leave) {
      return leaves.contains(leave);
    }

    /** The name that a unit, or what stands inside it, has after the step; patterns not counted. */
    public String after(String name) {
      for (String unit : units) {
        boolean inside =
            name.startsWith(unit)
                && (name.length() == unit.length()
                    || ".#".indexOf(name.charAt(unit.length())) >= 0);
        if (inside && !into.isEmpty()) {
          if (unit.indexOf('/') >= 0) {
            return into
                + (into.endsWith("/") ? "" : "/")
                + unit.substring(unit.lastIndexOf('/') + 1);
          }
          int last = Math.max(unit.lastIndexOf('.'), unit.lastIndexOf('#'));
          boolean whole = verb == Verb.RENAME && into.indexOf('.') >= 0;
          String fresh =
              verb == Verb.MOVE
                  ? into + unit.substring(last < 0 ? 0 : last).replaceFirst("^(?![.#])", ".")
                  : whole ? into : unit.substring(0, last + 1) + into;
          return fresh + name.substring(unit.length());
        }
      }
      return name;
    }

    /** The step as one line for people. */
    public String title() {
      StringBuilder title = new StringBuilder(verb.word()).append(' ').append(unit());
      if (units.size() > 1) {
        title.append(" and ").append(units.size() - 1).append(" more");
      }
      if (!into.isEmpty()) {
        title.append(verb == Verb.RENAME ? " to " : " into ").append(into);
      }
      if (!through.isEmpty()) {
        title.append(" through ").append(through);
      }
      if (may(Leave.BELOW)) {
        title.append(" with all below");
      }
      if (may(Leave.WIDEN)) {
        title.append(" (may widen)");
      }
      return title.toString();
    }
  }
}

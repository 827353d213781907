package dev.vinesorter.source.config;

import com.fasterxml.jackson.core.JsonToken;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.plan.MemberOrder;
import dev.vinesorter.core.plan.Plan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;

/**
 * Reads a plan file, which may come from anywhere: what is not understood is refused with its line
 * and column, never guessed. Format: {@code docs/plans.md}.
 */
public final class PlanFile {
  /** The most steps in a plan. */
  static final int MOST_STEPS = 10_000;

  private static final String VERBS = "move, rename, tighten, sort";

  /** The keys that each verb takes beside itself. */
  private static final Map<Plan.Verb, List<String>> KEYS =
      Map.of(
          Plan.Verb.MOVE,
              List.of(
                  "into",
                  "through",
                  "widen",
                  "below",
                  "alone",
                  "never-null",
                  "found-by-name",
                  "library",
                  "leave",
                  "sweep",
                  "mentions"),
          Plan.Verb.RENAME, List.of("to", "below", "found-by-name", "mentions"),
          Plan.Verb.TIGHTEN, List.of("library"),
          Plan.Verb.SORT, List.of("order"));

  private final YamlInput in;

  private PlanFile(YamlInput in) {
    this.in = in;
  }

  /**
   * The plan in a file.
   *
   * @throws dev.vinesorter.source.text.CannotWorkException when the file cannot be read
   * @throws dev.vinesorter.source.text.InvalidFileException when it holds no valid plan
   */
  public static Plan read(Path file) {
    return YamlInput.read(file, "plan", in -> new PlanFile(in).plan());
  }

  private Plan plan() throws IOException {
    String[] title = {""};
    List<Plan.Step> steps = new ArrayList<>();
    if (in.next() != JsonToken.START_OBJECT) {
      throw in.wrong("a plan is a mapping with 'title' and 'steps'");
    }
    in.mapping(
        key -> {
          switch (key) {
            case "title" -> title[0] = in.text(key);
            case "steps" -> steps(steps);
            default ->
                throw in.wrong(
                    "unknown key '"
                        + YamlInput.printable(key)
                        + "'; a plan has 'title' and 'steps'");
          }
        });
    if (steps.isEmpty()) {
      throw in.wrong("a plan needs 'steps' with at least one step");
    }
    return new Plan(title[0], steps);
  }

  private void steps(List<Plan.Step> steps) throws IOException {
    if (in.next() != JsonToken.START_ARRAY) {
      throw in.wrong("'steps' is a list; begin each step with '- move: …'");
    }
    while (in.next() != JsonToken.END_ARRAY) {
      if (steps.size() == MOST_STEPS) {
        throw in.wrong("a plan has at most " + MOST_STEPS + " steps");
      }
      steps.add(step());
    }
  }

  private Plan.Step step() throws IOException {
    if (in.current() != JsonToken.START_OBJECT) {
      throw in.wrong("a step is a mapping such as 'move: org.x.Bill' with 'into: org.y'");
    }
    int line = in.place().line();
    Plan.Verb[] verb = new Plan.Verb[1];
    List<String> units = new ArrayList<>();
    String[] into = {""};
    String[] through = {""};
    List<MemberOrder.Group> order = new ArrayList<>();
    EnumSet<Plan.Leave> leaves = EnumSet.noneOf(Plan.Leave.class);
    in.mapping(
        key -> {
          if (verb[0] == null) {
            verb[0] = verb(key);
            units.addAll(unitNames(key));
            return;
          }
          if (!KEYS.get(verb[0]).contains(key)) {
            throw in.wrong("unknown key '" + YamlInput.printable(key) + "'; " + keysOf(verb[0]));
          }
          switch (key) {
            case "into", "to" -> into[0] = unitName(in.text(key));
            case "through" -> through[0] = unitName(in.text(key));
            case "leave" -> word(leaves, Plan.Leave.FORWARD, key, "forward", "nothing");
            case "never-null" -> leave(leaves, Plan.Leave.NEVER_NULL, key);
            case "found-by-name" -> leave(leaves, Plan.Leave.FOUND_BY_NAME, key);
            case "sweep" -> leave(leaves, Plan.Leave.SWEEP, key);
            case "mentions" -> word(leaves, Plan.Leave.MENTIONS, key, "change", "list");
            case "order" -> order.addAll(order(key));
            case "widen" -> leave(leaves, Plan.Leave.WIDEN, key);
            case "below" -> leave(leaves, Plan.Leave.BELOW, key);
            case "alone" -> leave(leaves, Plan.Leave.ALONE, key);
            default -> leave(leaves, Plan.Leave.LIBRARY, key);
          }
        });
    if (verb[0] == null) {
      throw in.wrong("the step is empty; known verbs: " + VERBS);
    }
    if (into[0].isEmpty() && verb[0] == Plan.Verb.MOVE) {
      throw in.wrong("the step does not say where " + units.get(0) + " goes; add 'into: …'");
    }
    if (into[0].isEmpty() && verb[0] == Plan.Verb.RENAME) {
      throw in.wrong("the step does not say the new name of " + units.get(0) + "; add 'to: …'");
    }
    if (verb[0] == Plan.Verb.RENAME && units.size() > 1) {
      throw in.wrong("'rename' takes one unit; make a step for each");
    }
    return new Plan.Step(verb[0], units, into[0], leaves, through[0], order, line);
  }

  private Plan.Verb verb(String key) {
    for (Plan.Verb verb : Plan.Verb.values()) {
      if (verb.word().equals(key)) {
        return verb;
      }
    }
    throw in.wrong(
        "a step begins with its verb; known verbs: "
            + VERBS
            + "; found '"
            + YamlInput.printable(key)
            + "'");
  }

  /** A key that takes one of two words, of which the first gives leave. */
  private void word(EnumSet<Plan.Leave> leaves, Plan.Leave leave, String key, String yes, String no)
      throws IOException {
    String text = in.text(key);
    if (text.equals(yes)) {
      leaves.add(leave);
    } else if (!text.equals(no)) {
      throw in.wrong("'" + key + "' takes '" + yes + "' or '" + no + "'");
    }
  }

  private List<MemberOrder.Group> order(String key) throws IOException {
    List<MemberOrder.Group> groups = new ArrayList<>();
    for (YamlInput.Placed placed : in.texts(key)) {
      MemberOrder.Group found = null;
      for (MemberOrder.Group group : MemberOrder.Group.values()) {
        found = group.word().equals(placed.text()) ? group : found;
      }
      if (found == null || groups.contains(found)) {
        throw in.wrong(
            placed.place(),
            "'order' takes each of constants, fields, constructors, methods, types once; found '"
                + YamlInput.printable(placed.text())
                + "'");
      }
      groups.add(found);
    }
    return groups;
  }

  private static String keysOf(Plan.Verb verb) {
    List<String> keys = KEYS.get(verb).stream().map(key -> "'" + key + "'").toList();
    return "'"
        + verb.word()
        + "' takes "
        + (keys.isEmpty() ? "nothing else" : String.join(", ", keys));
  }

  private void leave(EnumSet<Plan.Leave> leaves, Plan.Leave leave, String key) throws IOException {
    if (in.flag(key)) {
      leaves.add(leave);
    }
  }

  private List<String> unitNames(String key) throws IOException {
    List<String> names = new ArrayList<>();
    for (YamlInput.Placed placed : in.texts(key)) {
      names.add(unitName(placed.text()));
    }
    if (names.isEmpty()) {
      throw in.wrong("'" + key + "' names no unit");
    }
    return names;
  }

  /** A name of a unit: dots and identifiers, or a relative path that does not climb. */
  private String unitName(String unit) {
    if (unit.indexOf('*') >= 0) {
      // One that is too long is refused here, where its place is known.
      Glob.ofName(unit);
    }
    boolean path = unit.contains("/") || unit.contains("\\");
    boolean climbs = List.of(unit.split("/", -1)).contains("..");
    if (path && (unit.startsWith("/") || unit.contains("\\") || climbs)) {
      throw in.wrong("the path '" + YamlInput.printable(unit) + "' leaves the root");
    }
    if (unit.isBlank() || unit.length() > 1000 || unit.chars().anyMatch(c -> c < ' ' || c == 127)) {
      throw in.wrong("'" + YamlInput.printable(unit) + "' is no name of a unit");
    }
    return unit;
  }
}

package dev.vinesorter.source;

import com.fasterxml.jackson.core.JsonToken;
import dev.vinesorter.core.plan.Plan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;

/**
 * Reads a plan file, which may come from anywhere: what is not understood is refused with its line
 * and column, never guessed. Format: {@code docs/plans.md}.
 */
public final class PlanFile {
  /** The most steps in a plan. */
  static final int MOST_STEPS = 10_000;

  private static final String VERBS = "move";

  private final YamlInput in;

  private PlanFile(YamlInput in) {
    this.in = in;
  }

  /**
   * The plan in a file.
   *
   * @throws CannotWorkException when the file cannot be read
   * @throws InvalidFileException when it holds no valid plan
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
    String[] unit = new String[1];
    String[] into = new String[1];
    boolean[] widen = new boolean[1];
    in.mapping(
        key -> {
          if (unit[0] == null && !key.equals("move")) {
            throw in.wrong(
                "a step begins with its verb; known verbs: "
                    + VERBS
                    + "; found '"
                    + YamlInput.printable(key)
                    + "'");
          }
          switch (key) {
            case "move" -> unit[0] = unitName(key);
            case "into" -> into[0] = unitName(key);
            case "widen" -> widen[0] = in.flag(key);
            default ->
                throw in.wrong(
                    "unknown key '"
                        + YamlInput.printable(key)
                        + "'; 'move' takes 'into' and 'widen'");
          }
        });
    if (unit[0] == null) {
      throw in.wrong("the step is empty; known verbs: " + VERBS);
    }
    if (into[0] == null) {
      throw in.wrong("the step does not say where " + unit[0] + " goes; add 'into: …'");
    }
    return new Plan.Step(unit[0], into[0], widen[0], line);
  }

  /** A name of a unit: dots and identifiers, or a relative path that does not climb. */
  private String unitName(String key) throws IOException {
    String unit = in.text(key);
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

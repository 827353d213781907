package dev.vinesorter.source.config;

import com.fasterxml.jackson.core.JsonToken;
import dev.vinesorter.core.plan.Plan;
import dev.vinesorter.core.plan.Step;
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

  /** Whether a text holds steps, whose names tell what was and are not to be changed. */
  public static boolean isLike(String text) {
    boolean steps = false;
    for (String line : (Iterable<String>) text.lines()::iterator) {
      steps |= line.startsWith("steps:") && line.substring("steps:".length()).isBlank();
      String step = line.strip();
      int colon = step.startsWith("-") ? step.indexOf(':') : -1;
      if (steps && colon > 0 && StepReader.isVerb(step.substring(1, colon).strip())) {
        return true;
      }
    }
    return false;
  }

  private Plan plan() throws IOException {
    String[] title = {""};
    List<Step> steps = new ArrayList<>();
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

  private void steps(List<Step> steps) throws IOException {
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

  private Step step() throws IOException {
    if (in.current() != JsonToken.START_OBJECT) {
      throw in.wrong("a step is a mapping such as 'move: org.x.Bill' with 'into: org.y'");
    }
    int line = in.place().line();
    String[] verb = {""};
    StepReader[] reader = new StepReader[1];
    in.mapping(
        key -> {
          if (reader[0] == null) {
            verb[0] = key;
            reader[0] = StepReader.of(key, in);
            reader[0].units(key);
          } else {
            reader[0].key(verb[0], key);
          }
        });
    if (reader[0] == null) {
      throw in.wrong("the step is empty; known verbs: " + StepReader.verbs());
    }
    return reader[0].step(line);
  }
}

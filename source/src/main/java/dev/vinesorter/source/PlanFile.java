package dev.vinesorter.source;

import com.fasterxml.jackson.core.JsonLocation;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonProcessingException;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.dataformat.yaml.YAMLFactory;
import dev.vinesorter.core.plan.Plan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.yaml.snakeyaml.error.MarkedYAMLException;

/**
 * Reads a plan file, which may come from anywhere: what is not understood is refused with its line
 * and column, never guessed. Format: {@code docs/plans.md}.
 */
public final class PlanFile {
  /** The largest plan file read, in bytes. */
  static final long MOST_BYTES = 1 << 20;

  /** The most steps in a plan. */
  static final int MOST_STEPS = 10_000;

  private static final String VERBS = "move";

  private final String name;
  private final JsonParser yaml;

  private PlanFile(String name, JsonParser yaml) {
    this.name = name;
    this.yaml = yaml;
  }

  /** A plan file says something that no plan can say. */
  public static final class InvalidPlanException extends RuntimeException {
    private static final long serialVersionUID = 1;

    InvalidPlanException(String message) {
      super(message);
    }
  }

  /**
   * The plan in a file.
   *
   * @throws CannotWorkException when the file cannot be read
   * @throws InvalidPlanException when it holds no valid plan
   */
  public static Plan read(Path file) {
    String name = file.toString();
    try {
      if (!Files.isRegularFile(file)) {
        throw new CannotWorkException("There is no plan file " + name + ".");
      }
      if (Files.size(file) > MOST_BYTES) {
        throw new InvalidPlanException(
            name + " has more than " + MOST_BYTES + " bytes; no plan is that long. Split it.");
      }
      try (JsonParser yaml = new YAMLFactory().createParser(Files.readAllBytes(file))) {
        return new PlanFile(name, yaml).plan();
      }
    } catch (JsonProcessingException e) {
      throw new InvalidPlanException(name + notYaml(e));
    } catch (IOException e) {
      throw CannotWorkException.io("read the plan", file, e);
    }
  }

  private static String notYaml(JsonProcessingException e) {
    if (e.getCause() instanceof MarkedYAMLException yaml && yaml.getProblemMark() != null) {
      int line = yaml.getProblemMark().getLine() + 1;
      int column = yaml.getProblemMark().getColumn() + 1;
      return ":" + line + ":" + column + ": not valid YAML: " + yaml.getProblem() + ".";
    }
    return ": not valid YAML: " + e.getOriginalMessage().lines().findFirst().orElse("") + ".";
  }

  private Plan plan() throws IOException {
    String title = "";
    List<Plan.Step> steps = null;
    Set<String> seen = new HashSet<>();
    if (yaml.nextToken() != JsonToken.START_OBJECT) {
      throw wrong("a plan is a mapping with 'title' and 'steps'");
    }
    while (yaml.nextToken() == JsonToken.FIELD_NAME) {
      String key = once(seen);
      switch (key) {
        case "title" -> title = text(key);
        case "steps" -> steps = steps();
        default -> throw wrong("unknown key '" + key + "'; a plan has 'title' and 'steps'");
      }
    }
    if (steps == null || steps.isEmpty()) {
      throw wrong("a plan needs 'steps' with at least one step");
    }
    if (yaml.nextToken() != null) {
      throw wrong("a plan file holds one document");
    }
    return new Plan(title, steps);
  }

  private String once(Set<String> seen) throws IOException {
    String key = yaml.currentName();
    if (!seen.add(key)) {
      throw wrong("the key '" + key + "' stands twice");
    }
    return key;
  }

  private List<Plan.Step> steps() throws IOException {
    if (yaml.nextToken() != JsonToken.START_ARRAY) {
      throw wrong("'steps' is a list; begin each step with '- move: …'");
    }
    List<Plan.Step> steps = new ArrayList<>();
    while (yaml.nextToken() != JsonToken.END_ARRAY) {
      if (steps.size() == MOST_STEPS) {
        throw wrong("a plan has at most " + MOST_STEPS + " steps");
      }
      steps.add(step());
    }
    return steps;
  }

  private Plan.Step step() throws IOException {
    if (yaml.currentToken() != JsonToken.START_OBJECT) {
      throw wrong("a step is a mapping such as 'move: org.x.Bill' with 'into: org.y'");
    }
    int line = yaml.currentTokenLocation().getLineNr();
    String unit = null;
    String into = null;
    boolean widen = false;
    Set<String> seen = new HashSet<>();
    while (yaml.nextToken() == JsonToken.FIELD_NAME) {
      String key = once(seen);
      if (unit == null && !key.equals("move")) {
        throw wrong("a step begins with its verb; known verbs: " + VERBS + "; found '" + key + "'");
      }
      switch (key) {
        case "move" -> unit = unitName(key);
        case "into" -> into = unitName(key);
        case "widen" -> widen = flag(key);
        default -> throw wrong("unknown key '" + key + "'; 'move' takes 'into' and 'widen'");
      }
    }
    if (unit == null) {
      throw wrong("the step is empty; known verbs: " + VERBS);
    }
    if (into == null) {
      throw wrong("the step does not say where " + unit + " goes; add 'into: …'");
    }
    return new Plan.Step(unit, into, widen, line);
  }

  private String text(String key) throws IOException {
    if (!yaml.nextToken().isScalarValue() || yaml.currentToken() == JsonToken.VALUE_NULL) {
      throw wrong("'" + key + "' takes text");
    }
    return yaml.getText();
  }

  private boolean flag(String key) throws IOException {
    JsonToken token = yaml.nextToken();
    if (token != JsonToken.VALUE_TRUE && token != JsonToken.VALUE_FALSE) {
      throw wrong("'" + key + "' takes true or false");
    }
    return token == JsonToken.VALUE_TRUE;
  }

  /** A name of a unit: dots and identifiers, or a relative path that does not climb. */
  private String unitName(String key) throws IOException {
    String unit = text(key);
    boolean path = unit.contains("/") || unit.contains("\\");
    if (path && (unit.startsWith("/") || unit.contains("\\") || climbs(unit))) {
      throw wrong("the path '" + printable(unit) + "' leaves the root");
    }
    if (unit.isBlank() || unit.length() > 1000 || unit.chars().anyMatch(c -> c < ' ' || c == 127)) {
      throw wrong("'" + printable(unit) + "' is no name of a unit");
    }
    return unit;
  }

  private static boolean climbs(String path) {
    return List.of(path.split("/", -1)).contains("..");
  }

  private static String printable(String text) {
    String shown = text.length() > 60 ? text.substring(0, 60) + "…" : text;
    return shown.replaceAll("\\p{Cntrl}", "?");
  }

  private InvalidPlanException wrong(String what) {
    JsonLocation at = yaml.currentTokenLocation();
    return new InvalidPlanException(
        name + ":" + at.getLineNr() + ":" + at.getColumnNr() + ": " + what + ".");
  }
}

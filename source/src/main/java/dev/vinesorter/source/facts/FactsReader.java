package dev.vinesorter.source.facts;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Problem;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.Predicate;

/**
 * Reads files of facts: a line that says the version, then a line for each unit and each
 * dependency. A line that is not understood is told and passed over.
 */
final class FactsReader {
  /** The version that is understood. */
  private static final int VERSION = 1;

  /** Chars that a line is taken for where the file itself is not there. */
  private static final int WIDE = 1 << 12;

  private static final int MOST_PROBLEMS = 100;

  private static final JsonFactory JSON =
      JsonFactory.builder()
          .streamReadConstraints(
              StreamReadConstraints.builder().maxNestingDepth(8).maxStringLength(1 << 16).build())
          .build();

  private final Overlay sources;
  private final Predicate<String> leftOut;
  private final SurveyBuilder builder = new SurveyBuilder();

  /** Units by level and full name. */
  private final Map<String, Integer> units = new HashMap<>();

  private final Map<Integer, Integer> fileOf = new HashMap<>();
  private final Map<Integer, int[]> lines = new HashMap<>();

  /** Dependencies, looked up once all units are known. */
  private final List<Runnable> uses = new ArrayList<>();

  private String path;
  private int line;
  private int problems;

  FactsReader(Overlay sources, Predicate<String> leftOut) {
    this.sources = sources;
    this.leftOut = leftOut;
  }

  /** Takes a file. */
  void take(String file) {
    path = file;
    problems = 0;
    String[] all = sources.text(file).text().split("\n", -1);
    for (int n = 0; n < all.length; n++) {
      line = n + 1;
      if (!all[n].isBlank()) {
        Map<String, String> fact = fields(all[n]);
        if (fact != null && !fact(fact, n == 0)) {
          return;
        }
      }
    }
  }

  Survey survey() {
    uses.forEach(Runnable::run);
    return builder.build();
  }

  private void problem(String message) {
    problem(path, line, message);
  }

  private void problem(String file, int at, String message) {
    if (problems++ < MOST_PROBLEMS) {
      builder.problem(new Problem(file, at, "facts", message));
    }
  }

  /** The fields of a line; null where it is none. */
  private Map<String, String> fields(String text) {
    Map<String, String> fields = new HashMap<>();
    try (JsonParser json = JSON.createParser(text)) {
      if (json.nextToken() != JsonToken.START_OBJECT) {
        problem("A line of facts is one JSON object.");
        return null;
      }
      while (json.nextToken() == JsonToken.FIELD_NAME) {
        String name = json.currentName();
        JsonToken value = json.nextToken();
        if (value == JsonToken.START_ARRAY) {
          StringBuilder joined = new StringBuilder();
          while (json.nextToken() != JsonToken.END_ARRAY) {
            joined.append(joined.length() == 0 ? "" : " ").append(json.getText());
          }
          fields.put(name, joined.toString());
        } else if (value == JsonToken.START_OBJECT) {
          json.skipChildren();
        } else if (value != JsonToken.VALUE_NULL) {
          fields.put(name, json.getText());
        }
      }
      return fields;
    } catch (IOException e) {
      problem("This is no JSON: " + e.getMessage().lines().findFirst().orElse("") + ".");
      return null;
    }
  }

  /** Takes a line; gives whether to go on. */
  private boolean fact(Map<String, String> fact, boolean first) {
    if (first || fact.containsKey("facts")) {
      boolean known = String.valueOf(VERSION).equals(fact.get("facts"));
      if (!known) {
        problem(
            "The first line has to be {\"facts\":"
                + VERSION
                + "}, the version; nothing of this file was read.");
      }
      return known;
    }
    if (fact.containsKey("unit")) {
      unit(fact);
    } else if (fact.containsKey("from") && fact.containsKey("to")) {
      int at = line;
      String file = path;
      uses.add(
          () -> {
            path = file;
            use(fact, file, at);
          });
    } else {
      problem("A line has 'unit', or 'from' and 'to'.");
    }
    return true;
  }

  // ---- units

  private void unit(Map<String, String> fact) {
    Level level = level(fact.get("level"));
    String name = fact.get("unit");
    if (level == null) {
      problem("'level' is module, package, file, type or member.");
      return;
    }
    String around = fact.getOrDefault("in", "");
    int parent = -1;
    switch (level) {
      case MODULE, PACKAGE -> parent = -1;
      case FILE -> parent = around.startsWith("@") ? find(around) : made(Level.PACKAGE, around);
      case TYPE -> parent = find(around, Level.FILE, Level.TYPE, Level.PACKAGE);
      case MEMBER -> parent = find(around, Level.TYPE);
      default -> throw new IllegalStateException("a level that nobody knows");
    }
    if (parent < 0 && level.compareTo(Level.FILE) >= 0) {
      problem("'in' names '" + around + "', which no line before this one has.");
      return;
    }
    String called = fact.getOrDefault("called", last(name, level));
    int unit = builder.unit(level, parent, called);
    units.putIfAbsent(level + " " + name, unit);
    if (fact.containsKey("id")) {
      units.put(path + " " + fact.get("id"), unit);
    }
    builder.traits(unit, traits(fact));
    if (level == Level.FILE) {
      file(unit, name, fact);
    } else {
      place(unit, parent, fact);
    }
  }

  private int made(Level level, String name) {
    return units.computeIfAbsent(level + " " + name, key -> builder.unit(level, -1, name));
  }

  private static Level level(String word) {
    for (Level one : Level.values()) {
      if (one.word().equals(word)) {
        return one;
      }
    }
    return null;
  }

  private static String last(String name, Level level) {
    return switch (level) {
      case TYPE -> name.substring(name.lastIndexOf('.') + 1);
      case MEMBER -> name.substring(name.lastIndexOf('#') + 1);
      default -> name;
    };
  }

  private int traits(Map<String, String> fact) {
    int traits = "true".equals(fact.get("library")) ? Trait.FOREIGN.bit() : 0;
    for (String word : fact.getOrDefault("traits", "").split(" ")) {
      for (Trait one : Trait.values()) {
        traits |= one.name().toLowerCase(Locale.ROOT).equals(word) ? one.bit() : 0;
      }
    }
    return traits;
  }

  private void file(int unit, String name, Map<String, String> fact) {
    String module = fact.getOrDefault("module", "module:facts");
    int in =
        builder.unit(Level.MODULE, -1, module.startsWith("module:") ? module : "module:" + module);
    int[] starts;
    int length;
    if (sources.exists(name)) {
      String text = sources.text(name).text();
      starts = SourceText.lineStarts(text);
      length = text.length();
    } else {
      starts = new int[Math.max(1, Math.min(1 << 20, number(fact, "lines", 1)))];
      for (int n = 0; n < starts.length; n++) {
        starts[n] = n * WIDE;
      }
      length = starts.length * WIDE;
    }
    builder.file(unit, in, length, starts);
    builder.traits(unit, leftOut.test(name) ? Trait.LEFT_OUT.bit() : 0);
    lines.put(unit, starts);
    fileOf.put(unit, unit);
  }

  private void place(int unit, int parent, Map<String, String> fact) {
    Integer file = parent < 0 ? null : fileOf.get(parent);
    if (file == null) {
      return;
    }
    fileOf.put(unit, file);
    int begin = offset(file, number(fact, "line", 1), number(fact, "column", 1));
    int[] starts = lines.get(file);
    int last = Math.min(starts.length, number(fact, "line", 1) + number(fact, "lines", 1)) - 1;
    builder.span(unit, begin, Math.max(begin + 1, starts[Math.max(0, last)]), begin);
    builder.complexity(unit, number(fact, "complexity", 0));
  }

  private int offset(int file, int atLine, int column) {
    int[] starts = lines.get(file);
    int known = Math.max(1, Math.min(starts.length, atLine));
    int past = known < starts.length ? starts[known] : starts[known - 1] + WIDE;
    return Math.min(
        starts[known - 1] + Math.max(0, column - 1), Math.max(starts[known - 1], past - 1));
  }

  private static int number(Map<String, String> fact, String name, int otherwise) {
    String text = fact.get(name);
    boolean plain = text != null && text.length() < 10 && text.chars().allMatch(Character::isDigit);
    return plain && !text.isEmpty() ? Integer.parseInt(text) : otherwise;
  }

  // ---- dependencies

  private void use(Map<String, String> fact, String file, int at) {
    int user = find(fact.get("from"));
    int used = find(fact.get("to"));
    Kind kind = kind(fact.getOrDefault("kind", "refers"));
    if (user < 0 || used < 0 || kind == null || !fileOf.containsKey(user)) {
      String what =
          kind == null
              ? "There is no kind '" + fact.get("kind") + "'."
              : "No line has the unit '" + fact.get(user < 0 ? "from" : "to") + "'.";
      problem(file, at, what);
      return;
    }
    int begin = offset(fileOf.get(user), number(fact, "line", 1), number(fact, "column", 1));
    int past = begin + Math.max(1, number(fact, "length", 1));
    if ("true".equals(fact.get("likely"))) {
      builder.likelyReference(user, used, kind, begin, past);
    } else {
      builder.reference(user, used, kind, begin, past, false);
    }
  }

  private int find(String name) {
    return find(name, Level.MEMBER, Level.TYPE, Level.FILE, Level.PACKAGE);
  }

  /** The unit of that id in this file, or of that name on the first of the levels that has one. */
  private int find(String name, Level... levels) {
    Integer numbered = units.get(path + " " + name);
    if (numbered != null) {
      return numbered;
    }
    for (Level level : levels) {
      Integer known = units.get(level + " " + name);
      if (known != null) {
        return known;
      }
    }
    return -1;
  }

  private static Kind kind(String word) {
    for (Kind one : Kind.values()) {
      if (one.word().equals(word)) {
        return one;
      }
    }
    return null;
  }
}

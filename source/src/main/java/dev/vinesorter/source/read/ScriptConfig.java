package dev.vinesorter.source.read;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import com.fasterxml.jackson.core.json.JsonReadFeature;
import dev.vinesorter.source.text.Overlay;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a {@code tsconfig.json} says of names of modules that are not relative. */
final class ScriptConfig {
  /** The names of such files. */
  static final Set<String> NAMES = Set.of("tsconfig.json", "jsconfig.json");

  /** Files that extend others go on for fewer steps. */
  private static final int MOST_DEEP = 8;

  private static final JsonFactory JSON =
      JsonFactory.builder()
          .streamReadConstraints(
              StreamReadConstraints.builder().maxNestingDepth(32).maxStringLength(1 << 16).build())
          .enable(JsonReadFeature.ALLOW_JAVA_COMMENTS)
          .enable(JsonReadFeature.ALLOW_TRAILING_COMMA)
          .build();

  private final Overlay sources;
  private final List<LookupPaths.Alias> aliases = new ArrayList<>();
  private boolean hasPaths;
  private boolean hasBase;

  private ScriptConfig(Overlay sources) {
    this.sources = sources;
  }

  /** What a file says, and those that it extends. */
  static List<LookupPaths.Alias> of(String path, Overlay sources) {
    ScriptConfig config = new ScriptConfig(sources);
    config.read(path, 0);
    return List.copyOf(config.aliases);
  }

  private void read(String path, int depth) {
    if (path == null || depth > MOST_DEEP || !sources.exists(path)) {
      return;
    }
    String folder = path.contains("/") ? path.substring(0, path.lastIndexOf('/')) : "";
    List<String> above = new ArrayList<>();
    try (JsonParser json = JSON.createParser(sources.text(path).text())) {
      if (json.nextToken() == JsonToken.START_OBJECT) {
        top(json, folder, above);
      }
    } catch (IOException e) {
      // What was read until there counts.
      above.clear();
    }
    for (String one : above) {
      String named = one.endsWith(".json") ? one : one + ".json";
      read(one.startsWith(".") ? LookupPaths.below(folder, named) : null, depth + 1);
    }
  }

  private void top(JsonParser json, String folder, List<String> above) throws IOException {
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String field = json.currentName();
      JsonToken token = json.nextToken();
      if (field.equals("extends") && token == JsonToken.VALUE_STRING) {
        above.add(json.getText());
      } else if (field.equals("extends") && token == JsonToken.START_ARRAY) {
        while (json.nextToken() == JsonToken.VALUE_STRING) {
          above.add(json.getText());
        }
      } else if (field.equals("compilerOptions") && token == JsonToken.START_OBJECT) {
        options(json, folder);
      } else {
        json.skipChildren();
      }
    }
  }

  private void options(JsonParser json, String folder) throws IOException {
    String base = null;
    Map<String, List<String>> paths = new LinkedHashMap<>();
    boolean says = false;
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String field = json.currentName();
      JsonToken token = json.nextToken();
      if (field.equals("baseUrl") && token == JsonToken.VALUE_STRING) {
        base = LookupPaths.below(folder, json.getText());
      } else if (field.equals("paths") && token == JsonToken.START_OBJECT) {
        says = true;
        while (json.nextToken() == JsonToken.FIELD_NAME) {
          String pattern = json.currentName();
          List<String> targets = new ArrayList<>();
          if (json.nextToken() == JsonToken.START_ARRAY) {
            while (json.nextToken() == JsonToken.VALUE_STRING) {
              targets.add(json.getText());
            }
          }
          paths.put(pattern, targets);
        }
      } else {
        json.skipChildren();
      }
    }
    // What a file says itself hides what those say that it extends.
    String from = base == null ? folder : base;
    if (says && !hasPaths) {
      hasPaths = true;
      paths.forEach(
          (pattern, targets) ->
              targets.forEach(
                  target -> {
                    String whole = LookupPaths.below(from, target);
                    if (whole != null) {
                      aliases.add(new LookupPaths.Alias(pattern, whole));
                    }
                  }));
    }
    if (base != null && !hasBase) {
      hasBase = true;
      aliases.add(new LookupPaths.Alias("*", base.isEmpty() ? "*" : base + "/*"));
    }
  }
}

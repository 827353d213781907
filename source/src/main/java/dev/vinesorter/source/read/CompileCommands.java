package dev.vinesorter.source.read;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonParser;
import com.fasterxml.jackson.core.JsonToken;
import com.fasterxml.jackson.core.StreamReadConstraints;
import dev.vinesorter.source.text.Overlay;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What a compilation database says of folders in which includes are looked for (JSON Compilation
 * Database Format, LLVM). Nothing in it is run. Paths may be those of another machine: what of a
 * path is below the root is told by the sources that it names.
 */
final class CompileCommands {
  /** The name of such a file. */
  static final String NAME = "compile_commands.json";

  private static final JsonFactory JSON =
      JsonFactory.builder()
          .streamReadConstraints(
              StreamReadConstraints.builder().maxNestingDepth(8).maxStringLength(1 << 20).build())
          .build();

  private static final Set<String> WORDS = Set.of("-I", "-isystem", "-iquote", "-idirafter");

  private final Overlay sources;

  /** The path of the root as the file has it; null until an entry tells. */
  private String root;

  /** Lists of folders, each kept once. */
  private final Map<List<String>, List<String>> known = new HashMap<>();

  private final Map<String, List<String>> folders = new HashMap<>();

  private CompileCommands(Overlay sources) {
    this.sources = sources;
  }

  /** The folders below the root in which includes of a source are looked for, by its path. */
  static Map<String, List<String>> of(String path, Overlay sources) {
    CompileCommands commands = new CompileCommands(sources);
    try (JsonParser json = JSON.createParser(sources.text(path).text())) {
      if (json.nextToken() == JsonToken.START_ARRAY) {
        while (json.nextToken() == JsonToken.START_OBJECT) {
          commands.entry(json);
        }
      }
    } catch (IOException e) {
      // What was read until there counts; a damaged one is no reason not to read the sources.
      return commands.folders;
    }
    return commands.folders;
  }

  private void entry(JsonParser json) throws IOException {
    String directory = "";
    String file = "";
    List<String> words = new ArrayList<>();
    while (json.nextToken() == JsonToken.FIELD_NAME) {
      String field = json.currentName();
      JsonToken token = json.nextToken();
      if (token == JsonToken.START_ARRAY) {
        while (json.nextToken() == JsonToken.VALUE_STRING) {
          if (field.equals("arguments")) {
            words.add(json.getText());
          }
        }
      } else if (token == JsonToken.VALUE_STRING) {
        switch (field) {
          case "directory" -> directory = slashes(json.getText());
          case "file" -> file = slashes(json.getText());
          case "command" -> words.addAll(words(json.getText()));
          default -> {}
        }
      } else {
        json.skipChildren();
      }
    }
    String whole = absolute(directory, file);
    String source = whole == null ? null : below(whole, true);
    if (source != null) {
      List<String> found = List.copyOf(folders(words, directory));
      folders.putIfAbsent(source, known.computeIfAbsent(found, list -> list));
    }
  }

  private Set<String> folders(List<String> words, String directory) {
    Set<String> found = new LinkedHashSet<>();
    for (int n = 0; n < words.size(); n++) {
      String word = words.get(n);
      String folder = null;
      if (WORDS.contains(word)) {
        folder = n + 1 < words.size() ? words.get(n + 1) : null;
      } else if (word.startsWith("-I")) {
        folder = word.substring(2);
      } else if (word.startsWith("-isystem")) {
        folder = word.substring("-isystem".length());
      }
      String whole = folder == null ? null : absolute(directory, slashes(folder));
      String inside = whole == null ? null : below(whole, false);
      if (inside != null) {
        found.add(inside);
      }
    }
    return found;
  }

  private static String slashes(String path) {
    return path.replace('\\', '/');
  }

  /** A path without dots from the top of its machine; null where it has none. */
  private static String absolute(String directory, String path) {
    boolean whole = path.startsWith("/") || path.length() > 1 && path.charAt(1) == ':';
    String normal = LookupPaths.normal(whole ? path : directory + "/" + path);
    return normal == null ? null : "/" + normal;
  }

  /** The part of a path that is below the root; null for another place. */
  private String below(String whole, boolean isSource) {
    if (root == null && isSource) {
      // The longest end of the path that is a source here tells where the root is there.
      for (int slash = 0; slash >= 0 && root == null; slash = whole.indexOf('/', slash + 1)) {
        if (sources.exists(whole.substring(slash + 1))) {
          root = whole.substring(0, slash);
        }
      }
    }
    if (root == null) {
      return null;
    }
    return whole.equals(root)
        ? ""
        : whole.startsWith(root + "/") ? whole.substring(root.length() + 1) : null;
  }

  /** The words of a command line, as a shell takes them apart. */
  private static List<String> words(String command) {
    List<String> found = new ArrayList<>();
    StringBuilder word = new StringBuilder();
    char quote = 0;
    boolean open = false;
    for (int at = 0; at < command.length(); at++) {
      char c = command.charAt(at);
      if (c == '\\' && quote != '\'' && at + 1 < command.length()) {
        word.append(command.charAt(++at));
        open = true;
      } else if (quote != 0) {
        quote = c == quote ? 0 : quote;
        if (quote != 0) {
          word.append(c);
        }
      } else if (c == '"' || c == '\'') {
        quote = c;
        open = true;
      } else if (Character.isWhitespace(c)) {
        if (open) {
          found.add(word.toString());
          word.setLength(0);
        }
        open = false;
      } else {
        word.append(c);
        open = true;
      }
    }
    if (open) {
      found.add(word.toString());
    }
    return found;
  }
}

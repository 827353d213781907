package dev.vinesorter.java;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/**
 * Takes from sketches what the sources at hand cannot ask for, so that the compiler has less to
 * enter. A member is looked for by its name, so one whose name stands nowhere in the sources can
 * go; and a type is come to through its name in the sources or in what is left of another sketch,
 * so all other types can go.
 *
 * <p>Imports of single names that are not needed any more go, too. There stay:
 *
 * <ul>
 *   <li>constructors and abstract methods, which are used without being named;
 *   <li>whatever types that the sources may extend or instantiate have, and the types above these,
 *       because the compiler checks all that a class inherits; they are told by simple names;
 *   <li>what the value of a constant that stays is made of.
 * </ul>
 */
final class SketchPruning {
  /** Members that are called without being named. */
  private static final Set<String> UNNAMED =
      Set.of("iterator", "hasNext", "next", "close", "value", "values", "valueOf", "length");

  /** Rounds in which constants may need further constants; then nothing is taken. */
  private static final int ROUNDS = 8;

  private final Map<String, String> sketches;
  private final Set<String> words = new HashSet<>(UNNAMED);

  /** The files that declare a type of each simple name, nested ones too. */
  private final Map<String, List<String>> filesOf = new HashMap<>();

  /** Simple names of types that stay whole. */
  private final Set<String> whole = new HashSet<>();

  private SketchPruning(Map<String, String> sketches) {
    this.sketches = sketches;
  }

  /** The sketches by path as far as some sources can ask for them. */
  static Map<String, String> of(Map<String, String> sketches, List<JavaFile> sources) {
    SketchPruning pruning = new SketchPruning(sketches);
    sources.forEach(source -> pruning.read(source.tokens()));
    pruning.wholeTypes();
    Set<String> packages = new HashSet<>();
    for (JavaFile source : sources) {
      for (JavaHeader.Import one : JavaHeader.of(source.tokens()).imports()) {
        if (one.onDemand()) {
          packages.add(one.name());
        }
      }
    }
    for (int round = 0; round < ROUNDS; round++) {
      int before = pruning.words.size();
      Map<String, String> pruned = pruning.reached(packages);
      if (pruning.words.size() == before) {
        pruned.replaceAll((path, sketch) -> withoutImports(sketch));
        return pruned;
      }
    }
    return sketches;
  }

  /**
   * The pruned sketches of all types that are named in the sources, or in the pruned sketch of one
   * that is reached; and those of packages that the sources import as a whole, which have to exist.
   */
  private Map<String, String> reached(Set<String> packages) {
    List<String> open = new ArrayList<>();
    sketches.forEach(
        (path, sketch) -> {
          if (!packages.isEmpty() && packages.contains(JavaSketch.packageOf(sketch))) {
            open.add(path);
          }
        });
    words.forEach(word -> open.addAll(filesOf.getOrDefault(word, List.of())));
    Map<String, String> pruned = new TreeMap<>();
    while (!open.isEmpty()) {
      String path = open.remove(open.size() - 1);
      if (!pruned.containsKey(path)) {
        String sketch = pruned(sketches.get(path));
        pruned.put(path, sketch);
        JavaTokens tokens = JavaTokens.of(sketch.substring(sketch.indexOf('\n') + 1));
        for (int token = 0; token < tokens.size(); token++) {
          if (tokens.isWord(token)) {
            open.addAll(filesOf.getOrDefault(tokens.text(token), List.of()));
          }
        }
      }
    }
    return pruned;
  }

  /** Notes all words of a source, and those that may name what a class in it inherits from. */
  private void read(JavaTokens tokens) {
    boolean head = false;
    for (int token = 0; token < tokens.size(); token++) {
      if (tokens.is(token, "{") || tokens.is(token, ";")) {
        head = false;
      }
      if (tokens.isWord(token)) {
        String word = tokens.text(token);
        words.add(word);
        if (head || tokens.is(token - 1, "new") || tokens.is(token - 1, ".")) {
          whole.add(word);
        }
        head |= word.equals("extends") || word.equals("implements");
      }
    }
  }

  /** Notes where all types stand, and adds those above the ones that stay whole. */
  private void wholeTypes() {
    Map<String, List<String>> heads = new HashMap<>();
    for (Map.Entry<String, String> one : sketches.entrySet()) {
      String sketch = one.getValue();
      for (int at = sketch.indexOf("\nT"); at >= 0; at = sketch.indexOf("\nT", at + 1)) {
        int tab = sketch.indexOf('\t', at);
        String name = sketch.substring(at + 2, tab);
        filesOf.computeIfAbsent(name, n -> new ArrayList<>(1)).add(one.getKey());
        heads
            .computeIfAbsent(name, n -> new ArrayList<>(1))
            .add(sketch.substring(tab + 1, sketch.indexOf('\n', tab)));
      }
    }
    List<String> open = new ArrayList<>();
    for (String name : whole) {
      if (heads.containsKey(name)) {
        open.add(name);
      }
    }
    whole.clear();
    while (!open.isEmpty()) {
      String name = open.remove(open.size() - 1);
      if (whole.add(name)) {
        for (String head : heads.get(name)) {
          JavaTokens tokens = JavaTokens.of(head);
          for (int token = 0; token < tokens.size(); token++) {
            if (tokens.isWord(token) && heads.containsKey(tokens.text(token))) {
              open.add(tokens.text(token));
            }
          }
        }
      }
    }
  }

  private String pruned(String sketch) {
    StringBuilder pruned = new StringBuilder();
    List<String> types = new ArrayList<>();
    List<Boolean> interfaces = new ArrayList<>();
    for (String line : sketch.split("\n")) {
      char kind = line.charAt(0);
      if (kind == 'T') {
        int tab = line.indexOf('\t');
        types.add(line.substring(1, tab));
        interfaces.add(JavaTokens.hasWord(line.substring(tab + 1), "interface"));
      } else if (kind == 'E') {
        types.remove(types.size() - 1);
        interfaces.remove(interfaces.size() - 1);
      }
      int last = types.size() - 1;
      if (kind != 'M' || stays(line, types.get(last), interfaces.get(last))) {
        pruned.append(line).append('\n');
      }
    }
    return pruned.toString();
  }

  /** The sketch without the imports of single names that nothing in it needs any more. */
  private static String withoutImports(String sketch) {
    int end = sketch.indexOf('\n');
    String header = sketch.substring(0, end);
    String rest = sketch.substring(end);
    JavaHeader read = JavaHeader.of(JavaTokens.of(header.substring(1)));
    StringBuilder kept = new StringBuilder(header);
    for (int n = read.imports().size() - 1; n >= 0; n--) {
      JavaHeader.Import one = read.imports().get(n);
      if (!one.onDemand() && !JavaTokens.hasWord(rest, one.simpleName())) {
        kept.delete(one.begin() + 1, one.end() + 1);
      }
    }
    return kept + rest;
  }

  private boolean stays(String line, String type, boolean inInterface) {
    int tab = line.indexOf('\t');
    String member = line.substring(tab + 1);
    boolean stays =
        whole.contains(type)
            || tab == 1
            || inInterface && !member.endsWith("{}")
            || JavaTokens.hasWord(member, "abstract");
    for (String name : line.substring(1, tab).split(",")) {
      stays |= words.contains(name) || name.equals(type);
    }
    if (stays && member.indexOf('=') >= 0) {
      JavaTokens tokens = JavaTokens.of(member);
      for (int token = 0; token < tokens.size(); token++) {
        if (tokens.isWord(token)) {
          words.add(tokens.text(token));
        }
      }
    }
    return stays;
  }
}

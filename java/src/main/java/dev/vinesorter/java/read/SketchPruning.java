package dev.vinesorter.java.read;

import dev.vinesorter.java.build.JavaFile;
import dev.vinesorter.java.compile.JavaSketch;
import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
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
public final class SketchPruning {
  /** Members that are called without being named. */
  private static final Set<String> UNNAMED =
      Set.of("iterator", "hasNext", "next", "close", "value", "values", "valueOf", "length");

  /** One sketch without a stub in so many is as quickly read whole as found to be needed. */
  private static final int FEW = 20;

  private final Map<String, String> sketches;
  private final Set<String> words = new HashSet<>(UNNAMED);

  /** The files that declare a type of each simple name, nested ones too. */
  private final Map<String, List<String>> filesOf = new HashMap<>();

  /** Simple names of types that stay whole. */
  private final Set<String> whole = new HashSet<>();

  /** The sketches that are reached, line by line. */
  private final Map<String, Reached> reached = new TreeMap<>();

  /** Members that go unless their name is met. */
  private final Map<String, List<Line>> waiting = new HashMap<>();

  private final Deque<String> openPaths = new ArrayDeque<>();
  private final Deque<Line> openLines = new ArrayDeque<>();

  /** A sketch with the words of those of its lines that stay. */
  private record Reached(List<Line> lines, Set<String> words) {}

  /** One line of a sketch. */
  private static final class Line {
    private final String text;
    private final Reached sketch;
    private boolean stays;

    Line(String text, Reached sketch) {
      this.text = text;
      this.sketch = sketch;
    }
  }

  private SketchPruning(Map<String, String> sketches) {
    this.sketches = sketches;
  }

  /**
   * The sketches by path as far as some sources can ask for them.
   *
   * @param sketches those of all other sources, since one that a stub stands for may lead to one
   *     that has none: a class above it, the type of a parameter
   * @param stubs the sources that a stub stands for
   */
  public static Map<String, String> of(
      Map<String, String> sketches, List<JavaFile> sources, Set<String> stubs) {
    Map<String, String> bare = new TreeMap<>(sketches);
    bare.keySet().removeAll(stubs);
    if (bare.size() <= sketches.size() / FEW) {
      return bare;
    }
    SketchPruning pruning = new SketchPruning(sketches);
    sources.forEach(source -> pruning.read(source.tokens()));
    pruning.wholeTypes();
    Set<String> packages = new HashSet<>();
    Set<String> atHand = new HashSet<>();
    sources.forEach(source -> atHand.add(source.packageName()));
    for (JavaFile source : sources) {
      JavaHeader header = JavaHeader.of(source.tokens());
      qualifiers(source.tokens(), header.bodyToken(), packages);
      for (JavaHeader.Import one : header.imports()) {
        if (one.onDemand()) {
          packages.add(one.name());
        } else if (!one.isStatic() && !atHand.contains(packageOf(one)) && pruning.isMissing(one)) {
          // The compiler says another thing where the package is missing as well.
          packages.add(packageOf(one));
        }
      }
    }
    return pruning.reached(packages, stubs);
  }

  /** Adds what stands before dots in the code, which may be packages that have to exist as well. */
  private static void qualifiers(JavaTokens tokens, int from, Set<String> packages) {
    for (int token = from; token < tokens.size(); token++) {
      if (tokens.isWord(token) && !tokens.is(token - 1, ".")) {
        StringBuilder name = new StringBuilder(tokens.text(token));
        while (tokens.is(token + 1, ".") && tokens.isWord(token + 2)) {
          packages.add(name.toString());
          token += 2;
          name.append('.').append(tokens.text(token));
        }
      }
    }
  }

  private static String packageOf(JavaHeader.Import one) {
    return one.name().substring(0, Math.max(0, one.name().lastIndexOf('.')));
  }

  /** Whether no sketch has the imported type. */
  private boolean isMissing(JavaHeader.Import one) {
    String name = packageOf(one);
    return filesOf.getOrDefault(one.simpleName(), List.of()).stream()
        .noneMatch(path -> JavaSketch.packageOf(sketches.get(path)).equals(name));
  }

  /**
   * The pruned sketches of all types that are named in the sources, or in the pruned sketch of one
   * that is reached; and those of packages that the sources import as a whole, which have to exist.
   */
  private Map<String, String> reached(Set<String> packages, Set<String> stubs) {
    sketches.forEach(
        (path, sketch) -> {
          if (!packages.isEmpty() && packages.contains(JavaSketch.packageOf(sketch))) {
            openPaths.add(path);
          }
        });
    words.forEach(word -> openPaths.addAll(filesOf.getOrDefault(word, List.of())));
    while (!openPaths.isEmpty() || !openLines.isEmpty()) {
      while (!openLines.isEmpty()) {
        keep(openLines.remove());
      }
      if (!openPaths.isEmpty()) {
        enter(openPaths.remove());
      }
    }
    Map<String, String> pruned = new TreeMap<>();
    reached.forEach(
        (path, sketch) -> {
          if (!stubs.contains(path)) {
            pruned.put(path, text(sketch));
          }
        });
    return pruned;
  }

  private void enter(String path) {
    if (reached.containsKey(path)) {
      return;
    }
    Reached sketch = new Reached(new ArrayList<>(), new HashSet<>());
    reached.put(path, sketch);
    List<String> types = new ArrayList<>();
    List<Boolean> interfaces = new ArrayList<>();
    for (String text : sketches.get(path).split("\n")) {
      Line line = new Line(text, sketch);
      sketch.lines.add(line);
      char kind = text.charAt(0);
      if (kind == 'T') {
        int tab = text.indexOf('\t');
        types.add(text.substring(1, tab));
        interfaces.add(JavaTokens.hasWord(text.substring(tab + 1), "interface"));
      } else if (kind == 'E') {
        types.remove(types.size() - 1);
        interfaces.remove(interfaces.size() - 1);
      }
      int last = types.size() - 1;
      if (kind == 'H') {
        line.stays = true;
      } else if (kind != 'M' || stays(line, types.get(last), interfaces.get(last))) {
        openLines.add(line);
      }
    }
  }

  /** Keeps a line, and opens what it names. */
  private void keep(Line line) {
    if (line.stays) {
      return;
    }
    line.stays = true;
    String text = line.text.substring(line.text.indexOf('\t') + 1);
    boolean hasValue = line.text.charAt(0) == 'M' && text.indexOf('=') >= 0;
    for (String word : words(text)) {
      line.sketch.words.add(word);
      openPaths.addAll(filesOf.getOrDefault(word, List.of()));
      if (hasValue && words.add(word)) {
        openLines.addAll(waiting.getOrDefault(word, List.of()));
      }
    }
  }

  /** The words of a text; what stands in a string is taken for words, too, which does no harm. */
  private static List<String> words(String text) {
    List<String> words = new ArrayList<>();
    if (text.contains("\\u")) {
      JavaTokens tokens = JavaTokens.of(text);
      for (int token = 0; token < tokens.size(); token++) {
        if (tokens.isWord(token)) {
          words.add(tokens.text(token));
        }
      }
      return words;
    }
    int begin = -1;
    for (int at = 0; at <= text.length(); at++) {
      boolean part = at < text.length() && Character.isJavaIdentifierPart(text.charAt(at));
      if (part && begin < 0) {
        begin = at;
      } else if (!part && begin >= 0) {
        words.add(text.substring(begin, at));
        begin = -1;
      }
    }
    return words;
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

  /** What is left, without the imports of single names that nothing in it needs any more. */
  private static String text(Reached sketch) {
    String header = sketch.lines.get(0).text;
    JavaHeader read = JavaHeader.of(JavaTokens.of(header.substring(1)));
    StringBuilder kept = new StringBuilder(header);
    for (int n = read.imports().size() - 1; n >= 0; n--) {
      JavaHeader.Import one = read.imports().get(n);
      if (!one.onDemand() && !sketch.words.contains(one.simpleName())) {
        kept.delete(one.begin() + 1, one.end() + 1);
      }
    }
    kept.append('\n');
    for (Line line : sketch.lines.subList(1, sketch.lines.size())) {
      if (line.stays) {
        kept.append(line.text).append('\n');
      }
    }
    return kept.toString();
  }

  /** Whether a member stays as things are; if not, it waits for its names to be met. */
  private boolean stays(Line line, String type, boolean inInterface) {
    int tab = line.text.indexOf('\t');
    String member = line.text.substring(tab + 1);
    boolean stays =
        whole.contains(type)
            || tab == 1
            || inInterface && !member.endsWith("{}")
            || JavaTokens.hasWord(member, "abstract");
    String[] names = line.text.substring(1, tab).split(",");
    for (String name : names) {
      stays |= words.contains(name) || name.equals(type);
    }
    for (String name : stays ? new String[0] : names) {
      waiting.computeIfAbsent(name, n -> new ArrayList<>(1)).add(line);
    }
    return stays;
  }
}

package dev.vinesorter.java.read;

import dev.vinesorter.java.syntax.JavaHeader;
import dev.vinesorter.java.syntax.JavaTokens;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What changed in what others can see of a source. Three cases are told apart, because they reach
 * differently far:
 *
 * <ul>
 *   <li>nothing: only bodies changed;
 *   <li>some members of classes: whoever is concerned has their name, or extends the class;
 *   <li>anything else (a type's head, an enum's constants, an interface, a constant's value, an
 *       import that a declaration needs): it can concern whoever uses the source, and whoever uses
 *       what hands that on.
 * </ul>
 *
 * @param wide whether the third case holds
 * @param head whether, in that case, more than members of types changed: what a type is can be
 *     handed on by whatever declaration names it, what its members are is only found by who uses
 *     these
 * @param names simple names of members that came, went or changed
 * @param types simple names of types that came or went
 */
public record SketchChange(boolean wide, boolean head, Set<String> names, Set<String> types) {
  /** Members that are called without being named. */
  private static final Set<String> UNNAMED_USES =
      Set.of("iterator", "hasNext", "next", "close", "value", "length", "valueOf", "values");

  public boolean isEmpty() {
    return !wide && names.isEmpty() && types.isEmpty();
  }

  /** Compares two sketches; one of them may be null, for a source that came or went. */
  public static SketchChange between(String old, String fresh) {
    Set<String> types = new TreeSet<>();
    Set<String> names = new TreeSet<>();
    boolean wide = old == null || fresh == null;
    boolean head = wide;
    Map<String, Type> before = types(old);
    Map<String, Type> after = types(fresh);
    for (String path : union(before.keySet(), after.keySet())) {
      Type was = before.get(path);
      Type is = after.get(path);
      if (was == null || is == null) {
        int dot = path.lastIndexOf('.');
        String outer = dot < 0 ? "" : path.substring(0, dot);
        // What went with the type around it is named through that, or inherited from it.
        if (dot < 0 || before.containsKey(outer) && after.containsKey(outer)) {
          types.add(path.substring(dot + 1));
        }
        wide = true;
        head = true;
        continue;
      }
      head |= !was.head.equals(is.head) || !was.constants.equals(is.constants);
      for (String line : union(was.members.keySet(), is.members.keySet())) {
        int count = was.members.getOrDefault(line, 0);
        if (count != is.members.getOrDefault(line, 0)) {
          String name = line.substring(0, line.indexOf('\t'));
          names.addAll(List.of(name.split(",")));
          String member = line.substring(line.indexOf('\t') + 1);
          boolean onlySeenElsewhere = was.declarations(line) == is.declarations(line);
          wide |= is.isInterface();
          head |= !onlySeenElsewhere && reaches(member);
        }
      }
    }
    if (old != null && fresh != null) {
      wide |= importsChange(old, fresh, false);
      head |= importsChange(old, fresh, true);
    }
    head |= names.stream().anyMatch(UNNAMED_USES::contains);
    return new SketchChange(wide || head, head, names, types);
  }

  /** Whether a member's change can concern code that does not name it. */
  private static boolean reaches(String member) {
    JavaTokens tokens = JavaTokens.of(member);
    boolean isFinal = false;
    for (int token = 0; token < tokens.size(); token++) {
      isFinal |= tokens.is(token, "final");
      if (tokens.is(token, "abstract") || isFinal && tokens.is(token, "=")) {
        return true;
      }
    }
    return false;
  }

  /**
   * Whether a declaration may mean something else because an import came or went.
   *
   * @param heads whether only what is no member is asked about
   */
  private static boolean importsChange(String old, String fresh, boolean heads) {
    String was = old.substring(0, old.indexOf('\n'));
    String is = fresh.substring(0, fresh.indexOf('\n'));
    if (was.equals(is)) {
      return false;
    }
    JavaHeader before = JavaHeader.of(JavaTokens.of(was.substring(1)));
    JavaHeader after = JavaHeader.of(JavaTokens.of(is.substring(1)));
    if (!before.packageName().equals(after.packageName())) {
      return true;
    }
    Set<String> left = imported(before);
    Set<String> right = imported(after);
    Set<String> differ = new HashSet<>(union(left, right));
    left.retainAll(right);
    differ.removeAll(left);
    // What a member that came, went or changed means is told by its name.
    Set<String> words = new HashSet<>();
    Set<String> stayed = new HashSet<>(List.of(fresh.split("\n")));
    stayed.retainAll(new HashSet<>(List.of(old.split("\n"))));
    // A constant of another source may be part of one of this, which hands it on.
    stayed.removeIf(line -> heads && line.startsWith("M") && line.indexOf('=') < 0);
    JavaTokens tokens = JavaTokens.of(String.join("\n", stayed));
    for (int token = 0; token < tokens.size(); token++) {
      if (tokens.isWord(token)) {
        words.add(tokens.text(token));
      }
    }
    return differ.stream()
        .anyMatch(i -> i.endsWith("*") || words.contains(i.substring(i.lastIndexOf('.') + 1)));
  }

  private static Set<String> imported(JavaHeader header) {
    Set<String> names = new HashSet<>();
    for (JavaHeader.Import one : header.imports()) {
      names.add((one.isStatic() ? "static " : "") + one.name() + (one.onDemand() ? ".*" : ""));
    }
    return names;
  }

  private static <T> Set<T> union(Set<T> left, Set<T> right) {
    Set<T> all = new HashSet<>(left);
    all.addAll(right);
    return all;
  }

  private static final class Type {
    private static final Pattern BEHIND_MODIFIERS = Pattern.compile("[=(\"]");
    private static final Pattern ACCESS = Pattern.compile("\\b(public|protected|private)\\s+");

    final String head;
    String constants = "";
    final Map<String, Integer> members = new HashMap<>();

    Type(String head) {
      this.head = head;
    }

    /** How many members are declared as in a line, whoever may see them. */
    int declarations(String line) {
      String wanted = withoutAccess(line);
      int count = 0;
      for (Map.Entry<String, Integer> one : members.entrySet()) {
        count += withoutAccess(one.getKey()).equals(wanted) ? one.getValue() : 0;
      }
      return count;
    }

    private static String withoutAccess(String line) {
      Matcher behind = BEHIND_MODIFIERS.matcher(line);
      int end = behind.find() ? behind.start() : line.length();
      return ACCESS.matcher(line.substring(0, end)).replaceAll("") + line.substring(end);
    }

    boolean isInterface() {
      return JavaTokens.hasWord(head, "interface");
    }
  }

  /** Simple names of the types in a sketch, which may be null. */
  public static Set<String> typeNames(String sketch) {
    Set<String> names = new TreeSet<>();
    for (String path : types(sketch).keySet()) {
      names.add(path.substring(path.lastIndexOf('.') + 1));
    }
    return names;
  }

  /** The types of a sketch by their names, outer ones before a dot. */
  private static Map<String, Type> types(String sketch) {
    Map<String, Type> types = new TreeMap<>();
    List<String> path = new ArrayList<>();
    for (String line : sketch == null ? new String[0] : sketch.split("\n")) {
      String name = String.join(".", path);
      switch (line.charAt(0)) {
        case 'T' -> {
          int tab = line.indexOf('\t');
          path.add(line.substring(1, tab));
          types.put(String.join(".", path), new Type(line.substring(tab + 1)));
        }
        case 'C' -> types.get(name).constants = line;
        case 'M' -> types.get(name).members.merge(line.substring(1), 1, Integer::sum);
        case 'E' -> path.remove(path.size() - 1);
        default -> {
          // Package and imports are compared by themselves.
        }
      }
    }
    return types;
  }
}

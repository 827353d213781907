package dev.vinesorter.java.code;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.java.syntax.JavaHeader;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;

/**
 * In which order sources import from different roots, such as {@code java} and {@code org}, and
 * whether blank lines part them: learned from a source and those of its folder.
 */
public final class ImportStyle {
  /** From how many sources of the folder is learned. */
  private static final int MOST = 12;

  /** How often imports of one root stood somewhere before those of another, by both roots. */
  private final Map<List<String>, Integer> before = new HashMap<>();

  /** How often a blank line stood between two roots, less how often none did. */
  private final Map<List<String>, Integer> apart = new HashMap<>();

  private int allApart;

  /** Knows nothing. */
  ImportStyle() {}

  /** What a source and its neighbours do. */
  public static ImportStyle of(SourceView code, int file) {
    ImportStyle style = new ImportStyle();
    Units units = code.units();
    style.learn(code.text(file), code.header(file));
    int seen = 0;
    for (int other : units.children(units.packageOf(file))) {
      boolean read = units.level(other) == Level.FILE && code.sources().exists(units.name(other));
      if (read && other != file && seen++ < MOST) {
        style.learn(code.text(other), code.header(other));
      }
    }
    return style;
  }

  private void learn(String text, JavaHeader header) {
    List<JavaHeader.Import> runs = new ArrayList<>();
    JavaHeader.Import last = null;
    for (JavaHeader.Import one : header.imports()) {
      if (one.isStatic()) {
        continue;
      }
      String root = root(one.name());
      if (last == null || !root(last.name()).equals(root)) {
        runs.forEach(run -> before.merge(List.of(root(run.name()), root), 1, Integer::sum));
        runs.add(one);
        if (last != null) {
          int part = isBlankBetween(text, last, one) ? 1 : -1;
          apart.merge(List.of(root(last.name()), root), part, Integer::sum);
          allApart += part;
        }
      }
      last = one;
    }
  }

  /** Whether a blank line stands between two imports. */
  static boolean isBlankBetween(String text, JavaHeader.Import one, JavaHeader.Import next) {
    return text.substring(one.end(), next.begin()).lines().filter(String::isBlank).count() > 1;
  }

  /** The first segment of a name. */
  static String root(String name) {
    int dot = name.indexOf('.');
    return dot < 0 ? name : name.substring(0, dot);
  }

  /** Below 0 where imports of a root stand before those of another, above where behind; else 0. */
  int order(String root, String other) {
    return before.getOrDefault(List.of(other, root), 0)
        - before.getOrDefault(List.of(root, other), 0);
  }

  /** Whether a blank line parts two roots of which the first stands before the other. */
  boolean isApart(String root, String next) {
    Integer known = apart.get(List.of(root, next));
    return (known == null ? allApart : known) > 0;
  }

  /** Names by their roots. */
  static TreeMap<String, TreeSet<String>> byRoot(Collection<String> names) {
    TreeMap<String, TreeSet<String>> byRoot = new TreeMap<>();
    names.forEach(name -> byRoot.computeIfAbsent(root(name), r -> new TreeSet<>()).add(name));
    return byRoot;
  }

  /** Roots as they stand one behind the other; by their names where nothing tells. */
  List<String> ordered(Set<String> roots) {
    List<String> ordered = new ArrayList<>();
    for (String root : new TreeSet<>(roots)) {
      int at = ordered.size();
      for (int n = ordered.size() - 1; n >= 0; n--) {
        at = order(root, ordered.get(n)) < 0 ? n : at;
      }
      ordered.add(at, root);
    }
    return ordered;
  }

  /**
   * Imports of types, a line each, in groups as the sources have them.
   *
   * @param lineEnd ends each line, also the last
   */
  public String statements(Collection<String> names, String lineEnd) {
    TreeMap<String, TreeSet<String>> byRoot = byRoot(names);
    StringBuilder all = new StringBuilder();
    String last = null;
    for (String root : ordered(byRoot.keySet())) {
      all.append(last != null && isApart(last, root) ? lineEnd : "");
      for (String name : byRoot.get(root)) {
        all.append("import ").append(name).append(';').append(lineEnd);
      }
      last = root;
    }
    return all.toString();
  }
}

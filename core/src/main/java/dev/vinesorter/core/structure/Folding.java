package dev.vinesorter.core.structure;

import dev.vinesorter.core.model.Level;
import java.util.Comparator;
import java.util.HashSet;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.TreeMap;

/**
 * Makes a picture of many units one that can be looked at: units are taken together by the package,
 * folder or type that they stand in, and the largest of these are opened again as long as there is
 * room.
 */
public final class Folding {
  /** The most units that a picture shows before some are taken together. */
  public static final int MOST_APART = 120;

  /** So many there are afterwards at most, as far as names allow. */
  public static final int MOST_TOGETHER = 60;

  /** Down to this depth a name says too little to stand for what is below it. */
  private static final int SAYS_LITTLE = 1;

  private final LevelGraph graph;
  private final int most;
  private final Part whole = new Part("", 0);

  private Folding(LevelGraph graph, int most) {
    this.graph = graph;
    this.most = most;
  }

  /** What some names begin with: a package, a folder, a type. */
  private static final class Part {
    final String prefix;
    final int depth;
    final TreeMap<String, Part> parts = new TreeMap<>();

    /** The node that is called just so, or -1. */
    int own = -1;

    int count;

    Part(String prefix, int depth) {
      this.prefix = prefix;
      this.depth = depth;
    }

    int rows() {
      return parts.size() + (own >= 0 ? 1 : 0);
    }

    /** The one part in it, where there is nothing else. */
    Part only() {
      return parts.size() == 1 && own < 0 ? parts.firstEntry().getValue() : null;
    }
  }

  /**
   * The graph itself where it is small enough, or where names give no hold; else the graph of what
   * is taken together.
   *
   * @param apart the most units that stay apart
   * @param together the most that there are to be afterwards
   */
  public static LevelGraph of(LevelGraph graph, int apart, int together) {
    if (graph.size() <= apart) {
      return graph;
    }
    String[] groups = new Folding(graph, together).groups();
    Set<String> rows = new HashSet<>();
    for (int node = 0; node < groups.length; node++) {
      rows.add(groups[node] == null ? graph.name(node) : groups[node]);
    }
    return rows.size() < graph.size() && rows.size() > 1 ? graph.together(groups) : graph;
  }

  private String[] groups() {
    for (int node = 0; node < graph.size(); node++) {
      add(node);
    }
    gather(whole);
    String[] groups = new String[graph.size()];
    Set<Part> opened = opened();
    name(whole, opened, null, groups);
    return groups;
  }

  private void add(int node) {
    String name = graph.name(node);
    int open = name.indexOf('(');
    String head = open < 0 ? name : name.substring(0, open);
    boolean path = head.indexOf('/') >= 0;
    Part at = whole;
    at.count++;
    int from = 0;
    while (from < name.length()) {
      int past = past(head, from, path);
      int end = past < 0 ? name.length() : past + 1;
      String prefix = name.substring(0, end);
      int depth = at.depth + 1;
      at =
          at.parts.computeIfAbsent(bare(name.substring(from, end)), key -> new Part(prefix, depth));
      at.count++;
      from = end;
    }
    at.own = node;
  }

  /** Whether a part is a type, which those inside of it go with. */
  private boolean isType(Part part) {
    return part.own >= 0 && graph.level() != Level.PACKAGE;
  }

  /** Whether other packages or folders are below a part. */
  private boolean isDeep(Part part) {
    return part.parts.values().stream().anyMatch(one -> !isType(one) && !one.parts.isEmpty());
  }

  /** What stands in a package itself is one part beside the packages below it. */
  private void gather(Part part) {
    TreeMap<String, Part> single = new TreeMap<>(part.parts);
    single.values().removeIf(one -> one.count > 1 && !isType(one));
    Part direct = new Part(part.prefix, part.depth + 1);
    boolean apart = single.size() > 1 && single.size() < part.parts.size();
    if (apart && part.depth > 0) {
      single.keySet().forEach(part.parts::remove);
      direct.parts.putAll(single);
      single.values().forEach(one -> direct.count += one.count);
      part.parts.put("", direct);
    }
    for (Part one : part.parts.values()) {
      if (one != direct && !isType(one)) {
        gather(one);
      }
    }
  }

  private static String bare(String segment) {
    int last = segment.length() - 1;
    return last >= 0 && "./#".indexOf(segment.charAt(last)) >= 0
        ? segment.substring(0, last)
        : segment;
  }

  /** Where a segment of a name ends with a separator; -1 for the last one. */
  private static int past(String head, int from, boolean path) {
    for (int at = from; at < head.length(); at++) {
      char c = head.charAt(at);
      if (path ? c == '/' : c == '.' || c == '#') {
        return at;
      }
    }
    return -1;
  }

  /** The parts that are shown by what is in them: the largest first, as long as there is room. */
  private Set<Part> opened() {
    Set<Part> opened = new HashSet<>();
    PriorityQueue<Part> next =
        new PriorityQueue<>(
            Comparator.comparingInt((Part part) -> -part.count).thenComparing(part -> part.prefix));
    next.add(whole);
    int rows = 1;
    while (!next.isEmpty()) {
      Part part = next.poll();
      int more = part.rows() - 1;
      int room = part.depth <= SAYS_LITTLE ? 2 * most : most;
      if (part.count > 1 && rows + more <= room || part.only() != null) {
        opened.add(part);
        rows += more;
        next.addAll(part.parts.values());
      }
    }
    return opened;
  }

  private void name(Part part, Set<Part> opened, String group, String[] groups) {
    String below = group;
    if (group == null && part.count > 1 && !opened.contains(part)) {
      // A type with those inside of it goes by its own name.
      below = isType(part) ? graph.name(part.own) : part.prefix + (isDeep(part) ? "**" : "*");
    }
    if (part.own >= 0) {
      groups[part.own] = below;
    }
    for (Part one : part.parts.values()) {
      name(one, opened, below, groups);
    }
  }
}

package dev.vinesorter.source.read;

import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Predicate;

/** Where builds look for what sources bring in, as far as files of the root say. */
public final class LookupPaths {
  /** Of a root that says nothing. */
  public static final LookupPaths NONE = new LookupPaths(List.of());

  private final List<String> everywhere;
  private final Map<String, List<String>> ofSources = new HashMap<>();
  private final Map<String, List<Alias>> aliases = new HashMap<>();
  private List<String> others = List.of();

  /**
   * Another name for modules.
   *
   * @param pattern what is written, with at most one star
   * @param target a path below the root, with a star for what stands for that of the pattern
   */
  public record Alias(String pattern, String target) {
    /** What a name stands for; null where it is another one. */
    public String path(String name) {
      int star = pattern.indexOf('*');
      if (star < 0) {
        return name.equals(pattern) ? target : null;
      }
      String head = pattern.substring(0, star);
      String tail = pattern.substring(star + 1);
      boolean fits =
          name.length() >= head.length() + tail.length()
              && name.startsWith(head)
              && name.endsWith(tail);
      return fits
          ? target.replace("*", name.substring(head.length(), name.length() - tail.length()))
          : null;
    }
  }

  private LookupPaths(List<String> everywhere) {
    this.everywhere = everywhere;
  }

  /**
   * What files of a root say, and the options of a reading before them.
   *
   * @param heard the files that somebody listens to
   */
  public static LookupPaths of(Overlay sources, Predicate<String> heard, ReadOptions options) {
    LookupPaths found = new LookupPaths(options.includePath());
    Set<String> union = new LinkedHashSet<>();
    for (String path : sources.paths()) {
      String name = heard.test(path) ? name(path) : "";
      if (name.equals(CompileCommands.NAME)) {
        CompileCommands.of(path, sources).forEach(found.ofSources::putIfAbsent);
      } else if (ScriptConfig.NAMES.contains(name)) {
        String folder = path.substring(0, Math.max(0, path.lastIndexOf('/')));
        found.aliases.putIfAbsent(folder, ScriptConfig.of(path, sources));
      }
    }
    found.ofSources.keySet().stream()
        .sorted()
        .forEach(path -> union.addAll(found.ofSources.get(path)));
    found.others = List.copyOf(union);
    return found;
  }

  /** Whether a file says where includes are looked for. */
  public static boolean saysIncludes(String path) {
    return name(path).equals(CompileCommands.NAME);
  }

  /** Whether a file says, or may be extended by one that says, where modules are looked for. */
  public static boolean saysModules(String path) {
    String name = name(path);
    return ScriptConfig.NAMES.contains(name)
        || name.startsWith("tsconfig") && name.endsWith(".json");
  }

  private static String name(String path) {
    return path.substring(path.lastIndexOf('/') + 1);
  }

  /** The folders in which includes of a source are looked for, in order. */
  public List<String> includes(String path) {
    List<String> own = ofSources.getOrDefault(path, others);
    if (everywhere.isEmpty()) {
      return own;
    }
    List<String> all = new ArrayList<>(everywhere);
    all.addAll(own);
    return all;
  }

  /** Other names for modules in the sources of a folder, as the nearest file around it says. */
  public List<Alias> aliases(String folder) {
    for (String at = folder; ; at = at.substring(0, Math.max(0, at.lastIndexOf('/')))) {
      List<Alias> found = aliases.get(at);
      if (found != null || at.isEmpty()) {
        return found == null ? List.of() : found;
      }
    }
  }

  /** A path from a folder without dots; null where it leaves the root. */
  static String below(String folder, String path) {
    return path.startsWith("/") ? null : normal(folder + "/" + path);
  }

  /** A path without dots for a folder and the one above; null where it leaves its first one. */
  static String normal(String path) {
    List<String> parts = new ArrayList<>();
    for (String part : path.split("/")) {
      if (part.equals("..")) {
        if (parts.isEmpty()) {
          return null;
        }
        parts.remove(parts.size() - 1);
      } else if (!part.isEmpty() && !part.equals(".")) {
        parts.add(part);
      }
    }
    return String.join("/", parts);
  }
}

package dev.vinesorter.lang.read;

import dev.vinesorter.lang.outline.Outline;
import dev.vinesorter.source.read.LookupPaths;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The outlines of a language's sources, with the files and folders around them. */
public final class Project {
  private final List<Outline> outlines;
  private final Map<String, Integer> numbers = new HashMap<>();
  private final Set<String> files;
  private final LookupPaths lookups;
  private final Set<String> folders = new HashSet<>();

  Project(List<Outline> outlines, Collection<String> files, LookupPaths lookups) {
    this.outlines = outlines;
    this.lookups = lookups;
    this.files = new HashSet<>(files);
    for (int n = 0; n < outlines.size(); n++) {
      numbers.put(outlines.get(n).path(), n);
    }
    for (String path : files) {
      for (String folder = folder(path); folders.add(folder) && !folder.isEmpty(); ) {
        folder = folder(folder);
      }
    }
  }

  /** The folder that a path is in; empty for the root. */
  public static String folder(String path) {
    int slash = path.lastIndexOf('/');
    return slash < 0 ? "" : path.substring(0, slash);
  }

  /** A folder and all around it, the root last. */
  public static List<String> upwards(String folder) {
    List<String> all = new ArrayList<>(List.of(folder));
    for (String at = folder; !at.isEmpty(); ) {
      at = folder(at);
      all.add(at);
    }
    return all;
  }

  /** A path inside a folder. */
  public static String join(String folder, String path) {
    return folder.isEmpty() ? path : path.isEmpty() ? folder : folder + "/" + path;
  }

  /** A path without dots for this folder and the one above; null where it leaves the root. */
  public static String normal(String path) {
    StringBuilder normal = new StringBuilder();
    for (String part : path.split("/")) {
      if (part.equals("..")) {
        if (normal.length() == 0) {
          return null;
        }
        normal.setLength(Math.max(0, normal.lastIndexOf("/")));
      } else if (!part.equals(".") && !part.isEmpty()) {
        normal.append(normal.length() == 0 ? "" : "/").append(part);
      }
    }
    return normal.toString();
  }

  /** Where the build looks for what sources bring in. */
  public LookupPaths lookups() {
    return lookups;
  }

  /** Whether a path is written without dots and hides nothing, so that a source may lie there. */
  public static boolean isPlain(String path) {
    return path.equals(normal(path)) && !path.startsWith(".") && !path.contains("/.");
  }

  public List<Outline> outlines() {
    return outlines;
  }

  /** The number of a source; -1 for none of the language. */
  public int number(String path) {
    return path == null ? -1 : numbers.getOrDefault(path, -1);
  }

  /** Folders of files that are called so. */
  private final Map<String, List<String>> byName = new HashMap<>();

  private Map<String, List<String>> byName() {
    if (byName.isEmpty()) {
      for (String path : files) {
        String name = path.substring(path.lastIndexOf('/') + 1);
        byName.computeIfAbsent(name, key -> new ArrayList<>(1)).add("/" + path);
      }
    }
    return byName;
  }

  /** Whether a file is called so, in whatever folder. */
  boolean hasFileCalled(String name) {
    return byName().containsKey(name);
  }

  /**
   * Whether a file lies in folders called like the names before the last one, and is called like
   * that.
   */
  boolean hasFileOf(List<String> names, String end) {
    String last = names.get(names.size() - 1) + end;
    String path = "/" + String.join("/", names) + end;
    return byName().getOrDefault(last, List.of()).stream().anyMatch(one -> one.endsWith(path));
  }

  /** Whether there is such a file, of whatever language. */
  public boolean hasFile(String path) {
    return files.contains(path);
  }

  public boolean hasFolder(String path) {
    return folders.contains(path);
  }

  /** Whether a source holds test code, by its folder or its name. */
  public static boolean isTest(String path) {
    String name = path.substring(path.lastIndexOf('/') + 1);
    boolean folder =
        ("/" + path).contains("/test/")
            || ("/" + path).contains("/tests/")
            || ("/" + path).contains("/__tests__/");
    int dot = name.indexOf('.');
    String base = dot < 0 ? name : name.substring(0, dot);
    return folder
        || base.startsWith("test_")
        || base.endsWith("_test")
        || name.contains(".test.")
        || name.contains(".spec.");
  }

  /** All folders that hold files somewhere. */
  public Set<String> folders() {
    return folders;
  }

  /** All files, of whatever language. */
  public Set<String> files() {
    return files;
  }
}

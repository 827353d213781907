package dev.vinesorter.lang.space;

import dev.vinesorter.lang.read.Project;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Which folder a namespace's sources lie in, as far as folders follow namespaces. */
final class Homes {
  /** Folders that hold sources, each with the namespace of one of them. */
  private final Map<String, String> folders = new TreeMap<>();

  Homes(Project project, Tops tops) {
    for (int file = 0; file < project.outlines().size(); file++) {
      String space = tops.only(file);
      if (space != null) {
        folders.putIfAbsent(
            Project.folder(project.outlines().get(file).path()) + "\n" + space, space);
      }
    }
  }

  /** Folders and namespaces as names. */
  private static List<String> parts(String name, String separator) {
    return name.isEmpty() ? List.of() : Arrays.asList(name.split(separator));
  }

  /** How many of the last names of a folder and of a namespace are the same. */
  private static int alike(List<String> folder, List<String> space) {
    int same = 0;
    while (same < folder.size()
        && same < space.size()
        && folder.get(folder.size() - 1 - same).equals(space.get(space.size() - 1 - same))) {
      same++;
    }
    return same;
  }

  /**
   * The folder of a namespace, for a source that lies in a folder and is in another namespace; null
   * where nothing tells.
   */
  String folder(String folder, String space, String goal) {
    List<String> path = parts(folder, "/");
    List<String> old = parts(space, "\\.");
    int same = alike(path, old);
    String root = String.join("/", path.subList(0, path.size() - same));
    String left = String.join(".", old.subList(0, old.size() - same));
    boolean fits = left.isEmpty() || goal.equals(left) || goal.startsWith(left + ".");
    String rest = !fits ? "" : left.isEmpty() ? goal : goal.substring(left.length());
    String by = fits ? Project.join(root, String.join("/", parts(trim(rest), "\\."))) : null;
    if (same > 0 && fits) {
      return by;
    }
    String known = nearest(folder, goal);
    return known != null ? known : by;
  }

  /**
   * The folder of a namespace where sources of it lie, nearest to another folder; null for none.
   */
  String ofSpace(String folder, String space) {
    return nearest(folder, space);
  }

  private static String trim(String name) {
    return name.startsWith(".") ? name.substring(1) : name;
  }

  /** The folder with sources of a namespace that shares most of its path with another one. */
  private String nearest(String folder, String space) {
    String best = null;
    int most = -1;
    for (Map.Entry<String, String> one : folders.entrySet()) {
      if (one.getValue().equals(space)) {
        String path = one.getKey().substring(0, one.getKey().indexOf('\n'));
        List<String> mine = parts(folder, "/");
        List<String> its = parts(path, "/");
        int same = 0;
        while (same < mine.size() && same < its.size() && mine.get(same).equals(its.get(same))) {
          same++;
        }
        if (same > most) {
          most = same;
          best = path;
        }
      }
    }
    return best;
  }

  /**
   * The namespace that a folder stands for, as those of sources around it or below tell; null where
   * none does.
   */
  String space(String folder) {
    for (String at : Project.upwards(folder)) {
      String known = known(at);
      if (known != null) {
        String rest = folder.substring(at.length()).replace('/', '.');
        boolean top = at.isEmpty() && !folder.isEmpty();
        return known + (top ? "." : "") + rest;
      }
    }
    return null;
  }

  /** The namespace of sources in a folder, or what those below it say of it; null for none. */
  private String known(String folder) {
    String below = null;
    for (Map.Entry<String, String> one : folders.entrySet()) {
      String path = one.getKey().substring(0, one.getKey().indexOf('\n'));
      if (path.equals(folder)) {
        return one.getValue();
      }
      boolean inside = folder.isEmpty() || path.startsWith(folder + "/");
      String rest = inside ? path.substring(folder.isEmpty() ? 0 : folder.length() + 1) : "";
      String end = "." + rest.replace('/', '.');
      if (inside && below == null && one.getValue().endsWith(end)) {
        below = one.getValue().substring(0, one.getValue().length() - end.length());
      }
    }
    return below;
  }
}

package dev.vinesorter.lang.python;

import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.Rules;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.WeakHashMap;

/** Python's modules and packages: where imports look, and which package a file is in. */
final class PythonRules implements Rules {
  private static final String INIT = "__init__.py";

  private static final Set<String> BUILDS = Set.of("pyproject.toml", "setup.py", "setup.cfg");

  /** Names that methods of many library types have. */
  private static final Set<String> COMMON =
      Set.of(
          "add", "append", "clear", "close", "copy", "count", "extend", "find", "format", "get",
          "index", "insert", "items", "join", "keys", "lower", "open", "pop", "read", "remove",
          "replace", "reverse", "run", "set", "sort", "split", "start", "strip", "update", "upper",
          "values", "write", "encode", "decode", "flush", "seek", "name", "match", "group", "send");

  /** The folders from which modules are looked for, longest first. */
  private final Map<Project, List<String>> roots = new WeakHashMap<>();

  private List<String> roots(Project project) {
    return roots.computeIfAbsent(
        project,
        p -> {
          Set<String> all = new TreeSet<>(Set.of(""));
          for (String path : p.files()) {
            String folder = Project.folder(path);
            String name = path.substring(path.lastIndexOf('/') + 1);
            if (BUILDS.contains(name)) {
              all.add(folder);
              if (p.hasFolder(Project.join(folder, "src"))) {
                all.add(Project.join(folder, "src"));
              }
            }
            boolean top =
                name.equals(INIT)
                    && !folder.isEmpty()
                    && !p.hasFile(Project.join(Project.folder(folder), INIT));
            if (top) {
              all.add(Project.folder(folder));
            }
          }
          List<String> sorted = new ArrayList<>(all);
          sorted.sort(Comparator.comparingInt((String one) -> -one.length()));
          return sorted;
        });
  }

  private static boolean isIn(String path, String folder) {
    return folder.isEmpty() || path.startsWith(folder + "/");
  }

  @Override
  public String packageOf(Project project, String path) {
    String folder = Project.folder(path);
    for (String root : roots(project)) {
      if (folder.equals(root)) {
        return "";
      }
      if (isIn(folder, root)) {
        String inside = root.isEmpty() ? folder : folder.substring(root.length() + 1);
        return inside.replace('/', '.');
      }
    }
    return folder.replace('/', '.');
  }

  @Override
  public Place source(Project project, int file, Import one) {
    String path = project.outlines().get(file).path();
    if (one.level() > 0) {
      String folder = Project.folder(path);
      for (int n = 1; n < one.level(); n++) {
        folder = Project.folder(folder);
      }
      return module(project, Project.join(folder, one.from().replace('.', '/')));
    }
    String inside = one.from().replace('.', '/');
    List<String> tried = new ArrayList<>();
    roots(project).stream().filter(root -> isIn(path, root)).forEach(tried::add);
    if (!project.hasFile(Project.join(Project.folder(path), INIT))) {
      // A script finds what lies beside it.
      tried.add(Project.folder(path));
    }
    roots(project).stream().filter(root -> !tried.contains(root)).forEach(tried::add);
    Place folder = null;
    for (String root : tried) {
      Place found = module(project, Project.join(root, inside));
      if (found != null && !found.isFolder()) {
        return found;
      }
      folder = folder == null ? found : folder;
    }
    return folder;
  }

  /** A module by its path without an end: a file, a package, or a folder; null for none. */
  private static Place module(Project project, String path) {
    int file = project.number(path + ".py");
    int init = project.number(Project.join(path, INIT));
    int stub = project.number(path + ".pyi");
    int found = init >= 0 ? init : file >= 0 ? file : stub;
    if (found >= 0) {
      return Place.of(found, 0);
    }
    return !path.isEmpty() && project.hasFolder(path) ? Place.ofFolder(path) : null;
  }

  @Override
  public Place inFolder(Project project, String folder, String name) {
    boolean init = folder.endsWith("/" + INIT) || folder.equals(INIT);
    boolean isFile = folder.endsWith(".py") || folder.endsWith(".pyi");
    if (isFile && !init) {
      return null;
    }
    return module(project, Project.join(init ? Project.folder(folder) : folder, name));
  }

  @Override
  public boolean seesMembers() {
    return false;
  }

  /** A package is begun with before what is in it. */
  @Override
  public boolean isLoadedAfter(String user, String needed) {
    return needed.endsWith("/" + PythonModules.INIT)
        && user.startsWith(needed.substring(0, needed.length() - PythonModules.INIT.length()));
  }

  @Override
  public boolean isOwn(String name) {
    return COMMON.contains(name) || name.startsWith("__");
  }
}

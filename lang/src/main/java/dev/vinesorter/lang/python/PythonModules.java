package dev.vinesorter.lang.python;

import dev.vinesorter.lang.read.Project;

/** What modules are called, from the top and from each other. */
final class PythonModules {
  static final String INIT = "__init__.py";

  private PythonModules() {}

  /** The dotted name of a module or package, from where modules are looked for. */
  static String name(PythonRules rules, Project project, String path) {
    boolean init = path.endsWith("/" + INIT);
    boolean source = path.endsWith(".py") || path.endsWith(".pyi");
    if (init || !source) {
      return rules.packageOf(project, (init ? Project.folder(path) : path) + "/" + INIT);
    }
    String around = rules.packageOf(project, path);
    String name = path.substring(path.lastIndexOf('/') + 1, path.lastIndexOf('.'));
    return around.isEmpty() ? name : around + "." + name;
  }

  /** A module from where another one is; from the top where they share no package. */
  static String relative(PythonRules rules, Project project, String importer, String module) {
    String home = rules.packageOf(project, importer);
    if (home.isEmpty()) {
      return module;
    }
    String[] from = home.split("\\.");
    String[] to = module.split("\\.");
    int same = 0;
    while (same < from.length && same < to.length && from[same].equals(to[same])) {
      same++;
    }
    if (same == 0) {
      return module;
    }
    StringBuilder relative = new StringBuilder(".".repeat(from.length - same + 1));
    for (int n = same; n < to.length; n++) {
      relative.append(n == same ? "" : ".").append(to[n]);
    }
    return relative.toString();
  }
}

package dev.vinesorter.java.build;

import java.util.List;

/**
 * What the POMs below a root say: modules, source roots and class path.
 *
 * @param roots source roots, deepest first
 * @param modules folders with a POM and their names, deepest first
 * @param classpath libraries found in the local repository
 */
public record MavenBuild(List<SourceRoot> roots, List<Module> modules, List<String> classpath) {
  static final MavenBuild NONE = new MavenBuild(List.of(), List.of(), List.of());

  /** A folder of sources, from the root; empty for the root itself. */
  record SourceRoot(String folder, String module, boolean test, boolean generated) {}

  record Module(String folder, String name) {}

  /** The source root that holds the file, or null. */
  SourceRoot rootOf(String path) {
    for (SourceRoot root : roots) {
      if (inside(path, root.folder)) {
        return root;
      }
    }
    return null;
  }

  /** The name of the innermost module around the path; empty for none. */
  String moduleAround(String path) {
    Module module = around(path);
    return module == null ? "" : module.name;
  }

  /** The folder of the innermost module around the path; null for none. */
  String folderAround(String path) {
    Module module = around(path);
    return module == null ? null : module.folder;
  }

  private Module around(String path) {
    for (Module module : modules) {
      if (inside(path, module.folder)) {
        return module;
      }
    }
    return null;
  }

  private static boolean inside(String path, String folder) {
    return folder.isEmpty() || path.startsWith(folder + "/");
  }
}

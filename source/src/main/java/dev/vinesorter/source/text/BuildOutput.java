package dev.vinesorter.source.text;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Which files a build made: they are below {@code target/} beside a {@code pom.xml}, or below
 * {@code build/} beside a Gradle script. Sources among them, in the folders where builds put those,
 * are read, since others name what they declare; nothing is ever written there.
 */
public final class BuildOutput {
  /** A build's folder, the scripts that tell it, and the folders in it that hold sources. */
  private record Tool(String folder, List<String> scripts, List<String> sources) {}

  private static final List<Tool> TOOLS =
      List.of(
          new Tool(
              "target", List.of("pom.xml"), List.of("generated-sources", "generated-test-sources")),
          new Tool("build", List.of("build.gradle", "build.gradle.kts"), List.of("generated")));

  private static final List<String> SOURCES = List.of(".java", ".kt");

  private final Root root;
  private final Map<String, Boolean> isBuilds = new ConcurrentHashMap<>();

  /** The output of the builds below a root. */
  public BuildOutput(Root root) {
    this.root = root;
  }

  /** Whether a folder is one that a build writes to. */
  static boolean isFolder(Path folder) {
    String name = folder.getFileName().toString();
    return TOOLS.stream()
        .anyMatch(
            tool ->
                tool.folder.equals(name)
                    && tool.scripts.stream()
                        .anyMatch(script -> Files.exists(folder.resolveSibling(script))));
  }

  /** Whether a folder right below one that a build writes to may hold sources. */
  static boolean holdsSources(Path folder) {
    String name = folder.getFileName().toString();
    String around = folder.getParent().getFileName().toString();
    return TOOLS.stream()
        .anyMatch(tool -> tool.folder.equals(around) && tool.sources.contains(name));
  }

  /** Whether a file is one that a language would read. */
  static boolean isSource(String path) {
    return SOURCES.stream().anyMatch(path::endsWith);
  }

  /** Whether a build made the file with that path from the root, if it is there. */
  public boolean holds(String path) {
    for (Tool tool : TOOLS) {
      String inside = tool.folder + "/";
      int at = path.startsWith(inside) ? 0 : path.indexOf("/" + inside) + 1;
      if (at > 0 || path.startsWith(inside)) {
        String folder = path.substring(0, at + tool.folder.length());
        if (isBuilds.computeIfAbsent(folder, one -> isFolder(root.path().resolve(one)))) {
          return true;
        }
      }
    }
    return false;
  }
}

package dev.vinesorter.source.text;

import dev.vinesorter.core.model.Problem;
import java.io.IOException;
import java.nio.file.FileVisitResult;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.SimpleFileVisitor;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.List;
import java.util.TreeSet;

/**
 * Finds the files below a root. Links are never walked, so a loop of links cannot hold us: a linked
 * file inside the root is taken, a linked folder is reached where it really stands, and what leads
 * out of the root is a problem. Hidden folders and {@code node_modules} are not sources, and of
 * what builds write only what they generate as sources.
 *
 * @param files paths from the root, ascending
 * @param problems folders and files that could not be read
 */
public record SourceWalk(List<String> files, List<Problem> problems) {

  /** Walks the root. */
  public static SourceWalk of(Root root) {
    Visitor visitor = new Visitor(root);
    try {
      Files.walkFileTree(root.path(), visitor);
    } catch (IOException e) {
      throw CannotWorkException.io("walk", root.path(), e);
    }
    return new SourceWalk(List.copyOf(visitor.files), visitor.problems);
  }

  /** Takes what the tree has; the walk gives attributes with each entry, so none is asked twice. */
  private static final class Visitor extends SimpleFileVisitor<Path> {
    private final Root root;
    private final TreeSet<String> files = new TreeSet<>();
    private final List<Problem> problems = new ArrayList<>();

    /** The folder of a build that the walk is in, or was in last; null for none. */
    private Path build;

    Visitor(Root root) {
      this.root = root;
    }

    @Override
    public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
      boolean top = folder.equals(root.path());
      if (!top && (passedOver(folder) || isBuilt(folder) && !BuildOutput.holdsSources(folder))) {
        return FileVisitResult.SKIP_SUBTREE;
      }
      if (!top && (build == null || !folder.startsWith(build)) && BuildOutput.isFolder(folder)) {
        build = folder;
      }
      return FileVisitResult.CONTINUE;
    }

    /** Whether something stands right in a build's folder. */
    private boolean isBuilt(Path entry) {
      return build != null && entry.getParent().equals(build);
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
      String path = root.relative(file);
      if (build != null && file.startsWith(build)) {
        if (attributes.isRegularFile() && BuildOutput.isSource(path) && !isBuilt(file)) {
          files.add(path);
        }
      } else if (attributes.isRegularFile()) {
        files.add(path);
      } else if (attributes.isSymbolicLink()) {
        link(root, file, path, files, problems);
      }
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult visitFileFailed(Path folder, IOException e) {
      problems.add(
          new Problem(root.relative(folder), 0, "unreadable", "The folder cannot be read."));
      return FileVisitResult.CONTINUE;
    }

    @Override
    public FileVisitResult postVisitDirectory(Path folder, IOException e) {
      return e == null ? FileVisitResult.CONTINUE : visitFileFailed(folder, e);
    }
  }

  private static boolean passedOver(Path folder) {
    String name = folder.getFileName().toString();
    return name.startsWith(".") || name.equals("node_modules");
  }

  private static void link(
      Root root, Path entry, String path, TreeSet<String> files, List<Problem> problems) {
    try {
      Path real = entry.toRealPath();
      if (!real.startsWith(root.path())) {
        problems.add(
            new Problem(
                path, 0, "link", "A symbolic link leads out of the root; it is not followed."));
      } else if (Files.isRegularFile(real)) {
        files.add(path);
      }
    } catch (IOException e) {
      problems.add(
          new Problem(
              path,
              0,
              "link",
              "A symbolic link leads nowhere or in a circle; it is not followed."));
    }
  }
}

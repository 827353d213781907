package dev.vinesorter.source;

import dev.vinesorter.core.model.Glob;
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
 * out of the root is a problem. Hidden folders, other tools' build folders and {@code node_modules}
 * are not sources.
 *
 * @param files paths from the root, ascending
 * @param leftOut how many files and folders a glob kept from being looked at
 * @param problems folders and files that could not be read
 */
public record SourceWalk(List<String> files, int leftOut, List<Problem> problems) {

  /** Walks the root, passing over paths that match one of the globs. */
  public static SourceWalk of(Root root, List<Glob> leaveOut) {
    Visitor visitor = new Visitor(root, leaveOut);
    try {
      Files.walkFileTree(root.path(), visitor);
    } catch (IOException e) {
      throw CannotWorkException.io("walk", root.path(), e);
    }
    return new SourceWalk(List.copyOf(visitor.files), visitor.leftOut, visitor.problems);
  }

  /** Takes what the tree has; the walk gives attributes with each entry, so none is asked twice. */
  private static final class Visitor extends SimpleFileVisitor<Path> {
    private final Root root;
    private final List<Glob> leaveOut;
    private final TreeSet<String> files = new TreeSet<>();
    private final List<Problem> problems = new ArrayList<>();
    private int leftOut;

    Visitor(Root root, List<Glob> leaveOut) {
      this.root = root;
      this.leaveOut = leaveOut;
    }

    private boolean isLeftOut(String path) {
      boolean out = leaveOut.stream().anyMatch(glob -> glob.matches(path));
      leftOut += out ? 1 : 0;
      return out;
    }

    @Override
    public FileVisitResult preVisitDirectory(Path folder, BasicFileAttributes attributes) {
      boolean top = folder.equals(root.path());
      boolean walked = top || !isLeftOut(root.relative(folder)) && !passedOver(folder);
      return walked ? FileVisitResult.CONTINUE : FileVisitResult.SKIP_SUBTREE;
    }

    @Override
    public FileVisitResult visitFile(Path file, BasicFileAttributes attributes) {
      String path = root.relative(file);
      if (!isLeftOut(path)) {
        if (attributes.isRegularFile()) {
          files.add(path);
        } else if (attributes.isSymbolicLink()) {
          link(root, file, path, files, problems);
        }
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
    Path beside = folder.getParent();
    return name.startsWith(".")
        || name.equals("node_modules")
        || name.equals("target") && Files.exists(beside.resolve("pom.xml"))
        || name.equals("build")
            && (Files.exists(beside.resolve("build.gradle"))
                || Files.exists(beside.resolve("build.gradle.kts")));
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

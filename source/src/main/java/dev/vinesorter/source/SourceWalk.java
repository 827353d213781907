package dev.vinesorter.source;

import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Problem;
import java.io.IOException;
import java.nio.file.DirectoryIteratorException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
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
    TreeSet<String> files = new TreeSet<>();
    List<Problem> problems = new ArrayList<>();
    int leftOut = 0;
    Deque<Path> folders = new ArrayDeque<>();
    folders.add(root.path());
    while (!folders.isEmpty()) {
      Path folder = folders.remove();
      try (DirectoryStream<Path> entries = Files.newDirectoryStream(folder)) {
        for (Path entry : entries) {
          String path = root.relative(entry);
          if (leaveOut.stream().anyMatch(glob -> glob.matches(path))) {
            leftOut++;
            continue;
          }
          if (Files.isDirectory(entry, LinkOption.NOFOLLOW_LINKS)) {
            if (!passedOver(entry)) {
              folders.add(entry);
            }
          } else if (Files.isRegularFile(entry, LinkOption.NOFOLLOW_LINKS)) {
            files.add(path);
          } else if (Files.isSymbolicLink(entry)) {
            link(root, entry, path, files, problems);
          }
        }
      } catch (IOException | DirectoryIteratorException e) {
        problems.add(
            new Problem(root.relative(folder), 0, "unreadable", "The folder cannot be read."));
      }
    }
    return new SourceWalk(List.copyOf(files), leftOut, problems);
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

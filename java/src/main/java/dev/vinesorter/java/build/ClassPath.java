package dev.vinesorter.java.build;

import dev.vinesorter.core.model.Problem;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipFile;

/**
 * The libraries that the compiler is given. What cannot be read as one is told and left out: a pipe
 * or a device would hold us for ever.
 */
public final class ClassPath {
  private ClassPath() {}

  /** The entries that are readable files or folders; the others become problems. */
  public static List<Path> readable(List<String> entries, List<Problem> problems) {
    List<Path> readable = new ArrayList<>();
    for (String entry : entries) {
      String objection;
      try {
        Path path = Path.of(entry);
        objection = objection(path);
        if (objection == null) {
          readable.add(path);
        }
      } catch (InvalidPathException e) {
        objection = "is no path on this system";
      }
      if (objection != null) {
        problems.add(
            new Problem(
                "",
                0,
                "classpath",
                "The class path entry " + entry + " " + objection + "; it is left out."));
      }
    }
    return readable;
  }

  private static String objection(Path path) {
    if (!Files.exists(path)) {
      return "is not there";
    }
    if (!Files.isRegularFile(path) && !Files.isDirectory(path)) {
      return "is neither a file nor a folder";
    }
    if (!Files.isReadable(path)) {
      return "cannot be read";
    }
    return Files.isDirectory(path) || isArchive(path) ? null : "is damaged";
  }

  /** The compiler tells of a damaged one by itself, where nobody asked. */
  private static boolean isArchive(Path path) {
    try (ZipFile jar = new ZipFile(path.toFile())) {
      return jar.size() >= 0;
    } catch (IOException | IllegalArgumentException e) {
      return false;
    }
  }
}

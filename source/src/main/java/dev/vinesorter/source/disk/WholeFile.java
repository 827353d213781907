package dev.vinesorter.source.disk;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;

/** Replaces our own files: whatever goes wrong, the old content is there, or the new one. */
public final class WholeFile {
  private WholeFile() {}

  /**
   * Gives a file, there or not, new content: written beside it under a name of this process, then
   * moved over it. A failure leaves nothing behind.
   */
  public static void replace(Path file, byte[] content) throws IOException {
    Path fresh = file.resolveSibling(file.getFileName() + "." + ProcessHandle.current().pid());
    try {
      // What a stranger planted under that name is not written through.
      Files.deleteIfExists(fresh);
      new Disk().create(fresh, content);
      Files.move(fresh, file, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
    } catch (IOException e) {
      try {
        Files.deleteIfExists(fresh);
      } catch (IOException ignored) {
        e.addSuppressed(ignored);
      }
      throw e;
    }
  }
}

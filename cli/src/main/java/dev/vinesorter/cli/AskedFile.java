package dev.vinesorter.cli;

import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Writes a file that the user asked for. */
final class AskedFile {
  private AskedFile() {}

  /** Writes it; through no link that lies in the code base, since that may have come with it. */
  static void write(String what, Root root, Path file, String text) {
    try {
      Path folder = file.toAbsolutePath().normalize().getParent();
      if (Files.isSymbolicLink(file) && folder.toRealPath().startsWith(root.path())) {
        throw new CannotWorkException(
            file
                + " is a link; Vine Sorter writes through none. Say where it leads, or remove it.");
      }
      Files.write(file, text.getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw CannotWorkException.io("write " + what, file, e);
    }
  }
}

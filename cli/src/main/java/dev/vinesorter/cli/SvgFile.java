package dev.vinesorter.cli;

import dev.vinesorter.source.CannotWorkException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Writes a picture where the user asked for it. */
final class SvgFile {
  private SvgFile() {}

  static void write(Path file, String picture) {
    try {
      Files.write(file, picture.getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw CannotWorkException.io("write the picture", file, e);
    }
  }
}

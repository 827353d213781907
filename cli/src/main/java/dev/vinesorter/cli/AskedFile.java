package dev.vinesorter.cli;

import dev.vinesorter.source.CannotWorkException;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;

/** Writes a file that the user asked for. */
final class AskedFile {
  private AskedFile() {}

  static void write(String what, Path file, String text) {
    try {
      Files.write(file, text.getBytes(StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw CannotWorkException.io("write " + what, file, e);
    }
  }
}

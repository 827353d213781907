package dev.vinesorter.source.text;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/** SHA-256 of contents, as lower-case hex. */
public final class ContentHash {
  private ContentHash() {}

  public static String of(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException e) {
      throw new IllegalStateException("Every Java has SHA-256.", e);
    }
  }

  /** The hash of a file's content, or the empty string where there is no such file. */
  public static String of(Path file) throws IOException {
    if (Files.exists(file) && !Files.isRegularFile(file)) {
      throw new IOException("is no file any more");
    }
    return Files.exists(file) ? of(Files.readAllBytes(file)) : "";
  }
}

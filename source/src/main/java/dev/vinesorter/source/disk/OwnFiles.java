package dev.vinesorter.source.disk;

import dev.vinesorter.source.text.CannotWorkException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;

/**
 * Our own files, as a stranger may have left them: none is reached through a link, none that is a
 * pipe or a device is opened, and none is read that is larger than it can be.
 */
public final class OwnFiles {
  private OwnFiles() {}

  /** Whether something has this name, a link that leads nowhere included. */
  public static boolean isThere(Path path) {
    return Files.exists(path, LinkOption.NOFOLLOW_LINKS);
  }

  public static boolean isFile(Path path) {
    return Files.isRegularFile(path, LinkOption.NOFOLLOW_LINKS);
  }

  public static boolean isFolder(Path path) {
    return Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS);
  }

  /** A folder, made when it is not there. Whether it was made. */
  public static boolean makeFolder(Path folder) throws IOException {
    if (isFolder(folder)) {
      return false;
    }
    refuseUnless(!isThere(folder), folder, "folder");
    try {
      Files.createDirectory(folder);
    } catch (java.nio.file.FileAlreadyExistsException e) {
      // Another run may have been quicker; a link may not.
      refuseUnless(isFolder(folder), folder, "folder");
    }
    return true;
  }

  /**
   * The place of a file to be written, there or not.
   *
   * @throws CannotWorkException when what is there is no plain file
   */
  public static Path toWrite(Path file) {
    refuseUnless(!isThere(file) || isFile(file), file, "file");
    return file;
  }

  /** The bytes of a file of at most {@code most} bytes. */
  public static byte[] read(Path file, long most) throws IOException {
    if (!isThere(file)) {
      throw new NoSuchFileException(file.toString());
    }
    refuseUnless(isFile(file), file, "file");
    if (Files.size(file) > most) {
      throw new IOException("it is larger than it can be");
    }
    try (InputStream in = Files.newInputStream(file, LinkOption.NOFOLLOW_LINKS)) {
      return in.readNBytes((int) Math.min(most, Integer.MAX_VALUE - 8));
    }
  }

  private static void refuseUnless(boolean plain, Path path, String what) {
    if (!plain) {
      throw new CannotWorkException(
          path
              + " is "
              + (Files.isSymbolicLink(path) ? "a link" : "no plain " + what)
              + "; Vine Sorter keeps nothing there. Look where it came from, and remove it.");
    }
  }
}

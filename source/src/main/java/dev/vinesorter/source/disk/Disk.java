package dev.vinesorter.source.disk;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.OpenOption;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;

/**
 * The few ways in which the journal changes a disk. What was not forced may be lost when the
 * machine stops: the content of a file unless the file was forced, and the names in a folder (files
 * made, renamed, removed) unless the folder was. Tests put a disk in its place that forgets.
 */
public class Disk {
  private static final boolean WINDOWS = System.getProperty("os.name").startsWith("Windows");

  /** Makes a file that must not be there yet; nothing is written through a link. */
  public void create(Path file, byte[] content) throws IOException {
    OpenOption[] options = {
      StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS
    };
    Files.write(file, content, options);
  }

  /** Gives an existing file another name beside its own; a copy where the system has no links. */
  public void link(Path file, Path name) throws IOException {
    try {
      Files.createLink(name, file);
    } catch (IOException | UnsupportedOperationException e) {
      Files.copy(file, name, StandardCopyOption.COPY_ATTRIBUTES, LinkOption.NOFOLLOW_LINKS);
    }
  }

  /** Renames a file over another one, there or not, in one instant. */
  public void replace(Path from, Path to) throws IOException {
    Files.move(from, to, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
  }

  /** Removes a file or an empty folder, if it is there. */
  public void delete(Path path) throws IOException {
    Files.deleteIfExists(path);
  }

  /** Makes a folder below one that is there. */
  public void makeFolder(Path folder) throws IOException {
    Files.createDirectory(folder);
  }

  /** Sets permissions, in the form {@code rwxr-x---}; an empty text leaves them. */
  public void mode(Path path, String mode) throws IOException {
    if (!mode.isEmpty()) {
      Files.setPosixFilePermissions(path, PosixFilePermissions.fromString(mode));
    }
  }

  /** Waits until what a file holds, or which names a folder has, has reached the disk itself. */
  public void force(Path path) throws IOException {
    boolean folder = Files.isDirectory(path, LinkOption.NOFOLLOW_LINKS);
    if (folder && WINDOWS) {
      // Windows keeps the names of folders safe by itself, and does not let us open them.
      return;
    }
    Set<OpenOption> options =
        WINDOWS
            ? Set.of(StandardOpenOption.WRITE)
            : Set.of(StandardOpenOption.READ, LinkOption.NOFOLLOW_LINKS);
    try (FileChannel channel = FileChannel.open(path, options)) {
      channel.force(true);
    } catch (java.nio.file.AccessDeniedException e) {
      // A file that even its owner may not read: its content was not ours to write.
      if (folder) {
        throw e;
      }
    }
  }
}

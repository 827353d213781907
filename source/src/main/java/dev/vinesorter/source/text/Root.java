package dev.vinesorter.source.text;

import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.InvalidPathException;
import java.nio.file.LinkOption;
import java.nio.file.Path;

/**
 * The folder under survey. Every path that is read or written goes through it, and stays inside.
 */
public final class Root {
  /** Where Vine Sorter keeps its own files. */
  public static final String OWN_FOLDER = ".vinesort";

  private final Path real;

  private Root(Path real) {
    this.real = real;
  }

  /**
   * The root at a folder.
   *
   * @throws CannotWorkException when it is no folder that can be read
   */
  public static Root of(Path folder) {
    if (!Files.isDirectory(folder)) {
      throw new CannotWorkException(
          "There is no folder " + folder + ". Say which folder to look at with --root DIR.");
    }
    try {
      return new Root(folder.toRealPath());
    } catch (IOException e) {
      throw CannotWorkException.io("open the folder", folder, e);
    }
  }

  /** The folder's real path. */
  public Path path() {
    return real;
  }

  /** The folder that holds our own files; may not exist yet. */
  public Path ownFolder() {
    return real.resolve(OWN_FOLDER);
  }

  /**
   * The place of a path from the root; nothing need be there.
   *
   * @throws CannotWorkException when the path is absolute, climbs, or a link in it leaves the root
   */
  public Path resolve(String path) {
    Path place;
    try {
      place = real.resolve(path).normalize();
    } catch (InvalidPathException e) {
      throw new CannotWorkException("'" + path + "' is no path on this system.", e);
    }
    if (path.startsWith("/") || !place.startsWith(real) || place.equals(real)) {
      throw new CannotWorkException("The path '" + path + "' leaves the root " + real + ".");
    }
    Path there = place;
    while (!Files.exists(there, LinkOption.NOFOLLOW_LINKS)) {
      there = there.getParent();
    }
    try {
      if (!there.toRealPath().startsWith(real)) {
        throw new CannotWorkException(
            "The path '" + path + "' leads out of the root through a symbolic link.");
      }
    } catch (IOException e) {
      throw CannotWorkException.io("follow", place, e);
    }
    return place;
  }

  /**
   * Whether a file of settings with that path is there.
   *
   * @throws CannotWorkException when what is there is no file, or leads out of the root
   */
  public boolean hasFile(String path) {
    Path file = real.resolve(path);
    if (!Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
      return false;
    }
    if (!Files.isRegularFile(resolve(path))) {
      throw new CannotWorkException(file + " is no file that can be read. Remove it, or mend it.");
    }
    return true;
  }

  /** The path from the root, with slashes, of a place below it. */
  public String relative(Path place) {
    // Cutting the text is many times quicker than relativizing, and every file of a walk asks.
    String text = place.toString();
    String top = real.toString();
    String path =
        text.startsWith(top + File.separator)
            ? text.substring(top.length() + 1)
            : real.relativize(place).toString();
    return File.separatorChar == '/' ? path : path.replace(File.separatorChar, '/');
  }
}

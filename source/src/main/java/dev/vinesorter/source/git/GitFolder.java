package dev.vinesorter.source.git;

import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.File;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.util.FS;
import org.eclipse.jgit.util.FS_POSIX;
import org.eclipse.jgit.util.FS_Win32;

/**
 * What is looked at before a git folder is believed: it may have come with the code. It must belong
 * to the work tree that it was found in, so that a planted pointer cannot lead to another
 * repository of the user's; and none of its programs is ever run.
 */
final class GitFolder {
  private GitFolder() {}

  /** A file system that finds no hooks and starts no programs. */
  static FS withoutPrograms() {
    return FS.DETECTED instanceof FS_Win32 ? new QuietWindows() : new Quiet();
  }

  /** Fails where a hook or a filter would be started, should one ever be asked for. */
  private static ProcessBuilder refused(String command) {
    throw new CannotWorkException(
        "The git repository asks to run '" + command + "'; Vine Sorter runs no program of it.");
  }

  private static final class Quiet extends FS_POSIX {
    Quiet() {}

    Quiet(Quiet other) {
      super(other);
    }

    @Override
    public FS newInstance() {
      return new Quiet(this);
    }

    @Override
    public File findHook(Repository repository, String name) {
      return null;
    }

    @Override
    public ProcessBuilder runInShell(String command, String[] arguments) {
      return refused(command);
    }
  }

  private static final class QuietWindows extends FS_Win32 {
    QuietWindows() {}

    QuietWindows(QuietWindows other) {
      super(other);
    }

    @Override
    public FS newInstance() {
      return new QuietWindows(this);
    }

    @Override
    public File findHook(Repository repository, String name) {
      return null;
    }

    @Override
    public ProcessBuilder runInShell(String command, String[] arguments) {
      return refused(command);
    }
  }

  /**
   * Why a repository is not taken for that of the work tree around a root; null where it is. A file
   * {@code .git} points to a folder elsewhere, as for a module of another repository; that folder
   * has to name this very work tree in its settings, else the pointer leads to somebody else's.
   */
  static String objection(Repository repository, Root root) throws IOException {
    Path found = root.path();
    while (found != null && !Files.exists(found.resolve(".git"), LinkOption.NOFOLLOW_LINKS)) {
      found = found.getParent();
    }
    if (found == null || repository.isBare()) {
      return null;
    }
    Path pointer = found.resolve(".git");
    if (Files.isSymbolicLink(pointer)) {
      return pointer + " is a link, which is not followed";
    }
    Path folder = repository.getDirectory().toPath();
    Path top = repository.getWorkTree().toPath().toRealPath();
    return top.equals(found)
        ? null
        : "the git folder " + folder + " belongs to the work tree " + top + ", not to " + found;
  }

  /** A link among the files of a git folder that a commit writes, or null. */
  static Path linkIn(Repository repository) throws IOException {
    Path folder = repository.getDirectory().toPath();
    for (String name : List.of("HEAD", "index", "objects", "COMMIT_EDITMSG")) {
      if (Files.isSymbolicLink(folder.resolve(name))) {
        return folder.resolve(name);
      }
    }
    for (String name : List.of("refs", "logs")) {
      Path below = folder.resolve(name);
      if (Files.exists(below, LinkOption.NOFOLLOW_LINKS)) {
        try (Stream<Path> all = Files.walk(below)) {
          Path link = all.filter(Files::isSymbolicLink).findFirst().orElse(null);
          if (link != null) {
            return link;
          }
        }
      }
    }
    return null;
  }
}

package dev.vinesorter.source;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
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
   * Why a repository is not taken for that of the work tree it was found in; null where it is. A
   * work tree of its own, or a module, has a file {@code .git} that names the folder, which in turn
   * names the work tree; where only one of both does, the pointer leads somewhere else.
   */
  static String objection(Repository repository) throws IOException {
    if (repository.isBare()) {
      return null;
    }
    Path top = repository.getWorkTree().toPath().toRealPath();
    Path pointer = top.resolve(".git");
    Path folder = repository.getDirectory().toPath();
    if (Files.isSymbolicLink(pointer)) {
      return pointer + " is a link, which is not followed";
    }
    if (Files.isDirectory(pointer, LinkOption.NOFOLLOW_LINKS)) {
      return folder.toRealPath().equals(pointer)
          ? null
          : pointer + " is not the git folder that was found, " + folder;
    }
    Path back = folder.resolve("gitdir");
    boolean workTree =
        Files.isRegularFile(back, LinkOption.NOFOLLOW_LINKS)
            && folder
                .resolve(Files.readString(back, StandardCharsets.UTF_8).strip())
                .normalize()
                .equals(pointer);
    boolean module = repository.getConfig().getString("core", null, "worktree") != null;
    return workTree || module && Files.isRegularFile(pointer, LinkOption.NOFOLLOW_LINKS)
        ? null
        : "the folder " + folder + " does not say that " + top + " is its work tree";
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

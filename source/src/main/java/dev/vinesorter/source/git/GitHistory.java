package dev.vinesorter.source.git;

import dev.vinesorter.source.keep.KeptSurvey;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.eclipse.jgit.errors.AmbiguousObjectException;
import org.eclipse.jgit.errors.ConfigInvalidException;
import org.eclipse.jgit.errors.IncorrectObjectTypeException;
import org.eclipse.jgit.errors.RevisionSyntaxException;
import org.eclipse.jgit.lib.Config;
import org.eclipse.jgit.lib.FileMode;
import org.eclipse.jgit.lib.ObjectId;
import org.eclipse.jgit.lib.ObjectLoader;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.revwalk.RevCommit;
import org.eclipse.jgit.revwalk.RevWalk;
import org.eclipse.jgit.storage.file.FileBasedConfig;
import org.eclipse.jgit.storage.file.FileRepositoryBuilder;
import org.eclipse.jgit.treewalk.TreeWalk;
import org.eclipse.jgit.treewalk.filter.PathFilter;
import org.eclipse.jgit.util.FS;
import org.eclipse.jgit.util.SystemReader;

/**
 * The git repository around a root, read only: no work tree, index or reference is touched, no hook
 * or filter runs, and no {@code git} is started, for which settings outside the repository are not
 * looked at.
 */
public final class GitHistory implements AutoCloseable {
  /** How far apart the commits of a history are. */
  public enum Step {
    COMMIT,
    DAY,
    WEEK,
    MONTH
  }

  /**
   * A commit.
   *
   * @param id its full name
   * @param tree the name of its tree at the root; the same tree has the same files
   * @param date when it was made, in UTC
   * @param subject the first line of its message
   */
  public record Commit(String id, String tree, ZonedDateTime date, String subject) {}

  private final Repository repository;

  /** The root's path from the top of the work tree; empty for the top itself. */
  private final String prefix;

  private GitHistory(Repository repository, String prefix) {
    this.repository = repository;
    this.prefix = prefix;
  }

  /**
   * Opens the repository around a root.
   *
   * @throws CannotWorkException when there is none
   */
  public static GitHistory of(Root root) {
    Repository repository = open(root, "no revision can be read");
    try {
      return new GitHistory(repository, inside(repository, root));
    } catch (IOException e) {
      throw unreadable(root, e);
    }
  }

  /**
   * The repository around a root, for which nothing outside it is looked at.
   *
   * @param so what cannot be done where there is none
   */
  static Repository open(Root root, String so) {
    beQuiet();
    FileRepositoryBuilder builder = new FileRepositoryBuilder();
    builder.findGitDir(root.path().toFile());
    if (builder.getGitDir() == null) {
      throw new CannotWorkException(
          "There is no git repository around " + root.path() + ", so " + so + ".");
    }
    try {
      Repository repository = builder.setFS(GitFolder.withoutPrograms()).setMustExist(true).build();
      String objection = GitFolder.objection(repository, root);
      if (objection != null) {
        repository.close();
        throw new CannotWorkException(
            "The git repository around "
                + root.path()
                + " is not looked at: "
                + objection
                + ", so "
                + so
                + ".");
      }
      return repository;
    } catch (IOException | IllegalArgumentException e) {
      throw unreadable(root, e);
    }
  }

  /** The root's path from the top of the work tree; empty for the top itself. */
  static String inside(Repository repository, Root root) throws IOException {
    Path top = repository.isBare() ? root.path() : repository.getWorkTree().toPath().toRealPath();
    return top.relativize(root.path()).toString().replace('\\', '/');
  }

  private static CannotWorkException unreadable(Root root, Exception e) {
    return new CannotWorkException(
        "The git repository around " + root.path() + " cannot be read: " + e.getMessage() + ".", e);
  }

  /** Lets the library look at nothing outside the repository and start no program. */
  private static void beQuiet() {
    if (!(SystemReader.getInstance() instanceof QuietReader)) {
      SystemReader.setInstance(new QuietReader(SystemReader.getInstance()));
    }
  }

  /** The commit that a revision means, or null when it means none. */
  public Commit commit(String revision) {
    try (RevWalk walk = new RevWalk(repository)) {
      ObjectId id = repository.resolve(revision + "^{commit}");
      return id == null ? null : commit(walk.parseCommit(id));
    } catch (RevisionSyntaxException | AmbiguousObjectException | IncorrectObjectTypeException e) {
      return null;
    } catch (IOException e) {
      throw unreadable(e);
    }
  }

  private CannotWorkException unreadable(IOException e) {
    return new CannotWorkException("The git repository cannot be read: " + e.getMessage() + ".", e);
  }

  private Commit commit(RevCommit commit) throws IOException {
    Instant made = Instant.ofEpochSecond(commit.getCommitTime());
    ObjectId tree = commit.getTree().getId();
    if (!prefix.isEmpty()) {
      try (TreeWalk at = TreeWalk.forPath(repository, prefix, commit.getTree())) {
        tree = at == null ? ObjectId.zeroId() : at.getObjectId(0);
      }
    }
    return new Commit(
        commit.name(), tree.name(), made.atZone(ZoneOffset.UTC), commit.getShortMessage());
  }

  /**
   * The last commits up to a revision, the oldest first, along first parents; with a step of time,
   * the last commit of each day, week or month.
   */
  public List<Commit> last(String revision, int count, Step step) {
    List<Commit> found = new ArrayList<>();
    Commit at = commit(revision);
    if (at == null) {
      throw new CannotWorkException("There is no commit '" + revision + "' in this repository.");
    }
    try (RevWalk walk = new RevWalk(repository)) {
      RevCommit commit = walk.parseCommit(ObjectId.fromString(at.id()));
      String period = "";
      while (found.size() < count) {
        Commit one = commit(commit);
        String now = period(one, step);
        if (!now.equals(period)) {
          found.add(0, one);
          period = now;
        }
        if (commit.getParentCount() == 0) {
          break;
        }
        commit = walk.parseCommit(commit.getParent(0));
      }
      return found;
    } catch (IOException e) {
      throw unreadable(e);
    }
  }

  private static String period(Commit commit, Step step) {
    switch (step) {
      case DAY:
        return commit.date().toLocalDate().toString();
      case WEEK:
        return commit.date().toLocalDate().with(java.time.DayOfWeek.MONDAY).toString();
      case MONTH:
        return commit.date().toLocalDate().withDayOfMonth(1).toString();
      default:
        return commit.id();
    }
  }

  /** Writes the sources and build files of a commit into an empty folder. */
  public void copy(Commit commit, Path folder) {
    try (RevWalk walk = new RevWalk(repository);
        TreeWalk files = new TreeWalk(repository)) {
      Root place = Root.of(folder);
      files.addTree(walk.parseCommit(ObjectId.fromString(commit.id())).getTree());
      files.setRecursive(true);
      if (!prefix.isEmpty()) {
        files.setFilter(PathFilter.create(prefix));
      }
      while (files.next()) {
        String path = files.getPathString();
        String inside = prefix.isEmpty() ? path : path.substring(prefix.length() + 1);
        boolean plain =
            files.getFileMode(0) == FileMode.REGULAR_FILE
                || files.getFileMode(0) == FileMode.EXECUTABLE_FILE;
        if (plain && KeptSurvey.counts(inside)) {
          ObjectLoader blob = repository.open(files.getObjectId(0));
          Path file = place.resolve(inside);
          Files.createDirectories(file.getParent());
          Files.write(file, blob.getBytes());
        }
      }
    } catch (IOException e) {
      throw unreadable(e);
    }
  }

  @Override
  public void close() {
    repository.close();
  }

  /** Settings of the system and of the user are taken as empty. */
  private static final class QuietReader extends SystemReader.Delegate {
    QuietReader(SystemReader delegate) {
      super(delegate);
    }

    @Override
    public FileBasedConfig openSystemConfig(Config parent, FS fs) {
      return empty(parent, fs);
    }

    @Override
    public FileBasedConfig openUserConfig(Config parent, FS fs) {
      return empty(parent, fs);
    }

    @Override
    public FileBasedConfig openJGitConfig(Config parent, FS fs) {
      return empty(parent, fs);
    }

    @Override
    public org.eclipse.jgit.lib.StoredConfig getUserConfig()
        throws ConfigInvalidException, IOException {
      return empty(null, FS.DETECTED);
    }

    @Override
    public org.eclipse.jgit.lib.StoredConfig getSystemConfig() {
      return empty(null, FS.DETECTED);
    }

    @Override
    public org.eclipse.jgit.lib.StoredConfig getJGitConfig() {
      return empty(null, FS.DETECTED);
    }

    private static FileBasedConfig empty(Config parent, FS fs) {
      return new FileBasedConfig(parent, null, fs) {
        @Override
        public void load() {
          // There is nothing to load.
        }

        @Override
        public boolean isOutdated() {
          return false;
        }

        @Override
        public void save() {
          // Settings are not ours to change.
        }

        /** What is asked of the file system's clock, answered so that no probe is written. */
        @Override
        public long getTimeUnit(
            String section, String subsection, String name, long otherwise, TimeUnit unit) {
          return section.equals("filesystem")
              ? unit.convert(2, TimeUnit.SECONDS)
              : super.getTimeUnit(section, subsection, name, otherwise, unit);
        }
      };
    }
  }
}

package dev.vinesorter.source.git;

import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.TreeSet;
import org.eclipse.jgit.api.AddCommand;
import org.eclipse.jgit.api.Git;
import org.eclipse.jgit.api.RmCommand;
import org.eclipse.jgit.api.Status;
import org.eclipse.jgit.api.StatusCommand;
import org.eclipse.jgit.api.errors.GitAPIException;
import org.eclipse.jgit.api.errors.JGitInternalException;
import org.eclipse.jgit.attributes.Attribute;
import org.eclipse.jgit.errors.ConfigInvalidException;
import org.eclipse.jgit.errors.NoWorkTreeException;
import org.eclipse.jgit.lib.Config;
import org.eclipse.jgit.lib.Constants;
import org.eclipse.jgit.lib.PersonIdent;
import org.eclipse.jgit.lib.Repository;
import org.eclipse.jgit.lib.RepositoryState;
import org.eclipse.jgit.storage.file.FileBasedConfig;
import org.eclipse.jgit.treewalk.FileTreeIterator;
import org.eclipse.jgit.treewalk.TreeWalk;
import org.eclipse.jgit.treewalk.filter.PathFilterGroup;
import org.eclipse.jgit.util.FS;

/**
 * Commits what a step changed to the git repository around a root. No hook and no filter is run and
 * nothing is signed; files that the step did not change stay as they are in the index.
 */
public final class GitCommits implements AutoCloseable {
  private final Git git;
  private final PersonIdent author;

  /** The root's path from the top of the work tree with a slash; empty for the top itself. */
  private final String prefix;

  private GitCommits(Git git, PersonIdent author, String prefix) {
    this.git = git;
    this.author = author;
    this.prefix = prefix;
  }

  /**
   * Opens the repository around a root.
   *
   * @throws CannotWorkException when there is none, it is in the middle of something, or git does
   *     not know who commits
   */
  public static GitCommits of(Root root) {
    Repository repository = GitHistory.open(root, "nothing can be committed");
    RepositoryState state = repository.getRepositoryState();
    if (!state.canCommit() || state != RepositoryState.SAFE) {
      throw new CannotWorkException(
          "The git repository is in the middle of something ("
              + state.getDescription()
              + "). Finish that first.");
    }
    try {
      Path link = GitFolder.linkIn(repository);
      if (link != null) {
        throw new CannotWorkException(
            link + " is a link; Vine Sorter writes through none. Leave --commit out.");
      }
      String inside = GitHistory.inside(repository, root);
      return new GitCommits(
          new Git(repository),
          author(repository.getConfig()),
          inside.isEmpty() ? "" : inside + "/");
    } catch (IOException | NoWorkTreeException e) {
      throw failed("cannot be read", e);
    }
  }

  private static CannotWorkException failed(String what, Exception e) {
    return new CannotWorkException("The git repository " + what + ": " + e.getMessage() + ".", e);
  }

  /** What the file system said, where that is behind a failure. */
  private static Exception cause(Exception e) {
    for (Throwable at = e; at != null; at = at.getCause()) {
      if (at instanceof IOException io) {
        return io;
      }
    }
    return e;
  }

  /** As git finds it: the environment, the repository's settings, the user's. */
  private static PersonIdent author(Config repository) throws IOException {
    String name = System.getenv("GIT_AUTHOR_NAME");
    String mail = System.getenv("GIT_AUTHOR_EMAIL");
    List<Config> settings = new ArrayList<>(List.of(repository));
    String home = System.getProperty("user.home");
    String config = System.getenv("XDG_CONFIG_HOME");
    Path own = config == null ? Path.of(home, ".config") : Path.of(config);
    for (Path file : List.of(Path.of(home, ".gitconfig"), own.resolve("git").resolve("config"))) {
      if (Files.isRegularFile(file)) {
        FileBasedConfig user = new FileBasedConfig(null, file.toFile(), FS.DETECTED);
        try {
          user.load();
        } catch (ConfigInvalidException e) {
          throw new CannotWorkException(file + " is no settings file of git.", e);
        }
        settings.add(user);
      }
    }
    for (Config one : settings) {
      name = name == null ? one.getString("user", null, "name") : name;
      mail = mail == null ? one.getString("user", null, "email") : mail;
    }
    if (name == null || mail == null) {
      throw new CannotWorkException(
          "git does not know who commits. Run 'git config user.name …' and 'git config user.email"
              + " …' first.");
    }
    return new PersonIdent(name, mail);
  }

  /**
   * Which of these paths, from the root, git would hand to a program before it commits them, with
   * the attribute that says so. No such program is run, so they are left for the user to commit.
   */
  public List<String> filtered(Collection<String> paths) {
    Repository repository = git.getRepository();
    TreeSet<String> filtered = new TreeSet<>();
    if (paths.isEmpty()) {
      return List.of();
    }
    try (TreeWalk walk = new TreeWalk(repository)) {
      walk.setOperationType(TreeWalk.OperationType.CHECKIN_OP);
      walk.addTree(new FileTreeIterator(repository));
      walk.setRecursive(true);
      walk.setFilter(
          PathFilterGroup.createFromStrings(paths.stream().map(path -> prefix + path).toList()));
      while (walk.next()) {
        for (String name : List.of("filter", "working-tree-encoding")) {
          Attribute attribute = walk.getAttributes().get(name);
          if (attribute != null && attribute.getState() != Attribute.State.UNSET) {
            filtered.add(walk.getPathString().substring(prefix.length()) + " (" + attribute + ")");
          }
        }
      }
      return List.copyOf(filtered);
    } catch (IOException e) {
      throw failed("cannot be read", e);
    }
  }

  /** What is said where files have a filter. */
  public static String leftToUser(List<String> filtered) {
    return "git would run a filter on "
        + String.join(", ", filtered)
        + "; Vine Sorter runs none, so that commit is left to you. Apply without --commit, then"
        + " commit with git.";
  }

  /**
   * Which of these paths, from the root, have changes that are not committed, or are not in git.
   */
  public List<String> dirty(Collection<String> paths) {
    StatusCommand command = git.status();
    paths.forEach(path -> command.addPath(prefix + path));
    try {
      Status status = command.call();
      TreeSet<String> dirty = new TreeSet<>(status.getUncommittedChanges());
      dirty.addAll(status.getUntracked());
      dirty.addAll(status.getConflicting());
      return dirty.stream()
          .filter(path -> path.startsWith(prefix))
          .map(path -> path.substring(prefix.length()))
          .filter(paths::contains)
          .toList();
    } catch (GitAPIException e) {
      throw failed("cannot tell what is committed", e);
    }
  }

  /**
   * Commits these paths as they are on disk now, and nothing else.
   *
   * @return the commit's name
   */
  public String commit(String message, Collection<String> paths) {
    List<String> filtered = filtered(paths);
    if (!filtered.isEmpty()) {
      throw new CannotWorkException(leftToUser(filtered));
    }
    try {
      AddCommand add = git.add();
      RmCommand remove = git.rm().setCached(true);
      boolean adds = false;
      boolean removes = false;
      for (String path : paths) {
        Path file = git.getRepository().getWorkTree().toPath().resolve(prefix + path);
        if (Files.exists(file, LinkOption.NOFOLLOW_LINKS)) {
          add.addFilepattern(prefix + path);
          adds = true;
        } else {
          remove.addFilepattern(prefix + path);
          removes = true;
        }
      }
      if (adds) {
        add.call();
      }
      if (removes) {
        remove.call();
      }
      var commit =
          git.commit()
              .setMessage(message)
              .setAuthor(author)
              .setCommitter(author)
              .setNoVerify(true)
              .setSign(false);
      for (String path : paths) {
        commit.setOnly(prefix + path);
      }
      return commit.call().getName();
    } catch (GitAPIException | JGitInternalException e) {
      List<Path> locks = locks();
      if (!locks.isEmpty()) {
        throw new CannotWorkException(
            "The git repository is locked by "
                + String.join(", ", locks.stream().map(Path::toString).toList())
                + ". If no git is at work, one was cut off; remove that and run again.",
            e);
      }
      throw failed("took no commit", cause(e));
    }
  }

  /** What git keeps others out with while it works, and leaves behind when it is killed. */
  private List<Path> locks() {
    Repository repository = git.getRepository();
    List<String> names = new ArrayList<>(List.of("index", Constants.HEAD));
    try {
      if (repository.getFullBranch() != null) {
        names.add(repository.getFullBranch());
      }
    } catch (IOException e) {
      // Then it is told without the branch.
    }
    Path folder = repository.getDirectory().toPath();
    return names.stream().map(one -> folder.resolve(one + ".lock")).filter(Files::exists).toList();
  }

  /** The name of the commit that the work tree stands on. */
  public String last() {
    try {
      return git.getRepository().resolve(Constants.HEAD).getName();
    } catch (IOException e) {
      throw failed("cannot be read", e);
    }
  }

  @Override
  public void close() {
    git.close();
  }
}

package dev.vinesorter.source.apply;

import dev.vinesorter.source.keep.OwnFolder;
import dev.vinesorter.source.text.CannotWorkException;
import dev.vinesorter.source.text.Root;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.LocalDateTime;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** Runs the command that the user verifies a change with, and keeps what it says in a log. */
public final class Verification {
  /** The log's name in our own folder. */
  public static final String LOG = "verify.log";

  private static final int LINES_TOLD = 15;

  private final OwnFolder own;
  private final Path folder;
  private final Path log;
  private final String command;
  private final long seconds;

  /**
   * A command to be run in the root.
   *
   * @param seconds how long it may take; 0 for as long as it likes
   */
  public Verification(Root root, String command, long seconds) {
    this.own = new OwnFolder(root);
    this.folder = root.path();
    this.log = root.ownFolder().resolve(LOG);
    this.command = command;
    this.seconds = seconds;
  }

  /** Where the output of all runs is. */
  public Path log() {
    return log;
  }

  /** Runs it; the output goes to the log. Whether it ended well, and in time. */
  boolean passes(String after) {
    boolean windows = System.getProperty("os.name").startsWith("Windows");
    ProcessBuilder builder =
        windows
            ? new ProcessBuilder("cmd", "/c", command)
            : new ProcessBuilder("sh", "-c", command);
    try {
      note("== " + LocalDateTime.now().truncatedTo(ChronoUnit.SECONDS) + " after " + after);
      Process process =
          builder
              .directory(folder.toFile())
              .redirectErrorStream(true)
              .redirectOutput(ProcessBuilder.Redirect.appendTo(log.toFile()))
              .start();
      process.getOutputStream().close();
      if (seconds > 0 && !process.waitFor(seconds, TimeUnit.SECONDS)) {
        process.descendants().forEach(ProcessHandle::destroyForcibly);
        process.destroyForcibly().waitFor();
        note("== stopped after " + seconds + " seconds");
        return false;
      }
      int code = process.waitFor();
      note("== exit code " + code);
      return code == 0;
    } catch (IOException e) {
      throw new CannotWorkException("Could not run the verify command: " + e.getMessage() + ".", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  private void note(String line) throws IOException {
    Files.writeString(
        own.fileToWrite(LOG),
        line + System.lineSeparator(),
        StandardCharsets.UTF_8,
        StandardOpenOption.CREATE,
        StandardOpenOption.APPEND,
        LinkOption.NOFOLLOW_LINKS);
  }

  /** The last lines of the log. */
  public List<String> lastLines() {
    try {
      List<String> lines =
          new String(Files.readAllBytes(log), StandardCharsets.UTF_8).lines().toList();
      return lines.subList(Math.max(0, lines.size() - LINES_TOLD), lines.size());
    } catch (IOException e) {
      return List.of();
    }
  }
}

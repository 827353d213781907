package dev.vinesorter.source.disk;

import dev.vinesorter.source.text.CannotWorkException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.charset.StandardCharsets;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;

/**
 * Keeps a second run off a root while this one changes it. The lock is the system's, so it goes
 * when the process ends, however it ends; who holds it is written beside it.
 */
public final class RootLock implements AutoCloseable {
  private static final long PATIENCE_MILLIS = 10_000;
  private static final long PAUSE_MILLIS = 50;

  private final FileChannel channel;
  private final FileLock lock;

  private RootLock(FileChannel channel, FileLock lock) {
    this.channel = channel;
    this.lock = lock;
  }

  public static RootLock take(Path folder, String command) {
    Path file = OwnFiles.toWrite(folder.resolve("lock"));
    Path holder = OwnFiles.toWrite(folder.resolve("lock.holder"));
    try {
      FileChannel channel =
          FileChannel.open(
              file, StandardOpenOption.CREATE, StandardOpenOption.WRITE, LinkOption.NOFOLLOW_LINKS);
      FileLock lock = waited(channel);
      if (lock == null) {
        channel.close();
        String who = OwnFiles.isFile(holder) ? holder(holder) : "another run";
        throw new CannotWorkException(
            "The root is held by " + who + ". Wait for it to end, or end it, and try again.");
      }
      String who = "vinesort " + command + ", process " + ProcessHandle.current().pid();
      try (FileChannel out =
          FileChannel.open(
              holder,
              StandardOpenOption.CREATE,
              StandardOpenOption.WRITE,
              StandardOpenOption.TRUNCATE_EXISTING,
              LinkOption.NOFOLLOW_LINKS)) {
        out.write(ByteBuffer.wrap(who.getBytes(StandardCharsets.UTF_8)));
      }
      return new RootLock(channel, lock);
    } catch (IOException e) {
      throw CannotWorkException.io("lock", file, e);
    }
  }

  /** Who wrote the file, as far as it can be shown. */
  private static String holder(Path holder) throws IOException {
    String who = new String(OwnFiles.read(holder, 1 << 10), StandardCharsets.UTF_8).strip();
    return who.isEmpty() ? "another run" : who;
  }

  private static FileLock waited(FileChannel channel) throws IOException {
    long deadline = System.nanoTime() + PATIENCE_MILLIS * 1_000_000;
    while (true) {
      try {
        FileLock lock = channel.tryLock();
        if (lock != null) {
          return lock;
        }
      } catch (OverlappingFileLockException e) {
        // Another thread of this very process holds it: the same as another process.
      }
      if (System.nanoTime() > deadline) {
        return null;
      }
      try {
        Thread.sleep(PAUSE_MILLIS);
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
        return null;
      }
    }
  }

  @Override
  public void close() {
    try {
      lock.release();
      channel.close();
    } catch (IOException e) {
      throw new CannotWorkException("The lock on the root could not be given back.", e);
    }
  }
}

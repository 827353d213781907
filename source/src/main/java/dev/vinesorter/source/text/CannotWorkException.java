package dev.vinesorter.source.text;

/**
 * The work cannot be done: an input cannot be read, the disk is full, another run holds the root.
 * The message says what, where and what to do next.
 */
public final class CannotWorkException extends RuntimeException {
  private static final long serialVersionUID = 1;

  public CannotWorkException(String message) {
    super(message);
  }

  public CannotWorkException(String message, Throwable cause) {
    super(message, cause);
  }

  /** The same for a failure of the file system, with what the system said. */
  public static CannotWorkException io(
      String doing, java.nio.file.Path where, java.io.IOException cause) {
    String detail =
        cause instanceof java.nio.file.FileSystemException f && f.getReason() != null
            ? f.getReason()
            : cause instanceof java.nio.file.NoSuchFileException
                ? "no such file or folder"
                : cause instanceof java.nio.file.AccessDeniedException
                    ? "permission denied"
                    : cause.getMessage();
    return new CannotWorkException("Could not " + doing + " " + where + ": " + detail + ".", cause);
  }

  /** The same, followed by a sentence on where things stand and what to do. */
  public static CannotWorkException io(
      String doing, java.nio.file.Path where, java.io.IOException cause, String next) {
    return new CannotWorkException(io(doing, where, cause).getMessage() + " " + next, cause);
  }
}

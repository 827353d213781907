package dev.vinesorter.source.text;

/** A file that people write (a plan, a trellis) says something that it cannot say. */
public final class InvalidFileException extends RuntimeException {
  private static final long serialVersionUID = 1;

  /** A message that begins with the file, its line and its column. */
  public InvalidFileException(String message) {
    super(message);
  }
}

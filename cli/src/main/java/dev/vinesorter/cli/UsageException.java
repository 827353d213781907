package dev.vinesorter.cli;

/** The user asked for something that cannot be: an unknown unit or level. */
final class UsageException extends RuntimeException {
  private static final long serialVersionUID = 1;

  UsageException(String message) {
    super(message);
  }
}

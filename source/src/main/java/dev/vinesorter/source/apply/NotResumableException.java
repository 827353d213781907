package dev.vinesorter.source.apply;

/** There is no plan to go on with, or what was carried out of it is not what the plan says. */
public final class NotResumableException extends RuntimeException {
  private static final long serialVersionUID = 1;

  /** A message that says what to do next. */
  public NotResumableException(String message) {
    super(message);
  }
}

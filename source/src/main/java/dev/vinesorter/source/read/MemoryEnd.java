package dev.vinesorter.source.read;

/** Tells a failure for want of memory, which is no fault of a source, from others. */
public final class MemoryEnd {
  /** The longest chain of causes that is looked through. */
  private static final int MOST_CAUSES = 20;

  private MemoryEnd() {}

  /** The end of memory that a failure is, or comes of; null where it is another. */
  public static OutOfMemoryError behind(Throwable failure) {
    Throwable at = failure;
    for (int n = 0; at != null && n < MOST_CAUSES; n++) {
      if (at instanceof OutOfMemoryError end) {
        return end;
      }
      at = at.getCause();
    }
    return null;
  }

  /**
   * Throws the end of memory on where a failure comes of it.
   *
   * @throws OutOfMemoryError that which the failure, or one of its causes, is
   */
  public static void passOn(Throwable failure) {
    OutOfMemoryError end = behind(failure);
    if (end != null) {
      throw end;
    }
  }
}

package dev.vinesorter.java.compile;

/** Tells a failure for want of memory, which is no fault of a source, from others. */
final class MemoryEnd {
  /** The longest chain of causes that is looked through. */
  private static final int MOST_CAUSES = 20;

  private MemoryEnd() {}

  /**
   * Throws the end of memory on where a failure comes of it.
   *
   * @throws OutOfMemoryError that which the failure, or one of its causes, is
   */
  static void passOn(Throwable failure) {
    Throwable at = failure;
    for (int n = 0; at != null && n < MOST_CAUSES; n++) {
      if (at instanceof OutOfMemoryError end) {
        throw end;
      }
      at = at.getCause();
    }
  }
}

package dev.vinesorter.lang.tree;

/**
 * How long the parser may be at one text. It reads a megabyte in less than a second, but there are
 * texts, such as long lists of numbers that stand in nothing, in which looking for a way back into
 * the grammar takes longer with each word. A pause between two questions counts as a short one, so
 * that a process that was stopped for a while goes on.
 */
final class Patience {
  private static final long LEAST = 2_000_000_000L;
  private static final long A_BYTE = 10_000L;
  private static final long LONGEST_PAUSE = 100_000_000L;

  private long left;
  private long asked = System.nanoTime();

  /** Patience for a text of so many bytes. */
  Patience(int bytes) {
    left = LEAST + A_BYTE * bytes;
  }

  /** Whether the parser was at it for too long; asked again and again while it works. */
  boolean isOver() {
    long now = System.nanoTime();
    left -= Math.min(now - asked, LONGEST_PAUSE);
    asked = now;
    return left < 0;
  }
}

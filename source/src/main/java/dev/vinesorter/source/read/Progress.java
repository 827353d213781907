package dev.vinesorter.source.read;

/** Told how far long work has come. */
public interface Progress extends AutoCloseable {
  /** Tells nobody. */
  Progress SILENT = (phase, done, all) -> {};

  /** {@code done} of {@code all} steps of a phase are done; {@code all} is 0 when unknown. */
  void at(String phase, int done, int all);

  /** The work is over. */
  @Override
  default void close() {}
}

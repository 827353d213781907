package dev.vinesorter.source;

import dev.vinesorter.core.model.Survey;

/** Reads the sources of one language into a survey. Implementations never run what they read. */
public interface SourceReader {
  /**
   * Reads every file of the language that the overlay has. What cannot be read becomes a problem of
   * the survey; only a failure that leaves nothing to say is thrown.
   */
  Survey read(Overlay sources, ReadOptions options, Progress progress);
}

package dev.vinesorter.source.read;

import dev.vinesorter.source.text.Overlay;
import java.util.Set;

/** Reads the sources of one language into a survey. Implementations never run what they read. */
public interface SourceReader {
  /**
   * Reads every file of the language that the overlay has. What cannot be read becomes a problem of
   * the survey; only a failure that leaves nothing to say is thrown.
   */
  Reading read(Overlay sources, ReadOptions options, Progress progress);

  /**
   * The same, to the byte, when nearly the same sources were read before with the same options.
   *
   * @param before what was read before
   * @param changed paths of the files that came, went or changed since
   */
  default Reading read(
      Overlay sources,
      ReadOptions options,
      Progress progress,
      Reading before,
      Set<String> changed) {
    return read(sources, options, progress);
  }
}

package dev.vinesorter.java.read;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.source.read.Progress;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;

/**
 * Reads the states of sources that the steps of a plan lead to. Each reading starts from an earlier
 * one, so that only what the last step edited is attributed again, with what that concerns.
 */
public final class Rereading implements Function<Overlay, Survey> {
  private final ReadOptions options;
  private final State first;
  private State last;

  /** What was read, and how the sources differed then from those on disk. */
  private record State(Reading reading, Map<String, SourceText> changed) {

    /** The files that are different by now. */
    Set<String> differing(Map<String, SourceText> now) {
      Set<String> paths = new TreeSet<>(now.keySet());
      paths.addAll(changed.keySet());
      paths.removeIf(
          path ->
              changed.containsKey(path) == now.containsKey(path)
                  && Objects.equals(changed.get(path), now.get(path)));
      return paths;
    }
  }

  /**
   * @param before the sources on disk, as they were read
   */
  public Rereading(Reading before, ReadOptions options) {
    this.options = options;
    this.first = new State(before, Map.of());
    this.last = first;
  }

  @Override
  public Survey apply(Overlay sources) {
    Map<String, SourceText> now = new TreeMap<>(sources.changed());
    Set<String> sinceFirst = first.differing(now);
    Set<String> sinceLast = last.differing(now);
    boolean fromLast = sinceLast.size() <= sinceFirst.size();
    Reading reading =
        new JavaReader()
            .read(
                sources,
                options,
                Progress.SILENT,
                (fromLast ? last : first).reading,
                fromLast ? sinceLast : sinceFirst);
    last = new State(reading, now);
    return reading.survey();
  }
}

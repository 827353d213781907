package dev.vinesorter.java.read;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.java.compile.Attributed;
import dev.vinesorter.source.text.Overlay;
import java.util.Set;
import java.util.SortedMap;
import java.util.function.Function;

/**
 * What a step that writes code anew reads with: surveys of edited sources, and attributed trees.
 */
public final class Readings implements Function<Overlay, Survey> {
  private final Attribution attribution;
  private final Function<Overlay, Survey> reread;

  /**
   * @param attribution attributes sources as they are
   * @param reread reads sources that differ from those of a survey
   */
  public Readings(Attribution attribution, Function<Overlay, Survey> reread) {
    this.attribution = attribution;
    this.reread = reread;
  }

  /** The survey of sources that were edited. */
  @Override
  public Survey apply(Overlay sources) {
    return reread.apply(sources);
  }

  /** The class files of some sources by internal name; none where they do not compile. */
  public SortedMap<String, byte[]> classes(Overlay sources, Set<String> paths) {
    return attribution.classes(sources, paths);
  }

  /** What is made of some sources once they are attributed. */
  public <T> T of(Overlay sources, Set<String> paths, Function<Attributed, T> work) {
    return attribution.of(sources, paths, work);
  }
}

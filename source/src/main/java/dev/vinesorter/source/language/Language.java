package dev.vinesorter.source.language;

import dev.vinesorter.source.plan.CompiledProof;
import dev.vinesorter.source.plan.StepEditor;
import dev.vinesorter.source.read.ReadOptions;
import dev.vinesorter.source.read.Reading;
import dev.vinesorter.source.read.SourceReader;
import dev.vinesorter.source.text.Overlay;
import dev.vinesorter.source.text.SourceText;
import java.util.Map;
import java.util.Set;

/**
 * What can read and change the sources of one language. It has no state: readers and editors are
 * made for each run. No path is owned by two languages.
 */
public interface Language {
  /** Its name in lower case, such as {@code java}. */
  String name();

  /** Whether a file is a source of it, or a build file that has a say in how they are read. */
  boolean owns(String path);

  /** Reads the sources that it owns, and only those, into a survey. */
  SourceReader reader();

  /**
   * The language whose sources see the same namespaces, so that each names what the other declares;
   * empty for none. Its own reader gives what they declare as if it belonged to a library.
   */
  default String neighbour() {
    return "";
  }

  /**
   * Lets its sources name types of its neighbour by the names that they have after a step.
   *
   * @param names the new full names of types, by their old ones
   * @return the texts that change, by path; null where that cannot be done
   */
  default Map<String, SourceText> follow(Map<String, String> names, Overlay sources) {
    return null;
  }

  /**
   * Carries steps out on the sources that it owns.
   *
   * @param before what its reader made of them
   */
  StepEditor editor(Reading before, ReadOptions options);

  /** The verbs that its editor knows. */
  Set<String> verbs();

  /**
   * Begins to look at what edited sources compile to, beside what else is done.
   *
   * @param before what its reader made of the sources before they were edited
   */
  default CompiledProof proof(Overlay sources, Reading before) {
    return CompiledProof.NONE;
  }
}

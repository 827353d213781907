package dev.vinesorter.lang.move;

import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.source.text.TextEdits;
import java.util.List;
import java.util.function.IntFunction;

/** How a language writes what an import takes from. */
public interface Specifiers {
  /**
   * An import that has to be written otherwise.
   *
   * @param project the sources as they are
   * @param file the number of the importing source
   * @param one the import
   * @param from what it takes from: a source, or a folder of sources
   * @param moves where sources and folders are afterwards
   */
  record Asked(Project project, int file, Import one, Place from, Moves moves) {
    /** The path of the importing source as it is. */
    public String importer() {
      return project.outlines().get(file).path();
    }

    /** The path of the source that is taken from, as it is; empty for a folder. */
    public String taken() {
      return from.file() < 0 ? "" : project.outlines().get(from.file()).path();
    }
  }

  /**
   * Rewrites an import in the text of its source, where that needs it.
   *
   * @throws CannotMoveException where it cannot be done
   */
  void rewrite(Asked asked, String text, TextEdits edits) throws CannotMoveException;

  /**
   * Looks whether a source can lie elsewhere at all.
   *
   * @param texts the text of each source, by its number
   * @throws CannotMoveException where it cannot, with a char of that source
   */
  default void against(Project project, int file, IntFunction<String> texts)
      throws CannotMoveException {}

  /** Whether a source is found by its name and place alone, so that it has to stay. */
  default boolean stays(String path) {
    return false;
  }

  /** What a source is called where builds list it: its name without folders, and what they make. */
  default List<String> names(String path) {
    return List.of(path.substring(path.lastIndexOf('/') + 1));
  }
}

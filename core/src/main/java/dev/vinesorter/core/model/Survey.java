package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.List;

/**
 * The model of a code base at one moment: its units and every reference between them.
 *
 * <p>It answers every judge without the sources. What a caller gets from it is a view on arrays
 * that never change; see {@link Units} and {@link References} for their shapes.
 *
 * @param units all units, foreign ones included
 * @param references all references, also those that are no dependencies
 * @param problems what could not be read, in the order of files and lines
 * @param unresolved names the compiler could not bind, as sites with the name
 */
public record Survey(
    Units units, References references, List<Problem> problems, List<Unresolved> unresolved) {

  /**
   * A name that binds to nothing known, usually because a library is missing.
   *
   * @param name the name as written
   * @param site where it stands
   */
  public record Unresolved(String name, Site site) {}

  public Survey {
    problems = List.copyOf(problems);
    unresolved = List.copyOf(unresolved);
  }

  /** Where a reference stands. */
  public Site site(int reference) {
    int file = units.fileOf(references.from(reference));
    int begin = references.at(reference);
    return new Site(
        units.name(file),
        units.line(file, begin),
        units.column(file, begin),
        begin,
        references.end(reference));
  }

  /** The units on a level, in their order in the survey. */
  public List<Integer> at(Level level) {
    List<Integer> found = new ArrayList<>();
    for (int unit = 0; unit < units.size(); unit++) {
      if (units.level(unit) == level) {
        found.add(unit);
      }
    }
    return found;
  }
}

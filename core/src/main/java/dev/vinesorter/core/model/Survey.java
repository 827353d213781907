package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Supplier;

/**
 * The model of a code base at one moment: its units and every reference between them.
 *
 * <p>It answers every judge without the sources. What a caller gets from it is a view on arrays
 * that never change; see {@link Units} and {@link References} for their shapes.
 */
public final class Survey {
  private final Units units;
  private final References references;
  private final List<Problem> problems;
  private final List<Unresolved> unresolved;

  /** See {@link #once}. */
  private final Map<Object, Object> workedOut = new ConcurrentHashMap<>();

  /**
   * A survey of these parts.
   *
   * @param units all units, foreign ones included
   * @param references all references, also those that are no dependencies
   * @param problems what could not be read, in the order of files and lines
   * @param unresolved names the compiler could not bind, as sites with the name
   */
  public Survey(
      Units units, References references, List<Problem> problems, List<Unresolved> unresolved) {
    this.units = units;
    this.references = references;
    this.problems = List.copyOf(problems);
    this.unresolved = List.copyOf(unresolved);
  }

  /**
   * A name that binds to nothing known, usually because a library is missing.
   *
   * @param name the name as written
   * @param site where it stands
   */
  public record Unresolved(String name, Site site) {}

  public Units units() {
    return units;
  }

  public References references() {
    return references;
  }

  public List<Problem> problems() {
    return problems;
  }

  public List<Unresolved> unresolved() {
    return unresolved;
  }

  /**
   * What follows from this survey alone, worked out when first asked for and kept with it. Safe for
   * several threads; one that asks while another works it out waits.
   *
   * @param key tells it apart from all else that is kept, with its class
   * @param work works it out; may ask for other things, but not for the same
   */
  @SuppressWarnings("unchecked")
  public <T> T once(Object key, Supplier<T> work) {
    return (T) ((Once) workedOut.computeIfAbsent(key, k -> new Once())).get(work);
  }

  /** One answer, worked out by whoever asks first; the map itself may not be asked meanwhile. */
  private static final class Once {
    private Object answer;

    synchronized Object get(Supplier<?> work) {
      if (answer == null) {
        answer = work.get();
      }
      return answer;
    }
  }

  /**
   * A number that surveys with other units or references have another of, but by chance: 64 bits,
   * mixed as in Fibonacci hashing (Knuth, 1973). Nothing that somebody could want to fake hangs on
   * it.
   */
  public long fingerprint() {
    return once(
        Fingerprint.class,
        () -> {
          Units.Columns columns = units.columns();
          long mixed = mixed(0, columns.strings().offsets());
          for (byte one : columns.strings().block()) {
            mixed = mixed(mixed, one);
          }
          for (int[] column : columns.numbers()) {
            mixed = mixed(mixed, column);
          }
          for (int[] column : references.columns()) {
            mixed = mixed(mixed, column);
          }
          return mixed;
        });
  }

  /** Stands for the fingerprint among what is worked out once. */
  private interface Fingerprint {}

  private static long mixed(long before, int[] column) {
    long mixed = mixed(before, column.length);
    for (int cell : column) {
      mixed = mixed(mixed, cell);
    }
    return mixed;
  }

  private static long mixed(long before, int cell) {
    return Long.rotateLeft(before ^ cell, 29) * 0x9E3779B97F4A7C15L;
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

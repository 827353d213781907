package dev.vinesorter.lang.space;

import dev.vinesorter.lang.move.Declarations.Stretch;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/** What leaves a source together for one place, or a source that goes as a whole. */
final class Departure {
  private final int file;
  private final boolean whole;
  private final String space;
  private final String to;
  private final Set<Integer> decls = new TreeSet<>();
  private final List<Stretch> stretches = new ArrayList<>();

  /**
   * Something that goes.
   *
   * @param file the source that it leaves
   * @param whole whether all of the source goes
   * @param space the namespace that takes it
   * @param to the path of the source that takes it
   */
  Departure(int file, boolean whole, String space, String to) {
    this.file = file;
    this.whole = whole;
    this.space = space;
    this.to = to;
  }

  int file() {
    return file;
  }

  boolean whole() {
    return whole;
  }

  String space() {
    return space;
  }

  String to() {
    return to;
  }

  /** The declarations that go, right in the namespace. */
  Set<Integer> decls() {
    return decls;
  }

  /** Where what goes stands, in order; empty for a whole source. */
  List<Stretch> stretches() {
    return stretches;
  }

  /** Whether a char of the source goes along. */
  boolean holds(int at) {
    return whole || stretches.stream().anyMatch(one -> one.begin() <= at && at < one.end());
  }
}

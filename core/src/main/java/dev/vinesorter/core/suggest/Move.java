package dev.vinesorter.core.suggest;

import java.util.List;

/**
 * Types that go into another package.
 *
 * @param types their nodes, ascending
 * @param place the place of the package
 * @param into its full name
 * @param against how much their names and company speak against it, 0 to 1
 */
public record Move(List<Integer> types, int place, String into, double against) {
  public Move {
    types = List.copyOf(types);
  }

  /** The same text for the same move. */
  public String name() {
    return types + " " + into;
  }
}

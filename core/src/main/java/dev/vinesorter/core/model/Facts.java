package dev.vinesorter.core.model;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntUnaryOperator;

/**
 * What a survey knows of the insides of members beyond what they use: the names of their
 * parameters, the {@link Shape} of a longer body, the {@link Decision}s that they make.
 */
public final class Facts {
  private static final int NONE = -1;

  private final StringTable strings;

  /** The cells of unit u are [row[u], row[u + 1]); a unit behind the last has none. */
  private final int[] row;

  /**
   * For a unit that has any: the string id of its parameters' names, joined by commas, or -1; 1 if
   * a shape follows, else 0; the shape; then for each decision its first char and a string id.
   */
  private final int[] cells;

  Facts(StringTable strings, int[] row, int[] cells) {
    this.strings = strings;
    this.row = row;
    this.cells = cells;
  }

  private int first(int unit) {
    return unit + 1 < row.length ? row[unit] : 0;
  }

  private int past(int unit) {
    return unit + 1 < row.length ? row[unit + 1] : 0;
  }

  private int decisionsFrom(int unit) {
    return first(unit) + 2 + cells[first(unit) + 1] * Shape.CELLS;
  }

  /** Whether anything is known of a unit. */
  boolean has(int unit) {
    return first(unit) < past(unit);
  }

  /** The names of a member's parameters, in order; empty where it has none or they are unknown. */
  public List<String> parameters(int unit) {
    boolean any = first(unit) < past(unit) && cells[first(unit)] != NONE;
    return any ? List.of(strings.get(cells[first(unit)]).split(",")) : List.of();
  }

  /** The shape of a member's body, or null if that is too short to have one. */
  public Shape shape(int unit) {
    if (first(unit) == past(unit) || cells[first(unit) + 1] == 0) {
      return null;
    }
    int from = first(unit) + 2;
    return Shape.ofCells(Arrays.copyOfRange(cells, from, from + Shape.CELLS));
  }

  /** The decisions that a member makes between three things or more, in the order of the source. */
  public List<Decision> decisions(int unit) {
    List<Decision> found = new ArrayList<>();
    if (first(unit) < past(unit)) {
      for (int cell = decisionsFrom(unit); cell < past(unit); cell += 2) {
        found.add(Decision.of(cells[cell], strings.get(cells[cell + 1])));
      }
    }
    return found;
  }

  int[][] columns() {
    return new int[][] {row, cells};
  }

  Facts with(StringTable table) {
    return table == strings ? this : new Facts(table, row, cells);
  }

  /** The same facts, to be changed. */
  Facts copy() {
    return new Facts(strings, row, cells.clone());
  }

  /** Lets the decisions of a unit stand elsewhere. */
  void shift(int unit, IntUnaryOperator place) {
    for (int cell = has(unit) ? decisionsFrom(unit) : past(unit); cell < past(unit); cell += 2) {
      cells[cell] = place.applyAsInt(cells[cell]);
    }
  }

  /** The facts of one unit in the making. */
  static final class Draft {
    private String parameters;
    private Shape shape;
    private final List<Decision> decisions = new ArrayList<>();

    void parameters(List<String> names) {
      parameters = names.isEmpty() ? null : String.join(",", names);
    }

    void shape(Shape of) {
      shape = of;
    }

    void decision(Decision made) {
      decisions.add(made);
    }

    /** The same facts as another survey has of a unit. */
    static Draft of(Facts facts, int unit) {
      Draft draft = new Draft();
      draft.parameters(facts.parameters(unit));
      draft.shape = facts.shape(unit);
      draft.decisions.addAll(facts.decisions(unit));
      return draft;
    }

    /** Puts the cells of the unit into a list. */
    void put(IntList cells, StringTable.Builder table) {
      cells.add(parameters == null ? NONE : table.add(parameters));
      cells.add(shape == null ? 0 : 1);
      for (int cell = 0; shape != null && cell < Shape.CELLS; cell++) {
        cells.add(shape.band(cell));
      }
      decisions.sort(java.util.Comparator.comparingInt(Decision::at));
      for (Decision decision : decisions) {
        cells.add(decision.at());
        cells.add(table.add(decision.packed()));
      }
    }
  }
}

package dev.vinesorter.core.structure;

import dev.vinesorter.core.graph.CutSet;
import dev.vinesorter.core.graph.Digraph;
import dev.vinesorter.core.graph.Rows;
import java.util.ArrayList;
import java.util.List;

/**
 * The dependency structure matrix of a level (D. Steward, 1981): along a row stands what the row's
 * unit uses. Users stand above what they use. Cycle groups are blocks on the diagonal; blocks and
 * single units stand in layers, so that nothing outside a block lies below the diagonal; within a
 * block the weight below the diagonal is the least we can find, which is its cut set. Equal input
 * in any order gives the same matrix, because nodes are ordered by name.
 *
 * @param graph the graph of the units
 * @param order the nodes from the first row to the last
 * @param blocks index ranges in {@code order} that a cycle group takes, inclusive, top first
 * @param layers index ranges that stand on one layer, inclusive, top first: the units and blocks of
 *     a layer do not use each other
 * @param cells what is not empty, by row, then column
 */
public record Matrix(
    LevelGraph graph, int[] order, List<Block> blocks, List<Range> layers, List<Cell> cells) {

  /** From the first index to the last, inclusive. */
  public record Range(int first, int last) {
    boolean holds(int index) {
      return first <= index && index <= last;
    }
  }

  /**
   * A cycle group.
   *
   * @param range the rows it takes
   * @param wrongWay the weight below the diagonal
   * @param optimal whether no order has less
   */
  public record Block(Range range, long wrongWay, boolean optimal) {}

  /** The weight with which the unit of a row uses that of a column; both index the order. */
  public record Cell(int row, int column, int weight) {
    /** Whether it runs against the order. */
    public boolean wrongWay() {
      return column < row;
    }
  }

  public static Matrix of(LevelGraph graph) {
    Digraph arcs = graph.graph();
    Rows rows = Rows.ofComponents(arcs);
    int[] order = new int[arcs.nodes()];
    List<Block> blocks = new ArrayList<>();
    List<Range> layers = new ArrayList<>();
    int[][] members = rows.components().members();
    int filled = 0;
    for (int row = rows.count() - 1; row >= 0; row--) {
      int first = filled;
      boolean[] done = new boolean[rows.components().count()];
      int[] nodes = rows.nodes(row);
      for (int node : nodes) {
        int component = rows.components().of(node);
        if (done[component]) {
          continue;
        }
        done[component] = true;
        CutSet cut = rows.cut(component);
        if (cut == null) {
          order[filled++] = node;
        } else {
          int[] group = members[component];
          int begin = filled;
          for (int place : cut.order()) {
            order[filled++] = group[place];
          }
          blocks.add(new Block(new Range(begin, filled - 1), cut.weight(), cut.optimal()));
        }
      }
      layers.add(new Range(first, filled - 1));
    }
    return new Matrix(graph, order, blocks, layers, cells(arcs, order));
  }

  private static List<Cell> cells(Digraph arcs, int[] order) {
    int[] place = new int[order.length];
    for (int p = 0; p < order.length; p++) {
      place[order[p]] = p;
    }
    List<Cell> cells = new ArrayList<>();
    for (int row = 0; row < order.length; row++) {
      int first = cells.size();
      for (int k = arcs.firstArc(order[row]); k < arcs.firstArc(order[row] + 1); k++) {
        cells.add(new Cell(row, place[arcs.target(k)], arcs.weight(k)));
      }
      cells.subList(first, cells.size()).sort(java.util.Comparator.comparingInt(Cell::column));
    }
    return cells;
  }

  /** The name of the unit at an index of the order. */
  public String name(int index) {
    return graph.name(order[index]);
  }

  /** The same as people read it. */
  public String label(int index) {
    return graph.label(order[index]);
  }

  /** Whether both indices stand in one cycle group. */
  public boolean coupled(int row, int column) {
    return blocks.stream().anyMatch(b -> b.range.holds(row) && b.range.holds(column));
  }
}

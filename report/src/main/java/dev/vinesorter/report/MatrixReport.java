package dev.vinesorter.report;

import com.fasterxml.jackson.core.JsonGenerator;
import dev.vinesorter.core.structure.Matrix;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** The matrix: along a row stands what its unit uses. */
public final class MatrixReport {
  private static final int NAME_WIDTH = 36;
  private static final int MOST_ROWS = 400;

  private MatrixReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(Matrix matrix) {
    return Json.document(
        json -> {
          json.writeStringField("level", matrix.graph().level().word());
          json.writeArrayFieldStart("units");
          for (int row = 0; row < matrix.order().length; row++) {
            json.writeString(matrix.name(row));
          }
          json.writeEndArray();
          ranges(json, "blocks", matrix.blocks().stream().map(Matrix.Block::range).toList());
          ranges(json, "layers", matrix.layers());
          json.writeNumberField("wrongWay", wrongWay(matrix));
          json.writeBooleanField(
              "optimal", matrix.blocks().stream().allMatch(Matrix.Block::optimal));
          json.writeArrayFieldStart("cells");
          for (Matrix.Cell cell : matrix.cells()) {
            json.writeStartObject();
            json.writeNumberField("row", cell.row());
            json.writeNumberField("column", cell.column());
            json.writeNumberField("weight", cell.weight());
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  private static void ranges(JsonGenerator json, String name, List<Matrix.Range> ranges)
      throws IOException {
    json.writeArrayFieldStart(name);
    for (Matrix.Range range : ranges) {
      json.writeStartArray();
      json.writeNumber(range.first());
      json.writeNumber(range.last());
      json.writeEndArray();
    }
    json.writeEndArray();
  }

  private static long wrongWay(Matrix matrix) {
    return matrix.blocks().stream().mapToLong(Matrix.Block::wrongWay).sum();
  }

  /**
   * For a terminal.
   *
   * @param width columns of the terminal, into which wide matrices are folded; 0 for any
   * @param all whether it is shown however many rows it has
   */
  public static void text(Page page, Matrix matrix, int width, boolean all) {
    int size = matrix.order().length;
    if (size == 0) {
      page.line("There is nothing to show. 'vinesort survey' says what is here.");
      return;
    }
    summary(page, matrix);
    if (size > MOST_ROWS && !all) {
      page.line(
          "That is more than a terminal can show, and too little in the names to take any together."
              + " Look at a part with --within UNIT, or at all with --svg FILE or --all.");
      return;
    }
    Names names = Names.of(matrix.graph());
    if (!names.shared().isEmpty()) {
      page.dim("All names begin with " + names.shared()).line();
    }
    String[][] cells = cells(matrix);
    int nameWidth = 0;
    for (int row = 0; row < size; row++) {
      nameWidth = Math.max(nameWidth, names.of(matrix.order()[row]).length());
    }
    nameWidth = Math.min(NAME_WIDTH, nameWidth);
    int[] widths = widths(cells);
    int head = 5 + nameWidth + 1;
    int first = 0;
    while (first < size) {
      int past = first;
      int taken = head;
      while (past < size && (width == 0 || past == first || taken + widths[past] + 1 <= width)) {
        taken += widths[past++] + 1;
      }
      page.line();
      band(page, matrix, names, cells, widths, nameWidth, first, past);
      first = past;
    }
    next(page, matrix);
  }

  private static void summary(Page page, Matrix matrix) {
    int size = matrix.order().length;
    long weight = matrix.cells().stream().mapToLong(Matrix.Cell::weight).sum();
    long wrong = matrix.cells().stream().filter(Matrix.Cell::wrongWay).count();
    page.bold(
            Page.count(
                matrix.graph().units(),
                matrix.graph().level().word(),
                matrix.graph().level().words()))
        .line(
            (matrix.graph().isFolded() ? " as " + size + " rows in " : " in ")
                + Page.count(matrix.layers().size(), "layer", "layers")
                + ", "
                + Page.count(matrix.cells().size(), "dependency", "dependencies")
                + ", "
                + Page.count(weight, "site", "sites"));
    if (wrong > 0) {
      boolean optimal = matrix.blocks().stream().allMatch(Matrix.Block::optimal);
      page.warn(
              Page.count(wrong, "dependency runs", "dependencies run")
                  + " the wrong way ("
                  + Page.count(wrongWay(matrix), "site", "sites")
                  + ")")
          .line(
              ", in "
                  + Page.count(matrix.blocks().size(), "block", "blocks")
                  + (optimal ? "; no order has less" : "; not proven the least"));
    }
    page.dim("Along a row: what its unit uses, and at how many places. ! runs the wrong way.")
        .line();
    page.dim(
            "What shares a layer, between two rules, does not use each other; : fills a block,"
                + " where it does.")
        .line();
    Names.folded(page, matrix.graph());
  }

  private static String[][] cells(Matrix matrix) {
    int size = matrix.order().length;
    String[][] cells = new String[size][size];
    for (Matrix.Block block : matrix.blocks()) {
      for (int row = block.range().first(); row <= block.range().last(); row++) {
        for (int column = block.range().first(); column <= block.range().last(); column++) {
          cells[row][column] = ":";
        }
      }
    }
    for (int row = 0; row < size; row++) {
      cells[row][row] = "■";
    }
    for (Matrix.Cell cell : matrix.cells()) {
      String number =
          cell.weight() < 1000 ? String.valueOf(cell.weight()) : cell.weight() / 1000 + "k";
      cells[cell.row()][cell.column()] = (cell.wrongWay() ? "!" : "") + number;
    }
    return cells;
  }

  private static int[] widths(String[][] cells) {
    int[] widths = new int[cells.length];
    for (int column = 0; column < cells.length; column++) {
      widths[column] = String.valueOf(column + 1).length();
      for (String[] row : cells) {
        int length = row[column] == null ? 0 : row[column].length();
        widths[column] = Math.max(widths[column], length);
      }
    }
    return widths;
  }

  private static void band(
      Page page,
      Matrix matrix,
      Names names,
      String[][] cells,
      int[] widths,
      int nameWidth,
      int first,
      int past) {
    StringBuilder head = new StringBuilder(" ".repeat(5 + nameWidth));
    int total = 5 + nameWidth;
    for (int column = first; column < past; column++) {
      head.append(' ').append(padded(String.valueOf(column + 1), widths[column]));
      total += widths[column] + 1;
    }
    page.dim(head.toString()).line();
    int layer = 0;
    for (int row = 0; row < cells.length; row++) {
      if (row > matrix.layers().get(layer).last()) {
        layer++;
        page.dim("     " + "─".repeat(total - 5)).line();
      }
      String name = Names.cut(names.of(matrix.order()[row]), nameWidth);
      page.add(String.format("%4d ", row + 1)).add(name + " ".repeat(nameWidth - name.length()));
      StringBuilder plain = new StringBuilder();
      for (int column = first; column < past; column++) {
        String cell = cells[row][column] == null ? "" : cells[row][column];
        plain.append(' ');
        if (cell.startsWith("!")) {
          page.add(plain + " ".repeat(widths[column] - cell.length())).warn(cell);
          plain.setLength(0);
        } else if (cell.equals("■") || cell.equals(":")) {
          page.add(plain.toString()).dim(padded(cell, widths[column]));
          plain.setLength(0);
        } else {
          plain.append(padded(cell, widths[column]));
        }
      }
      page.line(plain.toString().stripTrailing());
    }
  }

  private static String padded(String text, int width) {
    return " ".repeat(Math.max(0, width - text.length())) + text;
  }

  private static void next(Page page, Matrix matrix) {
    if (matrix.graph().isFolded()) {
      return;
    }
    page.line();
    List<Matrix.Cell> cells = new ArrayList<>(matrix.cells());
    cells.sort(
        Comparator.comparing(Matrix.Cell::wrongWay)
            .reversed()
            .thenComparing(c -> -c.weight())
            .thenComparing(Matrix.Cell::row));
    page.dim("A cell's sites: ").add("vinesort why ROW COLUMN");
    if (cells.isEmpty()) {
      page.line();
    } else {
      Matrix.Cell cell = cells.get(0);
      page.dim(", such as ")
          .line(
              "vinesort why '"
                  + matrix.name(cell.row())
                  + "' '"
                  + matrix.name(cell.column())
                  + "'");
    }
  }

  /** As a picture. */
  public static String svg(Matrix matrix) {
    Names names = Names.of(matrix.graph());
    int size = matrix.order().length;
    double cell = Math.max(9, Math.min(34, 660.0 / Math.max(1, size)));
    double font = Math.min(12, cell * 0.72);
    double label = 0;
    for (int node = 0; node < size; node++) {
      label = Math.max(label, Svg.width(Names.cut(names.of(node), 60), font));
    }
    double left = label + 50;
    double top = 96;
    double width = Math.max(760, left + size * cell + 24);
    double height = top + size * cell + 40;
    Svg svg = Svg.of(width, height, "Dependency matrix");
    String level =
        Page.count(
            matrix.graph().units(), matrix.graph().level().word(), matrix.graph().level().words());
    String rows = matrix.graph().isFolded() ? " as " + size + " rows" : "";
    svg.bold(16, 24, 15, Svg.INK, "start", level + rows + ", users above what they use");
    svg.text(
        16,
        42,
        11,
        Svg.FAINT,
        "start",
        "Along a row: what its unit uses, and at how many places. Lines part layers. Framed: a "
            + "cycle group. Plum with a corner: runs the wrong way.");
    svg.text(
        16,
        58,
        11,
        Svg.FAINT,
        "start",
        names.shared().isEmpty() ? "" : "All names begin with " + names.shared());
    for (int row = 0; row < size; row++) {
      double y = top + row * cell;
      String number = String.valueOf(row + 1);
      svg.text(
          left - 26,
          y + cell * 0.7,
          font,
          Svg.INK,
          "end",
          Names.cut(names.of(matrix.order()[row]), 60));
      svg.text(left - 4, y + cell * 0.7, Math.min(10, font), Svg.FAINT, "end", number);
      double head = Math.min(10, font);
      svg.text(left + (row + 0.5) * cell, top - 5, head * 0.9, Svg.FAINT, "middle", number);
      svg.box(left + row * cell, y, cell, cell, Svg.LINE, "none", 0);
    }
    for (Matrix.Block block : matrix.blocks()) {
      double at = block.range().first() * cell;
      double side = (block.range().last() - block.range().first() + 1) * cell;
      svg.box(left + at, top + at, side, side, Svg.MOSS, "none", 0);
      for (int row = block.range().first(); row <= block.range().last(); row++) {
        svg.box(left + row * cell, top + row * cell, cell, cell, Svg.LINE, "none", 0);
      }
    }
    for (Matrix.Range layer : matrix.layers()) {
      double at = (layer.last() + 1) * cell;
      svg.line(16, top + at, left + size * cell, top + at, Svg.LINE, 0.7);
      svg.line(left + at, top - 14, left + at, top + size * cell, Svg.LINE, 0.7);
    }
    for (Matrix.Cell one : matrix.cells()) {
      double x = left + one.column() * cell;
      double y = top + one.row() * cell;
      if (one.wrongWay()) {
        svg.box(x + 0.5, y + 0.5, cell - 1, cell - 1, Svg.PLUM, "none", 1);
        double corner = cell * 0.3;
        svg.shape(
            "M"
                + Svg.number(x)
                + " "
                + Svg.number(y)
                + "h"
                + Svg.number(corner)
                + "l-"
                + Svg.number(corner)
                + " "
                + Svg.number(corner)
                + "z",
            Svg.PAPER);
      }
      String number = one.weight() < 1000 ? "" + one.weight() : one.weight() / 1000 + "k";
      double fit = Math.min(font, cell * 1.5 / number.length());
      svg.text(
          x + cell / 2,
          y + cell * 0.5 + fit * 0.36,
          fit,
          one.wrongWay() ? Svg.PAPER : Svg.INK,
          "middle",
          number);
    }
    for (Matrix.Block block : matrix.blocks()) {
      double at = block.range().first() * cell;
      double side = (block.range().last() - block.range().first() + 1) * cell;
      svg.box(left + at, top + at, side, side, "none", Svg.INK, 0);
    }
    return svg.finished();
  }
}

package dev.vinesorter.report;

import dev.vinesorter.core.drift.Milestone;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;

/** The figures of a code base over its last commits. */
public final class HistoryReport {
  private static final int SUBJECT = 36;

  private HistoryReport() {}

  /**
   * One row.
   *
   * @param date the day, as in 2026-01-31
   * @param commit the commit's short name
   * @param subject the first line of its message
   * @param figures what was there
   */
  public record Row(String date, String commit, String subject, Milestone figures) {}

  private record Column(String key, String title, ToDoubleFunction<Milestone> of) {}

  private static final List<Column> COLUMNS =
      List.of(
          new Column("lines", "lines", Milestone::lines),
          new Column("types", "types", Milestone::types),
          new Column("packages", "packages", Milestone::packages),
          new Column("packageDependencies", "package dependencies", Milestone::packageDependencies),
          new Column("packagesInCycles", "packages in cycles", Milestone::packagesInCycles),
          new Column("typesInCycles", "types in cycles", Milestone::typesInCycles),
          new Column("breaches", "breaches", Milestone::breaches),
          new Column("overLimit", "over limit", Milestone::overLimit));

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(List<Row> rows) {
    return Json.document(
        json -> {
          json.writeArrayFieldStart("history");
          for (Row row : rows) {
            json.writeStartObject();
            json.writeStringField("date", row.date());
            json.writeStringField("commit", row.commit());
            json.writeStringField("subject", row.subject());
            for (Column column : COLUMNS) {
              json.writeNumberField(column.key, (long) column.of.applyAsDouble(row.figures()));
            }
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  /** As CSV (RFC 4180), the oldest first. */
  public static String csv(List<Row> rows) {
    StringBuilder csv = new StringBuilder("date,commit,subject");
    COLUMNS.forEach(column -> csv.append(',').append(column.key));
    csv.append("\r\n");
    for (Row row : rows) {
      csv.append(Export.cell(row.date())).append(',').append(Export.cell(row.commit()));
      csv.append(',').append(Export.cell(row.subject()));
      for (Column column : COLUMNS) {
        csv.append(',').append((long) column.of.applyAsDouble(row.figures()));
      }
      csv.append("\r\n");
    }
    return csv.toString();
  }

  /** For a terminal, the oldest first. */
  public static void text(Page page, List<Row> rows) {
    page.bold(Page.count(rows.size(), "commit", "commits") + ", the oldest first").line().line();
    List<List<String>> cells = new ArrayList<>();
    for (Row row : rows) {
      Milestone m = row.figures();
      cells.add(
          List.of(
              row.date() + "  " + row.commit() + "  " + subject(row),
              Page.number(m.lines()),
              Page.number(m.types()),
              Page.number(m.packages()),
              Page.number(m.packageDependencies()),
              Page.number(m.packagesInCycles()),
              Page.number(m.typesInCycles()),
              Page.number(m.breaches()),
              Page.number(m.overLimit())));
    }
    page.table(
        List.of(
            "",
            "lines",
            "types",
            "packages",
            "dependencies",
            "packages in cycles",
            "types in cycles",
            "breaches",
            "over limit"),
        cells);
    page.line();
    if (rows.size() > 1) {
      Row first = rows.get(0);
      Row last = rows.get(rows.size() - 1);
      page.dim("Next: ").line("vinesort drift " + first.commit() + " " + last.commit());
    } else {
      page.dim("Next: ").line("vinesort survey");
    }
  }

  private static String subject(Row row) {
    String subject = row.subject();
    return subject.length() <= SUBJECT ? subject : subject.substring(0, SUBJECT - 1) + "…";
  }

  /** As a picture: one line plot for each figure, all over the same commits. */
  public static String svg(List<Row> rows) {
    double width = 1280;
    int across = 2;
    double panelWidth = (width - 3 * 24) / across;
    double panelHeight = 160;
    int down = (COLUMNS.size() + across - 1) / across;
    double height = 70 + down * (panelHeight + 20);
    Svg svg = Svg.of(width, height, "The structure over time");
    String span =
        rows.isEmpty()
            ? "no commit"
            : rows.get(0).date() + " to " + rows.get(rows.size() - 1).date();
    svg.bold(
        24,
        28,
        16,
        Svg.INK,
        "start",
        "The structure over " + Page.count(rows.size(), "commit", "commits"));
    svg.text(24, 47, 12, Svg.FAINT, "start", span + "; each plot begins at 0");
    for (int c = 0; c < COLUMNS.size(); c++) {
      double x = 24 + c % across * (panelWidth + 24);
      double y = 62 + c / across * (panelHeight + 20);
      panel(svg, rows, COLUMNS.get(c), x, y, panelWidth, panelHeight);
    }
    return svg.finished();
  }

  private static void panel(
      Svg svg, List<Row> rows, Column column, double x, double y, double width, double height) {
    svg.box(x, y, width, height, Svg.SAND, "none", 4);
    double most =
        rows.stream().mapToDouble(r -> column.of.applyAsDouble(r.figures())).max().orElse(0);
    double top = niceAbove(most);
    double left = x + 56;
    double right = x + width - 64;
    double base = y + height - 26;
    double roof = y + 34;
    svg.bold(x + 12, y + 20, 13, Svg.INK, "start", column.title);
    for (int tick = 0; tick <= 2; tick++) {
      double value = top * tick / 2;
      double at = base - (base - roof) * tick / 2;
      svg.line(left, at, right, at, Svg.LINE, 0.8);
      svg.text(left - 8, at + 4, 11, Svg.FAINT, "end", number(value));
    }
    int size = rows.size();
    StringBuilder path = new StringBuilder();
    for (int n = 0; n < size; n++) {
      double at = left + (size == 1 ? 0 : (right - left) * n / (size - 1));
      double value = column.of.applyAsDouble(rows.get(n).figures());
      double high = base - (top == 0 ? 0 : (base - roof) * value / top);
      path.append(n == 0 ? "M" : "L").append(Svg.number(at)).append(' ').append(Svg.number(high));
      if (size <= 60) {
        svg.box(at - 2, high - 2, 4, 4, Svg.PLUM, "none", 2);
      }
      if (n == size - 1) {
        svg.bold(at + 8, high + 4, 12, Svg.PLUM, "start", number(value));
      }
    }
    if (size > 1) {
      svg.path(path.toString(), Svg.PLUM, 1.8);
    }
    if (size > 0) {
      svg.text(left, y + height - 8, 11, Svg.FAINT, "start", rows.get(0).date());
      svg.text(right, y + height - 8, 11, Svg.FAINT, "end", rows.get(size - 1).date());
    }
  }

  private static String number(double value) {
    return value == Math.rint(value)
        ? Page.number((long) value)
        : String.format(Locale.ROOT, "%.1f", value);
  }

  /** The least of 1, 2, 4 or 5 times a power of ten that is not below a value. */
  private static double niceAbove(double value) {
    if (value <= 0) {
      return 1;
    }
    double power = Math.pow(10, Math.floor(Math.log10(value)));
    for (double step : new double[] {1, 2, 4, 5, 10}) {
      if (step * power >= value) {
        return step * power;
      }
    }
    return 10 * power;
  }
}

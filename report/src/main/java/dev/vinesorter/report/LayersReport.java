package dev.vinesorter.report;

import dev.vinesorter.core.structure.Layering;
import dev.vinesorter.core.structure.LevelGraph;
import java.util.ArrayList;
import java.util.List;

/** The layers as the code has them. */
public final class LayersReport {
  private static final int SITES_SHOWN = 2;
  private static final int UPWARDS_SHOWN = 15;
  private static final int LINE_WIDTH = 100;

  /** The most units that one picture shows. */
  public static final int MOST_DRAWN = 60;

  private LayersReport() {}

  /** As JSON; see {@code docs/formats.md}. */
  public static String json(Layering layering) {
    return Json.document(
        json -> {
          json.writeStringField("level", layering.graph().level().word());
          json.writeArrayFieldStart("layers");
          for (int[] row : layering.rows()) {
            json.writeStartArray();
            for (int node : row) {
              json.writeString(layering.graph().name(node));
            }
            json.writeEndArray();
          }
          json.writeEndArray();
          json.writeNumberField("weight", layering.upwardWeight());
          json.writeBooleanField("optimal", layering.optimal());
          json.writeArrayFieldStart("upwards");
          for (Layering.Upward up : layering.upwards()) {
            json.writeStartObject();
            json.writeStringField("from", layering.graph().name(up.from()));
            json.writeStringField("to", layering.graph().name(up.to()));
            json.writeNumberField("weight", up.weight());
            json.writeArrayFieldStart("sites");
            for (int r : layering.graph().references(up.from(), up.to())) {
              Sites.json(json, layering.graph().survey(), r);
            }
            json.writeEndArray();
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  /** For a terminal; with {@code all}, nothing is shortened. */
  public static void text(Page page, Layering layering, SourceLines lines, boolean all) {
    Names names = Names.of(layering.graph());
    String level = layering.graph().level().words();
    LevelGraph graph = layering.graph();
    page.bold(
            Page.count(graph.units(), graph.level().word(), level)
                + (graph.isFolded() ? " as " + graph.size() + " in " : " in ")
                + Page.count(layering.rows().size(), "layer", "layers"))
        .line(", each resting on those below");
    if (!names.shared().isEmpty()) {
      page.dim("All names begin with " + names.shared()).line();
    }
    Names.folded(page, graph);
    page.line();
    int number = layering.rows().size();
    for (int[] row : layering.rows()) {
      StringBuilder line = new StringBuilder();
      String head = String.format("%4d  ", number--);
      for (int node : row) {
        String name = names.of(node);
        if (!line.isEmpty() && line.length() + name.length() + 3 > LINE_WIDTH) {
          page.add(head).line(line.toString());
          line.setLength(0);
          head = "      ";
        }
        line.append(line.isEmpty() ? "" : "   ").append(name);
      }
      page.add(head).line(line.toString());
    }
    page.line();
    if (layering.upwards().isEmpty()) {
      page.line("Nothing runs upwards.");
      page.line();
      page.dim("Next: ").line("vinesort layers --write, then vinesort check");
      return;
    }
    page.warn(
            Page.count(layering.upwards().size(), "dependency runs", "dependencies run")
                + " upwards")
        .line(
            ", "
                + Page.count(layering.upwardWeight(), "site", "sites")
                + (layering.optimal()
                    ? "; no cheaper cut exists"
                    : "; not proven the cheapest cut"));
    int shown = 0;
    for (Layering.Upward up : layering.upwards()) {
      if (!all && shown++ == UPWARDS_SHOWN) {
        page.more("  ", layering.upwards().size() - UPWARDS_SHOWN);
        break;
      }
      page.add("  ")
          .warn(layering.graph().label(up.from()) + " -> " + layering.graph().label(up.to()))
          .line("   " + Page.count(up.weight(), "site", "sites"));
      Sites.text(
          page,
          layering.graph().survey(),
          layering.graph().references(up.from(), up.to()),
          lines,
          "      ",
          all ? Integer.MAX_VALUE : SITES_SHOWN);
    }
    if (graph.isFolded()) {
      return;
    }
    page.line();
    Layering.Upward first = layering.upwards().get(0);
    page.dim("Next: ")
        .line(
            "vinesort why '"
                + layering.graph().name(first.from())
                + "' '"
                + layering.graph().name(first.to())
                + "'");
  }

  /** A box of the picture. */
  private record Box(double x, double y, double width, double height) {
    double middle() {
      return x + width / 2;
    }

    boolean meets(Box other) {
      return x < other.x + other.width
          && other.x < x + width
          && y < other.y + other.height
          && other.y < y + height;
    }
  }

  /** As a picture of 1280 by 800; what is larger shrinks to fit. */
  public static String svg(Layering layering) {
    return new Drawing(layering).svg();
  }

  private static final class Drawing {
    private static final double WIDTH = 1280;
    private static final double HEIGHT = 800;
    private static final double LEFT = 56;
    private static final double TOP = 64;
    private static final double RIGHT = WIDTH - 24;
    private static final int LONG_NAME = 24;

    /** Rounds in which each row is put in the order of what it is tied to. */
    private static final int SWEEPS = 6;

    /** The widest gap between two boxes. */
    private static final double WIDEST_GAP = 90;

    private final Layering layering;
    private final Names names;
    private final List<int[]> rows;
    private final List<Box> labels = new ArrayList<>();
    private Box[] boxes;
    private double[] bandTop;
    private double bottom;
    private double font;

    Drawing(Layering layering) {
      this.layering = layering;
      this.names = Names.of(layering.graph());
      this.rows = sorted(layering);
      for (font = 14; font > 7; font -= 0.5) {
        place();
        if (bottom <= HEIGHT - 16) {
          break;
        }
      }
    }

    /**
     * The rows with each unit near what it is tied to, so that fewer lines cross: the barycentre
     * method of K. Sugiyama, S. Tagawa and M. Toda (1981).
     */
    private static List<int[]> sorted(Layering layering) {
      var graph = layering.graph().graph();
      var back = graph.reversed();
      List<int[]> rows = layering.rows().stream().map(int[]::clone).toList();
      double[] place = new double[graph.nodes()];
      for (int sweep = 0; sweep <= SWEEPS; sweep++) {
        for (int[] row : rows) {
          if (sweep > 0) {
            double[] aim = new double[graph.nodes()];
            for (int v : row) {
              double sum = place[v];
              int count = 1;
              for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++, count++) {
                sum += place[graph.target(k)];
              }
              for (int k = back.firstArc(v); k < back.firstArc(v + 1); k++, count++) {
                sum += place[back.target(k)];
              }
              aim[v] = sum / count;
            }
            int[] order =
                java.util.Arrays.stream(row)
                    .boxed()
                    .sorted(
                        java.util.Comparator.comparingDouble((Integer v) -> aim[v])
                            .thenComparing(v -> v))
                    .mapToInt(Integer::intValue)
                    .toArray();
            System.arraycopy(order, 0, row, 0, row.length);
          }
          for (int n = 0; n < row.length; n++) {
            place[row[n]] = (n + 1.0) / (row.length + 1);
          }
        }
      }
      return rows;
    }

    /** Fills each band from the left, in as many lines as it takes; lines are then centred. */
    private void place() {
      boxes = new Box[layering.graph().size()];
      bandTop = new double[rows.size()];
      double gap = font * 1.3;
      double y = TOP;
      for (int band = 0; band < rows.size(); band++) {
        bandTop[band] = y;
        y += font * 0.7;
        List<Integer> line = new ArrayList<>();
        double x = LEFT;
        double tallest = 0;
        for (int node : rows.get(band)) {
          double width = boxWidth(node);
          if (!line.isEmpty() && x + width > RIGHT) {
            centre(line, x - gap);
            y += tallest + font * 0.6;
            x = LEFT;
            tallest = 0;
            line.clear();
          }
          double height = font * (0.9 + 1.2 * lines(names.of(node)).size());
          boxes[node] = new Box(x, y, width, height);
          tallest = Math.max(tallest, height);
          line.add(node);
          x += width + gap;
        }
        centre(line, x - gap);
        y += tallest + font * 0.7;
        bottom = y;
        y += font * 1.1;
      }
      stretch();
    }

    /** Room that is left over goes between the bands, up to a point. */
    private void stretch() {
      int bands = rows.size();
      double spare = Math.min(34.0 * bands, HEIGHT - 24 - bottom);
      if (spare <= 0 || bands < 2) {
        return;
      }
      double each = spare / (bands - 1);
      for (int band = 0; band < bands; band++) {
        bandTop[band] += band * each;
        for (int node : rows.get(band)) {
          Box box = boxes[node];
          boxes[node] = new Box(box.x, box.y + band * each, box.width, box.height);
        }
      }
      bottom += spare;
    }

    /** Parts the boxes of a line as far as there is room, and puts them in the middle. */
    private void centre(List<Integer> line, double end) {
      double gap = font * 1.3;
      double wider = Math.min(WIDEST_GAP - gap, (RIGHT - end) / (line.size() + 1));
      double shift = (RIGHT - end - wider * (line.size() - 1)) / 2;
      for (int node : line) {
        Box box = boxes[node];
        boxes[node] = new Box(box.x + shift, box.y, box.width, box.height);
        shift += wider;
      }
    }

    private double boxWidth(int node) {
      double widest = 0;
      for (String part : lines(names.of(node))) {
        widest = Math.max(widest, Svg.width(part, font));
      }
      return widest + font * 1.4;
    }

    /** A name in one line, or in as many as a long one needs, broken where its words meet. */
    private static List<String> lines(String name) {
      List<String> lines = new ArrayList<>();
      String rest = name;
      while (rest.length() > LONG_NAME) {
        int at = LONG_NAME;
        while (at > LONG_NAME / 2 && !breaks(rest, at)) {
          at--;
        }
        lines.add(rest.substring(0, at));
        rest = rest.substring(at);
      }
      lines.add(rest);
      return lines;
    }

    private static boolean breaks(String name, int at) {
      char before = name.charAt(at - 1);
      return before == '.'
          || before == '/'
          || Character.isUpperCase(name.charAt(at)) && Character.isLowerCase(before);
    }

    String svg() {
      double height = Math.max(HEIGHT, bottom + 16);
      Svg svg = Svg.of(WIDTH, height, "Layers as the code has them");
      String head =
          Page.count(
                  layering.graph().units(),
                  layering.graph().level().word(),
                  layering.graph().level().words())
              + (layering.graph().isFolded() ? " as " + layering.graph().size() + " in " : " in ")
              + Page.count(rows.size(), "layer", "layers");
      svg.bold(16, 26, 16, Svg.INK, "start", head);
      String upwards =
          layering.upwards().isEmpty()
              ? "Nothing runs upwards."
              : Page.count(layering.upwards().size(), "dependency runs", "dependencies run")
                  + " upwards (plum, with the number of sites).";
      String shared = names.shared().isEmpty() ? "" : " All names begin with " + names.shared();
      svg.text(
          16, 46, 12, Svg.FAINT, "start", "Each layer rests on those below. " + upwards + shared);
      for (int band = 0; band < bandTop.length; band++) {
        double end = band + 1 < bandTop.length ? bandTop[band + 1] - font * 0.5 : bottom;
        svg.box(12, bandTop[band], WIDTH - 24, end - bandTop[band] - 3, Svg.SAND, "none", 4);
        svg.text(
            26,
            bandTop[band] + font * 1.7,
            font,
            Svg.FAINT,
            "middle",
            "" + (bandTop.length - band));
      }
      downwards(svg);
      for (Layering.Upward up : layering.upwards()) {
        curve(svg, up);
      }
      for (int node = 0; node < boxes.length; node++) {
        Box box = boxes[node];
        svg.box(box.x, box.y, box.width, box.height, Svg.PAPER, Svg.INK, 3);
        double y = box.y + font * 1.35;
        for (String part : lines(names.of(node))) {
          svg.text(box.middle(), y, font, Svg.INK, "middle", part);
          y += font * 1.2;
        }
      }
      for (Layering.Upward up : layering.upwards()) {
        headAndWeight(svg, up);
      }
      return svg.finished();
    }

    private void downwards(Svg svg) {
      var graph = layering.graph().graph();
      if (graph.arcs() > 400) {
        return;
      }
      for (int v = 0; v < graph.nodes(); v++) {
        for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
          Box from = boxes[v];
          Box to = boxes[graph.target(k)];
          if (from.y + from.height < to.y) {
            svg.line(from.middle(), from.y + from.height, to.middle(), to.y, Svg.LINE, 0.8);
          }
        }
      }
    }

    /** The four points of a curve from one box's upper edge to another's lower one. */
    private double[] points(Layering.Upward up) {
      Box from = boxes[up.from()];
      Box to = boxes[up.to()];
      double startX = from.middle() + from.width * 0.2;
      double endX = to.middle() - to.width * 0.2;
      boolean level = Math.abs(from.y - to.y) < 1;
      double endY = level ? to.y : to.y + to.height;
      double bend = level ? font * 2.5 : Math.max(font * 2, (from.y - endY) * 0.45);
      double aimY = level ? endY - bend : endY + bend;
      return new double[] {startX, from.y, startX, from.y - bend, endX, aimY, endX, endY};
    }

    private static double thickness(Layering.Upward up) {
      return 1.6 + Math.min(4, Math.log(up.weight()) * 0.8);
    }

    private void curve(Svg svg, Layering.Upward up) {
      double[] p = points(up);
      StringBuilder data = new StringBuilder("M");
      for (int n = 0; n < p.length; n++) {
        data.append(n == 2 ? "C" : n == 0 ? "" : " ").append(Svg.number(p[n]));
      }
      svg.path(data.toString(), Svg.PLUM, thickness(up));
    }

    private void headAndWeight(Svg svg, Layering.Upward up) {
      double[] p = points(up);
      double wing = 5 + thickness(up);
      double back = p[5] < p[7] ? -wing * 1.3 : wing * 1.3;
      svg.shape(
          "M"
              + Svg.number(p[6])
              + " "
              + Svg.number(p[7])
              + "l"
              + Svg.number(-wing * 0.7)
              + " "
              + Svg.number(back)
              + "h"
              + Svg.number(wing * 1.4)
              + "z",
          Svg.PLUM);
      String weight = String.valueOf(up.weight());
      double half = Math.max(8, Svg.width(weight, 11) / 2 + 5);
      Box label = freePlace(p, half);
      labels.add(label);
      svg.box(label.x, label.y, label.width, label.height, Svg.PAPER, Svg.PLUM, 8);
      svg.text(label.middle(), label.y + 12, 11, Svg.PLUM, "middle", weight);
    }

    /** A place on a curve where its weight covers no box and no other weight, if there is one. */
    private Box freePlace(double[] p, double half) {
      Box middle = null;
      for (double part : new double[] {0.5, 0.4, 0.6, 0.3, 0.7, 0.22, 0.78, 0.14, 0.86}) {
        double rest = 1 - part;
        double a = rest * rest * rest;
        double b = 3 * rest * rest * part;
        double c = 3 * rest * part * part;
        double d = part * part * part;
        double x = a * p[0] + b * p[2] + c * p[4] + d * p[6];
        double y = a * p[1] + b * p[3] + c * p[5] + d * p[7];
        Box place = new Box(x - half, y - 8, 2 * half, 16);
        middle = middle == null ? place : middle;
        boolean free = labels.stream().noneMatch(place::meets);
        for (Box box : boxes) {
          free &= !place.meets(box);
        }
        if (free) {
          return place;
        }
      }
      return middle;
    }
  }
}

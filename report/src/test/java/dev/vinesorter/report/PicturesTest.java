package dev.vinesorter.report;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.drift.Milestone;
import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.SurveyBuilder;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.structure.Layering;
import dev.vinesorter.core.structure.LevelGraph;
import dev.vinesorter.core.structure.Matrix;
import dev.vinesorter.core.structure.View;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.NodeList;

/** Terminal views line by line, and pictures as documents. */
class PicturesTest {
  /** Packages with one type each; "a b 3" is three calls from a to b. */
  private static LevelGraph packages(String... facts) {
    SurveyBuilder builder = new SurveyBuilder();
    for (String fact : facts) {
      String[] words = fact.split(" ");
      int user = member(builder, words[0]);
      int used = member(builder, words[1]);
      for (int n = 0; n < Integer.parseInt(words[2]); n++) {
        builder.reference(user, used, Kind.CALLS, n, n + 1, false);
      }
    }
    Survey survey = builder.build();
    return LevelGraph.of(survey, Level.PACKAGE, View.MAIN);
  }

  private static int member(SurveyBuilder builder, String name) {
    int in = builder.unit(Level.PACKAGE, -1, name);
    int file = builder.unit(Level.FILE, in, name + "/T.java");
    builder.file(file, builder.unit(Level.MODULE, -1, "module:m"), 100, new int[] {0, 50});
    int type = builder.unit(Level.TYPE, file, "T");
    int member = builder.unit(Level.MEMBER, type, "use()");
    builder.traits(member, Trait.METHOD.bit());
    return member;
  }

  private static final String[] SHOP = {
    "o.ui o.pay 12", "o.pay o.stock 1500", "o.stock o.pay 2", "o.log o.stock 1"
  };

  @Test
  void matrixReadsAlongItsRows() {
    Page page = new Page(false);
    MatrixReport.text(page, Matrix.of(packages(SHOP)), 0, false);
    assertThat(page.toString())
        .isEqualTo(
            """
            4 packages in 2 layers, 4 dependencies, 1,515 sites
            1 dependency runs the wrong way (2 sites), in 1 block; no order has less
            Along a row: what its unit uses, and at how many places. ! runs the wrong way.
            What shares a layer, between two rules, does not use each other; : fills a block, where it does.
            All names begin with o.

                       1 2  3  4
               1 log   ■       1
               2 ui      ■ 12
                 ───────────────
               3 pay        ■ 1k
               4 stock     !2  ■

            A cell's sites: vinesort why ROW COLUMN, such as vinesort why 'o.stock' 'o.pay'
            """);
  }

  @Test
  void wideMatrixIsFoldedAndHugeOneSaysWhatToDo() {
    Page narrow = new Page(false);
    MatrixReport.text(narrow, Matrix.of(packages(SHOP)), 18, false);
    assertThat(narrow.toString().lines().filter(l -> l.contains(" stock"))).hasSize(2);
    List<String> facts = new ArrayList<>();
    for (int n = 0; n < 401; n++) {
      facts.add("o.p" + n + " o.q 1");
    }
    Page huge = new Page(false);
    MatrixReport.text(huge, Matrix.of(packages(facts.toArray(String[]::new))), 0, false);
    assertThat(huge.toString()).contains("more than a terminal can show", "--within UNIT");
    MatrixReport.text(huge, Matrix.of(packages(facts.toArray(String[]::new))), 0, true);
    assertThat(huge.toString()).contains(" 402 q ");
    Page nothing = new Page(false);
    MatrixReport.text(nothing, Matrix.of(packages()), 0, false);
    assertThat(nothing.toString()).contains("nothing to show");
  }

  @Test
  void layersRestOnThoseBelow() {
    Page page = new Page(false);
    LayersReport.text(page, Layering.of(packages(SHOP)), (file, line) -> "", false);
    assertThat(page.toString())
        .startsWith(
            """
            4 packages in 3 layers, each resting on those below
            All names begin with o.

               3  ui
               2  log   pay
               1  stock

            1 dependency runs upwards, 2 sites; no cheaper cut exists
              o.stock -> o.pay   2 sites
            """);
    Page calm = new Page(false);
    LayersReport.text(calm, Layering.of(packages("o.a o.b 1")), (file, line) -> "", false);
    assertThat(calm.toString()).contains("Nothing runs upwards.", "layers --write");
    assertThat(TrellisDraft.of(Layering.of(packages("o.a o.b 1"))))
        .contains("name: layer-2\n    holds:\n      - \"o.a\"", "acyclic: [package]");
  }

  private static Document xml(String svg) throws Exception {
    return DocumentBuilderFactory.newInstance()
        .newDocumentBuilder()
        .parse(new ByteArrayInputStream(svg.getBytes(StandardCharsets.UTF_8)));
  }

  @Test
  void hostileNamesStayTextInPictures() throws Exception {
    String evil = "o.<script>alert('&')</script>\u0007\u202e";
    LevelGraph graph = packages(evil + " o.b 3", "o.b " + evil + " 1");
    for (String svg :
        List.of(MatrixReport.svg(Matrix.of(graph)), LayersReport.svg(Layering.of(graph)))) {
      Document document = xml(svg);
      assertThat(document.getElementsByTagName("script").getLength()).isZero();
      assertThat(svg).doesNotContain("\u0007", "\u202e", "http://evil");
      assertThat(document.getDocumentElement().getTextContent()).contains("alert(");
    }
  }

  @Test
  void sixtyUnitsFitTheirPictureWithoutCoveringEachOther() throws Exception {
    List<String> facts = new ArrayList<>();
    for (int n = 0; n < 60; n++) {
      for (int used = n + 7; used < 60; used += 13) {
        facts.add(
            "org.example.somewhat.long.name" + n + " org.example.somewhat.long.name" + used + " 2");
      }
    }
    facts.add("org.example.somewhat.long.name59 org.example.somewhat.long.name0 1");
    Document svg = xml(LayersReport.svg(Layering.of(packages(facts.toArray(String[]::new)))));
    assertThat(Double.parseDouble(svg.getDocumentElement().getAttribute("height"))).isEqualTo(800);
    NodeList rects = svg.getElementsByTagName("rect");
    List<double[]> boxes = new ArrayList<>();
    for (int n = 0; n < rects.getLength(); n++) {
      var a = rects.item(n).getAttributes();
      if (a.getNamedItem("rx").getNodeValue().equals("3")) {
        boxes.add(
            new double[] {
              number(a.getNamedItem("x")), number(a.getNamedItem("y")),
              number(a.getNamedItem("width")), number(a.getNamedItem("height"))
            });
      }
    }
    assertThat(boxes).hasSize(60);
    for (double[] box : boxes) {
      assertThat(box[0]).isBetween(0.0, 1280 - box[2]);
      assertThat(box[1]).isBetween(0.0, 800 - box[3]);
      for (double[] other : boxes) {
        boolean meets =
            box != other
                && box[0] < other[0] + other[2]
                && other[0] < box[0] + box[2]
                && box[1] < other[1] + other[3]
                && other[1] < box[1] + box[3];
        assertThat(meets).isFalse();
      }
    }
  }

  private static double number(org.w3c.dom.Node attribute) {
    return Double.parseDouble(attribute.getNodeValue());
  }

  @Test
  void historyIsATableCsvAndPlots() throws Exception {
    List<HistoryReport.Row> rows =
        List.of(
            new HistoryReport.Row("2026-01-05", "abc12345", "First, \"quoted\"", milestone(100, 3)),
            new HistoryReport.Row("2026-01-06", "def12345", "Second", milestone(250, 0)));
    assertThat(HistoryReport.csv(rows).lines().toList())
        .containsExactly(
            "date,commit,subject,lines,types,packages,packageDependencies,packagesInCycles,"
                + "typesInCycles,breaches,overLimit",
            "2026-01-05,abc12345,\"First, \"\"quoted\"\"\",100,10,4,6,3,2,1,5",
            "2026-01-06,def12345,Second,250,10,4,6,0,2,1,5");
    Page page = new Page(false);
    HistoryReport.text(page, rows);
    assertThat(page.toString()).contains("2 commits", "vinesort drift abc12345 def12345");
    Document svg = xml(HistoryReport.svg(rows));
    assertThat(svg.getDocumentElement().getTextContent())
        .contains("packages in cycles", "2026-01-05", "250");
    assertThat(HistoryReport.json(rows)).contains("\"packagesInCycles\" : 3");
    assertThat(xml(HistoryReport.svg(List.of())).getDocumentElement().getTextContent())
        .contains("no commit");
  }

  private static Milestone milestone(long lines, int inCycles) {
    return new Milestone(lines, 10, 4, 6, inCycles, 2, 1, 5);
  }
}

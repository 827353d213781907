package dev.vinesorter.core.structure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Drawn;
import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.UnitPattern;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Matrix, layering, focus, reach and tidy views. */
class PictureTest {
  private static final String[] SHOP = {
    "ui.Desk -> pay.Bill x4",
    "ui.Desk -> stock.Shelf",
    "pay.Bill -> stock.Shelf x3",
    "stock.Shelf -> pay.Price",
    "stock.gen.Made -> stock.Shelf",
    "log.Log"
  };

  private static LevelGraph packages(String... facts) {
    return LevelGraph.of(Drawn.survey(facts), Level.PACKAGE, View.MAIN);
  }

  private static List<String> order(Matrix matrix) {
    List<String> names = new ArrayList<>();
    for (int row = 0; row < matrix.order().length; row++) {
      names.add(matrix.name(row));
    }
    return names;
  }

  @Test
  void matrixPutsUsersAboveAndFramesTheCycle() {
    Matrix matrix = Matrix.of(packages(SHOP));
    assertThat(order(matrix)).containsExactly("stock.gen", "ui", "log", "pay", "stock");
    assertThat(matrix.blocks()).containsExactly(new Matrix.Block(new Matrix.Range(3, 4), 1, true));
    assertThat(matrix.layers().get(0)).isEqualTo(new Matrix.Range(0, 1));
    assertThat(matrix.cells()).contains(new Matrix.Cell(1, 3, 4), new Matrix.Cell(4, 3, 1));
    assertThat(matrix.cells().stream().filter(Matrix.Cell::wrongWay)).hasSize(1);
    assertThat(matrix.coupled(3, 4)).isTrue();
    assertThat(matrix.coupled(2, 3)).isFalse();
  }

  @Test
  void matrixIsTheSameWhateverTheOrderOfTheInput() {
    Random random = new Random(7);
    for (int round = 0; round < 40; round++) {
      List<String> facts = new ArrayList<>();
      for (int n = 0; n < 40; n++) {
        char from = (char) ('a' + random.nextInt(12));
        char to = (char) ('a' + random.nextInt(12));
        facts.add(from + ".T -> " + to + ".T x" + (1 + random.nextInt(5)));
      }
      Matrix first = Matrix.of(packages(facts.toArray(String[]::new)));
      Collections.shuffle(facts, random);
      Matrix second = Matrix.of(packages(facts.toArray(String[]::new)));
      assertThat(order(second)).isEqualTo(order(first));
      assertThat(second.cells()).isEqualTo(first.cells());
      long wrong = 0;
      for (Matrix.Cell cell : first.cells()) {
        assertThat(!cell.wrongWay() || first.coupled(cell.row(), cell.column())).isTrue();
        wrong += cell.wrongWay() ? cell.weight() : 0;
      }
      assertThat(first.blocks().stream().mapToLong(Matrix.Block::wrongWay).sum()).isEqualTo(wrong);
    }
  }

  @Test
  void wallRestsOnWhatIsBelow() {
    Layering layering = Layering.of(packages(SHOP));
    List<List<String>> rows =
        layering.rows().stream()
            .map(r -> Arrays.stream(r).mapToObj(n -> layering.graph().name(n)).toList())
            .toList();
    assertThat(rows)
        .containsExactly(List.of("ui"), List.of("pay", "stock.gen"), List.of("log", "stock"));
    assertThat(layering.upwards()).hasSize(1);
    assertThat(layering.upwardWeight()).isEqualTo(1);
    assertThat(layering.optimal()).isTrue();
  }

  @Test
  void focusOpensAUnitAndKeepsTheRest() {
    Survey survey = Drawn.survey(SHOP);
    int stock = survey.units().find("stock");
    Focus focus = new Focus(Level.PACKAGE, List.of(), Set.of(stock), 0);
    LevelGraph graph = LevelGraph.of(survey, focus, View.MAIN);
    assertThat(names(graph)).containsExactly("log", "pay", "stock.Shelf", "stock.gen", "ui");
    int shelf = graph.named("stock.Shelf");
    assertThat(graph.graph().weight(graph.named("pay"), shelf)).isEqualTo(3);

    Focus within = new Focus(Level.TYPE, List.of(UnitPattern.of("stock.**")), Set.of(), 0);
    assertThat(names(LevelGraph.of(survey, within, View.MAIN)))
        .containsExactly("stock.Shelf", "stock.gen.Made");
  }

  @Test
  void depthTakesPackagesTogether() {
    Survey survey =
        Drawn.survey("o.x.a.A -> o.x.b.B", "o.x.a.deep.D -> o.x.b.B x2", "o.x.b.c.C -> o.x.a.A");
    Focus focus = new Focus(Level.PACKAGE, List.of(), Set.of(), 1);
    LevelGraph graph = LevelGraph.of(survey, focus, View.MAIN);
    assertThat(names(graph)).containsExactly("o.x.a.**", "o.x.b.**");
    assertThat(graph.graph().weight(0, 1)).isEqualTo(3);
    assertThat(graph.graph().weight(1, 0)).isEqualTo(1);
  }

  private static List<String> names(LevelGraph graph) {
    List<String> names = new ArrayList<>();
    for (int node = 0; node < graph.size(); node++) {
      names.add(graph.name(node));
    }
    return names;
  }

  @Test
  void tidyHidesShortensAndFolds() {
    Survey survey =
        Drawn.survey(
            "a.Pump -> a.PumpParts", "a.PumpParts -> b.Pipe", "b.gen.Made annotates lib:x.Made");
    Tidy tidy =
        new Tidy(
            List.of(UnitPattern.of("b.gen.**")),
            List.of(new Tidy.ShortName("a", "~"), new Tidy.ShortName("a.P", "no: not a segment")),
            List.of(List.of(Glob.ofPath("a/*.java"), Glob.ofPath("a/*Parts.java"))));
    View view = View.MAIN.with(tidy);
    assertThat(names(LevelGraph.of(survey, Level.PACKAGE, view))).containsExactly("a", "b");
    LevelGraph types = LevelGraph.of(survey, Level.TYPE, view);
    assertThat(types.label(types.named("a.Pump"))).isEqualTo("~.Pump");
    // Pump and PumpParts both fit the first pattern, each by its own name, so they stay apart …
    assertThat(names(LevelGraph.of(survey, Level.FILE, view))).hasSize(3);
    // … and with the narrower pattern first the two are one.
    Tidy narrow =
        new Tidy(
            List.of(),
            List.of(),
            List.of(List.of(Glob.ofPath("a/*Parts.java"), Glob.ofPath("a/*.java"))));
    LevelGraph files = LevelGraph.of(survey, Level.FILE, View.MAIN.with(narrow));
    assertThat(names(files)).containsExactly("a/PumpParts.java", "b/Pipe.java", "b/gen/Made.java");
    assertThat(files.graph().weight(0, 1)).isEqualTo(1);
  }

  @Test
  void patternsMeanWhatStandsInside() {
    Survey survey =
        Drawn.survey("o.x.A#f() -> o.x.y.B", "o.x.y.B annotates lib:z.Made", "p.C -> o.x.A");
    assertThat(meant(survey, "o.x.**")).contains("o.x.A", "o.x.A#f()", "o.x.y.B").hasSize(3);
    assertThat(meant(survey, "o.x")).containsExactlyInAnyOrder("o.x.A", "o.x.A#f()");
    assertThat(meant(survey, "o.*.A")).containsExactlyInAnyOrder("o.x.A", "o.x.A#f()");
    assertThat(meant(survey, "**/y/*.java")).contains("o.x.y.B").doesNotContain("o.x.A");
    assertThat(meant(survey, "@Made")).contains("o.x.y.B").doesNotContain("p.C");
    assertThat(meant(survey, "@z.Made")).contains("o.x.y.B");
    assertThat(meant(survey, "o.x.A#f()")).containsExactly("o.x.A#f()");
    assertThat(meant(survey, "module:m")).hasSize(5);
    assertThat(meant(survey, "generated")).isEmpty();
  }

  /** Types and members of our own that a pattern means. */
  private static List<String> meant(Survey survey, String pattern) {
    boolean[] meant = UnitPattern.of(pattern).in(survey);
    List<String> names = new ArrayList<>();
    for (int unit = 0; unit < meant.length; unit++) {
      boolean counts = survey.units().level(unit).compareTo(Level.TYPE) >= 0;
      if (meant[unit] && counts && survey.units().fileOf(unit) >= 0) {
        names.add(survey.units().name(unit));
      }
    }
    return names;
  }

  @Test
  void reachIsATreeWithCounts() {
    Survey survey = Drawn.survey("a.A -> b.B", "b.B -> c.C", "b.B -> d.D", "e.E -> a.A");
    LevelGraph graph = LevelGraph.of(survey, Level.PACKAGE, View.MAIN);
    Reach uses = Reach.of(graph, Reach.inside(graph, survey.units().find("a")), false);
    assertThat(uses.branches())
        .containsExactly(
            new Reach.Branch(1, 0, 1, 2),
            new Reach.Branch(2, 1, 2, 0),
            new Reach.Branch(3, 1, 2, 0));
    assertThat(uses.byDistance()).containsExactly(1, 2);
    Reach users = Reach.of(graph, Reach.inside(graph, survey.units().find("d")), true);
    assertThat(users.branches().stream().map(b -> graph.name(b.node())))
        .containsExactly("b", "a", "e");
  }

  @Test
  void orphansTellWhatGoesWithThem() {
    Survey survey =
        Drawn.survey(
            "a.Main#main(String[]) -> a.Used",
            "a.Dead -> a.OnlyByDead",
            "a.OnlyByDead -> a.Used",
            "a.Tested -> a.Used",
            "test.ATest -> a.Tested",
            "a.Ring -> a.Ring2",
            "a.Ring2 -> a.Ring",
            "a.Framed annotates lib:web.Path",
            "a.Told annotates lib:java.lang.Deprecated",
            "a.Service");
    Orphans.Entries entries = new Orphans.Entries(false, Set.of("a.Service"));
    List<Orphans.Orphan> orphans = Orphans.of(survey, Level.TYPE, View.MAIN, entries);
    assertThat(orphans.stream().map(o -> survey.units().name(o.units().get(0))))
        .containsExactly("a.Dead", "a.Ring", "a.Told", "a.Tested");
    assertThat(orphans.get(0).goesToo()).containsExactly(survey.units().find("a.OnlyByDead"));
    assertThat(orphans.get(1).units()).hasSize(2);
    assertThat(orphans.get(3).byTests()).isTrue();
    Orphans.Entries library = new Orphans.Entries(true, Set.of());
    assertThat(Orphans.of(survey, Level.TYPE, View.MAIN, library)).isEmpty();
  }

  @Test
  void cardTellsUsesUsersAndGroup() {
    Survey survey = Drawn.survey(SHOP);
    UnitCard card = UnitCard.of(survey, survey.units().find("stock"), View.MAIN);
    assertThat(card.uses()).extracting(UnitCard.Link::weight).containsExactly(1);
    assertThat(card.users()).extracting(UnitCard.Link::weight).containsExactly(3, 1, 1);
    assertThat(card.group()).hasSize(2);
    assertThat(card.contents()).hasSize(1);
    assertThat(card.contents().get(0).in()).isEqualTo(5);
  }
}

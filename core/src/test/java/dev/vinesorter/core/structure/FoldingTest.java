package dev.vinesorter.core.structure;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.model.Drawn;
import dev.vinesorter.core.model.Level;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;

class FoldingTest {
  /** Types of some packages, so many in each, one of which uses the one before it. */
  private static LevelGraph types(int... inEach) {
    List<String> facts = new ArrayList<>();
    String last = "";
    for (int n = 0; n < inEach.length; n++) {
      String in = n == 0 ? "org.x" : n % 2 == 0 ? "org.x.even.p" + n : "org.x.p" + n;
      for (int m = 0; m < inEach[n]; m++) {
        String type = in + ".T" + m;
        facts.add(last.isEmpty() ? type : type + " -> " + last);
        last = type;
      }
    }
    return LevelGraph.of(Drawn.survey(facts.toArray(String[]::new)), Level.TYPE, View.MAIN);
  }

  private static List<String> rows(LevelGraph graph) {
    List<String> rows = new ArrayList<>();
    for (int node = 0; node < graph.size(); node++) {
      rows.add(graph.label(node));
    }
    return rows;
  }

  @Test
  void smallPicturesStayAsTheyAre() {
    LevelGraph graph = types(3, 4);
    assertThat(Folding.of(graph, 7, 2)).isSameAs(graph);
    assertThat(graph.isFolded()).isFalse();
    assertThat(graph.units()).isEqualTo(7);
  }

  @Test
  void packagesAreOpenedLargestFirstAsLongAsThereIsRoom() {
    LevelGraph graph = types(2, 3, 5, 4, 6);
    LevelGraph folded = Folding.of(graph, 10, 4);
    assertThat(rows(folded))
        .containsExactly("org.x.* (2)", "org.x.even.** (11)", "org.x.p1.* (3)", "org.x.p3.* (4)");
    assertThat(folded.isFolded()).isTrue();
    assertThat(folded.units()).isEqualTo(20);
    assertThat(rows(Folding.of(graph, 10, 6)))
        .containsExactly(
            "org.x.T0",
            "org.x.T1",
            "org.x.even.p2.* (5)",
            "org.x.even.p4.* (6)",
            "org.x.p1.* (3)",
            "org.x.p3.* (4)");
  }

  /** Whatever is taken together, nothing is lost, and what crosses groups is counted as before. */
  @Test
  void nothingIsLost() {
    Random random = new Random(5);
    for (int trial = 0; trial < 60; trial++) {
      int[] inEach = random.ints(1 + random.nextInt(9), 0, 30).toArray();
      LevelGraph graph = types(inEach);
      int together = 2 + random.nextInt(20);
      LevelGraph folded = Folding.of(graph, 5, together);
      assertThat(folded.units()).isEqualTo(graph.size());
      TreeMap<String, Integer> crossing = new TreeMap<>();
      for (int node = 0; node < graph.size(); node++) {
        String from = folded.name(folded.node(graph.unit(node)));
        for (int used = 0; used < graph.size(); used++) {
          String to = folded.name(folded.node(graph.unit(used)));
          int sites = graph.references(node, used).size();
          if (!from.equals(to) && sites > 0) {
            crossing.merge(from + " " + to, sites, Integer::sum);
          }
        }
      }
      TreeMap<String, Integer> shown = new TreeMap<>();
      for (int node = 0; node < folded.size(); node++) {
        for (int used = 0; used < folded.size(); used++) {
          int sites = node == used ? 0 : folded.references(node, used).size();
          if (sites > 0) {
            shown.merge(folded.name(node) + " " + folded.name(used), sites, Integer::sum);
          }
        }
      }
      assertThat(shown).isEqualTo(crossing);
    }
  }
}

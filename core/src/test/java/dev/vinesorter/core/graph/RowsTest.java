package dev.vinesorter.core.graph;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

class RowsTest {
  /**
   *
   *
   * <pre>
   * row 2   a            a uses b and c; b and c use d;
   * row 1   b   c        e is alone
   * row 0   d   e
   * </pre>
   */
  @Test
  void eachNodeStandsOneRowAboveTheHighestItUses() {
    Rows rows = Rows.of(Graphs.drawn("ab", "ac", "bd", "cd", "ee"));
    assertThat(rows.count()).isEqualTo(3);
    assertThat(rows.nodes(2)).containsExactly(0);
    assertThat(rows.nodes(1)).containsExactly(1, 2);
    assertThat(rows.nodes(0)).containsExactly(3, 4);
    assertThat(rows.bottomUp()).hasSize(5);
  }

  @Test
  void randomGraphsKeepTheirPromise() {
    for (int seed = 0; seed < 200; seed++) {
      Random random = new Random(seed);
      Digraph graph = Graphs.random(random, 2 + random.nextInt(14), random.nextInt(40), 5);
      Rows single = Rows.of(graph);
      Rows together = Rows.ofComponents(graph);
      long upwards = 0;
      long cut = 0;
      for (int c = 0; c < single.components().count(); c++) {
        cut += single.cut(c) == null ? 0 : single.cut(c).weight();
      }
      for (int v = 0; v < graph.nodes(); v++) {
        for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
          int w = graph.target(k);
          boolean same = single.components().of(v) == single.components().of(w);
          if (single.of(w) >= single.of(v)) {
            assertThat(same).as("seed %d: only cycles run upwards", seed).isTrue();
            upwards += graph.weight(k);
          }
          if (same) {
            assertThat(together.of(v)).as("seed %d", seed).isEqualTo(together.of(w));
          } else {
            assertThat(together.of(v)).as("seed %d", seed).isGreaterThan(together.of(w));
          }
        }
      }
      assertThat(upwards).as("seed %d: what runs upwards is the cut", seed).isEqualTo(cut);
    }
  }
}

package dev.vinesorter.core.graph;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

class ComponentsTest {
  /**
   *
   *
   * <pre>
   * a → b → c → a      d → e ⇄ f      g
   *          ↘ d
   * </pre>
   */
  @Test
  void groupsOfADrawnGraph() {
    Digraph graph = Graphs.drawn("ab", "bc", "ca", "cd", "de", "ef", "fe", "fg");

    assertThat(Components.of(graph).groups())
        .containsExactly(new int[] {0, 1, 2}, new int[] {4, 5});
  }

  @Test
  void sameComponentIfAndOnlyIfBothReachEachOther() {
    for (int seed = 0; seed < 200; seed++) {
      Random random = new Random(seed);
      int nodes = 1 + random.nextInt(20);
      Digraph graph = Graphs.random(random, nodes, random.nextInt(40), 3);
      boolean[][] reach = Graphs.reach(graph);
      Components components = Components.of(graph);
      for (int v = 0; v < nodes; v++) {
        for (int w = 0; w < nodes; w++) {
          boolean together = v == w || reach[v][w] && reach[w][v];
          assertThat(components.of(v) == components.of(w))
              .as("seed %d, nodes %d and %d", seed, v, w)
              .isEqualTo(together);
          if (reach[v][w]) {
            assertThat(components.of(v))
                .as("seed %d: users above used", seed)
                .isGreaterThanOrEqualTo(components.of(w));
          }
        }
      }
    }
  }

  @Test
  void chainOfAHundredThousandNodesDoesNotOverflow() {
    int nodes = 100_000;
    int[] from = new int[nodes];
    int[] to = new int[nodes];
    int[] weight = new int[nodes];
    for (int v = 0; v < nodes; v++) {
      from[v] = v;
      to[v] = (v + 1) % nodes;
      weight[v] = 1;
    }

    assertThat(Components.of(Digraph.of(nodes, from, to, weight, nodes - 1)).count())
        .isEqualTo(nodes);
    assertThat(Components.of(Digraph.of(nodes, from, to, weight, nodes)).groups())
        .singleElement()
        .satisfies(group -> assertThat(group).hasSize(nodes));
  }
}

package dev.vinesorter.core.graph;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.Random;
import org.junit.jupiter.api.Test;

class DigraphTest {
  @Test
  void parallelArcsAreOneAndLoopsAreNone() {
    Digraph graph = Graphs.drawn("ab2", "ab3", "bb4", "ba1");

    assertThat(graph.arcs()).isEqualTo(2);
    assertThat(graph.weight(0, 1)).isEqualTo(5);
    assertThat(graph.weight(1, 0)).isEqualTo(1);
    assertThat(graph.weight(1, 1)).isZero();
  }

  @Test
  void partKeepsTheArcsInside() {
    Digraph part = Graphs.drawn("ab", "bc2", "cd3", "da4").part(new int[] {3, 0, 2});

    assertThat(part.nodes()).isEqualTo(3);
    assertThat(part.weight(0, 1)).isEqualTo(4);
    assertThat(part.weight(2, 0)).isEqualTo(3);
    assertThat(part.arcs()).isEqualTo(2);
  }

  @Test
  void reversedTwiceIsTheSame() {
    Digraph graph = Graphs.random(new Random(5), 12, 50, 4);
    Digraph twice = graph.reversed().reversed();
    for (int v = 0; v < 12; v++) {
      for (int w = 0; w < 12; w++) {
        assertThat(twice.weight(v, w)).isEqualTo(graph.weight(v, w));
        assertThat(graph.reversed().weight(w, v)).isEqualTo(graph.weight(v, w));
      }
    }
  }

  @Test
  void arcOutsideIsRefusedByName() {
    assertThatThrownBy(() -> Digraph.of(2, new int[] {0}, new int[] {2}, new int[] {1}, 1))
        .isInstanceOf(IllegalArgumentException.class)
        .hasMessageContaining("0 -> 2")
        .hasMessageContaining("2 nodes");
  }

  @Test
  void shortestChainIsShortest() {
    Digraph graph = Graphs.drawn("ab", "bc", "cd", "ae", "ed", "fa");

    assertThat(Chain.shortest(graph, v -> v == 0, v -> v == 3)).containsExactly(0, 4, 3);
    assertThat(Chain.shortest(graph, v -> v == 3, v -> v == 0)).isEmpty();
    assertThat(Chain.shortest(graph, v -> v == 2, v -> v == 2)).containsExactly(2);
  }
}

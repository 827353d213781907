package dev.vinesorter.core.graph;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;

class WalkTest {
  @Test
  void distancesFollowTheShortestWay() {
    Walk walk = Walk.from(Graphs.drawn("ab", "bc", "ac", "cd", "ee"), 0);
    assertThat(walk.reached()).containsExactly(0, 1, 2, 3);
    assertThat(walk.distance(3)).isEqualTo(2);
    assertThat(walk.before(3)).isEqualTo(2);
    assertThat(walk.distance(4)).isEqualTo(-1);
  }

  @Test
  void reachCountsEqualOneWalkFromEachNode() {
    for (int seed = 0; seed < 100; seed++) {
      Random random = new Random(seed);
      // Beyond 64 components the bits take more than one block.
      Digraph graph = Graphs.random(random, 1 + random.nextInt(200), random.nextInt(300), 5);
      int[] counts = Walk.reachCounts(graph);
      for (int v = 0; v < graph.nodes(); v++) {
        assertThat(counts[v])
            .as("seed %d, node %d", seed, v)
            .isEqualTo(Walk.from(graph, v).reached().length);
      }
    }
  }
}

package dev.vinesorter.core.graph;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class CutSetTest {
  /** a uses b five times, b uses a once: the one use is the one to cut. */
  @Test
  void cutsTheLighterWay() {
    CutSet cut = CutSet.of(Graphs.drawn("ab5", "ba1"));

    assertThat(cut.arcs()).containsExactly(new CutSet.Arc(1, 0, 1));
    assertThat(cut.weight()).isEqualTo(1);
    assertThat(cut.optimal()).isTrue();
  }

  @Test
  void acyclicGraphNeedsNoCut() {
    CutSet cut = CutSet.of(Graphs.drawn("ab", "ac", "bd", "cd"));

    assertThat(cut.arcs()).isEmpty();
    assertThat(cut.optimal()).isTrue();
  }

  @Test
  void optimumIsThatOfAllOrders() {
    for (int seed = 0; seed < 150; seed++) {
      Random random = new Random(seed);
      int nodes = 2 + random.nextInt(6);
      Digraph graph = Graphs.random(random, nodes, 3 + random.nextInt(20), 9);
      CutSet cut = CutSet.of(graph);

      assertThat(cut.weight()).as("seed %d", seed).isEqualTo(lightestOfAllOrders(graph));
      assertThat(cut.optimal()).isTrue();
      assertOpensAllCycles(graph, cut, seed);
    }
  }

  @Test
  void heuristicOpensAllCyclesAndSaysWhatItIs() {
    for (int seed = 0; seed < 40; seed++) {
      Random random = new Random(seed);
      Digraph graph = Graphs.random(random, 30 + random.nextInt(40), 300, 9);
      CutSet cut = CutSet.of(graph);

      assertThat(cut.optimal()).isFalse();
      assertOpensAllCycles(graph, cut, seed);
    }
  }

  @Test
  void heuristicComesNearTheOptimum() {
    long exact = 0;
    long found = 0;
    for (int seed = 0; seed < 60; seed++) {
      Random random = new Random(seed);
      int nodes = 8 + random.nextInt(7);
      Digraph graph = Graphs.random(random, nodes, nodes * 4, 9);
      exact += CutSet.of(graph).weight();
      long heuristic = CutSet.heuristic(graph).weight();
      assertThat(heuristic).isGreaterThanOrEqualTo(CutSet.of(graph).weight());
      found += heuristic;
    }

    assertThat(found).isLessThanOrEqualTo(exact * 105 / 100);
  }

  /** What is told as the least is never above the optimum, nor what was found below it. */
  @Test
  void noCutIsBelowTheLeast() {
    int met = 0;
    for (int seed = 0; seed < 200; seed++) {
      Random random = new Random(seed);
      int nodes = 5 + random.nextInt(11);
      Digraph graph = Graphs.random(random, nodes, nodes * (2 + random.nextInt(3)), 9);
      long optimum = CutSet.of(graph).weight();
      CutSet found = CutSet.heuristic(graph);

      assertThat(found.least()).as("seed %d", seed).isLessThanOrEqualTo(optimum);
      assertThat(found.weight()).as("seed %d", seed).isGreaterThanOrEqualTo(optimum);
      met += found.least() == optimum ? 1 : 0;
    }

    assertThat(met).isGreaterThan(100);
  }

  /** Two rings of twelve with an arc each way between them are cut in three places, and proven. */
  @Test
  void partsThatCyclesLeaveAreCutOnTheirOwn() {
    int[] from = new int[26];
    int[] to = new int[26];
    int[] weight = new int[26];
    for (int n = 0; n < 24; n++) {
      from[n] = n;
      to[n] = n / 12 * 12 + (n + 1) % 12;
      weight[n] = 2 + n % 12;
    }
    from[24] = 3;
    to[24] = 15;
    weight[24] = 7;
    from[25] = 15;
    to[25] = 3;
    weight[25] = 4;

    CutSet cut = CutSet.of(Digraph.of(24, from, to, weight, 26));

    assertThat(cut.weight()).isEqualTo(2 + 2 + 4);
    assertThat(cut.optimal()).isTrue();
  }

  @Test
  void searchGoesOnAsLongAsItIsWanted() {
    Digraph graph = Graphs.random(new Random(5), 300, 2500, 9);
    CutSet before = CutSet.of(graph);
    int[] asked = {0};
    CutSet after = CutSet.of(graph, () -> asked[0]++ < 4);

    assertThat(asked[0]).isEqualTo(5);
    assertThat(after.weight()).isLessThanOrEqualTo(before.weight());
    assertThat(after.least()).isEqualTo(before.least());
    assertOpensAllCycles(graph, after, 5);
  }

  @Test
  void twentyNodesAreStillExact() {
    Digraph graph = Graphs.random(new Random(7), CutSet.EXACT_NODES, 120, 9);

    assertThat(CutSet.of(graph).optimal()).isTrue();
    assertThat(CutSet.of(graph).weight()).isLessThanOrEqualTo(CutSet.heuristic(graph).weight());
  }

  @Test
  void sameGraphGivesSameCut() {
    Digraph graph = Graphs.random(new Random(3), 50, 400, 9);

    assertThat(CutSet.of(graph).arcs()).isEqualTo(CutSet.of(graph).arcs());
  }

  private static void assertOpensAllCycles(Digraph graph, CutSet cut, int seed) {
    List<int[]> kept = new ArrayList<>();
    for (int v = 0; v < graph.nodes(); v++) {
      for (int k = graph.firstArc(v); k < graph.firstArc(v + 1); k++) {
        if (!cut.arcs().contains(new CutSet.Arc(v, graph.target(k), graph.weight(k)))) {
          kept.add(new int[] {v, graph.target(k)});
        }
      }
    }
    int[] from = kept.stream().mapToInt(arc -> arc[0]).toArray();
    int[] to = kept.stream().mapToInt(arc -> arc[1]).toArray();
    int[] weight = new int[from.length];
    java.util.Arrays.fill(weight, 1);
    Digraph rest = Digraph.of(graph.nodes(), from, to, weight, from.length);
    assertThat(Components.of(rest).groups()).as("seed %d", seed).isEmpty();
  }

  private static long lightestOfAllOrders(Digraph graph) {
    List<Integer> rest = new ArrayList<>();
    for (int v = 0; v < graph.nodes(); v++) {
      rest.add(v);
    }
    return lightest(graph, rest, new ArrayList<>());
  }

  private static long lightest(Digraph graph, List<Integer> rest, List<Integer> placed) {
    if (rest.isEmpty()) {
      return 0;
    }
    long best = Long.MAX_VALUE;
    for (int n = 0; n < rest.size(); n++) {
      int v = rest.remove(n);
      long backward = placed.stream().mapToLong(before -> graph.weight(v, before)).sum();
      placed.add(v);
      best = Math.min(best, backward + lightest(graph, rest, placed));
      placed.remove(placed.size() - 1);
      rest.add(n, v);
    }
    return best;
  }
}

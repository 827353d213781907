package dev.vinesorter.core.model;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

/** Shapes tell how alike rows of tokens are without the tokens. */
class ShapeTest {
  private static Set<List<Integer>> runs(int[] tokens) {
    Set<List<Integer>> runs = new HashSet<>();
    for (int at = 0; at + 4 <= tokens.length; at++) {
      runs.add(List.of(tokens[at], tokens[at + 1], tokens[at + 2], tokens[at + 3]));
    }
    return runs;
  }

  private static double share(int[] a, int[] b) {
    Set<List<Integer>> both = runs(a);
    Set<List<Integer>> all = runs(a);
    both.retainAll(runs(b));
    all.addAll(runs(b));
    return both.size() / (double) all.size();
  }

  private static boolean haveBand(Shape a, Shape b) {
    for (int band = 0; band < Shape.CELLS; band++) {
      if (a.band(band) == b.band(band)) {
        return true;
      }
    }
    return false;
  }

  @Test
  void theEstimateIsNearTheShareOfRunsInCommon() {
    Random random = new Random(11);
    double off = 0;
    int alike = 0;
    int found = 0;
    int trials = 400;
    for (int trial = 0; trial < trials; trial++) {
      int[] one = random.ints(60 + random.nextInt(200), 0, 40).toArray();
      int[] other = one.clone();
      for (int change = random.nextInt(12); change > 0; change--) {
        other[random.nextInt(other.length)] = random.nextInt(40);
      }
      double share = share(one, other);
      double estimate = Shape.of(one).alike(Shape.of(other));
      assertThat(estimate).isCloseTo(share, within(.27));
      off += Math.abs(estimate - share);
      if (share >= .8) {
        alike++;
        found += haveBand(Shape.of(one), Shape.of(other)) ? 1 : 0;
      }
    }
    assertThat(off / trials).isLessThan(.05);
    assertThat(alike).isGreaterThan(50);
    assertThat(found).as("of those alike by four fifths, found by a band").isEqualTo(alike);
  }

  @Test
  void whatHasNothingInCommonIsNotAlike() {
    Random random = new Random(12);
    int bands = 0;
    for (int trial = 0; trial < 200; trial++) {
      Shape one = Shape.of(random.ints(100, 0, 40).toArray());
      Shape other = Shape.of(random.ints(100, 50, 90).toArray());
      assertThat(one.alike(other)).isLessThan(.1);
      bands += haveBand(one, other) ? 1 : 0;
    }
    assertThat(bands).isZero();
  }
}

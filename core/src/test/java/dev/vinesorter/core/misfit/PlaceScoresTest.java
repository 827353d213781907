package dev.vinesorter.core.misfit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import dev.vinesorter.core.model.Drawn;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class PlaceScoresTest {
  /** Some types in some packages that use each other, those of one package more often. */
  static Survey survey(Random random, int packages, int each) {
    List<String> lines = new ArrayList<>();
    String[] words = {"Loan", "Slip", "Sheet", "Desk", "Label", "Box"};
    for (int arc = 0; arc < 4 * packages * each; arc++) {
      int from = random.nextInt(packages);
      int to = random.nextInt(10) < 7 ? from : random.nextInt(packages);
      lines.add(
          type(words, from, random.nextInt(each))
              + "#f() -> "
              + type(words, to, random.nextInt(each)));
    }
    lines.removeIf(line -> line.split("#")[0].equals(line.split("-> ")[1]));
    return Drawn.survey(lines.toArray(String[]::new));
  }

  private static String type(String[] words, int in, int number) {
    return "p"
        + in
        + "."
        + words[(in + number) % words.length]
        + words[number % words.length]
        + number;
  }

  /** Whatever was moved before, everything is as if it had always stood there. */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5})
  void movingIsTheSameAsStanding(int seed) {
    Random random = new Random(seed);
    TypeTies ties = TypeTies.of(survey(random, 4, 6), View.MAIN);
    TypePlaces moved = new TypePlaces(ties, ties.homes());
    int[] homes = ties.homes();
    for (int move = 0; move < 10; move++) {
      int node = random.nextInt(ties.size());
      homes[node] = random.nextInt(ties.places());
      moved.move(node, homes[node]);
    }
    TypePlaces standing = new TypePlaces(ties, homes);
    for (int node = 0; node < ties.size(); node++) {
      double[][] one = moved.signs(node);
      double[][] other = standing.signs(node);
      for (int place = 0; place < one.length; place++) {
        assertThat(one[place])
            .as(node + " at " + place)
            .containsExactly(other[place], within(1e-9));
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void chancesOfAllPlacesAreOneTogether(int seed) {
    TypeTies ties = TypeTies.of(survey(new Random(seed), 5, 5), View.MAIN);
    PlaceScores scores = new PlaceScores(new TypePlaces(ties, ties.homes()));
    for (int node = 0; node < ties.size(); node++) {
      assertThat(Arrays.stream(scores.chances(node)).sum()).isCloseTo(1, within(1e-9));
      assertThat(scores.best(node).score()).isBetween(0.0, 1.0);
    }
  }
}

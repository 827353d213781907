package dev.vinesorter.core.suggest;

import static org.assertj.core.api.Assertions.assertThat;

import dev.vinesorter.core.misfit.Actions;
import dev.vinesorter.core.misfit.Inquiry;
import dev.vinesorter.core.misfit.TypeTies;
import dev.vinesorter.core.model.Drawn;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.plan.Step;
import dev.vinesorter.core.structure.View;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class SearchTest {
  private static Question question(Survey survey, Set<Integer> staying, int mostSteps) {
    Inquiry inquiry = new Inquiry(survey, View.MAIN, Actions.NONE, Set.of());
    return new Question(inquiry, true, new int[0], new int[0], staying, Set.of(), mostSteps);
  }

  private static PackageState state(TypeTies ties) {
    int[] none = new int[ties.places()];
    Arrays.fill(none, -1);
    return new PackageState(ties, none, new int[0], 3);
  }

  private static Survey random(long seed) {
    Random random = new Random(seed);
    List<String> lines = new ArrayList<>();
    for (int arc = 0; arc < 14; arc++) {
      int from = random.nextInt(10);
      int to = random.nextInt(10);
      if (from != to) {
        lines.add("p" + from % 4 + ".T" + from + "#f() -> p" + to % 4 + ".T" + to);
      }
    }
    return Drawn.survey(lines.toArray(String[]::new));
  }

  /** The fewest moves, of those the search may make, that leave no cycle; 4 where 3 do not do. */
  private static int fewest(Search search, PackageState state, int depth) {
    if (state.cycleWeight() == 0) {
      return 0;
    }
    int best = 4;
    for (Move move : depth == 0 ? List.<Move>of() : search.every()) {
      List<Integer> before = move.types().stream().map(state::home).toList();
      move.types().forEach(type -> state.move(type, move.place()));
      best = Math.min(best, 1 + fewest(search, state, depth - 1));
      for (int k = 0; k < before.size(); k++) {
        state.move(move.types().get(k), before.get(k));
      }
    }
    return best;
  }

  /** On small roots the search finds as short a plan as trying everything does. */
  @Test
  void findsTheShortestPlanOnSmallRoots() {
    int asked = 0;
    int found = 0;
    for (long seed = 0; asked < 60; seed++) {
      Survey survey = random(seed);
      Search search = new Search(question(survey, Set.of(), 3));
      PackageState state = state(TypeTies.of(survey, View.MAIN));
      int fewest = fewest(search, state, 2);
      if (fewest == 0 || fewest > 2) {
        continue;
      }
      asked++;
      List<Found> plans = search.plans(1, () -> true);
      boolean shortest =
          !plans.isEmpty() && plans.get(0).complete() && plans.get(0).moves().size() == fewest;
      found += shortest ? 1 : 0;
    }
    assertThat(found).isGreaterThanOrEqualTo(57);
  }

  @Test
  void whatAPlanSaysIsWhatItsMovesComeTo() {
    for (long seed = 0; seed < 40; seed++) {
      Survey survey = random(seed);
      for (Found plan : new Search(question(survey, Set.of(), 4)).plans(3, () -> true)) {
        PackageState state = state(TypeTies.of(survey, View.MAIN));
        List<Integer> weights = new ArrayList<>(List.of(state.cycleWeight()));
        for (Move move : plan.moves()) {
          move.types().forEach(type -> state.move(type, move.place()));
          weights.add(state.cycleWeight());
        }
        assertThat(plan.cycleWeights()).isEqualTo(weights);
        assertThat(plan.left()).isLessThan(weights.get(0));
      }
    }
  }

  @Test
  void theSameQuestionHasTheSameAnswer() {
    for (long seed = 0; seed < 20; seed++) {
      List<Found> one = new Search(question(random(seed), Set.of(), 4)).plans(3, () -> true);
      List<Found> other = new Search(question(random(seed), Set.of(), 4)).plans(3, () -> true);
      assertThat(one).isEqualTo(other);
    }
  }

  @Test
  void whatStaysIsNotMoved() {
    Survey survey =
        Drawn.survey("a.A#f() -> b.B", "b.C#f() -> a.D", "b.C#g() -> b.B", "a.A#g() -> a.D");
    List<Found> free = new Search(question(survey, Set.of(), 3)).plans(9, () -> true);
    assertThat(free).isNotEmpty();
    TypeTies ties = TypeTies.of(survey, View.MAIN);
    int staying = ties.unit(free.get(0).moves().get(0).types().get(0));
    List<Found> held = new Search(question(survey, Set.of(staying), 3)).plans(9, () -> true);
    for (Found plan : held) {
      for (Move move : plan.moves()) {
        assertThat(move.types().stream().map(ties::unit)).doesNotContain(staying);
      }
    }
  }

  @Test
  void withoutTimeThereIsNoPlanAndNoHarm() {
    assertThat(new Search(question(random(1), Set.of(), 3)).plans(1, () -> false)).isEmpty();
  }

  private static final List<String> LID_BELONGS_TO_THE_LAMP =
      List.of(
          "pan.Loose in works/pan/lid.c",
          "pan.Brine in works/pan/brine.h",
          "lamp.Lamp in works/lamp/lamp.h",
          "lamp.Lamp#f() -> pan.Lid x3",
          "pan.Loose#f() -> lamp.Wick x2",
          "pan.Loose#f() -> lamp.Lamp x2",
          "lamp.Wick#f() -> pan.Brine x2",
          "lamp.Lamp#g() -> pan.Brine x2");

  private static List<String> firstMove(String... files) {
    List<String> facts = new ArrayList<>(List.of(files));
    facts.addAll(LID_BELONGS_TO_THE_LAMP);
    Survey survey = Drawn.survey(facts.toArray(String[]::new));
    Question question = question(survey, Set.of(), 3);
    List<Found> plans = new Search(question).plans(1, () -> true);
    if (plans.isEmpty()) {
      return List.of();
    }
    Move move = plans.get(0).moves().get(0);
    List<Integer> types = move.types().stream().map(TypeTies.of(survey, View.MAIN)::unit).toList();
    Step.Move step = question.inquiry().move(types, move.into());
    List<String> told = new ArrayList<>(step.units());
    told.add(step.into());
    return told;
  }

  /** What stands in a source goes with it, and a header with the source that defines it. */
  @Test
  void sourcesGoAsAWhole() {
    assertThat(firstMove("pan.Lid in works/pan/lid.h", "lamp.Wick in works/lamp/wick.h"))
        .containsExactly("works/pan/lid.c", "works/pan/lid.h", "works/lamp");
  }

  @Test
  void aHeaderThatEachFolderHasStays() {
    List<String> move =
        firstMove(
            "pan.Lid in works/pan/lid.h",
            "one.Lid in works/one/lid.h",
            "two.Lid in works/two/lid.h",
            "lamp.Wick in works/lamp/wick.h");
    assertThat(move).isNotEmpty().doesNotContain("works/pan/lid.h");
  }

  @Test
  void nothingGoesWhereHeadersForOthersLie() {
    List<String> move =
        firstMove("pan.Lid in works/pan/lid.h", "lamp.Wick in works/include/lamp/wick.h");
    assertThat(move)
        .doesNotContain("works/lamp", "works/include/lamp", "works/include/lamp/wick.h");
  }
}

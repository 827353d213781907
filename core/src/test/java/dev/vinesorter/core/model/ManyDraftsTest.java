package dev.vinesorter.core.model;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

/** What drafts share with the surveys before them must never show. */
class ManyDraftsTest {
  private static final int USERS = 40;

  /** Random drafts, one after another, beside lists on which the same is done plainly. */
  @Test
  void aRowOfDraftsGivesWhatPlainListsGive() {
    Random random = new Random(7);
    List<String> facts = new ArrayList<>();
    for (int n = 0; n < USERS; n++) {
      facts.add("p" + n % 5 + ".T" + n + " -> p" + n * 3 % 5 + ".T" + n * 3 % USERS + " x3");
    }
    Survey survey = Drawn.survey(facts.toArray(new String[0]));
    List<String> names = new ArrayList<>();
    for (int unit = 0; unit < survey.units().size(); unit++) {
      names.add(survey.units().simpleName(unit));
    }
    List<int[]> references = references(survey);

    for (int round = 0; round < 60; round++) {
      Survey before = survey;
      SurveyDraft draft = new SurveyDraft(before);
      if (round % 3 > 0) {
        int renamed = random.nextInt(names.size());
        String name = round % 2 == 0 ? "New" + round : names.get(random.nextInt(names.size()));
        draft.name(renamed, name);
        names.set(renamed, name);
      }
      for (int n = random.nextInt(3); n > 0 && !references.isEmpty(); n--) {
        int taken = random.nextInt(references.size());
        draft.target(taken, -1);
        references.get(taken)[1] = -1;
      }
      if (round % 5 == 0 && !references.isEmpty()) {
        int[] turned = references.get(random.nextInt(references.size()));
        int to = random.nextInt(names.size());
        draft.target(references.indexOf(turned), to);
        turned[1] = to;
      }
      int shifted = random.nextInt(names.size());
      draft.shift(shifted, at -> at + 2, at -> at + 2);
      references.stream().filter(r -> r[0] == shifted).forEach(r -> r[2] += 2);
      if (round % 4 == 0) {
        int added = draft.add(Level.FILE, -1, "more/" + round, -1, 0);
        draft.reference(added, 1, Kind.IMPORTS, 3, 5);
        names.add("more/" + round);
        references.add(new int[] {added, 1, 3});
      }
      references.removeIf(r -> r[1] < 0);
      List<int[]> untouched = references(before);
      survey = draft.survey();

      assertThat(references(survey)).usingRecursiveComparison().isEqualTo(references);
      assertThat(references(before)).usingRecursiveComparison().isEqualTo(untouched);
      for (int unit = 0; unit < names.size(); unit++) {
        assertThat(survey.units().simpleName(unit)).isEqualTo(names.get(unit));
        assertThat(survey.units().named(names.get(unit))).isEqualTo(places(names, names.get(unit)));
        List<Integer> uses = new ArrayList<>();
        for (int r : survey.references().to(unit)) {
          uses.add(r);
        }
        assertThat(uses).isEqualTo(places(references.stream().map(r -> r[1]).toList(), unit));
      }
      assertThat(survey.units().named("Nobody" + round)).isEmpty();
    }
  }

  /** User, used unit and place of each. */
  private static List<int[]> references(Survey survey) {
    List<int[]> all = new ArrayList<>();
    References references = survey.references();
    for (int r = 0; r < references.size(); r++) {
      all.add(new int[] {references.from(r), references.target(r), references.at(r)});
    }
    return all;
  }

  private static <T> List<Integer> places(List<T> all, T wanted) {
    List<Integer> places = new ArrayList<>();
    for (int at = 0; at < all.size(); at++) {
      if (all.get(at).equals(wanted)) {
        places.add(at);
      }
    }
    return places;
  }
}

package dev.vinesorter.core.trellis;

import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Which units of a survey the patterns of a trellis mean; each pattern is looked for once. */
final class Meanings {
  private final Survey survey;

  /** For each pattern's text, which units it means. */
  private final Map<String, boolean[]> known = new HashMap<>();

  private final List<Note> notes = new ArrayList<>();

  Meanings(Survey survey) {
    this.survey = survey;
  }

  /** For each unit whether the pattern means it; not to be changed. */
  boolean[] of(Trellis.Named named) {
    return known.computeIfAbsent(named.toString(), text -> named.pattern().in(survey));
  }

  /** For each unit whether one of the patterns means it. */
  boolean[] any(List<Trellis.Named> patterns) {
    boolean[] all = new boolean[survey.units().size()];
    for (Trellis.Named named : patterns) {
      boolean[] meant = of(named);
      for (int unit = 0; unit < all.length; unit++) {
        all[unit] |= meant[unit];
      }
    }
    return all;
  }

  /** Notes patterns that stand for nothing of our own: a rule that cannot fail holds nothing. */
  void noteNothing(List<Trellis.Named> patterns) {
    for (Trellis.Named named : patterns) {
      boolean[] meant = of(named);
      boolean any = false;
      for (int unit = 0; unit < meant.length && !any; unit++) {
        any = meant[unit] && !survey.units().has(unit, Trait.FOREIGN);
      }
      if (!any) {
        notes.add(new Note(named.place(), "'" + named + "' names nothing in this code"));
      }
    }
  }

  /** What was noted, in the order of the rules. */
  List<Note> notes() {
    return notes;
  }
}

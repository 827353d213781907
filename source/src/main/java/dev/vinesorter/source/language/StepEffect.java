package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.MemberNames;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.List;
import java.util.function.IntConsumer;

/**
 * What a step did that was carried out on sources of one language.
 *
 * @param before what was read before it, of all languages
 * @param after what is foretold, or was read
 * @param language the one whose sources it changed
 * @param edited the sources after it
 */
record StepEffect(Survey before, Survey after, Language language, Overlay edited) {

  /** Calls for each use by other languages of what stands in sources of this one. */
  void eachUse(IntConsumer use) {
    Units units = before.units();
    References references = before.references();
    for (int unit = 0; unit < units.size(); unit++) {
      if (isOthers(units, unit)) {
        for (int r = references.row(unit); r < references.row(unit + 1); r++) {
          int of = units.fileOf(references.target(r));
          if (of >= 0 && language.owns(units.name(of))) {
            use.accept(r);
          }
        }
      }
    }
  }

  boolean isOthers(Units units, int unit) {
    int file = units.fileOf(unit);
    return file >= 0 && !language.owns(units.name(file));
  }

  /** A unit, with the other methods of its type that have its bare name: any may be meant. */
  List<Integer> overloads(int unit) {
    Units units = before.units();
    if (units.level(unit) != Level.MEMBER) {
      return List.of(unit);
    }
    List<Integer> all = new ArrayList<>(List.of(unit));
    String bare = MemberNames.bare(units.simpleName(unit));
    for (int other : units.children(units.parent(unit))) {
      if (other != unit && MemberNames.bare(units.simpleName(other)).equals(bare)) {
        all.add(other);
      }
    }
    return all;
  }
}

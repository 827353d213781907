package dev.vinesorter.source.language;

import dev.vinesorter.core.model.Kind;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.References;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Units;
import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.source.text.Overlay;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Whether a step on sources of one language left alone what sources of others name: each such thing
 * has to be there afterwards as it was.
 */
final class Followed {
  private static final int MOST = 5;

  private final Survey before;
  private final Survey after;
  private final Language language;
  private final Overlay edited;
  private final Map<Survey, Map<Integer, Integer>> counts = new IdentityHashMap<>();

  /**
   * Of a step.
   *
   * @param before what was read before it
   * @param after what is foretold, or was read
   * @param language the one whose sources it changed
   * @param edited the sources after it
   */
  Followed(Survey before, Survey after, Language language, Overlay edited) {
    this.before = before;
    this.after = after;
    this.language = language;
    this.edited = edited;
  }

  /** The new full names of types whose sources lie elsewhere now, by their old ones. */
  Map<String, String> moved() {
    Map<String, String> found = new TreeMap<>();
    Units now = after.units();
    for (String path : edited.changed().keySet()) {
      String old = edited.changed().get(path) == null ? path : edited.origin(path);
      int file = now.find(path, Level.FILE);
      int was = old.equals(path) ? -1 : before.units().find(old, Level.FILE);
      for (int type : file < 0 || was < 0 ? new int[0] : now.children(file)) {
        String name = now.simpleName(type);
        for (int other : before.units().children(was)) {
          if (before.units().simpleName(other).equals(name)) {
            found.put(before.units().name(other), now.name(type));
          }
        }
      }
    }
    return found;
  }

  /**
   * What others name and is not as it was; empty where nothing is lost.
   *
   * @param names the new names of types that others name by these
   */
  List<Reason> lost(Map<String, String> names) {
    List<Reason> found = new ArrayList<>();
    Units units = before.units();
    References references = before.references();
    for (int unit = 0; unit < units.size() && found.size() < MOST; unit++) {
      int file = units.fileOf(unit);
      if (file < 0 || language.owns(units.name(file))) {
        continue;
      }
      for (int r = references.row(unit); r < references.row(unit + 1); r++) {
        int used = references.target(r);
        int of = units.fileOf(used);
        boolean ours = of >= 0 && language.owns(units.name(of));
        if (ours && found.size() < MOST && !isAsItWas(units, used, names)) {
          found.add(
              new Reason(
                  RefusalCode.NOT_YET,
                  units.name(file)
                      + " names "
                      + units.name(used)
                      + ", and does not follow such a step yet.",
                  List.of(before.site(r))));
        }
      }
    }
    return found;
  }

  private boolean isAsItWas(Units units, int used, Map<String, String> names) {
    Units now = after.units();
    String type =
        units.level(used) == Level.MEMBER ? units.name(units.parent(used)) : units.name(used);
    String fresh = names.getOrDefault(type, type) + units.name(used).substring(type.length());
    int found = now.find(fresh, units.level(used));
    return found >= 0
        && (names.isEmpty() || uses(after, found) == uses(before, used))
        && now.traits(found) == units.traits(used)
        && now.facts().parameters(found).equals(units.facts().parameters(used))
        && now.type(found).equals(units.type(used));
  }

  /** How often other languages name a thing; imports, which may come and go, not counted. */
  private int uses(Survey survey, int wanted) {
    return counts.computeIfAbsent(survey, this::count).getOrDefault(wanted, 0);
  }

  private Map<Integer, Integer> count(Survey survey) {
    Map<Integer, Integer> found = new HashMap<>();
    Units units = survey.units();
    References references = survey.references();
    for (int unit = 0; unit < units.size(); unit++) {
      int file = units.fileOf(unit);
      boolean others = file >= 0 && !language.owns(units.name(file));
      for (int r = references.row(unit); others && r < references.row(unit + 1); r++) {
        if (references.kind(r) != Kind.IMPORTS) {
          found.merge(references.target(r), 1, Integer::sum);
        }
      }
    }
    return found;
  }
}

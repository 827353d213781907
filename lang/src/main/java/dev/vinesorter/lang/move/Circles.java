package dev.vinesorter.lang.move;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import dev.vinesorter.lang.outline.Outline.Import;
import dev.vinesorter.lang.read.Names;
import dev.vinesorter.lang.read.Place;
import dev.vinesorter.lang.read.Project;
import dev.vinesorter.lang.read.Rules;
import dev.vinesorter.source.text.SourceText;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Sources that are loaded since others are: one that is needed before it is whole lacks what it
 * declares further down.
 */
final class Circles {
  /** One edge more makes many ways into circles; a few of them tell enough. */
  private static final int MOST_TOLD = 3;

  private Circles() {}

  /** Refuses what would let a source be needed by one that it needs, where it was not before. */
  static void refuse(Project before, Project after, Rules rules, List<Reason> reasons) {
    Map<String, Map<String, Import>> old = ways(before, rules);
    Map<String, Map<String, Import>> fresh = ways(after, rules);
    fresh.forEach(
        (from, ways) ->
            ways.entrySet()
                .removeIf(
                    way ->
                        isBegunBefore(from, way.getKey(), way.getValue(), old.get(from), rules)));
    fresh.forEach(
        (from, ways) ->
            ways.forEach(
                (to, one) -> {
                  boolean known = old.getOrDefault(from, Map.of()).containsKey(to);
                  String back = known ? null : way(fresh, to, from);
                  if (back != null && reasons.size() < MOST_TOLD) {
                    int file = after.number(from);
                    reasons.add(
                        new Reason(
                            RefusalCode.WOULD_NOT_COMPILE,
                            from
                                + " would need "
                                + back
                                + " in turn, so one of them would be needed before it is whole."
                                + " Move along what is used on both sides.",
                            List.of(
                                SourceText.site(
                                    from,
                                    after.outlines().get(file).lines(),
                                    one.at(),
                                    one.end()))));
                  }
                }));
  }

  /**
   * Whether what a source brings in was begun with whenever that is loaded, and is asked for no
   * name. A new source asks for what the one that things left has asked for, at the same time.
   *
   * @param old what the source brought in before; null for a new one
   */
  private static boolean isBegunBefore(
      String from, String to, Import one, Map<String, Import> old, Rules rules) {
    boolean known = old == null || old.containsKey(to) && old.get(to).name().isEmpty();
    return known && one.name().isEmpty() && rules.isLoadedAfter(from, to);
  }

  /** What each source brings in when it is loaded. */
  private static Map<String, Map<String, Import>> ways(Project project, Rules rules) {
    Names names = new Names(project, rules);
    Map<String, Map<String, Import>> all = new TreeMap<>();
    for (int file = 0; file < project.outlines().size(); file++) {
      String path = project.outlines().get(file).path();
      Map<String, Import> here = all.computeIfAbsent(path, key -> new TreeMap<>());
      for (Import one : project.outlines().get(file).imports()) {
        Place from = one.late() || one.level() < 0 ? null : names.source(file, one);
        if (from == null || from.isForeign()) {
          continue;
        }
        Place named =
            one.name().isEmpty() || one.name().equals("*") ? null : names.brought(file, one, 0);
        // A module that is taken out of a package is found also where the package is not whole yet.
        boolean module = named != null && named.file() >= 0 && named.decl() == 0;
        int needed = module ? named.file() : from.file();
        if (needed >= 0 && needed != file) {
          here.putIfAbsent(project.outlines().get(needed).path(), one);
        }
      }
    }
    return all;
  }

  /** The shortest way from a source to another, in words; null for none. */
  private static String way(Map<String, Map<String, Import>> ways, String from, String to) {
    Map<String, String> before = new HashMap<>(Map.of(from, ""));
    Deque<String> open = new ArrayDeque<>(List.of(from));
    while (!open.isEmpty()) {
      String at = open.poll();
      if (at.equals(to)) {
        StringBuilder words = new StringBuilder(at);
        for (String back = before.get(at); !back.isEmpty(); back = before.get(back)) {
          words.insert(0, back + ", which needs ");
        }
        return words.toString();
      }
      for (String next : ways.getOrDefault(at, Map.of()).keySet()) {
        if (before.putIfAbsent(next, at) == null) {
          open.add(next);
        }
      }
    }
    return null;
  }
}

package dev.vinesorter.core.misfit;

import dev.vinesorter.core.model.Glob;
import dev.vinesorter.core.model.Level;
import dev.vinesorter.core.model.Survey;
import dev.vinesorter.core.model.Trait;
import dev.vinesorter.core.model.Units;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * What members of libraries act on the outside world, by sort: {@code clock}, {@code disk} and so
 * on. The list that comes along is data; {@code trellis.yaml} may add to it.
 *
 * @param bySort patterns of full names of members or types for each sort
 */
public record Actions(Map<String, List<Glob>> bySort) {
  /** Nothing acts. */
  public static final Actions NONE = new Actions(Map.of());

  public Actions {
    Map<String, List<Glob>> copy = new LinkedHashMap<>();
    bySort.forEach((sort, patterns) -> copy.put(sort, List.copyOf(patterns)));
    bySort = copy;
  }

  /** These and more. */
  public Actions and(Map<String, List<Glob>> more) {
    Map<String, List<Glob>> all = new LinkedHashMap<>(bySort);
    more.forEach(
        (sort, patterns) -> {
          List<Glob> both = new ArrayList<>(all.getOrDefault(sort, List.of()));
          both.addAll(patterns);
          all.put(sort, both);
        });
    return new Actions(all);
  }

  /** For each unit of a survey the sort of action that it is, or null. */
  String[] in(Survey survey) {
    String[] acting = new String[survey.units().size()];
    Units units = survey.units();
    for (int unit = 0; unit < acting.length; unit++) {
      if (units.has(unit, Trait.FOREIGN) && units.level(unit) == Level.MEMBER) {
        acting[unit] = sort(units.name(unit), units.name(units.parent(unit)));
      }
    }
    return acting;
  }

  /** The sort of action that a member is, by its own or its type's name; null for none. */
  private String sort(String member, String type) {
    for (Map.Entry<String, List<Glob>> sort : bySort.entrySet()) {
      for (Glob pattern : sort.getValue()) {
        if (pattern.matches(member) || pattern.matches(type)) {
          return sort.getKey();
        }
      }
    }
    return null;
  }
}

package dev.vinesorter.core.trellis;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * Breaches that were accepted, so that only new ones fail. A figure that grew beyond what was
 * accepted is new again; a dependency with more sites is not.
 *
 * @param weights the weight that each had when it was accepted
 */
public record Known(Map<Breach.Key, Integer> weights) {
  public static final Known NONE = new Known(Map.of());

  public Known {
    weights = new LinkedHashMap<>(weights);
  }

  /** All breaches of today. */
  public static Known of(List<Breach> breaches) {
    Map<Breach.Key, Integer> weights = new LinkedHashMap<>();
    breaches.forEach(b -> weights.merge(b.key(), b.weight(), Math::max));
    return new Known(weights);
  }

  /** Whether that was accepted, whatever its weight. */
  public boolean has(Breach.Key key) {
    return weights.containsKey(key);
  }

  /** These and more, without a weight. */
  public Known with(List<Breach.Key> more) {
    Map<Breach.Key, Integer> all = new LinkedHashMap<>(weights);
    more.forEach(key -> all.putIfAbsent(key, 0));
    return new Known(all);
  }

  /** These with what another list has accepted that is no breach, but a misfit. */
  public Known withMisfitsOf(Known other) {
    return with(other.weights.keySet().stream().filter(Breach.Key::isMisfit).toList());
  }

  public boolean covers(Breach breach) {
    Integer accepted = weights.get(breach.key());
    return accepted != null && (!breach.isLimit() || breach.weight() <= accepted);
  }

  /** What was accepted and is not there any more. */
  public List<Breach.Key> mended(List<Breach> breaches) {
    return weights.keySet().stream()
        .filter(key -> !key.isMisfit() && breaches.stream().noneMatch(b -> b.key().equals(key)))
        .toList();
  }
}

package dev.vinesorter.core.measure;

import java.util.Map;

/** What is not too much, by metric: the defaults, and what was set in their place. */
public record Limits(Map<Metric, Double> set) {
  public static final Limits DEFAULT = new Limits(Map.of());

  public Limits {
    set = Map.copyOf(set);
  }

  /** The limit of a metric; infinite for none. */
  public double of(Metric metric) {
    return set.getOrDefault(metric, metric.limit());
  }
}

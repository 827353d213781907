package dev.vinesorter.core.measure;

import dev.vinesorter.core.model.Level;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * The metrics, each on one level, with its default limit and where it comes from. Longer
 * definitions stand in {@code docs/metrics.md}; a test holds the two together.
 */
public enum Metric {
  METHOD_COMPLEXITY(Level.MEMBER, "method.complexity", 15, 0, "cyclomatic complexity"),
  METHOD_LINES(Level.MEMBER, "method.lines", 80, 0, "lines"),
  METHOD_PARAMETERS(Level.MEMBER, "method.parameters", 6, 0, "parameters"),
  TYPE_LINES(Level.TYPE, "type.lines", 1000, 0, "lines"),
  TYPE_MEMBERS(Level.TYPE, "type.members", 50, 0, "members"),
  TYPE_FAN_IN(Level.TYPE, "type.fan-in", Double.POSITIVE_INFINITY, 0, "types that use it"),
  TYPE_FAN_OUT(Level.TYPE, "type.fan-out", 25, 0, "types it uses"),
  TYPE_PARTS(Level.TYPE, "type.parts", 2, 0, "parts that share nothing"),
  PACKAGE_TYPES(Level.PACKAGE, "package.types", 50, 0, "types"),
  PACKAGE_DEPENDENCIES(
      Level.PACKAGE, "package.dependencies", Double.POSITIVE_INFINITY, 0, "dependencies inside"),
  PACKAGE_CYCLE_SHARE(Level.PACKAGE, "package.cycle-share", 25, 0, "% of types in cycles"),
  PACKAGE_INSTABILITY(
      Level.PACKAGE, "package.instability", Double.POSITIVE_INFINITY, 2, "instability"),
  MODULE_CUMULATIVE(
      Level.MODULE,
      "module.cumulative",
      Double.POSITIVE_INFINITY,
      1,
      "types a type needs, on average"),
  MODULE_RELATIVE_DEPENDENCY(
      Level.MODULE, "module.relative-dependency", 2, 2, "times a balanced tree's dependency");

  private final Level level;
  private final String key;
  private final double limit;
  private final int decimals;
  private final String says;

  Metric(Level level, String key, double limit, int decimals, String says) {
    this.level = level;
    this.key = key;
    this.limit = limit;
    this.decimals = decimals;
    this.says = says;
  }

  /** The level of the units it measures. */
  public Level level() {
    return level;
  }

  /** The name in commands and in {@code trellis.yaml}. */
  public String key() {
    return key;
  }

  /** The largest value that is not too much, unless set otherwise; infinite for none. */
  public double limit() {
    return limit;
  }

  /** What the number counts, as it stands behind it. */
  public String says() {
    return says;
  }

  /** A value as people read it. */
  public String shown(double value) {
    if (decimals == 0 && value < 1000) {
      // Most figures are such, and formatting is slow.
      return Long.toString(Math.round(value));
    }
    return Double.isInfinite(value)
        ? "-"
        : String.format(Locale.ROOT, "%,." + decimals + "f", value);
  }

  /** The metric with that key, or null. */
  public static Metric of(String key) {
    for (Metric metric : values()) {
      if (metric.key.equals(key)) {
        return metric;
      }
    }
    return null;
  }

  /** The metrics of a level. */
  public static List<Metric> on(Level level) {
    List<Metric> found = new ArrayList<>();
    for (Metric metric : values()) {
      if (metric.level == level) {
        found.add(metric);
      }
    }
    return found;
  }
}

package dev.vinesorter.core.trellis;

import dev.vinesorter.core.model.Level;
import java.util.List;

/**
 * What the trellis does not allow.
 *
 * @param rule the kind of rule: layers, skips, apart, never, only, acyclic, or {@code limit} with
 *     the metric's key
 * @param says the rule in words, with its reason
 * @param from the unit that is at fault, by full name
 * @param to the unit that it may not use; empty for a limit
 * @param level the level of both
 * @param weight the number of sites; for a limit the value, rounded up
 * @param references the references behind it, by place; empty for a limit
 * @param mend the move or cut that would mend it, where one is plain; else empty
 * @param place where the rule stands
 */
public record Breach(
    String rule,
    String says,
    String from,
    String to,
    Level level,
    int weight,
    List<Integer> references,
    String mend,
    Trellis.Place place) {
  public Breach {
    references = List.copyOf(references);
  }

  /** What tells one breach from another, from survey to survey. */
  public record Key(String rule, String from, String to) {
    private static final String MISFIT = "misfit ";

    /** What stands for a misfit of a kind among breaches that were accepted. */
    public static Key ofMisfit(String kind, String unit, String into) {
      return new Key(MISFIT + kind, unit, into);
    }

    /** Whether it stands for a misfit, and not for a breach of the trellis. */
    public boolean isMisfit() {
      return rule.startsWith(MISFIT);
    }
  }

  public Key key() {
    return new Key(rule, from, to);
  }

  /** Whether it is about a figure, not a dependency. */
  public boolean isLimit() {
    return to.isEmpty();
  }
}

package dev.vinesorter.core.plan;

import dev.vinesorter.core.model.Site;
import java.util.List;

/**
 * The answer that a step got.
 *
 * @param accepted whether it can be carried out
 * @param reasons why not; empty when accepted
 * @param widened what becomes less private
 * @param done whether nothing had to change because the unit is already there
 */
public record StepOutcome(
    boolean accepted, List<Reason> reasons, List<Widening> widened, boolean done) {
  public StepOutcome {
    reasons = List.copyOf(reasons);
    widened = List.copyOf(widened);
  }

  public static StepOutcome refused(List<Reason> reasons) {
    return new StepOutcome(false, reasons, List.of(), false);
  }

  /**
   * One reason for a refusal.
   *
   * @param code a short stable word, such as {@code name-clash}
   * @param message what is wrong and what to do about it, for people
   * @param sites where; empty only when the reason has no place in the sources
   */
  public record Reason(String code, String message, List<Site> sites) {
    public Reason {
      sites = List.copyOf(sites);
    }
  }

  /** A unit that becomes less private: {@code to} is {@code public} or {@code protected}. */
  public record Widening(String unit, String to) {}
}

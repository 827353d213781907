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
 * @param along units and files that go along without being named
 * @param offers what one could do besides, each as a sentence
 * @param mentions where text names what got another name
 */
public record StepOutcome(
    boolean accepted,
    List<Reason> reasons,
    List<Widening> widened,
    boolean done,
    List<String> along,
    List<String> offers,
    List<Mention> mentions) {
  public StepOutcome {
    reasons = List.copyOf(reasons);
    widened = List.copyOf(widened);
    along = List.copyOf(along);
    offers = List.copyOf(offers);
    mentions = List.copyOf(mentions);
  }

  /** An answer with nothing to go along and nothing to offer. */
  public StepOutcome(boolean accepted, List<Reason> reasons, List<Widening> widened, boolean done) {
    this(accepted, reasons, widened, done, List.of(), List.of(), List.of());
  }

  /** The same, with what goes along and what is offered. */
  public StepOutcome with(List<String> alsoAlong, List<String> alsoOffered) {
    return new StepOutcome(accepted, reasons, widened, done, alsoAlong, alsoOffered, mentions);
  }

  /** The same, with where text names what got another name. */
  public StepOutcome with(List<Mention> found) {
    return new StepOutcome(accepted, reasons, widened, done, along, offers, found);
  }

  public static StepOutcome refused(List<Reason> reasons) {
    return new StepOutcome(false, reasons, List.of(), false);
  }

  /**
   * One reason for a refusal.
   *
   * @param refusal what sort of reason it is
   * @param message what is wrong and what to do about it, for people
   * @param sites where; empty only when the reason has no place in the sources
   */
  public record Reason(RefusalCode refusal, String message, List<Site> sites) {
    public Reason {
      sites = List.copyOf(sites);
    }

    /** The word of the reason, such as {@code name-clash}. */
    public String code() {
      return refusal.word();
    }
  }

  /** A unit whose access changes; {@code to} is a modifier, or {@code package-private}. */
  public record Widening(String unit, String to) {}

  /**
   * A place in text that names what got another name.
   *
   * @param site where, in the sources as the step leaves them but for this
   * @param name as it is written
   * @param becomes what it would be
   * @param changed whether it was changed; else somebody has to decide
   */
  public record Mention(Site site, String name, String becomes, boolean changed) {}
}

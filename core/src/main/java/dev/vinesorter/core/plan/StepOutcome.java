package dev.vinesorter.core.plan;

import dev.vinesorter.core.model.Site;
import java.util.List;

/**
 * The answer that a step got: it is refused, or there is nothing left to do, or it changes code.
 */
public sealed interface StepOutcome {
  /** Whether it can be carried out. */
  boolean accepted();

  /** Whether nothing had to change because the unit is already there. */
  default boolean done() {
    return false;
  }

  /** Why not; empty when accepted. */
  default List<Reason> reasons() {
    return List.of();
  }

  /** What becomes less private. */
  default List<Widening> widened() {
    return List.of();
  }

  /** Units and files that go along without being named. */
  default List<String> along() {
    return List.of();
  }

  /** What one could do besides, each as a sentence. */
  default List<String> offers() {
    return List.of();
  }

  /** Where text names what got another name. */
  default List<Mention> mentions() {
    return List.of();
  }

  /** Full names, before or afterwards, of members that are written anew. */
  default List<String> rewritten() {
    return List.of();
  }

  /** The step cannot be carried out. */
  record Refused(List<Reason> reasons) implements StepOutcome {
    public Refused {
      reasons = List.copyOf(reasons);
    }

    @Override
    public boolean accepted() {
      return false;
    }
  }

  /** What the step asks for is so by now. */
  record AlreadyDone() implements StepOutcome {
    @Override
    public boolean accepted() {
      return true;
    }

    @Override
    public boolean done() {
      return true;
    }
  }

  /** The step changes code. */
  record Changed(
      List<Widening> widened,
      List<String> along,
      List<String> offers,
      List<Mention> mentions,
      List<String> rewritten)
      implements StepOutcome {
    public Changed {
      widened = List.copyOf(widened);
      along = List.copyOf(along);
      offers = List.copyOf(offers);
      mentions = List.copyOf(mentions);
      rewritten = List.copyOf(rewritten);
    }

    @Override
    public boolean accepted() {
      return true;
    }

    /** The same, with what goes along and what is offered. */
    public Changed with(List<String> alsoAlong, List<String> alsoOffered) {
      return new Changed(widened, alsoAlong, alsoOffered, mentions, rewritten);
    }

    /** The same, with where text names what got another name. */
    public Changed with(List<Mention> found) {
      return new Changed(widened, along, offers, found, rewritten);
    }

    /** The same, with the members that are written anew. */
    public Changed rewriting(List<String> members) {
      return new Changed(widened, along, offers, mentions, members);
    }
  }

  static StepOutcome refused(List<Reason> reasons) {
    return new Refused(reasons);
  }

  static StepOutcome alreadyDone() {
    return new AlreadyDone();
  }

  /** Code changes, and nothing but what the step names. */
  static Changed changed(List<Widening> widened) {
    return new Changed(widened, List.of(), List.of(), List.of(), List.of());
  }

  /**
   * One reason for a refusal.
   *
   * @param refusal what sort of reason it is
   * @param message what is wrong and what to do about it, for people
   * @param sites where; empty only when the reason has no place in the sources
   */
  record Reason(RefusalCode refusal, String message, List<Site> sites) {
    public Reason {
      sites = List.copyOf(sites);
    }

    /** The word of the reason, such as {@code name-clash}. */
    public String code() {
      return refusal.word();
    }
  }

  /** A unit whose access changes; {@code to} is a modifier, or {@code package-private}. */
  record Widening(String unit, String to) {}

  /**
   * A place in text that names what got another name.
   *
   * @param site where, in the sources as the step leaves them but for this
   * @param name as it is written
   * @param becomes what it would be
   * @param changed whether it was changed; else somebody has to decide
   */
  record Mention(Site site, String name, String becomes, boolean changed) {}
}

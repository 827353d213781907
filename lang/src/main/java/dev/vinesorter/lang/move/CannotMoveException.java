package dev.vinesorter.lang.move;

import dev.vinesorter.core.plan.RefusalCode;

/** An import cannot be written for the new place. */
public final class CannotMoveException extends Exception {
  private static final long serialVersionUID = 1L;

  private final RefusalCode refusal;
  private final int at;

  /**
   * For a reason.
   *
   * @param at a char of the importing source
   */
  public CannotMoveException(RefusalCode refusal, String message, int at) {
    super(message);
    this.refusal = refusal;
    this.at = at;
  }

  /** Why it cannot be done. */
  public RefusalCode refusal() {
    return refusal;
  }

  /** A char of the source that stands against it. */
  public int at() {
    return at;
  }
}

package dev.vinesorter.java.code;

import dev.vinesorter.core.plan.RefusalCode;
import dev.vinesorter.core.plan.StepOutcome.Reason;
import java.util.List;

/** A step that cannot be done, found out while it is read. */
public final class RefusedException extends Exception {
  private static final long serialVersionUID = 1;
  private final transient Reason reason;

  public RefusedException(RefusalCode code, String message) {
    super(message);
    this.reason = new Reason(code, message, List.of());
  }

  public Reason reason() {
    return reason;
  }
}

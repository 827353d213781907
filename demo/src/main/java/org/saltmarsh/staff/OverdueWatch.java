package org.saltmarsh.staff;

import java.util.List;
import org.saltmarsh.loan.LoanRegister;

/** Tells a member of staff which loans to write about. */
public final class OverdueWatch {
  private final LoanRegister register;

  public OverdueWatch(LoanRegister register) {
    this.register = register;
  }

  /** One line for each loan that should be back by that day. */
  public List<String> todo(int today) {
    return register.open().stream()
        .filter(loan -> loan.dueDay() < today)
        .map(loan -> loan.number() + ": write to " + loan.borrower().name())
        .toList();
  }

  public boolean quiet(int today) {
    return todo(today).isEmpty();
  }
}

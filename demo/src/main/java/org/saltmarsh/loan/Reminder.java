package org.saltmarsh.loan;

import org.saltmarsh.notice.Mailer;

/** A polite letter about a loan that is due. */
public final class Reminder {
  private final Mailer mailer;

  public Reminder(Mailer mailer) {
    this.mailer = mailer;
  }

  public void send(Loan loan, int today) {
    int late = today - loan.dueDay();
    String tone = late > 60 ? "We must ask for " : "May we remind you of ";
    mailer.write(
        loan.borrower().address(), loan.borrower().reference(loan), tone + "the loan of " + loan.number());
  }
}

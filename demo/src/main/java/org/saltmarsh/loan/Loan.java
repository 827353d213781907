package org.saltmarsh.loan;

import org.saltmarsh.specimen.AccessionNumber;

/** One specimen that is away. */
public final class Loan {
  private final AccessionNumber number;
  private final Borrower borrower;
  private final int startDay;
  private final LoanTerms terms;
  private boolean returned;

  Loan(AccessionNumber number, Borrower borrower, int startDay, LoanTerms terms) {
    this.number = number;
    this.borrower = borrower;
    this.startDay = startDay;
    this.terms = terms;
  }

  public AccessionNumber number() {
    return number;
  }

  public Borrower borrower() {
    return borrower;
  }

  public int dueDay() {
    return startDay + terms.days();
  }

  public LoanTerms terms() {
    return terms;
  }

  public boolean returned() {
    return returned;
  }

  void giveBack() {
    returned = true;
  }
}

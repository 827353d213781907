package org.saltmarsh.loan;

/** How long a loan may last and what it costs when late. */
public record LoanTerms(int days, int feePerWeekInCents) {
  public static final LoanTerms USUAL = new LoanTerms(180, 250);
}

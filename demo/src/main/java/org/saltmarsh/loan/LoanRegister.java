package org.saltmarsh.loan;

import java.util.ArrayList;
import java.util.List;
import org.saltmarsh.specimen.AccessionNumber;

/** All loans, open and closed. */
public final class LoanRegister {
  private final List<Loan> loans = new ArrayList<>();

  void add(Loan loan) {
    loans.add(loan);
  }

  public List<Loan> open() {
    return loans.stream().filter(loan -> !loan.returned()).toList();
  }

  Loan find(AccessionNumber number) {
    for (Loan loan : open()) {
      if (loan.number().equals(number)) {
        return loan;
      }
    }
    return null;
  }
}

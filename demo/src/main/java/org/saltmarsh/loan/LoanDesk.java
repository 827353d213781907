package org.saltmarsh.loan;

import org.saltmarsh.exchange.DuplicatePool;
import org.saltmarsh.print.LaserPrinter;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.store.SpecimenStore;

/** Lends and takes back. */
public final class LoanDesk {
  private final SpecimenStore store;
  private final LoanRegister register;
  private final DuplicatePool duplicates;

  public LoanDesk(SpecimenStore store, LoanRegister register, DuplicatePool duplicates) {
    this.store = store;
    this.register = register;
    this.duplicates = duplicates;
  }

  /** Lends a specimen; a duplicate is offered for good instead where there is one. */
  public String lend(AccessionNumber number, Borrower borrower, int today, Specimen.Post by) {
    Specimen specimen = store.get(number).orElseThrow();
    if (duplicates.has(specimen.taxon())) {
      return "a duplicate can be given for good";
    }
    if (!specimen.mayBeLentBy(by) || register.find(number) != null) {
      return "not to be lent";
    }
    register.add(new Loan(number, borrower, today, LoanTerms.USUAL));
    new LaserPrinter().print("Lent " + number + " to " + borrower.name());
    return "lent";
  }

  public void takeBack(AccessionNumber number) {
    Loan loan = register.find(number);
    if (loan != null) {
      loan.giveBack();
    }
  }

  public boolean isOut(AccessionNumber number) {
    return register.find(number) != null;
  }
}

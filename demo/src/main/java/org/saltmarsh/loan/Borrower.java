package org.saltmarsh.loan;

import java.util.ArrayList;
import java.util.List;
import org.saltmarsh.desk.Address;

/** An institution that borrows, with all its loans. */
public final class Borrower {
  private final String name;
  private final Address address;
  private final List<Loan> loans = new ArrayList<>();

  public Borrower(String name, Address address) {
    this.name = name;
    this.address = address;
  }

  public String name() {
    return name;
  }

  public Address address() {
    return address;
  }

  void took(Loan loan) {
    loans.add(loan);
  }

  public int openLoans() {
    return (int) loans.stream().filter(loan -> !loan.returned()).count();
  }
}

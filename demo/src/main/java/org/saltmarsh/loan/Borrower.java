package org.saltmarsh.loan;

import org.saltmarsh.desk.Address;

/** An institution that borrows. */
public final class Borrower {
  private final String name;
  private final Address address;

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

  /** How a loan is called in letters to it. */
  public String reference(Loan loan) {
    return name() + ", " + loan.number() + ", due on day " + loan.dueDay();
  }
}

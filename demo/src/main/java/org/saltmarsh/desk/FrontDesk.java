package org.saltmarsh.desk;

import java.util.Locale;
import org.saltmarsh.loan.LoanDesk;
import org.saltmarsh.print.LaserPrinter;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.staff.Roster;
import org.saltmarsh.staff.StaffMember;
import org.saltmarsh.vault.Placement;
import org.saltmarsh.vault.VaultMap;

/** Takes what visitors ask and hands it on. */
public final class FrontDesk {
  private final LoanDesk loans;
  private final VaultMap vault;
  private final Roster roster;
  private final VisitorBook book = new VisitorBook();

  public FrontDesk(LoanDesk loans, VaultMap vault, Roster roster) {
    this.loans = loans;
    this.vault = vault;
    this.roster = roster;
  }

  public String welcome(Visitor visitor, String day) {
    book.sign(visitor);
    StaffMember host = roster.onDuty(day);
    String tea = visitor.getsTea() ? " Tea is ready." : "";
    return host.name() + " will be with you, " + visitor.name() + "." + tea;
  }

  /** The shelf mark as it is written on request slips. */
  public String shelfMark(Placement placement) {
    String row = placement.row().toUpperCase(Locale.ROOT);
    String cabinet = String.format("%02d", placement.cabinet());
    return row + "-" + cabinet + "-" + (char) ('a' + placement.shelf() - 1);
  }

  public String fetch(AccessionNumber number) {
    Placement placement = vault.of(number);
    if (placement == null) {
      return loans.isOut(number) ? "on loan" : "not in the house";
    }
    return shelfMark(placement);
  }

  public void printSlip(AccessionNumber number) {
    new LaserPrinter().print("Request: " + number + " at " + fetch(number));
  }
}

package org.saltmarsh.app;

import org.saltmarsh.desk.FrontDesk;
import org.saltmarsh.exchange.DuplicatePool;
import org.saltmarsh.freezer.FreezerSchedule;
import org.saltmarsh.intake.IntakeDesk;
import org.saltmarsh.label.LabelMaker;
import org.saltmarsh.loan.LoanDesk;
import org.saltmarsh.loan.LoanRegister;
import org.saltmarsh.notice.NoticeBoard;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.staff.OverdueWatch;
import org.saltmarsh.staff.Roster;
import org.saltmarsh.staff.StaffMember;
import org.saltmarsh.store.SpecimenStore;
import org.saltmarsh.vault.Cabinet;
import org.saltmarsh.vault.VaultMap;

/** All parts of the herbarium, put together. */
public final class House {
  private final SpecimenStore store = new SpecimenStore();
  private final VaultMap vault = new VaultMap();
  private final LoanRegister register = new LoanRegister();
  private final DuplicatePool duplicates = new DuplicatePool();
  private final LoanDesk loans = new LoanDesk(store, register, duplicates);
  private final NoticeBoard board = new NoticeBoard();
  private final IntakeDesk intake = new IntakeDesk(new FreezerSchedule(), board);
  private final Roster roster = new Roster();

  public House() {
    vault.add(new Cabinet("a", 1));
    roster.add(new StaffMember("Ines Marram", Specimen.Post.KEEPER), "Monday");
  }

  public SpecimenStore store() {
    return store;
  }

  public VaultMap vault() {
    return vault;
  }

  public LoanDesk loans() {
    return loans;
  }

  public IntakeDesk intake() {
    return intake;
  }

  public NoticeBoard board() {
    return board;
  }

  public FrontDesk desk() {
    return new FrontDesk(loans, vault, roster);
  }

  public OverdueWatch watch() {
    return new OverdueWatch(register);
  }

  public LabelMaker labels() {
    return new LabelMaker(vault);
  }
}

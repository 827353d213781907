package org.saltmarsh.intake;

import org.saltmarsh.freezer.FreezerSchedule;
import org.saltmarsh.freezer.InsectTrap;
import org.saltmarsh.notice.NoticeBoard;

/** Where parcels arrive. */
public final class IntakeDesk {
  private final QuarantineRule rule;
  private final NoticeBoard board;
  private final InsectTrap trap = new InsectTrap("intake");

  public IntakeDesk(FreezerSchedule freezer, NoticeBoard board) {
    this.rule = new QuarantineRule(freezer);
    this.board = board;
  }

  public Parcel receive(Parcel parcel) {
    rule.apply(parcel, trap);
    board.pin("New: " + parcel.sheets() + " specimens, from " + parcel.from() + ". See the desk.");
    return rule.mayOpen(parcel) ? parcel.open() : parcel;
  }

  public InsectTrap trap() {
    return trap;
  }
}

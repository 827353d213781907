package org.saltmarsh.intake;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.saltmarsh.freezer.FreezerSchedule;
import org.saltmarsh.notice.NoticeBoard;

class IntakeDeskTest {
  @Test
  void freezesBeforeOpening() {
    FreezerSchedule freezer = new FreezerSchedule();
    NoticeBoard board = new NoticeBoard();
    IntakeDesk desk = new IntakeDesk(freezer, board);
    desk.trap().found(5);
    Parcel parcel = desk.receive(new Parcel("Fenland Museum", 12, false));
    assertTrue(parcel.opened());
    assertEquals(14, freezer.daysBooked());
    assertEquals(1, board.newest(5).size());
  }
}

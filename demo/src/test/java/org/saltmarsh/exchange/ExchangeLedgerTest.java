package org.saltmarsh.exchange;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.saltmarsh.desk.Address;
import org.saltmarsh.notice.Mailer;
import org.saltmarsh.notice.NoticeBoard;
import org.saltmarsh.specimen.Taxon;

class ExchangeLedgerTest {
  private final PartnerInstitution fen =
      new PartnerInstitution("FEN", new Address("Fenland Museum", "Quay 1", "Fen", "Fenland"));

  @Test
  void balances() {
    ExchangeLedger ledger = new ExchangeLedger();
    ledger.note(fen, 10, 4);
    ledger.note(fen, 1, 2);
    assertEquals(5, ledger.balance(fen));
  }

  @Test
  void offersWhatIsSpare() {
    DuplicatePool pool = new DuplicatePool();
    Taxon thrift = new Taxon("Armeria", "maritima", "Willd.");
    pool.add(thrift, 1);
    ExchangeOffer offer = new ExchangeOffer(fen);
    assertTrue(offer.add(thrift, pool));
    assertFalse(offer.add(thrift, pool));
    Mailer mailer = new Mailer();
    NoticeBoard board = new NoticeBoard();
    offer.send(mailer, board);
    assertEquals(1, mailer.collect().size());
    assertTrue(board.newest(1).get(0).startsWith("New: 1 specimens"));
  }
}

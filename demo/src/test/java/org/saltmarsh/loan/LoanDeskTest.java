package org.saltmarsh.loan;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.saltmarsh.desk.Address;
import org.saltmarsh.exchange.DuplicatePool;
import org.saltmarsh.notice.Mailer;
import org.saltmarsh.specimen.AccessionNumber;
import org.saltmarsh.specimen.Collector;
import org.saltmarsh.specimen.Locality;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.specimen.Taxon;
import org.saltmarsh.staff.OverdueWatch;
import org.saltmarsh.store.SpecimenStore;

class LoanDeskTest {
  private final SpecimenStore store = new SpecimenStore();
  private final LoanRegister register = new LoanRegister();
  private final DuplicatePool pool = new DuplicatePool();
  private final LoanDesk desk = new LoanDesk(store, register, pool);
  private final Borrower fen =
      new Borrower("Fenland Museum", new Address("Fenland Museum", "Quay 1", "Fen", "Fenland"));

  private AccessionNumber stored() {
    Specimen thrift = new Specimen(
            new AccessionNumber(2026, 3),
            new Taxon("Armeria", "maritima", "Willd."),
            new Locality("Saltmarsh", "North dyke", 3),
            new Collector("R. Ebb", "RE"));
    store.put(thrift);
    return thrift.number();
  }

  @Test
  void lendsAndTakesBack() {
    AccessionNumber number = stored();
    assertEquals("lent", desk.lend(number, fen, 10, Specimen.Post.KEEPER));
    assertTrue(desk.isOut(number));
    assertEquals(fen, register.open().get(0).borrower());
    assertEquals(List.of(number + ": write to Fenland Museum"), new OverdueWatch(register).todo(500));
    desk.takeBack(number);
    assertFalse(desk.isOut(number));
    assertTrue(new OverdueWatch(register).quiet(500));
  }

  @Test
  void givesDuplicatesForGood() {
    AccessionNumber number = stored();
    pool.add(new Taxon("Armeria", "maritima", "Willd."), 1);
    assertEquals(
        "a duplicate can be given for good", desk.lend(number, fen, 10, Specimen.Post.KEEPER));
  }

  @Test
  void remindsByLetter() {
    Mailer mailer = new Mailer();
    desk.lend(stored(), fen, 10, Specimen.Post.KEEPER);
    new Reminder(mailer).send(register.open().get(0), 300);
    assertTrue(mailer.collect().get(0).body().startsWith("We must ask"));
    assertEquals(
        "Fenland Museum, SM-2026-00003, due on day 190",
        fen.reference(register.open().get(0)));
  }

  @Test
  void lateFeeIsNothingInTime() throws Exception {
    desk.lend(stored(), fen, Integer.MAX_VALUE / 2, Specimen.Post.KEEPER);
    assertEquals(0, new LateFee(Path.of("no-such-rates")).of(register.open().get(0)));
  }
}

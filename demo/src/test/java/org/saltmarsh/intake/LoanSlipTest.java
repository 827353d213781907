package org.saltmarsh.intake;

import static org.junit.jupiter.api.Assertions.assertTrue;

import org.junit.jupiter.api.Test;
import org.saltmarsh.desk.Address;
import org.saltmarsh.exchange.DuplicatePool;
import org.saltmarsh.loan.Borrower;
import org.saltmarsh.loan.LoanDesk;
import org.saltmarsh.loan.LoanRegister;
import org.saltmarsh.specimen.Specimen;
import org.saltmarsh.store.SpecimenStore;

class LoanSlipTest {
  @Test
  void fillsTheTemplate() throws Exception {
    SpecimenStore store = new SpecimenStore();
    Specimen thrift = new IntakeForm().register(2026, "Armeria", "maritima", "Willd.", "Saltmarsh", "Dyke", 3, "R. Ebb", "RE");
    store.put(thrift);
    LoanRegister register = new LoanRegister();
    Borrower fen = new Borrower("Fenland Museum", new Address("Fenland Museum", "Quay 1", "Fen", "Fenland"));
    new LoanDesk(store, register, new DuplicatePool()).lend(thrift.number(), fen, 1, Specimen.Post.KEEPER);
    String slip = new LoanSlip().fill(register.open().get(0));
    assertTrue(slip.contains("to Fenland Museum"));
    assertTrue(slip.contains("due on day 181"));
  }
}

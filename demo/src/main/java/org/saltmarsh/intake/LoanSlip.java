package org.saltmarsh.intake;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import org.saltmarsh.loan.Loan;

/** The slip that travels with a loan, from a template beside this class. */
public final class LoanSlip {
  private static final String TEMPLATE = "loan-slip.txt";

  public String fill(Loan loan) throws IOException {
    try (InputStream in = LoanSlip.class.getResourceAsStream(TEMPLATE)) {
      if (in == null) {
        throw new IOException("The template " + TEMPLATE + " is missing.");
      }
      return new String(in.readAllBytes(), StandardCharsets.UTF_8)
          .replace("{number}", loan.number().toString())
          .replace("{borrower}", loan.borrower().name())
          .replace("{due}", String.valueOf(loan.dueDay()));
    }
  }
}

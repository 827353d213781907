package org.saltmarsh.loan;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;

/** Works out what a late loan costs. */
public final class LateFee {
  private final Path rates;

  public LateFee(Path rates) {
    this.rates = rates;
  }

  /** The fee in cents, by today's date and the rates on file. */
  public int of(Loan loan) throws IOException {
    int today = (int) LocalDate.now().toEpochDay();
    int extra = 0;
    if (Files.exists(rates)) {
      for (String line : Files.readAllLines(rates)) {
        if (line.startsWith(loan.borrower().name() + "=")) {
          extra = Integer.parseInt(line.substring(line.indexOf('=') + 1).trim());
        }
      }
    }
    int late = today - loan.dueDay();
    if (late <= 0) {
      return 0;
    }
    int weeks = (late + 6) / 7;
    int fee = weeks * (loan.terms().feePerWeekInCents() + extra);
    return weeks > 10 ? fee * 2 : fee;
  }
}

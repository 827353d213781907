package list;

import store.fen.FenCommand;
import store.fen.FenConnection;
import store.fen.FenReader;

/** Counts what is lent. */
public class LoanList {
  private final FenConnection connection;

  public LoanList(String place) {
    connection = new FenConnection(place);
  }

  public int lentTo(String borrower) {
    FenCommand command = connection.command("loans of :borrower");
    command.value("borrower", borrower);
    FenReader reader = command.read();
    int count = 0;
    while (reader.next()) {
      count++;
    }
    return count;
  }
}

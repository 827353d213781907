package list;

import store.Command;
import store.Connection;
import store.Reader;
import store.Stores;

/** Counts what is lent. */
public class LoanList {
  private final Connection connection;

  public LoanList(String place) {
    connection = Stores.connection(place);
  }

  public int lentTo(String borrower) {
    Command command = connection.command("loans of :borrower");
    command.value("borrower", borrower);
    Reader reader = command.read();
    int count = 0;
    while (reader.next()) {
      count++;
    }
    return count;
  }
}

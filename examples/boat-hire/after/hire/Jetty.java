package hire;

import java.util.ArrayList;
import java.util.List;

/** What is said at the jetty. */
public final class Jetty {
  private final List<Guest> aboard = new ArrayList<>();

  public String ask(Boat boat, Guest guest) {
    if (!HirePolicy.mayHire(boat, guest)) {
      return guest.name() + " waits";
    }
    return guest.name() + " takes " + boat.name();
  }

  public boolean board(Boat boat, Guest guest) {
    boolean may = HirePolicy.mayBoard(boat, guest, aboard.size());
    if (may) {
      aboard.add(guest);
    }
    return may;
  }
}

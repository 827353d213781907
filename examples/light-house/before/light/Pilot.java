package light;

/** Goes on board of ships and brings them in. */
public final class Pilot {
  public void boards(Ship ship, Journal journal, int hour) {
    journal.write("pilot on board at " + hour);
    // those ashore want to know as well
    journal.write("passing: " + ship.name());
    if (ship.draught() > 5) {
      journal.write("keep to the deep channel");
    }
  }
}

package store.fen;

import store.Connection;

/** A connection to a Fen store. */
public class FenConnection implements Connection {
  private final String place;
  private boolean open = true;

  public FenConnection(String place) {
    this.place = place;
  }

  @Override
  public FenCommand command(String text) {
    if (!open) {
      throw new IllegalStateException("closed: " + place);
    }
    return new FenCommand(text);
  }

  @Override
  public void close() {
    open = false;
  }
}

package store.heath;

import store.Connection;

/** A connection to a Heath store. */
public class HeathConnection implements Connection {
  private final String place;
  private boolean open = true;

  public HeathConnection(String place) {
    this.place = place;
  }

  @Override
  public HeathCommand command(String text) {
    if (!open) {
      throw new IllegalStateException("closed: " + place);
    }
    return new HeathCommand(text);
  }

  @Override
  public void close() {
    open = false;
  }
}

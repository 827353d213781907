package store;

import store.fen.FenConnection;
import store.heath.HeathConnection;

/** Which store the house has, as its configuration says. */
public final class Stores {
  private static final String KIND = System.getProperty("store", "fen");

  private Stores() {}

  /** A connection to the store that is configured. */
  public static Connection connection(String place) {
    return KIND.equals("heath") ? new HeathConnection(place) : new FenConnection(place);
  }
}

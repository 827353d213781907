package ferry;

/** The board at the pier. */
public final class Pier {
  private final Sailing sailing = new Sailing(90);

  public String board() {
    String from = "From " + Harbour.current().name() + ": ";
    return from + (sailing.sails() ? sailing.minutes() + " minutes" : "no ferry today");
  }
}

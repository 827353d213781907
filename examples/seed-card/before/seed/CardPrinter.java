package seed;

/** Prints the card of a packet. */
public final class CardPrinter {
  private final Catalogue catalogue;

  public CardPrinter(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  public Catalogue catalogue() {
    return catalogue;
  }

  /** The card with a name that its caller worked out. */
  public String print(String name, int grams) {
    return "[" + name + "] " + grams + " g";
  }
}

package seed;

/** Prints the card of a packet. */
public final class CardPrinter {
  private final Catalogue catalogue;

  public CardPrinter(Catalogue catalogue) {
    this.catalogue = catalogue;
  }

  String print(int number, int grams) {
    String name = catalogue.genus(number) + " " + catalogue.species(number);
    return "[" + name + "] " + grams + " g";
  }
}

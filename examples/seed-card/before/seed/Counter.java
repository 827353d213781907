package seed;

/** Where seeds are given out. */
public final class Counter {
  private final CardPrinter printer;

  public Counter(CardPrinter printer) {
    this.printer = printer;
  }

  public String give(int number, int grams) {
    Catalogue catalogue = printer.catalogue();
    String name = catalogue.genus(number) + " " + catalogue.species(number);
    return printer.print(name, grams);
  }
}

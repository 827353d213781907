package seed;

import java.util.Map;

public class CounterTest {
  public static void main(String[] arguments) {
    Catalogue catalogue = new Catalogue(Map.of(3, "Silene"), Map.of(3, "vulgaris"));
    Counter counter = new Counter(new CardPrinter(catalogue));
    assert counter.give(3, 20).equals("[Silene vulgaris] 20 g");
    assert counter.give(4, 5).equals("[unknown sp.] 5 g");
  }
}

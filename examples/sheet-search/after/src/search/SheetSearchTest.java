package search;

import java.util.List;
import search.query.Asked;
import search.query.Sheet;

/** Searches an index of three. */
public class SheetSearchTest {
  public static void main(String[] arguments) {
    Index three =
        query -> List.of(new Sheet("a", 1901), new Sheet("b", 1901), new Sheet("c", 1907));
    Found found = new SheetSearch(three).search(new Asked("Carex", 1900, 0, "Ada"));
    assert found.query().equals("species:carex AND year:[1900 TO *] AND collector:\"Ada\"")
        : found.query();
    assert found.byYear().toString().equals("{1901=2, 1907=1}") && found.mostInAYear() == 2;
    assert new SheetSearch(three).search(new Asked(null, 0, 0, null)).query().equals("*");
  }
}

package list;

import java.util.List;

/** Asks both lists. */
public class ListsTest {
  public static void main(String[] arguments) {
    List<String> sheets = new SheetList("attic").onShelf("7");
    assert sheets.equals(List.of("sheet=fen 1 of sheets on 7", "sheet=fen 2 of sheets on 7"))
        : sheets;
    assert new LoanList("attic").lentTo("Ada") == 2;
  }
}

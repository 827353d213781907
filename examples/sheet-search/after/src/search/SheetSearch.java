package search;

import java.util.List;
import java.util.Map;
import search.query.Aggregates;
import search.query.Asked;
import search.query.SearchQuery;
import search.query.Sheet;

/** Finds sheets by what a visitor asks for. */
public class SheetSearch {
  private final Index index;

  public SheetSearch(Index index) {
    this.index = index;
  }

  /** The sheets that fit, and how many of them each year has. */
  public Found search(Asked asked) {
    String query = SearchQuery.of(asked);
    List<Sheet> sheets = index.find(query);
    Map<Integer, Integer> byYear = Aggregates.byYear(sheets);
    int most = Aggregates.most(byYear);
    return new Found(query, sheets, byYear, most);
  }
}

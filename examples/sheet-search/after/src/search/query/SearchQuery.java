package search.query;

import java.util.ArrayList;
import java.util.List;

/** Comes from {@link search.SheetSearch}. */
public final class SearchQuery {
  private SearchQuery() {}

  public static String of(Asked asked) {
    List<String> clauses = new ArrayList<>();
    Filters.addSpecies(asked, clauses);
    Filters.addYears(asked, clauses);
    Filters.addCollector(asked, clauses);
    return clauses.isEmpty() ? "*" : String.join(" AND ", clauses);
  }
}

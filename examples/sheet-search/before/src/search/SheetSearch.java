package search;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Finds sheets by what a visitor asks for. */
public class SheetSearch {
  private final Index index;

  public SheetSearch(Index index) {
    this.index = index;
  }

  /** The sheets that fit, and how many of them each year has. */
  public Found search(Asked asked) {
    List<String> clauses = new ArrayList<>();
    if (asked.species() != null) {
      clauses.add("species:" + asked.species().toLowerCase());
    }
    if (asked.from() > 0 || asked.until() > 0) {
      String from = asked.from() > 0 ? "" + asked.from() : "*";
      String until = asked.until() > 0 ? "" + asked.until() : "*";
      clauses.add("year:[" + from + " TO " + until + "]");
    }
    if (asked.collector() != null) {
      clauses.add("collector:\"" + asked.collector() + "\"");
    }
    String query = clauses.isEmpty() ? "*" : String.join(" AND ", clauses);
    List<Sheet> sheets = index.find(query);
    Map<Integer, Integer> byYear = new TreeMap<>();
    for (Sheet sheet : sheets) {
      byYear.merge(sheet.year(), 1, Integer::sum);
    }
    int most = 0;
    for (int count : byYear.values()) {
      most = Math.max(most, count);
    }
    return new Found(query, sheets, byYear, most);
  }
}

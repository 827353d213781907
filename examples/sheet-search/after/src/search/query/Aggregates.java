package search.query;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Comes from {@link search.SheetSearch}. */
public final class Aggregates {
  private Aggregates() {}

  public static Map<Integer, Integer> byYear(List<Sheet> sheets) {
    Map<Integer, Integer> byYear = new TreeMap<>();
    for (Sheet sheet : sheets) {
      byYear.merge(sheet.year(), 1, Integer::sum);
    }
    return byYear;
  }

  public static int most(Map<Integer, Integer> byYear) {
    int most = 0;
    for (int count : byYear.values()) {
      most = Math.max(most, count);
    }
    return most;
  }
}

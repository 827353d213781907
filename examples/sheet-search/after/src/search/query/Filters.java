package search.query;

import java.util.List;

/** Comes from {@link search.SheetSearch}. */
public final class Filters {
  private Filters() {}

  public static void addSpecies(Asked asked, List<String> clauses) {
    if (asked.species() != null) {
      clauses.add("species:" + asked.species().toLowerCase());
    }
  }

  public static void addYears(Asked asked, List<String> clauses) {
    if (asked.from() > 0 || asked.until() > 0) {
      String from = asked.from() > 0 ? "" + asked.from() : "*";
      String until = asked.until() > 0 ? "" + asked.until() : "*";
      clauses.add("year:[" + from + " TO " + until + "]");
    }
  }

  public static void addCollector(Asked asked, List<String> clauses) {
    if (asked.collector() != null) {
      clauses.add("collector:\"" + asked.collector() + "\"");
    }
  }
}

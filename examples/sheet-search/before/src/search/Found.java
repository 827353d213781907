package search;

import java.util.List;
import java.util.Map;

/** What a search came to. */
public record Found(
    String query, List<Sheet> sheets, Map<Integer, Integer> byYear, int mostInAYear) {}

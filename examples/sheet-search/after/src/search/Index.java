package search;

import java.util.List;
import search.query.Sheet;

/** Where sheets are found. */
public interface Index {
  List<Sheet> find(String query);
}

package search;

import java.util.List;

/** Where sheets are found. */
public interface Index {
  List<Sheet> find(String query);
}

package store.heath;

import java.util.Iterator;
import java.util.List;
import store.Reader;

/** Answers of a Heath store. */
public class HeathReader implements Reader {
  private final Iterator<String> answers;
  private String current;

  HeathReader(String asked) {
    answers = List.of("heath 1 of " + asked, "heath 2 of " + asked).iterator();
  }

  @Override
  public boolean next() {
    boolean more = answers.hasNext();
    current = more ? answers.next() : null;
    return more;
  }

  @Override
  public String text(String name) {
    return name + "=" + current;
  }
}

package store.fen;

import java.util.Iterator;
import java.util.List;
import store.Reader;

/** Answers of a Fen store. */
public class FenReader implements Reader {
  private final Iterator<String> answers;
  private String current;

  FenReader(String asked) {
    answers = List.of("fen 1 of " + asked, "fen 2 of " + asked).iterator();
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

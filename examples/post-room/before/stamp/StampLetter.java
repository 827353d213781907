package stamp;

import java.util.ArrayList;
import java.util.List;
import letter.Letter;

/** A letter of the Stamp library. */
public final class StampLetter implements Letter {
  private final String to;
  private final List<String> lines = new ArrayList<>();

  public StampLetter(String to) {
    this.to = to;
  }

  public static StampLetter to(String whom) {
    return new StampLetter(whom);
  }

  @Override
  public StampLetter with(String line) {
    StampLetter more = new StampLetter(to);
    more.lines.addAll(lines);
    more.lines.add(line);
    return more;
  }

  @Override
  public String text() {
    return "To " + to + ": " + String.join(" ", lines);
  }
}

package light;

import java.util.ArrayList;
import java.util.List;

/** What was written down, line by line. */
public final class Journal {
  private final List<String> lines = new ArrayList<>();

  public void write(String line) {
    lines.add(line);
  }

  public List<String> lines() {
    return lines;
  }
}

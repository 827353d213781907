package quill;

import java.util.ArrayList;
import java.util.List;
import letter.Letter;

/** A letter of the Quill library. */
public final class QuillLetter implements Letter {
  private final String to;
  private final List<String> lines = new ArrayList<>();

  public QuillLetter(String to) {
    this.to = to;
  }

  public static QuillLetter to(String whom) {
    return new QuillLetter(whom);
  }

  @Override
  public QuillLetter with(String line) {
    QuillLetter more = new QuillLetter(to);
    more.lines.addAll(lines);
    more.lines.add(line);
    return more;
  }

  @Override
  public String text() {
    return "To " + to + ": " + String.join(" ", lines);
  }
}

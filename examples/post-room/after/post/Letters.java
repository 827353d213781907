package post;

import letter.Letter;
import stamp.StampLetter;

/** The one place that makes a {@link StampLetter}. */
public final class Letters {
  private Letters() {}

  public static Letter letter(String to) {
    return new StampLetter(to);
  }
}

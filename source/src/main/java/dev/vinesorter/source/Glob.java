package dev.vinesorter.source;

import java.util.regex.Pattern;

/**
 * A pattern over paths or names: {@code *} stands for any chars within one segment, {@code **} for
 * any number of segments, {@code ?} for one char. All else stands for itself.
 */
public final class Glob {
  private final String text;
  private final Pattern pattern;

  private Glob(String text, Pattern pattern) {
    this.text = text;
    this.pattern = pattern;
  }

  /** A pattern over paths, whose segments are parted by slashes. */
  public static Glob ofPath(String text) {
    return new Glob(text, Pattern.compile(regex(text, '/')));
  }

  public boolean matches(String path) {
    return pattern.matcher(path).matches();
  }

  private static String regex(String glob, char separator) {
    String part = Pattern.quote(String.valueOf(separator));
    String inSegment = "[^" + (separator == '.' ? "." : "/") + "]";
    StringBuilder regex = new StringBuilder();
    int at = 0;
    while (at < glob.length()) {
      char c = glob.charAt(at);
      if (glob.startsWith("**" + separator, at)) {
        regex.append("(?:.*").append(part).append(")?");
        at += 3;
      } else if (glob.startsWith("**", at)) {
        regex.append(".*");
        at += 2;
      } else {
        regex.append(
            c == '*' ? inSegment + "*" : c == '?' ? inSegment : Pattern.quote(String.valueOf(c)));
        at++;
      }
    }
    return regex.toString();
  }

  @Override
  public String toString() {
    return text;
  }
}
